<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Member;
use App\Studio\Studio;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Lang;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Throwable;

/**
 * What a page of its own says when something cannot be answered: what happened, how long to wait, whom to ask, a way
 * on.
 */
final readonly class ErrorPage
{
    private function __construct(
        public int $status,
        public string $title,
        public string $text,
        public string $way,
        public string $wayTo,
        public ?Studio $studio,
    ) {
    }

    /** @param  array<string, mixed>  $headers  of the answer */
    public static function of(int $status, Request $request, ?Throwable $reason, array $headers = []): self
    {
        $isMember = self::isMember();
        [$title, $text] = self::words($status, $reason, $headers, $isMember);
        $guestsPage = self::guestsPage($request);
        [$way, $wayTo] = match (true) {
            $guestsPage !== null && $status !== 404 => ['Back to the pictures', $guestsPage],
            $isMember => ['To the shoots', '/'],
            default => ['Try once more', $request->isMethod('GET') ? $request->getRequestUri() : '/sign-in'],
        };

        return new self($status, $title, $text, $way, $wayTo, self::studio($request));
    }

    /**
     * Title and text, from lang/<language>/errors.php.
     *
     * @param  array<string, mixed>  $headers
     * @return array{string, string}
     */
    private static function words(int $status, ?Throwable $reason, array $headers, bool $isMember): array
    {
        $key = match (true) {
            $status === 401 => '403',
            $status === 404 && ! $isMember => '404_guest',
            default => (string) $status,
        };
        $key = Lang::has("errors.{$key}") ? $key : 'fault';
        $message = $reason instanceof HttpExceptionInterface ? $reason->getMessage() : '';
        $text =
            $status === 400 && $message !== ''
                ? $message
                : (string) __("errors.{$key}.text", ['wait' => self::wait((int) ($headers['Retry-After'] ?? 0))]);

        return [(string) __("errors.{$key}.title"), $text];
    }

    private static function wait(int $seconds): string
    {
        return $seconds > 60
            ? ceil($seconds / 60).' minutes'
            : max(1, $seconds).' '.($seconds === 1 ? 'second' : 'seconds');
    }

    private static function isMember(): bool
    {
        try {
            return Auth::user() instanceof Member;
        } catch (Throwable) {
            // The database may be what is away.
            return false;
        }
    }

    /** The first page of the link by which somebody came. */
    private static function guestsPage(Request $request): ?string
    {
        return preg_match('~^(/[a-z0-9-]{1,40})?/[gdu]/[A-Za-z0-9_-]{10,60}~', $request->getPathInfo(), $m) === 1
            ? $m[0]
            : null;
    }

    private static function studio(Request $request): ?Studio
    {
        try {
            $studio = $request->attributes->get('studio');
            $member = Auth::user();

            return $studio instanceof Studio ? $studio : ($member instanceof Member ? $member->studio : null);
        } catch (Throwable) {
            return null;
        }
    }
}
