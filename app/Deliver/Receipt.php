<?php

declare(strict_types=1);

namespace App\Deliver;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * Who fetched what when, and how much of it was sent.
 *
 * @property int $id
 * @property int $delivery_id
 * @property int|null $recipient_id
 * @property string $kind opened or fetched
 * @property int|null $zip_id
 * @property int|null $file_id
 * @property string $what name of the file
 * @property int $size of the file
 * @property int $from_byte where the fetching began; above 0 it was taken up again
 * @property int|null $sent_bytes null while it goes on
 * @property bool $is_whole whether all that was asked for was sent
 * @property string $agent
 * @property CarbonImmutable $at
 * @property CarbonImmutable|null $ended_at
 */
final class Receipt extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = [
        'from_byte' => 'int',
        'sent_bytes' => 'int',
        'size' => 'int',
        'is_whole' => 'bool',
        'at' => 'immutable_datetime',
        'ended_at' => 'immutable_datetime',
    ];
}
