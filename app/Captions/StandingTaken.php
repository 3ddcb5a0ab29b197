<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;

/**
 * Frames were given the rating, verdict or label that other software wrote, or given back what they had before. Told
 * inside the transaction that does it.
 *
 * @phpstan-type Words array{verdict: string, rating: int<0, 5>, label: string}
 */
final readonly class StandingTaken
{
    /**
     * @param  int|null  $member  who did it
     * @param  array<int, array{before: Words, after: Words}>  $frames
     */
    private function __construct(public Shoot $shoot, public ?int $member, public array $frames)
    {
    }

    /** @param  array<int, array{before: Words, after: Words}>  $frames */
    public static function by(Shoot $shoot, ?int $member, array $frames): void
    {
        $changing = array_filter($frames, fn (array $frame): bool => $frame['before'] !== $frame['after']);
        foreach ($changing as $id => ['after' => $after]) {
            DB::table('frames')->where('id', $id)->update($after);
        }
        if ($changing !== []) {
            event(new self($shoot, $member, $changing));
        }
    }

    /**
     * How frames stand, held until the transaction ends.
     *
     * @param  list<int>  $frames
     * @return array<int, Words>
     */
    public static function standing(array $frames): array
    {
        $words = [];
        foreach (
            DB::table('frames')
                ->whereIn('id', $frames)
                ->orderBy('id')
                ->lockForUpdate()
                ->get(['id', 'verdict', 'rating', 'label']) as $frame
        ) {
            $words[(int) $frame->id] = [
                'verdict' => (string) $frame->verdict,
                'rating' => max(0, min(5, (int) $frame->rating)),
                'label' => (string) $frame->label,
            ];
        }

        return $words;
    }
}
