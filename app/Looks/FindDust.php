<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Body;
use App\Frames\Frame;
use App\Imaging\LocalChanges;
use App\Imaging\PictureReader;
use App\Imaging\SpeckMap;
use App\Imaging\UnableToMakePicture;
use App\Studio\Shoot;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUnique;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Looks\Spot\Dust;

/** Looks for dust in the previews of one body. Some ten seconds; killed, it begins again when it is asked for. */
final class FindDust implements ShouldBeUnique, ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 1;

    /** Seconds after which a job that was lost holds nobody up. */
    public int $uniqueFor = 120;

    /** By how many quarters a picture is turned back, by how many it was turned to stand upright. */
    private const BACK = [3 => 2, 4 => 2, 5 => 3, 6 => 3, 7 => 1, 8 => 1];

    public function __construct(private readonly int $shoot, private readonly int $body)
    {
    }

    public static function soon(Shoot $shoot, Body $body): void
    {
        self::dispatch($shoot->id, $body->id)->onQueue('pictures');
    }

    public function uniqueId(): string
    {
        return "{$this->shoot}-{$this->body}";
    }

    public function handle(): void
    {
        $frames = $this->frames();
        $this->keep(['frames' => $frames->count(), 'looked' => 0, 'specks' => null]);
        $map = new SpeckMap();
        $looked = 0;
        foreach ($frames->groupBy('moment') as $scene) {
            foreach ($scene as $frame) {
                self::look($map, $frame);
                $this->keep(['looked' => ++$looked]);
            }
            $map->endScene();
        }
        [$specks, $seen, $width] = $map->counts();
        $found = $seen === [] ? [] : Dust::find($specks, $seen, max(1, $width), $map->scenes());
        $this->keep(['specks' => json_encode($found, JSON_THROW_ON_ERROR), 'found_at' => now()]);
    }

    /** @return Collection<int, Frame> moment after moment, a few of each, spread over the shoot */
    private function frames(): Collection
    {
        $chosen = SensorDust::chosen($this->shoot, $this->body);

        return Frame::query()->whereIntegerInRaw('id', $chosen)->orderBy('moment')->orderBy('taken_ms')->get();
    }

    private static function look(SpeckMap $map, Frame $frame): void
    {
        try {
            $picture = PictureReader::jpeg(config('kanpai.pictures')."/{$frame->large_path}");
            $map->add(LocalChanges::turned($picture->inMemory(), self::BACK[$frame->orientation] ?? 0));
        } catch (UnableToMakePicture) {
            // One that cannot be read tells nothing.
        }
    }

    /** @param  array<string, mixed>  $values */
    private function keep(array $values): void
    {
        DB::table('sensor_dust')->upsert(
            [['shoot_id' => $this->shoot, 'body_id' => $this->body, 'frames' => 0, ...$values]],
            ['shoot_id', 'body_id'],
            array_keys($values),
        );
    }
}
