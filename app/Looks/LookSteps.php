<?php

declare(strict_types=1);

namespace App\Looks;

use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Looks\LookValues;

/**
 * Applies steps to looks, undoes and redoes them.
 *
 * Every step is kept. One that is sent twice changes nothing the second time; one that arrives after its own undo is
 * not applied any more. Nothing of somebody else is overwritten unseen: a change names what its author saw, and where
 * something else is there, it is returned as a conflict.
 *
 * @phpstan-import-type ChangeInput from LookChange
 *
 * @phpstan-type StepInput array{id: string, title: string, changes: list<ChangeInput>, takeBack: bool, again: bool}
 * @phpstan-type Conflict array{step: string, frame: int, number: int, parts: list<string>,
 *     values: array<string, mixed>, by: string}
 */
final class LookSteps
{
    private LooksHeld $looks;

    /** @var list<Conflict> */
    private array $conflicts = [];

    /**
     * @param  list<StepInput>  $steps  in the order in which they were made
     * @return array{revision: int, refused: array<string, string>, conflicts: list<Conflict>}
     */
    public function apply(Shoot $shoot, Member $member, array $steps): array
    {
        return DB::transaction(function () use ($shoot, $member, $steps): array {
            $this->conflicts = [];
            $finishing = Finishing::held($shoot)->next();
            $known = LookStep::query()->whereIn('uuid', array_column($steps, 'id'))->get()->keyBy('uuid');
            $this->looks = LooksHeld::of($shoot, $finishing->revision, self::frames($steps, $known->modelKeys()));
            foreach ($steps as $step) {
                $before = $known[$step['id']] ??= $this->make($shoot, $member, $finishing->revision, $step);
                $this->turned($before, $member, $step, $finishing->revision);
            }
            $this->looks->store();

            return ['revision' => $finishing->revision, 'refused' => [], 'conflicts' => $this->conflicts];
        }, 3);
    }

    /**
     * @param  list<StepInput>  $steps
     * @param  array<int|string>  $known
     * @return list<int> all that the steps, and those that are undone, are about
     */
    private static function frames(array $steps, array $known): array
    {
        $asked = array_map(fn (array $step): array => array_column($step['changes'], 'frame'), $steps);
        $before = DB::table('look_changes')->whereIn('step_id', $known)->distinct()->pluck('frame_id');

        $undone = $before->map(fn ($id): int => (int) $id)->all();

        return array_values(array_unique([...array_merge(...$asked), ...$undone]));
    }

    /** @param  StepInput  $input */
    private function make(Shoot $shoot, Member $member, int $revision, array $input): LookStep
    {
        $step = LookStep::query()->create([
            'uuid' => $input['id'],
            'shoot_id' => $shoot->id,
            'member_id' => $member->id,
            'title' => mb_substr(trim($input['title']) ?: 'A change', 0, 255),
            'revision' => $revision,
            'made_at' => now(),
            // Its undo came first.
            'undone_at' => $input['takeBack'] ? now() : null,
        ]);
        $rows = $input['takeBack'] || $input['again'] ? [] : $this->changes($input, $step->id);
        foreach (array_chunk($rows, 500) as $some) {
            DB::table('look_changes')->insert($some);
        }

        return $step;
    }

    /**
     * @param  StepInput  $input
     * @return list<array<string, mixed>> rows of what was done
     */
    private function changes(array $input, int $step): array
    {
        $rows = [];
        foreach ($input['changes'] as $change) {
            $change = new LookChange(
                $change['frame'],
                $change['number'],
                $change['was'],
                $change['now'],
                $this->looks->version($change['frame']),
            );
            $values = $this->looks->values($change);
            $conflicts = $values === null ? [] : $change->conflicts($values);
            if ($conflicts !== []) {
                $this->conflict($input['id'], $change, $conflicts, (array) $values);
            } elseif ($values !== null) {
                $rows[] = $this->row($step, $change, $values);
                $this->looks->put($change);
            }
        }

        return $rows;
    }

    /**
     * @param  array<string, mixed>  $values  as they were
     * @return array<string, mixed>
     */
    private function row(int $step, LookChange $change, array $values): array
    {
        $before = array_map(fn (string $part): mixed => $values[$part] ?? null, array_keys($change->now));

        return [
            'step_id' => $step,
            'frame_id' => $change->frame,
            'version' => $change->version,
            'number' => $change->number,
            'before' => json_encode(array_combine(array_keys($change->now), $before), JSON_THROW_ON_ERROR),
            'after' => json_encode($change->now, JSON_THROW_ON_ERROR),
        ];
    }

    /** @param  StepInput  $input */
    private function turned(LookStep $step, Member $member, array $input, int $revision): void
    {
        if ($input['takeBack'] || $input['again']) {
            $this->turn($step, $member, $input['takeBack'], $revision);
        }
    }

    /** Undoes a step, or redoes it: each look as far as nothing has changed it since. */
    private function turn(LookStep $step, Member $member, bool $isUndo, int $revision): void
    {
        if ($step->member_id !== $member->id || ($step->undone_at !== null) === $isUndo) {
            return;
        }
        $step->update(['undone_at' => $isUndo ? now() : null, 'revision' => $revision]);
        foreach (DB::table('look_changes')->where('step_id', $step->id)->get() as $row) {
            $change = LookChange::ofRow($row);
            $change = $isUndo ? $change : $change->turned();
            $values = $this->looks->values($change);
            $values === null || $this->looks->put($change->undone($values));
        }
    }

    /**
     * @param  list<string>  $parts
     * @param  array<string, mixed>  $values
     */
    private function conflict(string $step, LookChange $change, array $parts, array $values): void
    {
        $this->conflicts[] = [
            'step' => $step,
            'frame' => $change->frame,
            'number' => $change->number,
            'parts' => $parts,
            'values' => LookValues::changed($values, []),
            'by' => (string) DB::table('look_changes')
                ->join('look_steps', 'look_steps.id', '=', 'look_changes.step_id')
                ->leftJoin('members', 'members.id', '=', 'look_steps.member_id')
                ->where('frame_id', $change->frame)
                ->whereNull('undone_at')
                ->orderByDesc('look_steps.id')
                ->value('members.name'),
        ];
    }
}
