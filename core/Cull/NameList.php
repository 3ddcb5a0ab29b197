<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

/** File names as other programs take them: with or without ending, separated as they want it. */
final class NameList
{
    public const SEPARATORS = ['lines' => "\n", 'commas' => ', ', 'spaces' => ' '];

    /**
     * @param  iterable<string>  $names
     * @param  key-of<self::SEPARATORS>  $separator
     */
    public static function of(iterable $names, string $separator, bool $withEnding, bool $isQuoted = false): string
    {
        $list = [];
        foreach ($names as $name) {
            $list[] = $withEnding ? $name : pathinfo($name, PATHINFO_FILENAME);
        }

        $list = array_values(array_unique($list));

        return implode(
            self::SEPARATORS[$separator],
            $isQuoted ? array_map(fn (string $name): string => '"'.str_replace('"', '""', $name).'"', $list) : $list,
        );
    }
}
