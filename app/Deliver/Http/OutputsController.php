<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Output;
use App\Deliver\OutputFile;
use App\Deliver\OutputRun;
use App\Deliver\WriteOutputs;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;
use Illuminate\Validation\ValidationException;

/** Ways of writing files, and what is written with them. */
final class OutputsController
{
    public function show(Request $request, Shoot $shoot): View
    {
        $run = OutputRun::query()->where('shoot_id', $shoot->id)->orderByDesc('id')->first();

        return view('deliver.outputs', [
            'shoot' => $shoot,
            ...FramesAsked::by($request, $shoot)->forPage(),
            'outputs' => Output::ofStudio($shoot->studio)->get(),
            'written' => self::written($shoot),
            'task' => $run === null ? null : WriteOutputs::latest($run),
            'folder' => (string) config('kanpai.outputs')."/{$shoot->studio_id}",
        ]);
    }

    /** @return Collection<array-key, OutputFile> output => how many files, how many bytes, when last */
    private static function written(Shoot $shoot): Collection
    {
        return OutputFile::query()
            ->join('frames', 'frames.id', '=', 'output_files.frame_id')
            ->where('frames.shoot_id', $shoot->id)
            ->groupBy('output_id')
            ->selectRaw('output_id, COUNT(*) AS files, SUM(output_files.bytes) AS bytes, MAX(made_at) AS made_at')
            ->get()
            ->keyBy('output_id');
    }

    public function store(OutputRequest $request, Shoot $shoot, ?string $output = null): RedirectResponse
    {
        $facts = [
            'name' => $request->string('name')->toString(),
            'plan' => $request->plan()->toArray(),
            ...$request->names(),
            'is_shared' => $request->boolean('is_shared'),
        ];
        $output === null
            ? Output::query()->create(['studio_id' => $shoot->studio_id, ...$facts])
            : $this->output($shoot, $output)->update($facts);

        return redirect()
            ->route('deliver.outputs', $shoot)
            ->with('message', "“{$facts['name']}” is saved for all shoots.");
    }

    /** What was written with it stays. */
    public function remove(Shoot $shoot, string $output): RedirectResponse
    {
        $this->output($shoot, $output)->delete();

        return redirect()
            ->route('deliver.outputs', $shoot)
            ->with('message', 'The output is gone; files that were written with it stay where they are.');
    }

    /** The record of a run; what it wrote stays. One that goes on is stopped. */
    public function removeRun(OutputRun $run): RedirectResponse
    {
        WriteOutputs::latest($run)?->stop();
        $run->delete();

        return redirect()
            ->route('deliver.outputs', $run->shoot)
            ->with('message', 'The run is removed; files that it wrote stay where they are.');
    }

    public function run(RunOutputsInput $request, Shoot $shoot): RedirectResponse
    {
        $outputs = array_map(
            intval(...),
            Output::ofStudio($shoot->studio)->whereKey((array) $request->input('outputs'))->pluck('id')->all(),
        );
        if ($outputs === []) {
            throw ValidationException::withMessages(['outputs' => 'The output is not there any more.']);
        }
        $frames = FramesAsked::by($request, $shoot)->some('outputs', 'write');
        OutputRun::start($shoot, array_values($outputs), $frames);

        return redirect()->route('deliver.outputs', [$shoot, ...$request->query->all()]);
    }

    private function output(Shoot $shoot, string $output): Output
    {
        return Output::query()->where('studio_id', $shoot->studio_id)->findOrFail((int) $output);
    }
}
