<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\FoundInOwnStudio;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Filter\Subject;
use Kanpai\Core\Frames\Filter\Test;
use Kanpai\Core\Frames\FrameFilter;

/**
 * Frames put together by hand, or, with a rule, those that match it: then it is always up to date.
 *
 * @property int $id
 * @property int $studio_id
 * @property int|null $shoot_id null for one of all shoots
 * @property string $name
 * @property string|null $rule the filter of a live set
 */
final class FrameSet extends Model
{
    use FoundInOwnStudio;

    protected $table = 'sets';

    protected $guarded = [];

    /** @return Builder<self> those that can be used in a shoot */
    public static function ofShoot(Shoot $shoot): Builder
    {
        return self::query()
            ->where('studio_id', $shoot->studio_id)
            ->where(fn (Builder $query) => $query->where('shoot_id', $shoot->id)->orWhereNull('shoot_id'))
            ->orderBy('name')
            ->orderBy('id');
    }

    /**
     * A set made by hand, of frames of a shoot.
     *
     * @param  iterable<int>  $frames
     */
    public static function ofFrames(Shoot $shoot, string $name, iterable $frames, bool $isEverywhere = false): self
    {
        return DB::transaction(function () use ($shoot, $name, $frames, $isEverywhere): self {
            $set = self::query()->create([
                'studio_id' => $shoot->studio_id,
                'shoot_id' => $isEverywhere ? null : $shoot->id,
                'name' => $name,
                'rule' => null,
            ]);
            foreach (array_chunk([...$frames], 1000) as $some) {
                DB::table('set_frames')->insertOrIgnore(
                    array_map(fn (int $frame): array => ['set_id' => $set->id, 'frame_id' => $frame], $some),
                );
            }

            return $set;
        });
    }

    /** Puts a frame into a set made by hand, or takes it out. */
    public static function collect(int $set, int $frame, bool $isIn): void
    {
        $row = ['set_id' => $set, 'frame_id' => $frame];
        $isIn ? DB::table('set_frames')->insertOrIgnore($row) : DB::table('set_frames')->where($row)->delete();
    }

    /** A name that no set of the shoot has yet. */
    public static function freeName(Shoot $shoot, string $name): string
    {
        $taken = array_map(mb_strtolower(...), self::ofShoot($shoot)->pluck('name')->all());
        $free = mb_substr($name, 0, 110);
        for ($n = 2; in_array(mb_strtolower($free), $taken, true); $n++) {
            $free = mb_substr($name, 0, 110)." {$n}";
        }

        return $free;
    }

    /** Gives it another name, also where live sets of the studio ask for it. */
    public function rename(string $name): void
    {
        DB::transaction(function () use ($name): void {
            $asked = (string) Test::of(Subject::Set->value, ':', $this->name);
            foreach (self::query()->where('studio_id', $this->studio_id)->whereNotNull('rule')->get() as $live) {
                $rule = str_replace($asked, (string) Test::of(Subject::Set->value, ':', $name), (string) $live->rule);
                if ($rule !== $live->rule) {
                    $live->update(['rule' => $rule]);
                }
            }
            $this->update(['name' => $name]);
        });
    }

    /**
     * @param  Builder<self>  $query
     * @param  Builder<Shoot>  $shoots
     */
    protected function narrow(Builder $query, Builder $shoots): void
    {
        $query->where('studio_id', Member::current()->studio_id);
    }

    /** Its frames, as a filter asks for them. */
    public function asked(): string
    {
        return 'set:"'.addcslashes($this->name, '"\\').'"';
    }

    public function isLive(): bool
    {
        return $this->rule !== null;
    }

    /** @return list<int> of one shoot */
    public function frames(Shoot $shoot): array
    {
        $ids =
            $this->rule === null
                ? Frame::of($shoot)
                    ->whereIn('frames.id', DB::table('set_frames')->where('set_id', $this->id)->select('frame_id'))
                    ->toBase()
                    ->pluck('frames.id')
                : Frame::meeting($shoot, FrameFilter::where($this->rule))->toBase()->pluck('frames.id');

        return array_map(intval(...), array_values($ids->all()));
    }
}
