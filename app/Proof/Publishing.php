<?php

declare(strict_types=1);

namespace App\Proof;

use App\Frames\Frame;
use App\Frames\FrameSet;
use App\Studio\Shoot;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Proof\Change;
use Kanpai\Core\Proof\Published;
use Kanpai\Core\Proof\Rights;
use Kanpai\Core\Proof\Sectioning;
use stdClass;

/**
 * Makes galleries, and brings them up to date. Guests' feedback is never touched: a picture keeps its number, and one
 * that leaves stays with all its feedback.
 *
 * @phpstan-type Facts array{title: string, message?: string, watermark?: array<string, mixed>|null,
 *     sectioning?: string, cover_id?: int|null, metadata?: string, look?: string, live?: string|null}
 * @phpstan-type ShareFacts array{name?: string, password?: string|null, is_watermarked?: bool, is_named?: bool,
 *     ends_on?: string|null}
 */
final class Publishing
{
    private const PIECE = 500;

    /**
     * A gallery with its first share. The link works once all proofs are made.
     *
     * @param  Facts  $facts
     * @param  ShareFacts  $shareFacts
     * @param  FrameSet|null  $everywhere  a set whose frames are shown from all shoots, in the place of the filter
     * @param  list<array{name: string, email: string}>  $people  who are invited
     */
    public function publish(
        Shoot $shoot,
        FrameFilter $filter,
        array $facts,
        ?Rights $rights = null,
        array $shareFacts = [],
        array $people = [],
        ?FrameSet $everywhere = null,
    ): Gallery {
        $source = $everywhere === null ? http_build_query($filter->toQuery()) : "everywhere={$everywhere->id}";
        $rights ??= Rights::of(Rights::lists(Rights::LIST));
        $facts = [...$facts, 'shoot_id' => $shoot->id, 'source' => $source];

        return DB::transaction(function () use ($facts, $rights, $shareFacts, $people): Gallery {
            $gallery = Gallery::query()->create(['message' => '', ...$facts, 'uuid' => (string) Str::uuid()]);
            self::share($gallery, $rights, $shareFacts, $people);
            $this->add($gallery, $this->meant($gallery));
            $this->arrange($gallery);
            $this->start($gallery);

            return $gallery;
        });
    }

    /**
     * @param  ShareFacts  $facts
     * @param  list<array{name: string, email: string}>  $people
     */
    private static function share(Gallery $gallery, Rights $rights, array $facts, array $people): void
    {
        $share = Share::open($gallery, $rights, [
            'name' => 'Everybody with the link',
            'is_watermarked' => $gallery->proofWatermark() !== null,
            ...$facts,
        ]);
        foreach ($people as $person) {
            Guest::named($share, $person['name'], $person['email']);
        }
    }

    /** Takes over what has changed; choices, comments and drawings stay. Frames that are chosen by now come in. */
    public function again(Gallery $gallery): void
    {
        DB::transaction(function () use ($gallery): void {
            Gallery::query()->whereKey($gallery->id)->lockForUpdate()->first();
            foreach ($this->outOfDate($gallery) as ['proof' => $proof, 'changes' => $changes, 'now' => $now]) {
                self::takeOver($proof, $now, self::isMadeAnew($gallery, $changes));
            }
            $this->add($gallery, $this->meant($gallery));
            $this->arrange($gallery);
            $gallery->touch();
            $this->start($gallery);
        });
    }

    private static function takeOver(GalleryFrame $proof, Published $now, bool $isMadeAnew): void
    {
        $proof->update([
            'gone_at' => $now->isMeant ? null : $proof->gone_at ?? now(),
            'headline' => $now->headline,
            'description' => $now->description,
            'taken_ms' => $now->taken,
            ...$isMadeAnew ? ['plain_large_path' => null] : [],
        ]);
    }

    /**
     * Proofs carry captions and times of their own where that was asked for.
     *
     * @param  list<Change>  $changes
     */
    private static function isMadeAnew(Gallery $gallery, array $changes): bool
    {
        $of = [Change::Picture, ...$gallery->metadata === 'all' ? [Change::Caption, Change::Clock] : []];

        return array_filter($changes, fn (Change $one): bool => in_array($one, $of, true)) !== [];
    }

    /** Takes a gallery away: its links end at once, its proofs go from the disk. */
    public function remove(Gallery $gallery): void
    {
        $gallery->task()?->stop();
        $gallery->shares()->get()->each(fn (Share $share) => $share->door()->close());
        $frames = array_map(intval(...), $gallery->frames()->pluck('frame_id')->all());
        DB::transaction(fn () => $gallery->delete());
        CountChoices::recount($gallery->shoot, array_values($frames));
        app(Filesystem::class)->deleteDirectory(config('kanpai.pictures')."/gallery-{$gallery->uuid}");
    }

    /**
     * What the gallery shows differently from what it is now.
     *
     * @return list<array{proof: GalleryFrame, changes: list<Change>, then: Published, now: Published}>
     */
    public function outOfDate(Gallery $gallery): array
    {
        $found = [];
        $meant = $this->meantNow($gallery);
        foreach (PicturesNow::of($gallery) as $row) {
            $row->now_meant = $row->now_meant && ($meant === null || isset($meant[(int) $row->frame_id]));
            $proof = self::proof($row);
            [$then, $now] = [$proof->published(), self::now($proof, $row)];
            $changes = $then->changesTo($now);
            if ($changes !== []) {
                $found[] = ['proof' => $proof, 'changes' => $changes, 'then' => $then, 'now' => $now];
            }
        }

        return $found;
    }

    private static function proof(stdClass $row): GalleryFrame
    {
        $isOwn = fn (string $column): bool => ! str_starts_with($column, 'now_');

        return (new GalleryFrame())->newFromBuilder(array_filter((array) $row, $isOwn, ARRAY_FILTER_USE_KEY));
    }

    /** A picture that is not made yet is no other one. */
    private static function now(GalleryFrame $proof, stdClass $row): Published
    {
        return new Published(
            $proof->picture === null ? '' : (string) $row->now_picture,
            (int) $row->now_taken,
            (string) $row->now_headline,
            (string) $row->now_description,
            (bool) $row->now_meant,
        );
    }

    /**
     * @return array<int, int>|null
     *   frames that the gallery means by now, as keys; null where what it was made by is gone
     */
    private function meantNow(Gallery $gallery): ?array
    {
        try {
            $live =
                $gallery->live === null
                    ? []
                    : Frame::meeting($gallery->shoot, FrameFilter::where($gallery->live))
                        ->toBase()
                        ->pluck('frames.id')
                        ->map(fn ($id): int => (int) $id)
                        ->all();

            return array_flip([...$this->meant($gallery)->all(), ...$live]);
        } catch (InvalidFilter) {
            return null;
        }
    }

    /** @return list<int> frames that are chosen by now and not in it */
    public function missing(Gallery $gallery): array
    {
        return array_values(array_diff($this->meant($gallery)->all(), $gallery->frames()->pluck('frame_id')->all()));
    }

    /** Lets frames in that match the rule of a gallery that goes along, and says how many came. */
    public function follow(Gallery $gallery): int
    {
        if ($gallery->live === null) {
            return 0;
        }
        $live = $gallery->live;

        return DB::transaction(function () use ($gallery, $live): int {
            Gallery::query()->whereKey($gallery->id)->lockForUpdate()->first();
            $came = $this->add(
                $gallery,
                Frame::meeting($gallery->shoot, FrameFilter::where($live))
                    ->where('frames.is_pictured', true)
                    ->toBase()
                    ->pluck('frames.id')
                    ->map(fn ($id): int => (int) $id),
            );
            if ($came > 0) {
                $this->arrange($gallery);
                $this->start($gallery);
            }

            return $came;
        });
    }

    /** @return Collection<int, int> frames that the gallery's source selects now */
    private function meant(Gallery $gallery): Collection
    {
        parse_str((string) $gallery->source, $query);
        if (is_string($query['everywhere'] ?? null)) {
            $set = FrameSet::query()->where('studio_id', $gallery->shoot->studio_id)->find((int) $query['everywhere']);

            return $set === null
                ? collect()
                : $gallery->shoot->studio
                    ->shoots()
                    ->orderBy('held_on')
                    ->orderBy('id')
                    ->get()
                    ->flatMap(fn (Shoot $shoot): array => $set->frames($shoot));
        }

        return Frame::meeting($gallery->shoot, FrameFilter::ofQuery($query))
            ->toBase()
            ->pluck('frames.id')
            ->map(fn ($id): int => (int) $id);
    }

    /**
     * @param  Collection<int, int>  $frames  in order
     * @return int how many were not in it
     */
    private function add(Gallery $gallery, Collection $frames): int
    {
        $there = array_flip($gallery->frames()->pluck('frame_id')->all());
        $last = (int) $gallery->frames()->max('number');
        $came = 0;
        foreach ($frames->reject(fn (int $id): bool => isset($there[$id]))->chunk(self::PIECE) as $some) {
            $known = self::known($some);
            $rows = $some
                ->map(fn (int $id): ?stdClass => $known->get($id))
                ->filter()
                ->values()
                ->map(fn (stdClass $one, int $i): array => [
                    'number' => $last + $came + $i + 1,
                    ...self::row($gallery, $one),
                ]);
            DB::table('gallery_frames')->insert($rows->all());
            $came += $rows->count();
        }

        return $came;
    }

    /**
     * @param  Collection<int, int>  $frames
     * @return Collection<array-key, stdClass> by frame
     */
    private static function known(Collection $frames): Collection
    {
        return DB::table('frames')
            ->leftJoin('captions', 'captions.frame_id', '=', 'frames.id')
            ->whereIntegerInRaw('frames.id', $frames->all())
            ->selectRaw(
                "frames.id, width, height, taken_ms, JSON_VALUE(captions.fields, '$.headline') AS headline, ".
                    "JSON_VALUE(captions.fields, '$.description') AS description",
            )
            ->get()
            ->keyBy('id');
    }

    /** @return array<string, mixed> of a picture as it is now */
    private static function row(Gallery $gallery, stdClass $frame): array
    {
        return [
            'gallery_id' => $gallery->id,
            'frame_id' => $frame->id,
            'width' => $frame->width,
            'height' => $frame->height,
            'taken_ms' => $frame->taken_ms,
            'headline' => (string) $frame->headline,
            'description' => (string) $frame->description,
            'came_at' => now()->format('Y-m-d H:i:s.v'),
        ];
    }

    /**
     * @param  Collection<int, stdClass>  $rows
     * @return list<array{moment: int, local: int, headline: string, sets: list<string>, shoot: string}>
     */
    private function described(Gallery $gallery, Collection $rows): array
    {
        $sets = $gallery->sectioning === Sectioning::Set ? self::setsOf($gallery) : [];
        $shoots = Shoot::query()->whereKey($rows->pluck('shoot_id')->unique())->pluck('name', 'id');

        return array_values($rows->map(fn (stdClass $row): array => [
            'moment' => (int) $row->moment,
            'local' => $gallery->shoot->zone()->local((int) $row->taken_ms),
            'headline' => (string) $row->headline,
            'sets' => $sets[$row->frame_id] ?? [],
            'shoot' => (string) $shoots[$row->shoot_id],
        ])->all());
    }

    /** @return array<int, list<string>> frame => names of the sets it is in */
    private static function setsOf(Gallery $gallery): array
    {
        $sets = [];
        foreach (FrameSet::ofShoot($gallery->shoot)->get() as $set) {
            foreach ($set->frames($gallery->shoot) as $frame) {
                $sets[$frame][] = $set->name;
            }
        }

        return $sets;
    }

    /** Parts the gallery into its sections. */
    private function arrange(Gallery $gallery): void
    {
        $rows = DB::table('gallery_frames')
            ->join('frames', 'frames.id', '=', 'gallery_frames.frame_id')
            ->where('gallery_id', $gallery->id)
            ->orderBy('gallery_frames.taken_ms')
            ->orderBy('number')
            ->select('gallery_frames.*', 'moment', 'shoot_id')
            ->get();
        $titles = $gallery->sectioning->titles($this->described($gallery, $rows));
        $changed = [];
        foreach ($rows as $i => $row) {
            if ($row->section !== $titles[$i]) {
                $changed[mb_substr($titles[$i], 0, 160)][] = $row->id;
            }
        }
        array_map(self::title(...), array_map(strval(...), array_keys($changed)), $changed);
    }

    /** @param  list<int>  $frames */
    private static function title(string $title, array $frames): void
    {
        DB::table('gallery_frames')
            ->whereIntegerInRaw('id', $frames)
            ->update(['section' => $title]);
    }

    private function start(Gallery $gallery): void
    {
        $left = $gallery->frames()->whereNull('plain_large_path')->count();
        if ($left > 0 || $gallery->published_at === null) {
            MakeProofs::open($gallery, 'Making the proofs', $left);
        }
    }
}
