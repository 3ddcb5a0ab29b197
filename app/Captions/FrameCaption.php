<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\Frame;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Kanpai\Core\Frames\Caption\Caption;

/**
 * The caption of one frame as it is.
 *
 * @property int $frame_id
 * @property int $shoot_id
 * @property array<string, string> $fields
 * @property list<string> $own fields set on the frame itself, which no sheet changes
 * @property bool $tells whether it says what the picture shows
 * @property CarbonImmutable|null $written_at when the sidecar was written
 * @property Frame $frame
 */
final class FrameCaption extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $table = 'captions';

    protected $primaryKey = 'frame_id';

    protected $guarded = [];

    protected $attributes = ['own' => '[]'];

    protected $casts = ['fields' => 'array', 'own' => 'array', 'tells' => 'bool', 'written_at' => 'immutable_datetime'];

    /** @return BelongsTo<Frame, $this> */
    public function frame(): BelongsTo
    {
        return $this->belongsTo(Frame::class);
    }

    public function caption(): Caption
    {
        return Caption::of($this->fields);
    }

    /**
     * As a row of the table.
     *
     * @param  list<string>  $own
     * @return array<string, mixed>
     */
    public static function row(int $frame, int $shoot, Caption $caption, array $own): array
    {
        return [
            'frame_id' => $frame,
            'shoot_id' => $shoot,
            'fields' => self::json($caption->values()),
            'own' => self::json($own),
            'tells' => $caption->tellsWhat(),
            'written_at' => null,
        ];
    }

    /** @param  array<array-key, mixed>  $values */
    public static function json(array $values): string
    {
        return json_encode(
            $values === [] ? [] : $values,
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
    }

    /** @param  list<array<string, mixed>>  $rows  as `row` gives them */
    public static function store(array $rows): void
    {
        self::query()->toBase()->upsert($rows, ['frame_id'], ['fields', 'own', 'tells', 'written_at']);
    }
}
