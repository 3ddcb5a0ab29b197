<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Echoed;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpFoundation\Response;

/**
 * Lets only text in where text is expected: bytes that are no UTF-8, NUL, and lists in place of one value never reach a
 * page, a rule or the database. What comes by an address is answered with 400, what comes by a form beside its field.
 */
final class SoundInput
{
    /** Fields that are lists, in forms and in what scripts send. */
    private const LISTS = [
        'again',
        'fields',
        'files',
        'frames',
        'in',
        'keys',
        'marks',
        'mode',
        'notes',
        'outputs',
        'parts',
        'places',
        'required',
        'steps',
        'ways',
        'weights',
    ];

    /** How deep what scripts send is nested at most: steps, changes, their places, their strokes, their points. */
    private const DEEPEST = 12;

    public function handle(Request $request, Closure $next): Response
    {
        foreach ($request->query->all() as $name => $value) {
            abort_if(
                is_array($value) || ! self::isText((string) $name) || ! self::isText((string) $value),
                400,
                'This address holds something that is no text.',
            );
        }
        foreach ($request->isMethod('GET') ? [] : $request->input() as $name => $value) {
            $problem = self::problem($name, $value);
            if ($problem !== null) {
                throw ValidationException::withMessages([mb_scrub((string) $name, 'UTF-8') => $problem]);
            }
        }

        self::plain($request->request);

        return $next($request);
    }

    /**
     * Without the isolation that a page has put around names.
     *
     * @param  InputBag<bool|float|int|string|null>  $input
     */
    private static function plain(InputBag $input): void
    {
        $fields = $input->all();
        array_walk_recursive($fields, function (mixed &$value): void {
            $value = is_string($value) ? Echoed::plain($value) : $value;
        });
        $input->replace($fields);
    }

    private static function problem(string|int $name, mixed $value): ?string
    {
        if (is_array($value) && ! in_array($name, self::LISTS, true)) {
            return 'One value is meant here, not a list.';
        }

        return self::isText((string) $name) && self::isSound($value, self::DEEPEST)
            ? null
            : 'There are characters in this that are no text.';
    }

    private static function isSound(mixed $value, int $deepest): bool
    {
        if (is_string($value)) {
            return self::isText($value);
        }
        if (! is_array($value)) {
            return true;
        }
        foreach ($deepest === 0 ? [] : $value as $name => $inner) {
            if (! self::isText((string) $name) || ! self::isSound($inner, $deepest - 1)) {
                return false;
            }
        }

        return $deepest > 0;
    }

    private static function isText(string $text): bool
    {
        return mb_check_encoding($text, 'UTF-8') && ! str_contains($text, "\0");
    }
}
