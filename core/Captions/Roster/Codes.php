<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Roster;

/** Turns short codes behind a mark, such as `@af7`, into full names. A person answers to the code and to the number. */
final class Codes
{
    /** @var array<string, Person> code in small letters => person */
    private readonly array $byCode;

    /** @var array<string, Person> name => person */
    private readonly array $byName;

    /** @param  list<Person>  $people */
    public function __construct(array $people, private readonly string $mark)
    {
        $byCode = $byName = [];
        foreach ($people as $person) {
            foreach ([$person->number, $person->code] as $code) {
                if ($code !== '') {
                    $byCode[mb_strtolower($code)] = $person;
                }
            }
            $byName[$person->name] = $person;
        }
        // A code comes before a number that reads the same.
        foreach ($people as $person) {
            if ($person->code !== '') {
                $byCode[mb_strtolower($person->code)] = $person;
            }
        }
        $this->byCode = $byCode;
        $this->byName = $byName;
    }

    /** A code that nobody has stays as it was typed. */
    public function expand(string $text): Expansion
    {
        if ($this->mark === '' || ! str_contains($text, $this->mark)) {
            return new Expansion($text, [], []);
        }
        $people = $unknown = [];
        $expanded = preg_replace_callback(
            '/(?<![\p{L}\p{N}])'.preg_quote($this->mark, '/').'([\p{L}\p{N}_-]+)/u',
            function (array $found) use (&$people, &$unknown): string {
                $name = ($this->byCode[mb_strtolower($found[1])] ?? null)?->name;
                $name === null ? ($unknown[] = $found[0]) : ($people[] = $name);

                return $name ?? $found[0];
            },
            $text,
        );

        return new Expansion($expanded ?? $text, self::each($people), self::each($unknown));
    }

    /**
     * @param  list<string>  $names
     * @return list<string>
     */
    private static function each(array $names): array
    {
        return array_values(array_unique($names));
    }

    /** “Ada Fenn (7, Saltmarsh), Joss Merle”: names with what the roster knows of them. */
    public function described(string ...$names): string
    {
        return implode(
            ', ',
            array_map(
                fn (string $name): string => isset($this->byName[$name]) ? $this->byName[$name]->inWords() : $name,
                $names,
            ),
        );
    }
}
