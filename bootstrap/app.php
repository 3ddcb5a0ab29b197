<?php

declare(strict_types=1);

use App\Studio\Http\ErrorPage;
use App\Studio\Http\SecurityHeaders;
use App\Studio\Http\SoundInput;
use App\Studio\Http\StartSession;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Route;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\HttpException;

// An instance keeps its settings, database, pictures and logs together in one folder.
$root = dirname(__DIR__);
$instance = $root.'/storage/instances/'.(getenv('KANPAI_INSTANCE') ?: 'main');

$app = Application::configure($root)
    ->withRouting(using: function () use ($root): void {
        // Numbers of rows; longer ones fit no column.
        Route::patterns(array_fill_keys(['bag', 'batch', 'body', 'card', 'clock', 'comment', 'delivery', 'destination', 'frame', 'gallery', 'guest', 'handoff', 'link', 'mail', 'number', 'output', 'pattern', 'place', 'recipient', 'returned', 'round', 'run', 'selection', 'set', 'share', 'sheet', 'shipment', 'shoot', 'task', 'tie', 'turn', 'zip'], '[0-9]{1,18}'));
        foreach (glob($root.'/routes/*.php') ?: [] as $file) {
            Route::middleware('web')->group($file);
        }
    })
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->remove(HandleCors::class);
        $middleware->append(SecurityHeaders::class);
        $middleware->web(append: [SoundInput::class], replace: [Illuminate\Session\Middleware\StartSession::class => StartSession::class]);
        // Guests are known by a cookie that is sent from our own pages alone (SameSite), so that what they send survives a
        // session that has ended.
        $middleware->validateCsrfTokens(except: ['g/*', '*/g/*', 'd/*', 'u/*', 'arrivals/*']);
        $middleware->redirectGuestsTo('/sign-in');
        $middleware->redirectUsersTo('/');
    })
    ->withCommands([App\Demo\SeedDemo::class, App\Demo\Welcome::class, App\Studio\Console\OpenStudio::class, App\Studio\Console\ReleaseWork::class])
    ->withExceptions(function (Exceptions $exceptions): void {
        // A part of a page that cannot be made says why in its place.
        $exceptions->render(fn (ValidationException $reason, Request $request) => $request->hasHeader('HX-Request')
            ? response()->view('studio.problems', ['problems' => $reason->validator->errors()->all()], 422)
            : null);
        // A form that was open too long comes back filled in, with a new token.
        $exceptions->render(function (HttpException $reason, Request $request) {
            $isForm = $reason->getStatusCode() === 419 && ! $request->expectsJson() && ! $request->hasHeader('HX-Request') && $request->hasSession();

            return $isForm && Auth::check() ? redirect()->back()->withInput($request->except('_token', 'password'))->withErrors(['session' => 'The page was open too long, so nothing was changed. What you typed is still here: send it once more.']) : null;
        });
        $exceptions->respond(function (Response $response, Throwable $reason, Request $request) {
            $status = $response->getStatusCode();
            $isPage = $status >= 400 && ! $request->expectsJson() && ! $request->hasHeader('HX-Request') && ! $reason instanceof ValidationException && ! str_starts_with((string) $response->headers->get('Content-Type'), 'application/json');
            if (! $isPage || ($response->getStatusCode() === 500 && config('app.debug'))) {
                return $response;
            }
            try {
                $page = ErrorPage::of($status, $request, $reason, array_map(fn (array $values): ?string => $values[0] ?? null, $response->headers->all()) + ['Retry-After' => $response->headers->get('Retry-After')]);

                return response()->view('errors.page', ['page' => $page, ...($page->studio === null ? [] : ['studio' => $page->studio])], $status, array_filter(['Retry-After' => $response->headers->get('Retry-After')]));
            } catch (Throwable) {
                return $response;
            }
        });
    })
    ->create();

return $app->useEnvironmentPath($instance)->loadEnvironmentFrom('env')->useStoragePath($instance);
