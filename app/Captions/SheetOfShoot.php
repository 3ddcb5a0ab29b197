<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Model;

/**
 * The caption sheet of a shoot.
 *
 * @property int $shoot_id
 * @property array<string, string> $fields
 */
final class SheetOfShoot extends Model
{
    protected $table = 'caption_sheets';

    protected $guarded = [];

    protected $casts = ['fields' => 'array'];

    /** @return array<string, string> the sheet as it was left, or one to begin with */
    public static function fieldsFor(Shoot $shoot): array
    {
        return self::query()->where('shoot_id', $shoot->id)->first()->fields ?? [
            'headline' => '{{shoot}}',
            'description' => '{{shoot}}, {{place}}, {{day}}.',
            'event' => '{{shoot}}',
            'sublocation' => '{{place}}',
            'creator' => '{{shooter}}',
            'credit' => '{{studio}}',
            'copyright' => '© {{year}} {{studio}}',
        ];
    }
}
