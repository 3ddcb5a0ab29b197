<?php

declare(strict_types=1);

namespace App\Studio\Http;

use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response as PlainResponse;
use Illuminate\Support\Facades\Auth;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Throwable;

/** What is answered when a request fails: a page of the studio, a part of a page, or a form that comes back filled in. */
final class ErrorAnswers
{
    private const TOO_LONG = 'The page was open too long, so nothing was changed. What you typed is still here: '.
        'send it once more.';

    private const PAGE_EXPIRED = 419;

    public static function register(Exceptions $exceptions): void
    {
        $exceptions->render(
            fn (ValidationException $reason, Request $request): ?PlainResponse => self::problems($reason, $request),
        );
        $exceptions->render(
            fn (HttpException $reason, Request $request): ?RedirectResponse => self::expired($reason, $request),
        );
        $exceptions->respond(self::page(...));
    }

    /** A part of a page that cannot be made says why in its place. */
    private static function problems(ValidationException $reason, Request $request): ?PlainResponse
    {
        return $request->hasHeader('HX-Request')
            ? response()->view('studio.problems', ['problems' => $reason->validator->errors()->all()], 422)
            : null;
    }

    /** A form that was open too long comes back filled in, with a new token. */
    private static function expired(HttpException $reason, Request $request): ?RedirectResponse
    {
        $isForm =
            $reason->getStatusCode() === self::PAGE_EXPIRED && self::wantsPage($request) && $request->hasSession();

        return $isForm && Auth::check()
            ? redirect()
                ->back()
                ->withInput($request->except('_token', 'password'))
                ->withErrors(['session' => self::TOO_LONG])
            : null;
    }

    private static function page(Response $response, Throwable $reason, Request $request): Response
    {
        $status = $response->getStatusCode();
        if (! self::isForPeople($response, $reason, $request) || ($status === 500 && config('app.debug'))) {
            return $response;
        }
        try {
            $page = ErrorPage::of($status, $request, $reason, self::headers($response));
            $studio = $page->studio === null ? [] : ['studio' => $page->studio];
            $wait = array_filter(['Retry-After' => $response->headers->get('Retry-After')]);

            return response()->view('errors.page', ['page' => $page, ...$studio], $status, $wait);
        } catch (Throwable) {
            // The page itself cannot be made, as when the database is away.
            return $response;
        }
    }

    private static function isForPeople(Response $response, Throwable $reason, Request $request): bool
    {
        return $response->getStatusCode() >= 400 &&
            self::wantsPage($request) &&
            ! $reason instanceof ValidationException &&
            ! str_starts_with((string) $response->headers->get('Content-Type'), 'application/json');
    }

    private static function wantsPage(Request $request): bool
    {
        return ! $request->expectsJson() && ! $request->hasHeader('HX-Request');
    }

    /** @return array<string, string|null> name => first value */
    private static function headers(Response $response): array
    {
        $headers = array_map(fn (array $values): ?string => $values[0] ?? null, $response->headers->all());

        return $headers + ['Retry-After' => $response->headers->get('Retry-After')];
    }
}
