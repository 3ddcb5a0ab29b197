<?php

declare(strict_types=1);

namespace App\Deliver\Originals;

use App\Captions\SidecarFile;
use App\Copies\Place;
use App\Copies\Places;
use App\Copies\VerifiedCopy;
use App\Frames\CardFile;
use App\Ingest\Renaming;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use App\Studio\WorkPlan;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\UnableToCopy;

/**
 * Copies chosen originals, with the sidecars that are beside them, into a folder of a place. Each is read back there.
 * Nothing is overwritten: what is the same is left, what is not gets a neighbour with a number.
 */
final class CopyOriginals extends WorkInTurns
{
    public const KIND = 'originals';

    public const UNIT = 'bytes';

    /**
     * @param  array<int, string>  $paths  file => path below the place
     * @return bool false where some are being copied already
     */
    public static function start(Shoot $shoot, Place $place, array $paths): bool
    {
        $sizes = CardFile::query()->whereIntegerInRaw('id', array_keys($paths))->pluck('size', 'id');
        $step = fn (int $file, string $path): array => [
            'file' => $file,
            'to' => base64_encode($path),
            'place' => $place->id,
            'bytes' => (int) ($sizes[$file] ?? 0),
        ];
        $steps = array_map($step, array_keys($paths), $paths);

        return DB::transaction(function () use ($shoot, $place, $steps, $sizes): bool {
            Shoot::query()->whereKey($shoot->id)->lockForUpdate()->first();
            if (self::isUnderWay($shoot)) {
                return false;
            }
            $title = 'Copying '.number_format(count($steps)).' originals to “'.$place->name.'”';
            $task = self::open($shoot, $title, (int) $sizes->sum());
            WorkPlan::of($task)->make($steps);
            $task->update(['pieces_total' => count($steps)]);

            return true;
        });
    }

    protected function over(Task $task): void
    {
        WorkPlan::of($task)->remove();
    }

    protected function turn(Task $task): bool
    {
        $folders = app(Places::class)->folders($task->shoot->studio_id);
        [$pieces, $done] = [$task->pieces, $task->done];
        try {
            foreach (WorkPlan::of($task)->from($task->reached('byte')) as $byte => $step) {
                $this->step($task, $step, $folders);
                $done += is_int($step['bytes'] ?? null) ? $step['bytes'] : 0;
                $task->fill(['done' => $done, 'pieces' => ++$pieces])->note(['byte' => $byte]);
                if (! $task->reach($done, $pieces) || $this->isTurnOver()) {
                    return false;
                }
            }
        } catch (UnableToCopy $reason) {
            $there = number_format($pieces).' of '.number_format($task->pieces_total).' originals are there';
            $task->fail("{$reason->getMessage()} {$there}; beginning again goes on from them.");

            return false;
        }

        return true;
    }

    /**
     * @param  array<string, mixed>  $step
     * @param  array<string, string>  $folders
     *
     * @throws UnableToCopy
     */
    private function step(Task $task, array $step, array $folders): void
    {
        $places = app(Places::class)->used($task->shoot->studio_id);
        $place = $places->firstWhere('id', $step['place'] ?? 0) ?? throw UnableToCopy::isAway('the place');
        $place->open();
        $file = CardFile::query()->with('copies', 'sameAs.copies')->whereKey($step['file'] ?? 0)->first();
        if ($file !== null) {
            $to = is_string($step['to'] ?? null) ? $step['to'] : '';
            $this->one($file, $place, (string) base64_decode($to, true), $folders);
        }
    }

    /**
     * @param  array<string, string>  $folders
     *
     * @throws UnableToCopy
     */
    private function one(CardFile $file, Place $place, string $below, array $folders): void
    {
        $source = $file->verifiedPath($folders) ?? throw UnableToCopy::isAway($file->shown());
        $stem = Renaming::stem($below);
        $ending = substr($below, strlen($stem));
        for (
            $n = 1;
            ! $this->put(
                $source,
                (string) $file->hash,
                "{$place->path}/".($path = $stem.($n === 1 ? '' : "-{$n}").$ending),
                $place,
            );
            $n++
        );
        $this->sidecars($file, $place, $path, $folders);
    }

    /**
     * @param  string  $path  of the original in the place
     * @param  array<string, string>  $folders
     *
     * @throws UnableToCopy
     */
    private function sidecars(CardFile $file, Place $place, string $path, array $folders): void
    {
        $name = ($file->sameAs ?? $file)->destination;
        $paths = [Renaming::stem($name).'.xmp', "{$name}.xmp"];
        $sidecars = SidecarFile::query()->where('frame_id', $file->frame_id)->whereIn('path', $paths);
        foreach ($sidecars->orderBy('id')->get() as $sidecar) {
            $below = $sidecar->path === "{$name}.xmp" ? "{$path}.xmp" : Renaming::stem($path).'.xmp';
            $this->sidecar(($folders[$sidecar->place] ?? '')."/{$sidecar->path}", $place, "{$place->path}/{$below}");
        }
    }

    /**
     * One that other software has written there is its own.
     *
     * @throws UnableToCopy
     */
    private function sidecar(string $source, Place $place, string $target): void
    {
        if (is_file($source) && ! file_exists($target)) {
            app(VerifiedCopy::class)->put($source, $place->name, $target, (string) hash_file('xxh128', $source));
        }
    }

    /**
     * @return bool false where something else is there
     *
     * @throws UnableToCopy
     */
    private function put(string $source, string $hash, string $target, Place $place): bool
    {
        clearstatcache(true, $target);
        if (file_exists($target)) {
            return is_file($target) && hash_file('xxh128', $target) === $hash;
        }
        app(VerifiedCopy::class)->put($source, $place->name, $target, $hash);

        return true;
    }
}
