<?php

declare(strict_types=1);

namespace App\Cull;

use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Marks;
use Kanpai\Core\Frames\Verdict;

/**
 * The steps of a shoot and the marks that they made: what is needed to undo and redo them.
 *
 * @phpstan-import-type StepInput from Marking
 */
final class StepLog
{
    private const PIECE = 1000;

    /** @var array<string, Step> UUID => step */
    private array $steps = [];

    /** @var array<int, list<array<string, mixed>>> step => rows of marks */
    private array $rows = [];

    /** @var list<array<string, mixed>> rows that are not in the database yet */
    private array $new = [];

    private function __construct(
        private readonly Shoot $shoot,
        private readonly Culling $culling,
        private readonly ?int $member,
    ) {
    }

    /** @param  list<string>  $uuids  of the steps that may be undone, redone or sent again */
    public static function of(Shoot $shoot, Culling $culling, Member $member, array $uuids): self
    {
        $log = new self($shoot, $culling, $member->id);
        foreach (Step::query()->whereIn('uuid', $uuids)->get() as $step) {
            $log->steps[$step->uuid] = $step;
            $step->shoot_id === $shoot->id && ($log->rows[$step->id] = []);
        }
        if ($log->rows !== []) {
            $rows = DB::table('marks')->whereIn('step_id', array_keys($log->rows))->orderBy('frame_id')->get();
            foreach ($rows as $row) {
                $log->rows[(int) $row->step_id][] = (array) $row;
            }
        }

        return $log;
    }

    /** A log for steps that were already made. */
    public static function forImport(Shoot $shoot, Culling $culling, ?int $member): self
    {
        return new self($shoot, $culling, $member);
    }

    /** @return list<int> frames of the known steps */
    public function frames(): array
    {
        $frames = array_map(fn (array $rows): array => array_column($rows, 'frame_id'), array_values($this->rows));

        return array_map(intval(...), array_merge(...$frames));
    }

    public function find(string $uuid): ?Step
    {
        return $this->steps[$uuid] ?? null;
    }

    public function isOwn(Step $step): bool
    {
        return $step->shoot_id === $this->shoot->id && $step->member_id === $this->member;
    }

    /**
     * @param  StepInput  $input
     * @param  list<MarkChange>  $changes
     */
    public function add(array $input, array $changes, ?int $set): void
    {
        $step = $this->create($input, false);
        foreach ($changes as $change) {
            $row = [
                'step_id' => $step->id,
                'frame_id' => $change->frame,
                'verdict_before' => $change->before->verdict->value,
                'verdict' => $change->after->verdict->value,
                'rating_before' => $change->before->rating,
                'rating' => $change->after->rating,
                'uses_before' => $change->before->uses,
                'uses' => $change->after->uses,
                'set_id' => $change->collected === null ? null : $set,
                'collected' => $change->collected,
            ];
            $this->new[] = $this->rows[$step->id][] = $row;
        }
    }

    /**
     * A step whose undo came first: when it arrives, it is not applied any more.
     *
     * @param  StepInput  $input
     */
    public function addUndone(array $input): void
    {
        $this->create($input, true);
    }

    /** @return list<array{MarkChange, int|null}> what a step did, and the set that it collected into */
    public function changesOf(Step $step): array
    {
        $changes = [];
        foreach ($this->rows[$step->id] ?? [] as $row) {
            $before = self::marks($row['verdict_before'], $row['rating_before'], $row['uses_before']);
            $after = self::marks($row['verdict'], $row['rating'], $row['uses']);
            $collected = $row['collected'] === null ? null : (bool) $row['collected'];
            $change = new MarkChange((int) $row['frame_id'], $before, $after, $after, $collected);
            $changes[] = [$change, $row['set_id'] === null ? null : (int) $row['set_id']];
        }

        return $changes;
    }

    public function store(): void
    {
        foreach (array_chunk($this->new, self::PIECE) as $some) {
            DB::table('marks')->insert($some);
        }
        $this->new = [];
    }

    /** The name of whoever marked a frame last. */
    public static function lastAuthor(int $frame): string
    {
        return (string) DB::table('marks')
            ->join('steps', 'steps.id', '=', 'marks.step_id')
            ->leftJoin('members', 'members.id', '=', 'steps.member_id')
            ->where('frame_id', $frame)
            ->whereNull('undone_at')
            ->orderByDesc('steps.revision')
            ->orderByDesc('steps.id')
            ->value('members.name');
    }

    /** @param  StepInput  $input */
    private function create(array $input, bool $isUndone): Step
    {
        return $this->steps[$input['id']] = Step::query()->create([
            'uuid' => $input['id'],
            'shoot_id' => $this->shoot->id,
            'member_id' => $this->member,
            'title' => mb_substr(trim($input['title'] ?? '') ?: 'A mark', 0, 255),
            'revision' => $this->culling->revision,
            'made_at' => now(),
            'round_id' => $this->round($input['round'] ?? null),
            'undone_at' => $isUndone ? now() : null,
        ]);
    }

    /** The round that a step names, as long as the shoot has it; else the current one. */
    private function round(?int $round): int
    {
        $isKnown =
            $round === null ||
            $round === $this->culling->round ||
            Round::query()->where('shoot_id', $this->shoot->id)->whereKey($round)->exists();

        return $isKnown ? $round ?? $this->culling->round : $this->culling->round;
    }

    private static function marks(mixed $verdict, mixed $rating, mixed $uses): Marks
    {
        assert(is_string($verdict) && is_numeric($rating) && is_numeric($uses));

        return Marks::of(Verdict::from($verdict), max(0, min(5, (int) $rating)), (int) $uses);
    }
}
