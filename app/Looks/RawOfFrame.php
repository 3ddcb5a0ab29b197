<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use InvalidArgumentException;
use Kanpai\Core\Looks\ColourSource;

/**
 * What is known of the raw file of a frame: its colours, and a preview in the colours of its sensor; or why it cannot
 * be developed.
 *
 * @property int $frame_id
 * @property int $shoot_id
 * @property array{toSrgb: array{array{float, float, float}, array{float, float, float}, array{float, float, float}},
 *     asShot: array{float, float, float}, daylight: array{float, float, float}, stops: float}|null $colours
 * @property string|null $path of the preview, below the folder of pictures
 * @property int $width
 * @property int $height
 * @property string|null $problem
 */
final class RawOfFrame extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $table = 'raws';

    protected $primaryKey = 'frame_id';

    protected $guarded = [];

    protected $casts = ['colours' => 'array', 'width' => 'int', 'height' => 'int'];

    public static function ofFrame(Frame $frame): ?self
    {
        return $frame->relationLoaded('raw') ? $frame->getRelation('raw') : self::query()->find($frame->id);
    }

    /**
     * Asks for what is known of many frames at once.
     *
     * @param  Collection<int, Frame>  $frames
     */
    public static function ofFrames(Collection $frames): void
    {
        $raws = self::query()->whereIntegerInRaw('frame_id', $frames->modelKeys())->get()->keyBy('frame_id');
        foreach ($frames as $frame) {
            $frame->setRelation('raw', $raws->get($frame->id));
        }
    }

    /** @throws InvalidArgumentException when what was read is no camera's colours */
    public function source(): ?ColourSource
    {
        return $this->colours === null
            ? null
            : ColourSource::camera(
                $this->colours['toSrgb'],
                $this->colours['asShot'],
                $this->colours['daylight'],
                $this->colours['stops'],
            );
    }
}
