<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Handoff;

/**
 * Which frames a file that comes back may belong to, by its name. Editors keep the name and put something behind it:
 * `HLDA4131-2`, `HLDA4131-edit`, `HLDA4131_final (1)`; some put something before it, as our own deliveries do. Common
 * practice, no source.
 */
final class NameMatch
{
    /** What may be between a name and what was put behind or before it. */
    private const BETWEEN = '[-_ .(\[+]';

    /**
     * The closest names only: an exact one before one with something behind, a longer name before a shorter one that it
     * begins with.
     *
     * @param  array<int, string>  $frames  frame => its name, with or without ending
     * @return list<int> frames; one where it is certain, none or several where somebody has to be asked
     */
    public static function of(string $file, array $frames): array
    {
        $stem = self::stem($file);
        $names = array_filter(array_map(self::stem(...), $frames), fn (string $name): bool => $name !== '');
        $next = self::BETWEEN;
        foreach (['/^%s$/u', "/^%s{$next}/u", "/{$next}%s({$next}|$)/u"] as $pattern) {
            $is = fn (string $name): bool => preg_match(sprintf($pattern, preg_quote($name, '/')), $stem) === 1;
            $found = array_filter($names, $is);
            if ($found !== []) {
                $longest = max(array_map(mb_strlen(...), $found));

                return array_keys(array_filter($found, fn (string $name): bool => mb_strlen($name) === $longest));
            }
        }

        return [];
    }

    private static function stem(string $name): string
    {
        return mb_strtolower(trim(pathinfo(mb_scrub($name), PATHINFO_FILENAME)));
    }
}
