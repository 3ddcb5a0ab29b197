<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Frames\Frame;
use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Deliver\DeliveredName;

/**
 * Frames that are written in several ways in one go.
 *
 * @property int $id
 * @property int $shoot_id
 * @property list<int> $outputs
 * @property list<int> $frames in the order of time
 * @property Shoot $shoot
 */
final class OutputRun extends Model
{
    use FoundInOwnStudio;

    public $timestamps = false;

    protected $guarded = [];

    protected $casts = ['outputs' => 'array', 'frames' => 'array', 'begun_at' => 'immutable_datetime'];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    /**
     * @param  list<int>  $outputs
     * @param  list<int>  $frames
     */
    public static function start(Shoot $shoot, array $outputs, array $frames): self
    {
        return DB::transaction(function () use ($shoot, $outputs, $frames): self {
            $run = self::query()->create([
                'shoot_id' => $shoot->id,
                'outputs' => $outputs,
                'frames' => $frames,
                'begun_at' => now(),
            ]);
            $title = 'Writing '.count($outputs).(count($outputs) === 1 ? ' output' : ' outputs');
            WriteOutputs::open($run, $title, count($frames));

            return $run;
        });
    }

    /** @return Collection<int, Output> by id */
    public function ways(): Collection
    {
        return Output::query()->whereKey($this->outputs)->orderBy('id')->get()->keyBy('id');
    }

    /**
     * Where each file goes, below the folder of outputs. Equal names are distinguished by a number.
     *
     * @param  Collection<int, Frame>  $frames  of the run, in its order
     * @return array<int, array<int, string>> output => frame => path
     */
    public function paths(Collection $frames): array
    {
        $paths = [];
        foreach ($this->ways() as $output) {
            $below = "{$this->shoot->studio_id}/".($output->is_shared ? 'shared' : $this->folder());
            $taken = $this->taken($output, $below, $frames);
            foreach ($frames as $place => $frame) {
                $path = self::free($output, $this->values($frame, $place + 1), $taken);
                $taken[mb_strtolower($path)] = true;
                $paths[$output->id][$frame->id] = "{$below}/{$path}";
            }
        }

        return $paths;
    }

    /**
     * @param  array<string, string>  $values
     * @param  array<string, bool>  $taken  paths in small letters
     */
    private static function free(Output $output, array $values, array $taken): string
    {
        $ending = '.'.$output->plan()->format->ending();
        for ($n = 1, $path = ''; $path === '' || isset($taken[mb_strtolower($path)]); $n++) {
            $path = $output->pattern()->path($values, $ending, $n === 1 ? '' : "-{$n}");
        }

        return $path;
    }

    private function folder(): string
    {
        return DeliveredName::slug($this->shoot->name)."-{$this->shoot_id}";
    }

    /**
     * What other frames have written there before is not written over.
     *
     * @param  Collection<int, Frame>  $frames
     * @return array<string, bool> path below the folder, in small letters
     */
    private function taken(Output $output, string $below, Collection $frames): array
    {
        $paths = OutputFile::query()
            ->where('output_id', $output->id)
            ->whereIntegerNotInRaw('frame_id', $frames->pluck('id'))
            ->where('path', 'like', addcslashes($below, '%_\\').'/%')
            ->pluck('path');

        return $paths
            ->mapWithKeys(fn (string $path): array => [mb_strtolower(substr($path, strlen($below) + 1)) => true])
            ->all();
    }

    /** @return array<string, string> placeholder => what stands for it */
    private function values(Frame $frame, int $place): array
    {
        $count = (string) count($this->frames);

        return [
            'shoot' => $this->shoot->name,
            'client' => (string) $this->shoot->client,
            'place' => (string) $this->shoot->venue,
            'shooter' => (string) $frame->card->shooter,
            'body' => $frame->body->label(),
            'serial' => (string) $frame->body->serial,
            'card' => (string) $frame->card->number,
            'card_name' => $frame->card->name,
            'folder' => '',
            'original' => pathinfo($frame->camera_name ?: $frame->name, PATHINFO_FILENAME),
            'name' => pathinfo($frame->name, PATHINFO_FILENAME),
            'number' => str_pad((string) $place, max(3, strlen($count)), '0', STR_PAD_LEFT),
            'largest' => $count,
            ...$this->times($frame),
        ];
    }

    /** @return array<string, string> */
    private function times(Frame $frame): array
    {
        $zone = $this->shoot->zone();

        return array_map(
            fn (string $format): string => $zone->format($frame->taken_ms, $format),
            ['year' => 'Y', 'month' => 'm', 'day' => 'd', 'date' => 'Y-m-d', 'time' => 'His'],
        );
    }
}
