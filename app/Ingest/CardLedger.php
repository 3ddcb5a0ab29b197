<?php

declare(strict_types=1);

namespace App\Ingest;

use Generator;
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

    /** @return Generator<int, Line> in the order of paths */
    public function lines(): Generator
    {
        $this->copies = $this->held();
        $others = $this->others();
        $files = DB::table('files')->where('card_id', $this->card->id)->orderBy('path')->orderBy('id');
        foreach ($files->get() as $file) {
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

    /** @return array<int, stdClass> file on whose copies others rest => card, shoot and name */
    private function others(): array
    {
        return DB::table('files')
            ->join('cards', 'cards.id', '=', 'files.card_id')
            ->join('shoots', 'shoots.id', '=', 'cards.shoot_id')
            ->whereIn('files.id', $this->resting())
            ->get(['files.id', 'files.destination', 'cards.number', 'shoots.name AS shoot'])
            ->keyBy('id')
            ->all();
    }

    /** @return array<int, array<string, Held>> */
    private function held(): array
    {
        $held = [];
        $copies = DB::table('copies')
            ->where('card_id', $this->card->id)
            ->orWhereIn('file_id', $this->resting());
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

    /** Files of other cards on whose copies some of this card rest. */
    private function resting(): \Illuminate\Database\Query\Builder
    {
        return DB::table('files')
            ->where('card_id', $this->card->id)
            ->whereNotNull('same_as_id')
            ->select('same_as_id');
    }
}
