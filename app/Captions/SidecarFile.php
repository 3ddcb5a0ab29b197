<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Metadata\FileMetadata;

/**
 * A sidecar of a frame in one place: its contents when it was last written or read, and what other software has
 * made of it since.
 *
 * @property int $id
 * @property int $frame_id
 * @property string $place
 * @property string $path below the place
 * @property string $hash of the file as it was known
 * @property array{fields: array<string, string>, rating: int|null, label: string} $written
 * @property array{fields: array<string, string>, rating: int|null, label: string}|null $theirs
 * @property Frame $frame
 */
final class SidecarFile extends Model
{
    public $timestamps = false;

    protected $table = 'sidecars';

    protected $guarded = [];

    protected $casts = ['written' => 'array', 'theirs' => 'array'];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    /** @return Builder<self> */
    public static function ofShoot(Shoot $shoot): Builder
    {
        return self::query()
            ->whereIn('frame_id', Frame::query()->where('shoot_id', $shoot->id)->select('id'))
            ->orderBy('id');
    }

    /** @return array{fields: array<string, string>, rating: int|null, label: string} */
    public static function words(FileMetadata $metadata): array
    {
        return ['fields' => $metadata->caption->values(), 'rating' => $metadata->rating, 'label' => $metadata->label];
    }

    /**
     * What other software changed: compared with the sidecar before, unless it is what we have too.
     *
     * @param  array{fields: array<string, string>, rating: int|null, label: string}  $base
     * @param  array{fields: array<string, string>, rating: int|null, label: string}  $theirs
     * @param  array{fields: array<string, string>, rating: int|null, label: string}  $ours
     * @return array<string, array{label: string, ours: string, theirs: string}> field, or `rating` or `label`
     */
    public static function differences(array $base, array $theirs, array $ours): array
    {
        $found = self::changedFields($base['fields'], $theirs['fields'], $ours['fields']);
        foreach (['rating' => 'Rating', 'label' => 'Label'] as $name => $label) {
            if ($theirs[$name] !== $base[$name] && $theirs[$name] !== $ours[$name] && ($theirs[$name] ?? '') !== '') {
                $found[$name] = [
                    'label' => $label,
                    'ours' => self::ratingInWords($ours[$name]),
                    'theirs' => self::ratingInWords($theirs[$name]),
                ];
            }
        }

        return $found;
    }

    /**
     * @param  array<string, string>  $base
     * @param  array<string, string>  $theirs
     * @param  array<string, string>  $ours
     * @return array<string, array{label: string, ours: string, theirs: string}>
     */
    private static function changedFields(array $base, array $theirs, array $ours): array
    {
        $found = [];
        [$before, $now, $here] = array_map(Caption::of(...), [$base, $theirs, $ours]);
        foreach ($before->differsIn($now) as $field) {
            if ($now->items($field) !== $here->items($field)) {
                $found[$field->value] = [
                    'label' => $field->fullLabel(),
                    'ours' => $here->text($field),
                    'theirs' => $now->text($field),
                ];
            }
        }

        return $found;
    }

    private static function ratingInWords(int|string|null $value): string
    {
        return $value === -1 ? 'rejected' : (string) $value;
    }

    /** @return array<string, array{label: string, ours: string, theirs: string}> */
    public function difference(): array
    {
        return $this->theirs === null
            ? []
            : self::differences($this->written, $this->theirs, Sidecars::ours($this->frame));
    }

    /**
     * @return array{array<string, string>, array{rating?: int, label?: string}}
     *   what is to be taken over: field => text, and the marks of the frame (a rating of −1 is a rejected one)
     */
    public function taken(): array
    {
        $texts = array_map(fn (array $words): string => $words['theirs'], $this->difference());
        $marks = [];
        if (isset($texts['rating'])) {
            $marks['rating'] = (int) ($this->theirs['rating'] ?? 0);
        }
        if (isset($texts['label'])) {
            $marks['label'] = mb_substr($texts['label'], 0, 120);
        }

        return [array_diff_key($texts, $marks), $marks];
    }
}
