<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Query\JoinClause;
use Kanpai\Core\Looks\Look;
use Kanpai\Core\Looks\LookChoice;
use Kanpai\Core\Looks\LookValues;

/**
 * A look of a frame. The first is what the frame looks like; others stand beside it, such as one in black and white.
 *
 * @property int $id
 * @property int $frame_id
 * @property int $shoot_id
 * @property int $version which picture of the frame it was made for: 0 for the camera's own
 * @property int $number
 * @property array<string, mixed> $values
 * @property string|null $large_path of a preview, which is made when somebody needs it
 * @property string|null $small_path
 * @property bool $is_made
 * @property int $revision
 * @property Frame $frame
 */
final class FrameLook extends Model
{
    public const FIRST = LookChoice::FIRST;

    private const LOADED = 'looks';

    /** Bytes in a sidecar: long strokes of a brush can be more. */
    private const MOST_WRITTEN = 120_000;

    public $timestamps = false;

    protected $table = 'looks';

    protected $guarded = [];

    protected $casts = ['values' => 'array', 'number' => 'int', 'version' => 'int'];

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

    /**
     * The look that a frame has now: of the picture that stands for it.
     *
     * @param  string  $use  for which something is made of it; empty for none in particular
     * @return self|null null where it changes nothing
     */
    public static function ofFrame(Frame $frame, string $use = ''): ?self
    {
        $looks = self::ofPicture($frame);
        $uses = array_map(fn (self $look): array => LookChoice::uses($look->values), $looks);
        $own = $looks[LookChoice::number($uses, $use)] ?? null;

        return $own?->changesPicture() === true ? $own : null;
    }

    /** A look by its number, whatever it is for. */
    public static function numbered(Frame $frame, int $number): ?self
    {
        return self::ofPicture($frame)[$number] ?? null;
    }

    /**
     * All looks of a frame as a sidecar carries them: in JSON, by number.
     *
     * @return string empty where it has none, or where they are more than a sidecar should hold
     */
    public static function written(Frame $frame): string
    {
        $looks = array_filter(array_map(fn (self $look): array => $look->values, self::ofPicture($frame)));
        ksort($looks);
        $written = $looks === [] ? '' : (string) json_encode((object) $looks, JSON_UNESCAPED_UNICODE);

        return strlen($written) > self::MOST_WRITTEN ? '' : $written;
    }

    private function changesPicture(): bool
    {
        return LookValues::ofPicture($this->values) !== [];
    }

    /** @return array<int, self> number => look, of the picture that stands for the frame */
    private static function ofPicture(Frame $frame): array
    {
        $looks = $frame->relationLoaded(self::LOADED)
            ? $frame->getRelation(self::LOADED)
            : self::query()->where('frame_id', $frame->id)->get();
        $own = [];
        foreach ($looks instanceof Collection ? $looks : [] as $look) {
            if ($look instanceof self && $look->version === (int) $frame->version_id) {
                $own[$look->number] = $look;
            }
        }

        return $own;
    }

    /**
     * What the pictures of frames are called that are made for a use, where they have a look for it.
     *
     * @param  list<int>  $frames
     * @return array<int, string|null> frame => path of the preview; null for a look that changes nothing
     */
    public static function pathsFor(string $use, array $frames): array
    {
        $looks = $uses = [];
        foreach (self::ofNow($frames) as $look) {
            $looks[$look->frame_id][$look->number] = $look->large_path;
            $uses[$look->frame_id][$look->number] = LookChoice::uses($look->values);
        }
        $paths = [];
        foreach ($uses as $frame => $own) {
            $number = LookChoice::number($own, $use);
            $number === LookChoice::FIRST || $paths[$frame] = $looks[$frame][$number] ?? null;
        }

        return $paths;
    }

    /**
     * @param  list<int>  $frames
     * @return Collection<int, self> of the pictures that stand for them
     */
    private static function ofNow(array $frames): Collection
    {
        return self::query()
            ->join('frames', 'frames.id', '=', 'looks.frame_id')
            ->whereRaw('looks.version = COALESCE(frames.version_id, 0)')
            ->whereIntegerInRaw('looks.frame_id', $frames)
            ->get('looks.*');
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
