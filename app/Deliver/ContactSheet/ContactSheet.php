<?php

declare(strict_types=1);

namespace App\Deliver\ContactSheet;

use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use App\Studio\Task;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Str;
use Kanpai\Core\Deliver\ContactSheet\SheetPlan;

/**
 * Sheets of small pictures, to be printed.
 *
 * @phpstan-import-type SheetSaid from SheetPlan
 *
 * @property int $id
 * @property string $uuid
 * @property int $shoot_id
 * @property string $title
 * @property SheetSaid $plan
 * @property list<int> $frames
 * @property int $pages
 * @property int $bytes
 * @property CarbonImmutable $opened_at
 * @property CarbonImmutable|null $made_at
 * @property Shoot $shoot
 */
final class ContactSheet extends Model
{
    use FoundInOwnStudio;

    public $timestamps = false;

    protected $guarded = [];

    protected $casts = [
        'plan' => 'array',
        'frames' => 'array',
        'pages' => 'int',
        'bytes' => 'int',
        'opened_at' => 'immutable_datetime',
        'made_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /** @param  non-empty-list<int>  $frames */
    public static function start(Shoot $shoot, string $title, SheetPlan $plan, array $frames): self
    {
        $sheet = self::query()->create([
            'uuid' => (string) Str::uuid(),
            'shoot_id' => $shoot->id,
            'title' => $title,
            'plan' => $plan->toArray(),
            'frames' => $frames,
            'opened_at' => now(),
        ]);
        MakeContactSheet::open($sheet, 'Making contact sheets', count($frames));

        return $sheet;
    }

    public function plan(): SheetPlan
    {
        return SheetPlan::fromArray($this->plan);
    }

    public function path(): string
    {
        return config('kanpai.sheets')."/{$this->uuid}.pdf";
    }

    public function task(): ?Task
    {
        return MakeContactSheet::latest($this);
    }
}
