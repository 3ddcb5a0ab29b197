<?php

declare(strict_types=1);

use App\Demo\SeedDemo;
use App\Demo\Welcome;
use App\Studio\Console\OpenStudio;
use App\Studio\Console\ReleaseWork;
use App\Studio\Http\ErrorAnswers;
use App\Studio\Http\RowNumbers;
use App\Studio\Http\SecurityHeaders;
use App\Studio\Http\SoundInput;
use App\Studio\Http\StartSession;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Support\Facades\Route;

// An instance keeps its settings, database, pictures and logs together in one folder.
$root = dirname(__DIR__);
$instance = $root.'/storage/instances/'.(getenv('KANPAI_INSTANCE') ?: 'main');

$app = Application::configure($root)
    ->withRouting(using: function () use ($root): void {
        Route::patterns(RowNumbers::patterns());
        foreach (glob($root.'/routes/*.php') ?: [] as $file) {
            Route::middleware('web')->group($file);
        }
    })
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->remove(HandleCors::class);
        $middleware->append(SecurityHeaders::class);
        $middleware->web(
            append: [SoundInput::class],
            replace: [Illuminate\Session\Middleware\StartSession::class => StartSession::class],
        );
        // Guests are known by a cookie that is sent from our own pages alone (SameSite), so that what they send
        // survives
        // a session that has ended.
        $middleware->validateCsrfTokens(except: ['g/*', '*/g/*', 'd/*', 'u/*', 'arrivals/*']);
        $middleware->redirectGuestsTo('/sign-in');
        $middleware->redirectUsersTo('/');
    })
    ->withCommands([SeedDemo::class, Welcome::class, OpenStudio::class, ReleaseWork::class])
    ->withExceptions(ErrorAnswers::register(...))
    ->create();

return $app->useEnvironmentPath($instance)->loadEnvironmentFrom('env')->useStoragePath($instance);
