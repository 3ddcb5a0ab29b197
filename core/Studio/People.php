<?php

declare(strict_types=1);

namespace Kanpai\Core\Studio;

/**
 * People as they are typed or pasted, one in a line: a name and a mail address in any order, with or without brackets.
 */
final class People
{
    public const MOST = 200;

    /**
     * @return list<array{name: string, email: string}>
     *
     * @throws UnreadablePeople
     */
    public static function read(string $text): array
    {
        $people = [];
        foreach (preg_split('/\R/u', trim($text)) ?: [] as $line) {
            if (trim($line) === '') {
                continue;
            }
            if (
                preg_match('/[^\s<>,;]+@[^\s<>,;]+/u', $line, $found) !== 1 ||
                filter_var($found[0], FILTER_VALIDATE_EMAIL) === false
            ) {
                throw UnreadablePeople::noAddress(mb_substr(trim($line), 0, 60));
            }
            $people[] = [
                'name' => mb_substr(trim(str_replace($found[0], '', $line), " \t<>,;"), 0, 120),
                'email' => $found[0],
            ];
        }
        if (count($people) > self::MOST) {
            throw UnreadablePeople::tooMany(self::MOST);
        }

        return $people;
    }
}
