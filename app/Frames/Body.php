<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Model;

/**
 * A camera, known by make, model and serial.
 *
 * @property int $id
 * @property int $studio_id
 * @property string $make
 * @property string $model
 * @property string $serial
 * @property string $last_shooter
 * @property-read string|null $shooter who used it in a shoot; known to Lanes only
 */
final class Body extends Model
{
    protected $guarded = [];

    public function label(): string
    {
        return $this->model === '' ? 'Unknown camera' : $this->model;
    }

    /** “Halden Optical Halden 6, serial H6-204417” */
    public function inWords(): string
    {
        return (trim($this->make.' '.$this->model) ?: 'unknown camera').
            ($this->serial === '' ? '' : ", serial {$this->serial}");
    }

    /** The end of the serial, which tells two bodies of one model apart. */
    public function mark(): string
    {
        return $this->serial === '' ? '' : substr($this->serial, -3);
    }
}
