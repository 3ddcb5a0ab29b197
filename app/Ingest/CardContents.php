<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Frames\Frame;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Frames\FileKind;

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

    /** Frames told at once. */
    private const MOST = 2000;

    /**
     * @return array{columns: list<string>, frames: list<list<mixed>>, after: int, files: int, isRead: bool,
     *     found: int} `files` is
     *                                                                                                                 the last of the files that belong to no frame, which have negative ids
     */
    public function after(Card $card, int $frame, int $file): array
    {
        $zone = $card->shoot->zone();
        $isRead = $card->state->isRead();
        $frames = DB::table('frames')
            ->where('card_id', $card->id)
            ->where('id', '>', $frame)
            ->orderBy('id')
            ->limit(self::MOST)
            ->get();
        $files = DB::table('files')
            ->whereIn('frame_id', $frames->pluck('id'))
            ->orderBy('id')
            ->get(['id', 'frame_id', 'kind', 'size', 'is_ticked', 'hash', 'fingerprint', 'problem', 'copy_problem']);
        $known = $this->known($card, $files);
        $byFrame = [];
        foreach ($files as $one) {
            $byFrame[(int) $one->frame_id][] = $one;
        }
        $rows = [];
        foreach ($frames as $row) {
            $own = $byFrame[(int) $row->id] ?? [];
            $pixels = Frame::pixelsInWords((int) $row->best_px, (int) $row->width, (int) $row->height);
            $facts = array_filter([(string) Frame::exposureOf($row), $pixels]);
            $rows[] = [
                (int) $row->id,
                (int) $row->taken_ms,
                $zone->format((int) $row->taken_ms, 'H:i:s'),
                $row->name,
                PictureAddress::orNothing($row->small_path),
                PictureAddress::orNothing($row->large_path),
                $pixels,
                $row->verdict,
                (int) $row->rating,
                (int) $row->width,
                (int) $row->height,
                ...$this->facts($own, $known),
                implode(' · ', $facts),
                $this->problem($own),
            ];
        }
        $loose = collect();
        if ($isRead && $frames->count() < self::MOST) {
            $loose = DB::table('files')
                ->where('card_id', $card->id)
                ->whereNull('frame_id')
                ->where('id', '>', $file)
                ->orderBy('id')
                ->limit(self::MOST)
                ->get();
            $known = $this->known($card, $loose);
            foreach ($loose as $row) {
                $taken = (int) $row->modified_at * 1000;
                $rows[] = [
                    -(int) $row->id,
                    $taken,
                    $zone->format($taken, 'H:i:s'),
                    DcfName::displayable($row->path),
                    '',
                    '',
                    '',
                    'open',
                    0,
                    3,
                    2,
                    ...$this->facts([$row], $known),
                    '',
                    $this->problem([$row]),
                ];
            }
        }

        return [
            'columns' => self::COLUMNS,
            'frames' => $rows,
            'after' => (int) ($frames->last()->id ?? $frame),
            'files' => (int) ($loose->last()->id ?? $file),
            'isRead' => $isRead && $frames->count() < self::MOST && $loose->count() < self::MOST,
            'found' => (int) (ReadCard::latest($card)->total ?? 0),
        ];
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
            $card->isSafeAfterProof();
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
     * @param  list<\stdClass>  $files  of one frame
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

    /** @param  list<\stdClass>  $files */
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
     * Which of these files the studio has proved copies of from other cards, as far as names, sizes and times tell.
     *
     * @param  \Illuminate\Support\Collection<int, \stdClass>  $files
     * @return array<string, true>
     */
    private function known(Card $card, \Illuminate\Support\Collection $files): array
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
