<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\Frame;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Studio\Zone;
use stdClass;

/** What lies on a card, as the page that chooses from it needs it, and what of it is ticked. */
final class CardContents
{
    public const COLUMNS = [
        'id',
        'taken',
        'time',
        'name',
        'small',
        'large',
        'pixels',
        'verdict',
        'rating',
        'width',
        'height',
        'bytes',
        'isTicked',
        'isCopied',
        'isKnown',
        'kinds',
        'facts',
        'problem',
    ];

    /** Frames sent at once. */
    private const MOST = 2000;

    /**
     * What was read of a card after a frame and after a file that belongs to none.
     *
     * @return array{columns: list<string>, frames: list<list<mixed>>, after: int, files: int, isRead: bool,
     *     found: int} `files` is the last of the files that belong to no frame, which have negative ids
     */
    public function after(Card $card, int $frame, int $file): array
    {
        $frames = self::some('frames', $card, $frame)->get();
        $hasAll = $card->state->isRead() && $frames->count() < self::MOST;
        $loose = $hasAll ? self::some('files', $card, $file)->whereNull('frame_id')->get() : new Collection();

        return [
            'columns' => self::COLUMNS,
            'frames' => [...$this->frameRows($card, $frames), ...$this->looseRows($card, $loose)],
            'after' => (int) ($frames->last()->id ?? $frame),
            'files' => (int) ($loose->last()->id ?? $file),
            'isRead' => $hasAll && $loose->count() < self::MOST,
            'found' => (int) (ReadCard::latest($card)->total ?? 0),
        ];
    }

    private static function some(string $table, Card $card, int $after): Builder
    {
        return DB::table($table)
            ->where('card_id', $card->id)
            ->where('id', '>', $after)
            ->orderBy('id')
            ->limit(self::MOST);
    }

    /**
     * @param  Collection<int, stdClass>  $frames
     * @return list<list<mixed>>
     */
    private function frameRows(Card $card, Collection $frames): array
    {
        $zone = $card->shoot->zone();
        $files = self::filesOf($frames);
        $known = $this->known($card, $files);
        $byFrame = $files->groupBy('frame_id');
        $row = function (stdClass $row) use ($byFrame, $known, $zone): array {
            $own = array_values(($byFrame->get($row->id) ?? collect())->all());

            return [
                ...self::frameFacts($row, $zone),
                ...$this->facts($own, $known),
                self::inWords($row),
                $this->problem($own),
            ];
        };

        return array_values($frames->map($row)->all());
    }

    /**
     * @param  Collection<int, stdClass>  $frames
     * @return Collection<int, stdClass>
     */
    private static function filesOf(Collection $frames): Collection
    {
        return DB::table('files')
            ->whereIn('frame_id', $frames->pluck('id'))
            ->orderBy('id')
            ->get(['id', 'frame_id', 'kind', 'size', 'is_ticked', 'hash', 'fingerprint', 'problem', 'copy_problem']);
    }

    /** @return list<mixed> */
    private static function frameFacts(stdClass $row, Zone $zone): array
    {
        return [
            (int) $row->id,
            (int) $row->taken_ms,
            $zone->format((int) $row->taken_ms, 'H:i:s'),
            $row->name,
            PictureAddress::orNothing($row->small_path),
            PictureAddress::orNothing($row->large_path),
            self::pixels($row),
            $row->verdict,
            (int) $row->rating,
            (int) $row->width,
            (int) $row->height,
        ];
    }

    private static function pixels(stdClass $row): string
    {
        return Frame::pixelsInWords((int) $row->best_px, (int) $row->width, (int) $row->height);
    }

    private static function inWords(stdClass $row): string
    {
        return implode(' · ', array_filter([(string) Frame::exposureOf($row), self::pixels($row)]));
    }

    /**
     * Files that belong to no frame: without a picture, in the shape of a frame.
     *
     * @param  Collection<int, stdClass>  $files
     * @return list<list<mixed>>
     */
    private function looseRows(Card $card, Collection $files): array
    {
        $zone = $card->shoot->zone();
        $known = $this->known($card, $files);
        $rows = [];
        foreach ($files as $row) {
            $taken = (int) $row->modified_at * 1000;
            $rows[] = [
                -(int) $row->id,
                $taken,
                $zone->format($taken, 'H:i:s'),
                DcfName::displayable($row->path),
                ...['', '', ''],
                ...['open', 0],
                ...[3, 2],
                ...$this->facts([$row], $known),
                '',
                $this->problem([$row]),
            ];
        }

        return $rows;
    }

    /**
     * Ticks or unticks frames with all their files, and files that belong to no frame. What was copied stays ticked.
     *
     * @param  list<int>  $frames
     * @param  list<int>  $files
     */
    public function tick(Card $card, array $frames, array $files, bool $isTicked): void
    {
        $mine = DB::table('files')->where('card_id', $card->id)->whereNull('hash');
        foreach (array_chunk($frames, 1000) as $ids) {
            (clone $mine)->whereIn('frame_id', $ids)->update(['is_ticked' => $isTicked]);
        }
        foreach (array_chunk($files, 1000) as $ids) {
            (clone $mine)
                ->whereNull('frame_id')
                ->whereIn('id', $ids)
                ->update(['is_ticked' => $isTicked]);
        }
        // Ticking more of a card that was done makes something to do.
        if ($card->state->isDone()) {
            $card->updateSafety();
        }
    }

    /** @return array{files: int, bytes: int} */
    public function ticked(Card $card): array
    {
        $row = DB::table('files')
            ->where(['card_id' => $card->id, 'is_ticked' => true])
            ->selectRaw('COUNT(*) AS files, COALESCE(SUM(size), 0) AS bytes')
            ->first();

        return ['files' => (int) ($row->files ?? 0), 'bytes' => (int) ($row->bytes ?? 0)];
    }

    /**
     * How many of each kind lie on a card.
     *
     * @return array<string, int>
     */
    public function kinds(Card $card): array
    {
        return DB::table('files')
            ->where('card_id', $card->id)
            ->groupBy('kind')
            ->selectRaw('kind, COUNT(*) AS n')
            ->pluck('n', 'kind')
            ->map(fn ($n): int => (int) $n)
            ->all();
    }

    /**
     * @param  list<stdClass>  $files  of one frame
     * @param  array<string, true>  $known
     * @return array{int, bool, bool, bool, string} bytes, whether ticked, copied and known, and the kinds in words
     */
    private function facts(array $files, array $known): array
    {
        $bytes = 0;
        $isTicked = false;
        $isCopied = true;
        $isKnown = true;
        $kinds = [];
        foreach ($files as $file) {
            $bytes += (int) $file->size;
            $isTicked = $isTicked || (bool) $file->is_ticked;
            $isCopied = $isCopied && $file->hash !== null;
            $isKnown = $isKnown && isset($known[$file->fingerprint]);
            $kinds[$file->kind] = ($kinds[$file->kind] ?? 0) + 1;
        }
        $words = [];
        foreach ($kinds as $kind => $count) {
            $words[] = $count > 1 ? FileKind::from($kind)->counted($count) : FileKind::from($kind)->word();
        }

        return [$bytes, $isTicked, $isCopied, $isKnown, implode(' + ', $words)];
    }

    /** @param  list<stdClass>  $files */
    private function problem(array $files): string
    {
        foreach ($files as $file) {
            if ($file->hash === null && $file->copy_problem !== null) {
                return (string) $file->copy_problem;
            }
        }
        foreach ($files as $file) {
            if ($file->problem !== null) {
                return (string) $file->problem;
            }
        }

        return '';
    }

    /**
     * Which of these files the studio has verified copies of from other cards, as far as names, sizes and times tell.
     *
     * @param  Collection<int, stdClass>  $files
     * @return array<string, true>
     */
    private function known(Card $card, Collection $files): array
    {
        $known = [];
        foreach ($files->pluck('fingerprint')->chunk(1000) as $some) {
            $found = DB::table('files')
                ->whereIn('fingerprint', $some)
                ->where('card_id', '<>', $card->id)
                ->whereNotNull('hash')
                ->whereIn(
                    'card_id',
                    fn (Builder $cards) => $cards
                        ->from('cards')
                        ->select('id')
                        ->whereIn(
                            'shoot_id',
                            Shoot::query()->where('studio_id', $card->shoot->studio_id)->select('id'),
                        ),
                )
                ->pluck('fingerprint')
                ->all();
            $known += array_fill_keys(array_map(strval(...), $found), true);
        }

        return $known;
    }
}
