<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Support\Facades\DB;

/**
 * Figures of shoots that every page shows and that take long to count, kept with the revisions of what they were
 * counted from. The revision is asked first and the rows are counted after it: what changes in between outdates what is
 * kept, and nothing that is out of date is ever given.
 */
final readonly class KeptFigures
{
    /** @param  array<int, string>  $revisions  shoot => revision of what is counted */
    private function __construct(private array $revisions)
    {
    }

    /**
     * Figures that are counted from rows of their shoots alone.
     *
     * @param  list<int>  $shoots
     */
    public static function from(array $shoots, Revised ...$kinds): self
    {
        $revisions = array_fill_keys($shoots, '');
        foreach (Revised::of($shoots, ...$kinds) as [$kind, $shoot, $revision]) {
            $revisions[$shoot] .= "{$kind} {$revision} ";
        }

        return new self($revisions);
    }

    /**
     * Figures of one shoot that are counted from rows of these cards too.
     *
     * @param  list<int>  $cards
     */
    public static function fromCards(int $shoot, array $cards): self
    {
        $words = array_map(fn (array $row): string => "{$row[1]} {$row[2]}", Revised::of($cards, Revised::Copies));

        return new self([$shoot => hash('xxh128', implode(',', [...$cards, ...$words]))]);
    }

    /**
     * @template T of array<mixed>
     *
     * @param  callable(list<int>): array<int, T>  $count  figures of those shoots, as JSON can hold them
     * @return array<int, T> shoot => figures; shoots that nothing was counted of are left out
     */
    public function get(string $name, callable $count): array
    {
        /** @var array<int, T> $figures */
        $figures = $this->kept($name);
        $unknown = array_values(array_diff(array_keys($this->revisions), array_keys($figures)));
        if ($unknown !== []) {
            $new = $count($unknown);
            $this->keep($name, $new + array_fill_keys($unknown, []));
            $figures += $new;
        }

        return array_filter($figures);
    }

    /** @return array<int, array<mixed>> */
    private function kept(string $name): array
    {
        $rows = DB::table('kept_figures')->where('name', $name)->whereIntegerInRaw('shoot_id', $this->shoots());
        $kept = [];
        foreach ($rows->get() as $row) {
            if ($row->revision === $this->revisions[(int) $row->shoot_id]) {
                $kept[(int) $row->shoot_id] = (array) json_decode((string) $row->figures, true);
            }
        }

        return $kept;
    }

    /** @param  array<int, array<mixed>>  $figures  shoot => figures */
    private function keep(string $name, array $figures): void
    {
        $rows = [];
        foreach ($figures as $shoot => $some) {
            $rows[] = [
                'shoot_id' => $shoot,
                'name' => $name,
                'revision' => $this->revisions[$shoot],
                'figures' => json_encode($some, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
            ];
        }
        DB::table('kept_figures')->upsert($rows, ['shoot_id', 'name'], ['revision', 'figures']);
    }

    /** @return list<int> */
    private function shoots(): array
    {
        return array_keys($this->revisions);
    }
}
