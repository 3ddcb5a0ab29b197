<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\DB;

/**
 * A camera, known by make, model and serial.
 *
 * @property int $id
 * @property int $studio_id
 * @property string $make
 * @property string $model
 * @property string $serial
 * @property string $last_shooter
 * @property-read string|null $shooter who used it in a shoot, of `ofShoot` only
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
        $seen = DB::table('frames')->join('cards', 'cards.id', '=', 'frames.card_id')->where('frames.shoot_id', $shoot->id)
            ->groupBy('frames.body_id')->selectRaw('frames.body_id, MIN(frames.id) AS first, MAX(cards.shooter) AS shooter');

        $bodies = self::query();
        $bodies->joinSub($seen, 'seen', 'seen.body_id', '=', 'bodies.id')->orderBy('seen.first');

        return $bodies->get(['bodies.*', 'seen.shooter']);
    }
}
