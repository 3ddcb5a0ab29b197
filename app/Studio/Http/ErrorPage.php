<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Member;
use App\Studio\Studio;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
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
     * @param  array<string, mixed>  $headers
     * @return array{string, string}
     */
    private static function words(int $status, ?Throwable $reason, array $headers, bool $isMember): array
    {
        $seconds = (int) ($headers['Retry-After'] ?? 0);
        $said = $reason instanceof HttpExceptionInterface ? $reason->getMessage() : '';

        return match ($status) {
            400 => [
                'This address cannot be read',
                $said !== ''
                    ? $said
                    : 'Something in it is not as it should be. Follow the link you were given once more.',
            ],
            401, 403 => [
                'This is not open to you',
                'What you asked for is for somebody else in the studio. Ask its owner.',
            ],
            404 => [
                'There is nothing here',
                $isMember
                    ? 'It was removed, or the address is not complete.'
                    : 'The link is not complete, or what it led to was removed. Copy the whole link from your mail, '.
                        'or ask whoever sent it.',
            ],
            405 => [
                'There is nothing to be shown here',
                'This address takes what a form sends. Go back to the page with the form.',
            ],
            409 => [
                'This cannot be done just now',
                'Something else is under way that has to end first. Wait a moment, then try again.',
            ],
            410 => ['This has ended', 'What was here is not shown any more. Ask the studio for another link.'],
            413 => ['This is too large', 'More was sent than is taken at once. Send less, or in several parts.'],
            419 => [
                'The page was open too long',
                'Nothing was changed. Go back, load the page once more, and send it again.',
            ],
            429 => [
                'Too many tries, one upon another',
                ($seconds > 60
                    ? 'Please wait '.ceil($seconds / 60).' minutes'
                    : 'Please wait '.max(1, $seconds).' '.($seconds === 1 ? 'second' : 'seconds')).
                ', then try again. Nothing is lost.',
            ],
            503 => ['Kanpai is being brought up to date', 'It is back in a minute. Nothing is lost.'],
            default => [
                'Something went wrong here',
                'It is a fault of the program and has been noted, not of what you did. What was saved before is '.
                    'kept. Try again in a moment.',
            ],
        };
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
