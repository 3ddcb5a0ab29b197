<?php

declare(strict_types=1);

namespace Kanpai\Core\Looks;

/** Which of the looks of a frame is meant where something is made for a use: for the album, for the wall. */
final class LookChoice
{
    /** The look that a frame has of its own. */
    public const FIRST = 1;

    /**
     * @param  array<int, list<string>>  $looks  number => uses that it is for
     * @param  string  $use  for which something is made; empty for none in particular
     * @return int the first look that is for the use; the frame's own where none is
     */
    public static function number(array $looks, string $use): int
    {
        ksort($looks);
        foreach ($use === '' ? [] : $looks as $number => $uses) {
            foreach ($uses as $own) {
                if (mb_strtolower($own) === mb_strtolower($use)) {
                    return $number;
                }
            }
        }

        return self::FIRST;
    }

    /**
     * @param  array<array-key, mixed>  $values  of a look
     * @return list<string>
     */
    public static function uses(array $values): array
    {
        return is_array($values['uses'] ?? null)
            ? array_values(array_filter($values['uses'], is_string(...)))
            : [];
    }
}
