<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use Illuminate\Database\Eloquent\Model;
use Kanpai\Core\Proof\Drawing;

/**
 * What is to be done to a frame: in words, and drawn.
 *
 * @property int $id
 * @property int $handoff_frame_id
 * @property int $round
 * @property string $by
 * @property string $text
 * @property list<array<string, mixed>>|null $drawing marks, as Drawing takes them
 * @property int $width of the picture that was drawn on
 * @property int $height
 */
final class HandoffNote extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['round' => 'int', 'drawing' => 'array', 'width' => 'int', 'height' => 'int'];

    public function drawing(): ?Drawing
    {
        return $this->drawing === null ? null : Drawing::of($this->drawing, $this->width, $this->height);
    }

    public function inWords(): string
    {
        return implode(
            ' · ',
            array_filter([$this->text, $this->drawing === null ? '' : 'drawn: '.Drawing::words($this->drawing)]),
        );
    }
}
