<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Marks;
use Kanpai\Core\Frames\UseList;
use Kanpai\Core\Frames\Verdict;

/**
 * Marks of frames, locked until the transaction ends. The only class that writes verdict, rating, uses and labels of
 * other software.
 *
 * Whoever stores marks tells everybody: MarksStored inside the transaction, MarksChanged once it has ended.
 *
 * @phpstan-type MarkWords array{verdict: string, rating: int<0, 5>, label: string}
 */
final class FrameMarks
{
    private const PIECE = 1000;

    /** @var array<int, Marks> frame => marks as they are now */
    private array $marks = [];

    /** @var array<int, string|null> frame => label of other software, where the uses would be written otherwise */
    private array $labels = [];

    /** @var array<int, true> frames whose marks differ from the database */
    private array $changed = [];

    /** @var array<int, array{Marks, Marks}> frames that took over marks of other software => before, after */
    private array $imported = [];

    private ?UseList $uses = null;

    private function __construct(private readonly Shoot $shoot)
    {
    }

    /**
     * @param  iterable<int>  $frames  those that are not in the shoot, or set aside, are left out
     */
    public static function lock(Shoot $shoot, iterable $frames): self
    {
        Revised::Frames->hold($shoot->id);
        $marks = new self($shoot);
        foreach (array_chunk(array_unique([...$frames]), self::PIECE) as $some) {
            $rows = DB::table('frames')
                ->where('shoot_id', $shoot->id)
                ->whereNull('aside_at')
                ->whereIntegerInRaw('id', $some)
                ->orderBy('id')
                ->lockForUpdate()
                ->get(['id', 'verdict', 'rating', 'uses', 'other_label']);
            foreach ($rows as $row) {
                $marks->marks[(int) $row->id] = Marks::of(
                    Verdict::from((string) $row->verdict),
                    max(0, min(5, (int) $row->rating)),
                    (int) $row->uses,
                );
                $marks->labels[(int) $row->id] = $row->other_label === null ? null : (string) $row->other_label;
            }
        }

        return $marks;
    }

    public function of(int $frame): ?Marks
    {
        return $this->marks[$frame] ?? null;
    }

    /** @return MarkWords|null as sidecars and batches keep them */
    public function words(int $frame): ?array
    {
        $marks = $this->marks[$frame] ?? null;

        return $marks === null
            ? null
            : [
                'verdict' => $marks->verdict->value,
                'rating' => max(0, min(5, $marks->rating)),
                'label' => $this->uses()->label($marks->uses, $this->labels[$frame]),
            ];
    }

    public function put(int $frame, Marks $marks): void
    {
        $before = $this->marks[$frame];
        if ($marks->equals($before)) {
            return;
        }
        if ($marks->uses !== $before->uses) {
            $this->labels[$frame] = null;
        }
        $this->marks[$frame] = $marks;
        $this->changed[$frame] = true;
    }

    /**
     * Takes over what other software wrote: its label becomes the uses of the frame, and stays as it is written.
     *
     * @param  MarkWords  $words
     */
    public function import(int $frame, array $words): void
    {
        $now = $this->words($frame);
        if ($now === null || $now === $words) {
            return;
        }
        $before = $this->marks[$frame];
        $uses = $before->uses;
        if ($words['label'] !== $now['label']) {
            [$uses, $this->labels[$frame]] = Uses::import($this->shoot->studio, $words['label']);
            $this->uses = null;
        }
        $this->marks[$frame] = Marks::of(Verdict::from($words['verdict']), $words['rating'], $uses);
        $this->changed[$frame] = true;
        $this->imported[$frame] = [$before, $this->marks[$frame]];
    }

    /** @param  int|null  $revision  of the marks of the shoot, as culling counts them */
    public function store(?int $revision): void
    {
        foreach ($this->alike() as $frames) {
            $marks = $this->marks[$frames[0]];
            $row = [
                'verdict' => $marks->verdict,
                'rating' => $marks->rating,
                'uses' => $marks->uses,
                'other_label' => $this->labels[$frames[0]],
                ...$revision === null ? [] : ['revision' => $revision],
            ];
            foreach (array_chunk($frames, self::PIECE) as $some) {
                DB::table('frames')->whereIntegerInRaw('id', $some)->update($row);
            }
        }
        self::tell($this->shoot, array_keys($this->changed));
        $this->changed = [];
    }

    /**
     * Stores what was imported, as a step of culling that can be undone.
     *
     * @param  int|null  $member  who imported it
     */
    public function storeImported(?int $member): void
    {
        $imported = $this->imported;
        $this->imported = [];
        $this->store(null);
        if ($imported !== []) {
            event(new MarksImported($this->shoot, $member, $imported));
        }
    }

    /**
     * Replaces the verdicts of a shoot.
     *
     * @param  Builder  $verdicts  rows of `frame_id` and `verdict`; frames without one keep theirs
     */
    public static function replaceVerdicts(Shoot $shoot, Builder $verdicts, int $revision): void
    {
        $changing = fn (): Builder => DB::table('frames')
            ->joinSub($verdicts, 'given', 'given.frame_id', '=', 'frames.id')
            ->where('frames.shoot_id', $shoot->id)
            ->whereColumn('frames.verdict', '<>', 'given.verdict');
        $frames = $changing()->pluck('frames.id')->map(fn ($id): int => (int) $id)->all();
        $changing()->update(['frames.verdict' => DB::raw('given.verdict'), 'frames.revision' => $revision]);
        self::tell($shoot, array_values($frames));
    }

    private function uses(): UseList
    {
        return $this->uses ??= Uses::of($this->shoot->studio);
    }

    /** @return list<non-empty-list<int>> changed frames, those with the same marks together */
    private function alike(): array
    {
        $groups = [];
        foreach (array_keys($this->changed) as $frame) {
            $marks = $this->marks[$frame];
            $key = "{$marks->verdict->value} {$marks->rating} {$marks->uses} {$this->labels[$frame]}";
            $groups[$key][] = $frame;
        }

        return array_values($groups);
    }

    /** @param  list<int>  $frames */
    private static function tell(Shoot $shoot, array $frames): void
    {
        if ($frames !== []) {
            event(new MarksStored($shoot, $frames));
        }
        DB::afterCommit(fn () => event(new MarksChanged($shoot->id)));
    }
}
