<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
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
        return (trim($this->make.' '.$this->model) ?: 'unknown camera').($this->serial === '' ? '' : ", serial {$this->serial}");
    }

    /** The end of the serial, which tells two bodies of one model apart. */
    public function mark(): string
    {
        return $this->serial === '' ? '' : substr($this->serial, -3);
    }

    /**
     * The bodies of a shoot, in the order of their first frame.
     *
     * @return Collection<int, self>
     */
    public static function ofShoot(Shoot $shoot): Collection
    {
        $order = Frame::query()->where('shoot_id', $shoot->id)->groupBy('body_id')->orderByRaw('MIN(id)')->pluck('body_id')->all();

        return self::query()->whereKey($order)->get()->sortBy(fn (self $body): int => (int) array_search($body->id, $order, true))->values();
    }
}
