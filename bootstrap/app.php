<?php

declare(strict_types=1);

use App\Studio\Http\SecurityHeaders;
use App\Studio\Http\SoundInput;
use App\Studio\Http\StartSession;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Route;
use Illuminate\Validation\ValidationException;

// An instance keeps its settings, database, pictures and logs together in one folder.
$root = dirname(__DIR__);
$instance = $root.'/storage/instances/'.(getenv('KANPAI_INSTANCE') ?: 'main');

$app = Application::configure($root)
    ->withRouting(using: function () use ($root): void {
        // Numbers of rows; longer ones fit no column.
        Route::patterns(array_fill_keys(['bag', 'batch', 'body', 'card', 'clock', 'comment', 'delivery', 'destination', 'frame', 'gallery', 'guest', 'handoff', 'link', 'mail', 'number', 'output', 'pattern', 'place', 'recipient', 'returned', 'round', 'selection', 'set', 'share', 'sheet', 'shipment', 'shoot', 'task', 'tie', 'turn', 'zip'], '[0-9]{1,18}'));
        foreach (glob($root.'/routes/*.php') ?: [] as $file) {
            Route::middleware('web')->group($file);
        }
    })
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->remove(HandleCors::class);
        $middleware->append(SecurityHeaders::class);
        $middleware->web(append: [SoundInput::class], replace: [Illuminate\Session\Middleware\StartSession::class => StartSession::class]);
        $middleware->redirectGuestsTo('/sign-in');
        $middleware->redirectUsersTo('/');
    })
    ->withCommands([App\Demo\SeedDemo::class, App\Demo\Welcome::class, App\Studio\Console\OpenStudio::class, App\Studio\Console\ReleaseWork::class])
    ->withExceptions(function (Exceptions $exceptions): void {
        // A part of a page that cannot be made says why in its place.
        $exceptions->render(fn (ValidationException $reason, Request $request) => $request->hasHeader('HX-Request')
            ? response()->view('studio.problems', ['problems' => $reason->validator->errors()->all()], 422)
            : null);
    })
    ->create();

return $app->useEnvironmentPath($instance)->loadEnvironmentFrom('env')->useStoragePath($instance);
