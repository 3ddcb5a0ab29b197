<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Query\JoinClause;
use Kanpai\Core\Looks\Look;

/**
 * A look of a frame. The first is what the frame looks like; others stand beside it, such as one in black and white.
 *
 * @property int $id
 * @property int $frame_id
 * @property int $shoot_id
 * @property int $version which picture of the frame it was made for: 0 for the camera's own
 * @property int $number
 * @property string $name
 * @property int $uses a bit for each use of the studio
 * @property array<string, mixed> $values
 * @property string|null $large_path of a preview, which is made when somebody needs it
 * @property string|null $small_path
 * @property bool $is_made
 * @property int $revision
 * @property Frame $frame
 */
final class FrameLook extends Model
{
    public const FIRST = 1;

    private const LOADED = 'looks';

    public $timestamps = false;

    protected $table = 'looks';

    protected $guarded = [];

    protected $casts = ['values' => 'array', 'number' => 'int', 'version' => 'int', 'uses' => 'int'];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    /** To be joined to the table `frames`: the look that each frame has now. */
    public static function ofThem(JoinClause $join): void
    {
        $join->on('looks.frame_id', '=', 'frames.id')
            ->where('looks.number', self::FIRST)
            ->whereRaw('looks.version = COALESCE(frames.version_id, 0)');
    }

    public function look(): Look
    {
        return Look::of($this->values);
    }

    /** The look that a frame has now: of the picture that stands for it. */
    public static function ofFrame(Frame $frame, int $number = self::FIRST): ?self
    {
        $looks = $frame->relationLoaded(self::LOADED)
            ? $frame->getRelation(self::LOADED)
            : self::query()->where('frame_id', $frame->id)->get();
        assert($looks instanceof Collection);
        $own = $looks->first(
            fn (Model $look): bool => $look instanceof self &&
                $look->number === $number && $look->version === (int) $frame->version_id,
        );

        return $own instanceof self && $own->values !== [] ? $own : null;
    }

    /**
     * Asks for the looks of many frames at once.
     *
     * @param  Collection<int, Frame>  $frames
     */
    public static function ofFrames(Collection $frames): void
    {
        $looks = self::query()->whereIntegerInRaw('frame_id', $frames->modelKeys())->get()->groupBy('frame_id');
        foreach ($frames as $frame) {
            $frame->setRelation(self::LOADED, $looks->get($frame->id) ?? new Collection());
        }
    }
}
