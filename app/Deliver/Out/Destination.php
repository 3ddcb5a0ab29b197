<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use App\Studio\Studio;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Where pictures are sent to.
 *
 * @phpstan-type DestinationSettings array<string, string|int|bool|null>
 *
 * @property int $id
 * @property int $studio_id
 * @property string $name
 * @property DestinationKind $kind
 * @property DestinationSettings $settings how it is reached
 * @property Studio $studio
 */
final class Destination extends Model
{
    protected $guarded = [];

    protected $hidden = ['settings'];

    protected $casts = ['kind' => DestinationKind::class, 'settings' => 'encrypted:array'];

    /** @return BelongsTo<Studio, $this> */
    public function studio(): BelongsTo
    {
        return $this->belongsTo(Studio::class);
    }

    /** @return Builder<self> those of a studio, which begins with the two stand-ins */
    public static function ofStudio(Studio $studio): Builder
    {
        if (self::query()->where('studio_id', $studio->id)->doesntExist()) {
            foreach (
                ['Web host drop' => DestinationKind::Drop, 'Print desk' => DestinationKind::Desk] as $name => $kind
            ) {
                self::query()->createOrFirst(
                    ['studio_id' => $studio->id, 'name' => $name],
                    ['kind' => $kind, 'settings' => []],
                );
            }
        }

        return self::query()->where('studio_id', $studio->id)->orderBy('id');
    }

    public function setting(string $name): string
    {
        return (string) ($this->settings[$name] ?? '');
    }

    /** The folder that plays the service, where it is a stand-in. */
    public function standIn(): FakeDestination
    {
        return FakeDestination::at(config('kanpai.sent_out')."/{$this->studio_id}/{$this->kind->value}-{$this->id}");
    }
}
