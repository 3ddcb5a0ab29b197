<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use InvalidArgumentException;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Looks\Colour\WhitePoint;
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

    /** @return Builder<Frame> frames of a shoot that are finished from their raw files */
    public static function finished(Shoot $shoot): Builder
    {
        $own = Frame::of($shoot)
            ->whereNull('frames.version_id')
            ->whereHas('files', fn (Builder $files) => $files->where('kind', FileKind::Raw)->whereNotNull('hash'));

        return RawFirst::of($shoot->studio_id)
            ? $own
            : $own->whereDoesntHave('files', fn (Builder $files) => $files->where('kind', FileKind::Jpeg));
    }

    /** @return array<int, self> frame => what is known of its raw file, of all that are finished from one */
    public static function ofShoot(Shoot $shoot): array
    {
        return self::query()
            ->where('shoot_id', $shoot->id)
            ->whereIn('frame_id', self::finished($shoot)->select('frames.id'))
            ->get()
            ->keyBy('frame_id')
            ->all();
    }

    /** Kelvin that it was shot for; null where it is finished from another file. */
    public function shotFor(): ?float
    {
        $source = $this->problem === null ? $this->source() : null;

        return $source === null ? null : WhitePoint::nearest($source->asShot)['kelvin'];
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
