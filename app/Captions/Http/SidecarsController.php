<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Captions\ApplyBatch;
use App\Captions\Batch;
use App\Captions\CaptionsReport;
use App\Captions\LookAtSidecars;
use App\Captions\SidecarFile;
use App\Captions\Sidecars;
use App\Captions\WriteCaptions;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\DB;

/** Sidecars: writing those that are out of date, and what other software has made of them. */
final class SidecarsController
{
    private const SHOWN = 60;

    public function show(Shoot $shoot): View
    {
        $differing = SidecarFile::ofShoot($shoot)->whereNotNull('theirs');

        return view('captions.sidecars', [
            'shoot' => $shoot,
            'count' => (clone $differing)->count(),
            'files' => $differing->with('frame')->limit(self::SHOWN)->get(),
            'tasks' => CaptionsReport::workUnderWay($shoot)->get(),
        ]);
    }

    public function write(Shoot $shoot): RedirectResponse
    {
        WriteCaptions::start($shoot);

        return redirect()->route('captions.show', $shoot);
    }

    public function look(Shoot $shoot): RedirectResponse
    {
        LookAtSidecars::start($shoot);

        return redirect()->route('captions.sidecars', $shoot);
    }

    /** Takes what other software wrote, or keeps what is here; for one sidecar or for all. */
    public function settle(SettleInput $request, Shoot $shoot): RedirectResponse
    {
        $takesTheirs = $request->string('take')->toString() === 'theirs';
        $files = self::meant($request, $shoot);
        $taken = $takesTheirs ? $files : new Collection();
        DB::transaction(function () use ($request, $shoot, $files, $taken): void {
            [$texts, $marks] = self::given($taken);
            $sidecars = new Sidecars($shoot);
            $files->each(fn (SidecarFile $file) => $sidecars->acknowledge($file));
            if ($texts !== []) {
                $this->take($request, $shoot, $texts, $marks);
            }
        });
        if ($taken->isEmpty() && $shoot->studio->writes_sidecars) {
            WriteCaptions::start($shoot);
        }
        $message = $takesTheirs
            ? 'Taken over, as one step that can be undone.'
            : 'Ours is kept; the sidecars are written anew.';

        return redirect()->route('captions.sidecars', $shoot)->with('message', $message);
    }

    /** @return Collection<int, SidecarFile> */
    private static function meant(SettleInput $request, Shoot $shoot): Collection
    {
        return SidecarFile::ofShoot($shoot)
            ->whereNotNull('theirs')
            ->with('frame')
            ->when($request->filled('sidecar'), fn ($query) => $query->whereKey($request->integer('sidecar')))
            ->get();
    }

    /**
     * What other software wrote, until it is acknowledged.
     *
     * @param  Collection<int, SidecarFile>  $files
     * @return array{array<int, array<string, string>>, array<int, array<string, mixed>>} frame => texts, frame => marks
     */
    private static function given(Collection $files): array
    {
        $texts = $marks = [];
        foreach ($files as $file) {
            [$fields, $given] = $file->taken();
            $texts[$file->frame_id] = ($texts[$file->frame_id] ?? []) + $fields;
            $marks[$file->frame_id] = ($marks[$file->frame_id] ?? []) + $given;
        }

        return [$texts, $marks];
    }

    /**
     * @param  array<int, array<string, string>>  $texts  frame => fields
     * @param  array<int, array<string, mixed>>  $marks  frame => marks
     */
    private function take(SettleInput $request, Shoot $shoot, array $texts, array $marks): void
    {
        $batch = Batch::query()->create([
            'shoot_id' => $shoot->id,
            'member_id' => $request->user()?->id,
            'title' => 'What other software wrote',
            'edit' => [
                'kind' => 'theirs',
                'texts' => $texts,
                'marks' => array_filter($marks),
                'frames' => array_keys($texts),
            ],
            'filter' => [],
            'state' => 'running',
        ]);
        ApplyBatch::open($shoot, $batch->title, count($texts), $batch->id);
    }
}
