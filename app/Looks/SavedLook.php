<?php

declare(strict_types=1);

namespace App\Looks;

use Illuminate\Database\Eloquent\Model;
use Kanpai\Core\Looks\LookValues;

/**
 * A look of a studio by name, to be given to any frame.
 *
 * @property int $id
 * @property int $studio_id
 * @property string $name
 * @property array<string, mixed> $values
 */
final class SavedLook extends Model
{
    protected $guarded = [];

    protected $casts = ['values' => 'array'];

    /** Looks that a studio begins with. */
    private const STARTERS = [
        'Open shade' => [
            'kelvin' => 7400, 'stops' => 0.2, 'contrast' => 0.12, 'zones' => ['dark' => 0.25, 'bright' => -0.2],
        ],
        'Low sun' => [
            'kelvin' => 7000, 'contrast' => 0.1, 'zones' => ['dark' => 0.3, 'bright' => -0.35],
            'hues' => ['orange' => ['colour' => 0.15], 'yellow' => ['turn' => -0.15]],
        ],
        'Lantern' => [
            'kelvin' => 4300, 'stops' => 0.3, 'zones' => ['deep' => 0.15, 'dark' => 0.3, 'bright' => -0.4],
            'hues' => ['orange' => ['colour' => -0.2]],
        ],
        'Quiet colours' => [
            'saturation' => -0.15, 'muted' => 0.15, 'contrast' => -0.1,
            'tints' => [
                'shadows' => ['degrees' => 230, 'amount' => 0.12],
                'lights' => ['degrees' => 70, 'amount' => 0.1],
            ],
        ],
        'Silver' => ['greys' => ['pink' => 0.1, 'orange' => 0.25, 'blue' => -0.35], 'contrast' => 0.25],
    ];

    /** @return list<array{id: int, name: string, values: array<string, mixed>}> */
    public static function forPage(int $studio): array
    {
        if (self::query()->where('studio_id', $studio)->doesntExist()) {
            foreach (self::STARTERS as $name => $values) {
                self::query()->firstOrCreate(
                    ['studio_id' => $studio, 'name' => $name],
                    ['values' => LookValues::clean($values)],
                );
            }
        }
        $forPage = fn (self $look): array => ['id' => $look->id, 'name' => $look->name, 'values' => $look->values];

        return array_values(self::query()->where('studio_id', $studio)->orderBy('id')->get()->map($forPage)->all());
    }
}
