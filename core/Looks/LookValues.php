<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/**
 * The values of a look as they are kept and sent: parts by name, each a number, a text, or a group of them. A part that
 * is not there changes nothing. What cannot be a part is left out, so that a look can be read for ever.
 *
 * @phpstan-type Values array<string, mixed>
 */
final class LookValues
{
    /** Parts that are done to colours, and can be carried from frame to frame. */
    public const COLOURS = [
        'stops', 'contrast', 'zones', 'kelvin', 'beside', 'saturation', 'muted', 'hues', 'tints', 'greys', 'cube',
    ];

    /** Parts that depend on neighbours, and can be carried as well. */
    public const DETAIL = ['local', 'vignette', 'sharpening', 'noise', 'lens'];

    /** Parts that belong to one frame: what is in it, and where. */
    public const PLACES = ['turns', 'level', 'crop', 'places', 'spots'];

    /** What a look is called, and the uses it is for: no part of the picture. */
    public const ABOUT = ['name', 'uses'];

    /** Numbers beyond it are nobody's. */
    private const LARGEST = 1e6;

    /** Characters of a text, and things in a group. */
    private const LONGEST = 60;

    private const MOST = 4_000;

    private const DEEPEST = 6;

    /** @return list<string> */
    public static function parts(): array
    {
        return [...self::COLOURS, ...self::DETAIL, ...self::PLACES, ...self::ABOUT];
    }

    /**
     * @param  Values  $values
     * @return Values what changes the picture
     */
    public static function ofPicture(array $values): array
    {
        return array_diff_key($values, array_flip(self::ABOUT));
    }

    /**
     * @param  array<array-key, mixed>  $values
     * @return Values parts that are known, without what is no number; null where a part is to go
     */
    public static function clean(array $values): array
    {
        $clean = [];
        foreach (self::parts() as $part) {
            if (array_key_exists($part, $values)) {
                $clean[$part] = self::cleaned($values[$part], self::DEEPEST);
            }
        }

        return $clean;
    }

    private static function cleaned(mixed $value, int $deepest): mixed
    {
        return match (true) {
            is_bool($value) => $value,
            is_int($value), is_float($value) => self::number((float) $value),
            is_string($value) => mb_substr($value, 0, self::LONGEST),
            is_array($value) && $deepest > 0 => self::group($value, $deepest - 1),
            default => null,
        };
    }

    private static function number(float $value): ?float
    {
        // Shortest text and back, so that a number is the same wherever it was.
        return is_finite($value) ? round(max(-self::LARGEST, min(self::LARGEST, $value)), 6) : null;
    }

    /**
     * @param  array<array-key, mixed>  $group
     * @return array<array-key, mixed>
     */
    private static function group(array $group, int $deepest): array
    {
        $clean = [];
        foreach (array_slice($group, 0, self::MOST, true) as $name => $value) {
            $own = self::cleaned($value, $deepest);
            if ($own !== null) {
                $clean[$name] = $own;
            }
        }

        return array_is_list($group) ? array_values($clean) : $clean;
    }

    /**
     * @param  Values  $values
     * @param  Values  $changes  null where a part is to go
     * @return Values
     */
    public static function changed(array $values, array $changes): array
    {
        $changed = array_filter([...$values, ...$changes], fn (mixed $value): bool => $value !== null);
        ksort($changed);

        return $changed;
    }

    /** Whether two values of a part are the same. */
    public static function isSame(mixed $one, mixed $other): bool
    {
        return self::written($one) === self::written($other);
    }

    private static function written(mixed $value): string
    {
        if (is_array($value) && ! array_is_list($value)) {
            ksort($value);
        }

        return is_array($value)
            ? '['.implode(',', array_map(
                fn (int|string $name, mixed $own): string => $name.':'.self::written($own),
                array_keys($value),
                $value,
            )).']'
            : (is_int($value) || is_float($value) ? (string) round((float) $value, 6) : (string) json_encode($value));
    }

    /**
     * A look with a strength: half of it half as much, one and a half times it more. What cannot be halved is there
     * from a half on.
     *
     * @param  Values  $values
     * @param  float  $strength  0 to 1.5
     * @return Values
     */
    public static function weakened(array $values, float $strength): array
    {
        $weak = [];
        foreach ($values as $part => $value) {
            $weak[$part] = match (true) {
                $part === 'kelvin' && is_numeric($value) => self::kelvin((float) $value, $strength),
                in_array($part, self::PLACES, true) && $part !== 'level' => $value,
                default => self::times($value, $strength),
            };
        }

        return self::changed([], self::clean($weak));
    }

    private static function times(mixed $value, float $strength): mixed
    {
        return match (true) {
            is_array($value) => self::named($value, $strength),
            is_int($value), is_float($value) => $value * $strength,
            default => $value,
        };
    }

    /**
     * @param  array<array-key, mixed>  $group
     * @return array<array-key, mixed>
     */
    private static function named(array $group, float $strength): array
    {
        $times = [];
        foreach ($group as $name => $value) {
            $times[$name] = $name === 'degrees' ? $value : self::times($value, $strength);
        }

        return $times;
    }

    /** In mired, in which steps look alike (common practice, no source). */
    private static function kelvin(float $kelvin, float $strength): float
    {
        $plain = 1e6 / Colour\WhitePoint::D65;
        $mired = $plain + (1e6 / max(1000.0, $kelvin) - $plain) * $strength;

        return 1e6 / max(40.0, min(500.0, $mired));
    }
}
