<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\FrameSet;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Cull\KeyClash;
use Kanpai\Core\Cull\Keys;

/**
 * How a member likes to cull, saved with the account: keys, whether marking moves on, the set that is collected into.
 */
final readonly class Habits
{
    /** @param  array<string, mixed>  $habits */
    private function __construct(private Member $member, private array $habits)
    {
    }

    public static function of(Member $member): self
    {
        return new self(
            $member,
            (array) json_decode((string) DB::table('members')->where('id', $member->id)->value('habits'), true),
        );
    }

    public function keys(): Keys
    {
        try {
            return Keys::usual()->with(
                is_array($this->habits['keys'] ?? null) ? array_map(strval(...), $this->habits['keys']) : [],
            );
        } catch (KeyClash) {
            // Kept by a version that had other actions.
            return Keys::usual();
        }
    }

    public function movesOn(): bool
    {
        return ($this->habits['movesOn'] ?? true) === true;
    }

    /**
     * Whether a rating moves on to the next frame, as verdicts do; else the verdict can follow it on the same frame.
     */
    public function ratingMovesOn(): bool
    {
        return ($this->habits['ratingMovesOn'] ?? false) === true;
    }

    public function withRatingMovingOn(bool $movesOn): void
    {
        $this->keep(['ratingMovesOn' => $movesOn]);
    }

    /** The set that is collected into, if it still exists. */
    public function collects(Shoot $shoot): ?int
    {
        $set = $this->habits['collects'][$shoot->id] ?? null;

        return is_int($set) && FrameSet::ofShoot($shoot)->whereKey($set)->exists() ? $set : null;
    }

    public function withKeys(Keys $keys): void
    {
        $this->keep(['keys' => $keys->changed()]);
    }

    public function withMovingOn(bool $movesOn): void
    {
        $this->keep(['movesOn' => $movesOn]);
    }

    public function collectingInto(Shoot $shoot, ?int $set): void
    {
        $collects = (array) ($this->habits['collects'] ?? []);
        $collects[$shoot->id] = $set;
        $this->keep(['collects' => $collects]);
    }

    /** @param  array<string, mixed>  $changed */
    private function keep(array $changed): void
    {
        $habits = json_encode([...$this->habits, ...$changed], JSON_THROW_ON_ERROR | JSON_FORCE_OBJECT);
        DB::table('members')->where('id', $this->member->id)->update(['habits' => $habits]);
    }
}
