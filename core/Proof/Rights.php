<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/**
 * What those who come by one link may do; each on or off.
 *
 * @phpstan-type RightsSaid array{lists: list<array{name: string, least: int|null, most: int|null}>, rates: bool,
 *     comments: bool, draws: bool, captions: bool, download: string}
 */
final readonly class Rights
{
    public const MOST_LISTS = 8;

    /** The list of a share that has only one. */
    public const LIST = 'Chosen';

    /**
     * @param  array<string, ChoiceList>  $lists  by name; none where nothing is to be chosen
     */
    private function __construct(
        public array $lists,
        public bool $rates,
        public bool $comments,
        public bool $draws,
        public bool $captions,
        public Download $download,
    ) {
    }

    /**
     * @param  list<ChoiceList>  $lists
     *
     * @throws InvalidRights
     */
    public static function of(
        array $lists,
        bool $rates = false,
        bool $comments = true,
        bool $draws = false,
        bool $captions = false,
        Download $download = Download::Nothing,
    ): self {
        if (count($lists) > self::MOST_LISTS) {
            throw InvalidRights::tooMany(self::MOST_LISTS);
        }
        $byName = $seen = [];
        foreach ($lists as $list) {
            $folded = mb_strtolower($list->name);
            if (isset($seen[$folded])) {
                throw InvalidRights::twice($list->name);
            }
            $seen[$folded] = true;
            $byName[$list->name] = $list;
        }

        return new self($byName, $rates, $comments, $draws, $captions, $download);
    }

    /**
     * Lists as they are typed, one in a line: a name, and behind it how many, as `Album 40`, `Parents 10-20`, `Press`.
     *
     * @return list<ChoiceList>
     *
     * @throws InvalidRights
     */
    public static function lists(string $text): array
    {
        $lists = [];
        foreach (preg_split('/\R/u', trim($text)) ?: [] as $line) {
            if (trim($line) === '') {
                continue;
            }
            if (
                preg_match(
                    '/^(?<name>.*?\S)(?:\s+(?<from>\d{1,5})(?:\s*[-–]\s*(?<to>\d{1,5}))?)?\s*$/u',
                    trim($line),
                    $found,
                ) !== 1
            ) {
                throw InvalidRights::unreadable(mb_substr($line, 0, 60));
            }
            $from = isset($found['from']) ? (int) $found['from'] : null;
            $to = isset($found['to']) ? (int) $found['to'] : $from;
            $lists[] = ChoiceList::of($found['name'], $from, $to);
        }

        return $lists;
    }

    /** @param  array<string, mixed>  $data  as stored; what is missing is off */
    public static function fromArray(array $data): self
    {
        return self::of(
            array_values(array_map(self::list(...), is_array($data['lists'] ?? null) ? $data['lists'] : [])),
            (bool) ($data['rates'] ?? false),
            (bool) ($data['comments'] ?? false),
            (bool) ($data['draws'] ?? false),
            (bool) ($data['captions'] ?? false),
            Download::tryFrom(is_string($data['download'] ?? null) ? $data['download'] : '') ?? Download::Nothing,
        );
    }

    private static function list(mixed $data): ChoiceList
    {
        $data = is_array($data) ? $data : [];
        $number = fn (string $key): ?int => is_numeric($data[$key] ?? null) ? (int) $data[$key] : null;
        $name = $data['name'] ?? null;

        return ChoiceList::of(is_string($name) ? $name : self::LIST, $number('least'), $number('most'));
    }

    /** @return RightsSaid */
    public function toArray(): array
    {
        return [
            'lists' => array_values(
                array_map(
                    fn (ChoiceList $list): array => [
                        'name' => $list->name,
                        'least' => $list->least,
                        'most' => $list->most,
                    ],
                    $this->lists,
                ),
            ),
            'rates' => $this->rates,
            'comments' => $this->comments,
            'draws' => $this->draws,
            'captions' => $this->captions,
            'download' => $this->download->value,
        ];
    }

    public function inWords(): string
    {
        $data = array_map(
            fn (ChoiceList $list): string => $list->name === self::LIST
                ? trim('choose '.$list->wanted())
                : trim("choose {$list->wanted()}")." for {$list->name}",
            array_values($this->lists),
        );
        foreach (['rate' => $this->rates, 'comment' => $this->comments, 'draw' => $this->draws] as $word => $may) {
            if ($may) {
                $data[] = $word;
            }
        }
        if ($this->download !== Download::Nothing) {
            $data[] = $this->download->inWords();
        }

        return $data === [] ? 'look only' : implode(', ', $data);
    }
}
