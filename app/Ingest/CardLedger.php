<?php

declare(strict_types=1);

namespace App\Ingest;

use Generator;
use Illuminate\Database\Query\Builder;
use Illuminate\Pagination\LengthAwarePaginator as Paginator;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Studio\Zone;
use stdClass;

/**
 * The ledger of a card: each file on it, and what each place holds of it. Rows are read as they are, since a card has
 * tens of thousands.
 *
 * @phpstan-type Held array{isSound: bool, words: string, at: string}
 * @phpstan-type Line array{path: string, destination: string, notes: list<string>, problem: string, size: int,
 *     hash: string, copies: array<string, Held>}
 */
final class CardLedger
{
    /** @var array<int, array<string, Held>> file => place => what is held there */
    private array $copies = [];

    private readonly Zone $zone;

    public function __construct(private readonly Card $card)
    {
        $this->zone = $card->shoot->zone();
    }

    /** @return Paginator<int, Line> a page of it, in the order of paths */
    public function page(int $lines): Paginator
    {
        $page = $this->files()->paginate($lines);
        $page->setCollection(new Collection(iterator_to_array($this->lines($page->items()), false)));

        return $page;
    }

    /** @return Generator<int, Line> the whole, in the order of paths */
    public function whole(): Generator
    {
        return $this->lines($this->files()->get()->all());
    }

    private function files(): Builder
    {
        return DB::table('files')->where('card_id', $this->card->id)->orderBy('path')->orderBy('id');
    }

    /**
     * @param  array<stdClass>  $files
     * @return Generator<int, Line>
     */
    private function lines(array $files): Generator
    {
        $resting = array_filter(array_column($files, 'same_as_id', 'id'));
        $this->copies = $this->held([...array_diff(array_column($files, 'id'), array_keys($resting)), ...$resting]);
        $others = $this->others(array_values($resting));
        foreach ($files as $file) {
            yield $this->line($file, $others[(int) $file->same_as_id] ?? null);
        }
    }

    /** @return Line */
    private function line(stdClass $file, ?stdClass $other): array
    {
        return [
            'path' => mb_scrub((string) $file->path, 'UTF-8'),
            'destination' => $other === null ? mb_scrub((string) $file->destination, 'UTF-8') : '',
            'notes' => $this->notes($file, $other),
            'problem' => $file->hash === null ? (string) $file->copy_problem : '',
            'size' => (int) $file->size,
            'hash' => (string) ($file->hash ?? '–'),
            'copies' => $this->copies[(int) ($file->same_as_id ?? $file->id)] ?? [],
        ];
    }

    /** @return list<string> */
    private function notes(stdClass $file, ?stdClass $other): array
    {
        return array_values(
            array_filter([
                (string) $file->problem,
                $other === null
                    ? ''
                    : "skipped: the studio has it from card {$other->number} of “{$other->shoot}”, as ".
                        mb_scrub((string) $other->destination, 'UTF-8'),
                $file->is_ticked ? '' : 'skipped: it was not ticked',
            ]),
        );
    }

    /**
     * @param  array<int>  $resting  files of other cards on whose copies some of this one rest
     * @return array<int, stdClass> file => its card, shoot and name
     */
    private function others(array $resting): array
    {
        return DB::table('files')
            ->join('cards', 'cards.id', '=', 'files.card_id')
            ->join('shoots', 'shoots.id', '=', 'cards.shoot_id')
            ->whereIntegerInRaw('files.id', $resting)
            ->get(['files.id', 'files.destination', 'cards.number', 'shoots.name AS shoot'])
            ->keyBy('id')
            ->all();
    }

    /**
     * @param  array<int>  $files
     * @return array<int, array<string, Held>>
     */
    private function held(array $files): array
    {
        $held = [];
        $copies = DB::table('copies')->whereIntegerInRaw('file_id', $files);
        foreach ($copies->get(['file_id', 'place', 'hash', 'is_sound', 'verified_at']) as $copy) {
            $held[(int) $copy->file_id][(string) $copy->place] = [
                'isSound' => (bool) $copy->is_sound,
                'words' => match (true) {
                    (bool) $copy->is_sound => 'verified',
                    $copy->hash === '' => 'gone,',
                    default => 'damaged,',
                },
                'at' => $this->zone->format(1000 * (int) strtotime("{$copy->verified_at} UTC"), 'j M Y, H:i:s'),
            ];
        }

        return $held;
    }
}
