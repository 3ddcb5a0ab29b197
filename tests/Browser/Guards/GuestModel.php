<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

/**
 * What a guest's gallery is to do, in few words: numbered pictures, lists that are filled, ratings, comments, and a
 * filter.
 */
final class GuestModel
{
    public string $filter = 'all';

    public string $list;

    /** @var array<string, array<int, int>> list => number => number */
    public array $chosen = [];

    /** @var array<int, int> number => rating */
    public array $ratings = [];

    /** @var list<array{int, string}> number and text */
    public array $comments = [];

    /** @var list<int> pictures that were in the grid when it was laid out */
    public array $laid;

    /**
     * @param  positive-int  $count  of pictures, numbered from 1
     * @param  array<string, int|null>  $lists  name => how many at most
     */
    public function __construct(public readonly int $count, public readonly array $lists)
    {
        $this->list = (string) array_key_first($lists);
        $this->chosen = array_map(fn (): array => [], $lists);
        $this->laid = range(1, $count);
    }

    public function choose(int $number): void
    {
        $own = &$this->chosen[$this->list];
        $most = $this->lists[$this->list];
        if (isset($own[$number])) {
            unset($own[$number]);
        } elseif ($most === null || count($own) < $most) {
            $own[$number] = $number;
        }
    }

    public function rate(int $number, int $rating): void
    {
        $this->ratings[$number] = $rating;
        if ($rating === 0) {
            unset($this->ratings[$number]);
        }
    }

    public function say(int $number, string $text): void
    {
        $this->comments[] = [$number, $text];
    }

    public function look(string $filter, string $list): void
    {
        [$this->filter, $this->list] = [$filter, $list];
        $this->laid = $this->meeting($filter);
    }

    /** @return list<int> */
    public function meeting(string $filter): array
    {
        return array_values(
            array_filter(
                range(1, $this->count),
                fn (int $number): bool => match ($filter) {
                    'chosen' => isset($this->chosen[$this->list][$number]),
                    'not' => array_filter($this->chosen, fn (array $own): bool => isset($own[$number])) === [],
                    'said' => in_array($number, array_column($this->comments, 0), true),
                    default => true,
                },
            ),
        );
    }

    /** @return list<int> those that are surely in the grid, whether it was laid out anew since or not */
    public function standing(): array
    {
        return array_values(array_intersect($this->laid, $this->meeting($this->filter)));
    }

    /** @return array<string, string> what the page says in numbers */
    public function counts(): array
    {
        $counts = [];
        foreach ($this->lists as $name => $most) {
            $counts["list {$name}"] = count($this->chosen[$name]).($most === null ? '' : " of {$most}");
        }
        foreach (['all', 'chosen', 'not', 'said'] as $filter) {
            $counts["filter {$filter}"] = (string) count($this->meeting($filter));
        }

        return $counts;
    }
}
