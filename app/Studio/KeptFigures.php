<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Database\Query\Builder;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

/**
 * Figures of shoots that every page shows and that take long to count, kept with the revisions of what they were
 * counted from. The revision is asked first and the rows are counted after it: what changes in between outdates what is
 * kept, and nothing that is out of date is ever given.
 */
final readonly class KeptFigures
{
    /** Errors of MariaDB that pass: waited too long for a row, deadlock, a shoot that is gone. */
    private const PASSING = [1205, 1213, 1452];

    /**
     * @param  list<int>  $shoots
     * @param  array<Revised>  $kinds
     * @param  list<int>|null  $cards  whose revisions count; null where those of the shoots do
     */
    private function __construct(private array $shoots, private array $kinds, private ?array $cards)
    {
    }

    /**
     * Figures that are counted from rows of their shoots alone.
     *
     * @param  list<int>  $shoots
     */
    public static function from(array $shoots, Revised ...$kinds): self
    {
        return new self($shoots, $kinds, null);
    }

    /**
     * Figures of one shoot that are counted from files and copies of these cards.
     *
     * @param  list<int>  $cards
     */
    public static function fromCards(int $shoot, array $cards): self
    {
        return new self([$shoot], [Revised::Copies], $cards);
    }

    /**
     * @template T of array<mixed>
     *
     * @param  callable(list<int>): array<int, T>  $count  figures of those shoots, as JSON can hold them
     * @return array<int, T> shoot => figures; shoots that nothing was counted of are left out
     */
    public function get(string $name, callable $count): array
    {
        $figures = $outdated = [];
        foreach ($this->kept($name) as $row) {
            $revision = hash('xxh128', implode(' ', $this->cards ?? []).":{$row->now}");
            if ($row->revision === $revision) {
                /** @var T $kept */
                $kept = (array) json_decode((string) $row->figures, true);
                $figures[(int) $row->id] = $kept;
            } else {
                $outdated[(int) $row->id] = $revision;
            }
        }
        if ($outdated !== []) {
            $new = $count(array_keys($outdated));
            self::keep($name, $outdated, $new);
            $figures += $new;
        }

        return array_filter($figures);
    }

    /** @return iterable<\stdClass> of each shoot what is kept, its revision, and the revisions of now */
    private function kept(string $name): iterable
    {
        $ofName = fn (JoinClause $join) => $join
            ->on('kept_figures.shoot_id', '=', 'shoots.id')
            ->where('kept_figures.name', $name);

        return DB::table('shoots')
            ->leftJoin('kept_figures', $ofName)
            ->whereIntegerInRaw('shoots.id', $this->shoots)
            ->select('shoots.id', 'kept_figures.revision', 'kept_figures.figures')
            ->selectSub($this->revisions(), 'now')
            ->orderBy('shoots.id')
            ->get();
    }

    private function revisions(): Builder
    {
        $revisions = DB::table('revisions')
            ->whereIn('kind', $this->kinds)
            ->selectRaw("GROUP_CONCAT(kind, ' ', subject_id, ' ', revision ORDER BY kind, subject_id)");

        return $this->cards === null
            ? $revisions->whereColumn('subject_id', 'shoots.id')
            : $revisions->whereIntegerInRaw('subject_id', $this->cards);
    }

    /**
     * What cannot be kept, because its shoot is just being deleted or somebody else keeps the same, is counted again.
     *
     * @param  array<int, string>  $revisions  shoot => revision at which it was counted
     * @param  array<int, array<mixed>>  $figures
     */
    private static function keep(string $name, array $revisions, array $figures): void
    {
        $rows = [];
        foreach ($revisions as $shoot => $revision) {
            $rows[] = [
                'shoot_id' => $shoot,
                'name' => $name,
                'revision' => $revision,
                'figures' => json_encode(
                    $figures[$shoot] ?? [],
                    JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
                ),
            ];
        }
        try {
            DB::table('kept_figures')->upsert($rows, ['shoot_id', 'name'], ['revision', 'figures']);
        } catch (QueryException $reason) {
            in_array($reason->errorInfo[1] ?? 0, self::PASSING, true) || throw $reason;
        }
    }
}
