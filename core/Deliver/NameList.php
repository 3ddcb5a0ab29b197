<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver;

/** File names as other programs take them: with or without ending, separated as they want it. */
final class NameList
{
    public const SEPARATORS = ['lines' => "\n", 'commas' => ', ', 'spaces' => ' '];

    /**
     * @param  iterable<string>  $names
     * @param  key-of<self::SEPARATORS>  $separator
     */
    public static function of(iterable $names, string $separator, bool $withEnding): string
    {
        $list = [];
        foreach ($names as $name) {
            $list[] = $withEnding ? $name : pathinfo($name, PATHINFO_FILENAME);
        }

        return implode(self::SEPARATORS[$separator], array_values(array_unique($list)));
    }
}
