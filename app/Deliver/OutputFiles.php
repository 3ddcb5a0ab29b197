<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;

/**
 * Files of outputs as others need them: written if they are not there in the same way, and the same on the disk as when
 * they were written.
 */
final class OutputFiles
{
    public function __construct(private readonly OutputWriter $writer)
    {
    }

    /**
     * Where they are written, below the folder of outputs; those that are there stay where they are.
     *
     * @param  list<int>  $outputs
     * @param  Collection<int, Frame>  $frames  in their order
     * @return array<int, array<int, string>> output => frame => path
     */
    public function paths(Shoot $shoot, array $outputs, Collection $frames): array
    {
        if ($outputs === []) {
            return [];
        }
        $paths = (new OutputRun(['shoot_id' => $shoot->id, 'outputs' => $outputs, 'frames' => $frames->modelKeys()]))
            ->setRelation('shoot', $shoot)
            ->paths($frames);
        foreach (
            OutputFile::query()
                ->whereIn('output_id', $outputs)
                ->whereIntegerInRaw('frame_id', $frames->modelKeys())
                ->get() as $file
        ) {
            $paths[$file->output_id][$file->frame_id] = $file->path;
        }

        return $paths;
    }

    /**
     * @param  array<int, array<int, string>>  $paths  output => frame => path
     * @return array<int, OutputFile> output => what is on the disk
     *
     * @throws UnableToDeliver
     */
    public function of(Frame $frame, array $paths): array
    {
        $ways = [];
        foreach (Output::query()->whereKey(array_keys($paths))->get() as $output) {
            $ways[$output->id] = ['plan' => $output->plan(), 'path' => $paths[$output->id][$frame->id]];
        }
        $files = OutputFile::query()->where('frame_id', $frame->id)->whereIn('output_id', array_keys($ways));
        $this->writer->write($frame, $ways);
        self::forgetChanged($files->clone()->get());
        $this->writer->write($frame, $ways);

        return $files->get()->keyBy('output_id')->all();
    }

    /**
     * Files that somebody has changed since: what goes out is what we wrote.
     *
     * @param  Collection<int, OutputFile>  $files
     */
    private static function forgetChanged(Collection $files): void
    {
        foreach ($files as $file) {
            if (hash_file('xxh128', config('kanpai.outputs').'/'.$file->path) !== $file->hash) {
                OutputFile::query()
                    ->where(['output_id' => $file->output_id, 'frame_id' => $file->frame_id])
                    ->delete();
            }
        }
    }
}
