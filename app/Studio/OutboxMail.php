<?php

declare(strict_types=1);

namespace App\Studio;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * A mail that was sent, kept as an .eml file and listed on a page.
 *
 * @property int $id
 * @property int $studio_id
 * @property string $recipient
 * @property string $subject
 * @property string $body
 * @property string $file
 * @property CarbonImmutable $sent_at
 */
final class OutboxMail extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['sent_at' => 'immutable_datetime'];
}
