<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver;

/** Names of delivered files: shoot, running number in order of time, original name. Never twice the same. */
final class DeliveredName
{
    /**
     * @param  string  $shoot  any text; becomes lower-case words joined by hyphens
     * @param  positive-int  $number
     * @param  positive-int  $of  how many there are, so that all numbers have as many digits, at least three
     */
    public static function of(string $shoot, int $number, int $of, string $original): string
    {
        $digits = max(3, strlen((string) $of));

        return sprintf(
            "%s-%0{$digits}d-%s.jpg",
            self::slug($shoot),
            $number,
            self::safe(pathinfo($original, PATHINFO_FILENAME)),
        );
    }

    /** Letters, digits and hyphens alone, lower case; `shoot` when nothing is left. */
    public static function slug(string $text): string
    {
        $plain = iconv('UTF-8', 'ASCII//TRANSLIT//IGNORE', $text);
        $slug = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($plain === false ? $text : $plain)), '-');

        return $slug === '' ? 'shoot' : substr($slug, 0, 60);
    }

    private static function safe(string $stem): string
    {
        return (string) preg_replace('/[^A-Za-z0-9_-]+/', '_', $stem);
    }
}
