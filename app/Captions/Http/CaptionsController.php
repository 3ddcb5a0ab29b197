<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Captions\ApplySheet;
use App\Captions\Captioning;
use App\Captions\FrameCaption;
use App\Captions\SheetOfShoot;
use App\Captions\WriteCaptions;
use App\Ingest\Body;
use App\Ingest\Frame;
use App\Ingest\Lanes;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Kanpai\Core\Caption\CaptionSheet;
use Kanpai\Core\Caption\Field;
use Kanpai\Core\Cull\FrameFilter;

final class CaptionsController
{
    public function __construct(private readonly Captioning $captioning)
    {
    }

    public function show(Request $request, Shoot $shoot): View
    {
        $filter = FrameFilter::ofQuery($request->query->all());
        $sheet = CaptionSheet::of(SheetOfShoot::fieldsFor($shoot));

        return view('captions.show', [
            'shoot' => $shoot,
            'filter' => $filter,
            'names' => Lanes::names($shoot),
            'bodies' => Body::ofShoot($shoot),
            'meant' => $this->captioning->frames($shoot, $filter)->count(),
            'all' => Frame::query()->where('shoot_id', $shoot->id)->count(),
            'captioned' => FrameCaption::query()->where('shoot_id', $shoot->id)->count(),
            'behind' => FrameCaption::query()->where('shoot_id', $shoot->id)->whereNull('written_at')->count(),
            'templates' => $sheet->templates(),
            'fields' => Field::cases(),
            'placeholders' => CaptionSheet::PLACEHOLDERS,
            'tasks' => Task::underWay()->where(['shoot_id' => $shoot->id, 'subject' => 'captions'])->get(),
            ...$this->example($shoot, $filter, $sheet, 0),
        ]);
    }

    /** What the sheet makes of one frame, while it is written. */
    public function preview(SheetRequest $request, Shoot $shoot): View
    {
        return view('captions.preview', ['shoot' => $shoot, ...$this->example($shoot, FrameFilter::ofQuery($request->query->all()), $request->sheet(), $request->integer('at'))]);
    }

    public function apply(SheetRequest $request, Shoot $shoot): RedirectResponse
    {
        $filter = FrameFilter::ofQuery($request->query->all());
        $sheet = $request->sheet();
        SheetOfShoot::query()->updateOrCreate(['shoot_id' => $shoot->id], ['fields' => $sheet->templates()]);
        $count = $this->captioning->frames($shoot, $filter)->count();
        $task = Task::open($shoot, 'captions', 'captions', 'Filling in the captions', 'frames', $count);
        ApplySheet::dispatch($task->id, $filter->toQuery())->onQueue('urgent');

        return redirect()->route('captions.show', [$shoot, ...$filter->toQuery()])->with('said', 'The sheet is kept, and being filled in for '.number_format($count).' frames. Sidecars follow; originals are not touched.');
    }

    /** Writes the sidecars of frames whose caption, time or rating changed since. */
    public function write(Shoot $shoot): RedirectResponse
    {
        $count = FrameCaption::query()->where('shoot_id', $shoot->id)->whereNull('written_at')->count();
        $task = Task::open($shoot, 'sidecars', 'captions', 'Writing XMP sidecars', 'frames', $count);
        WriteCaptions::dispatch($task->id)->onQueue('default');

        return redirect()->route('captions.show', $shoot);
    }

    /** @return array<string, mixed> */
    private function example(Shoot $shoot, FrameFilter $filter, CaptionSheet $sheet, int $at): array
    {
        $count = $this->captioning->frames($shoot, $filter)->count();
        $at = $count === 0 ? 0 : ($at % $count + $count) % $count;
        $frame = $this->captioning->frames($shoot, $filter)->with('card', 'body')->offset($at)->first();
        $caption = $frame === null ? null : $sheet->fill($this->captioning->values($shoot, $frame, $this->captioning->numbers($shoot)[$frame->id]));

        return ['frame' => $frame, 'caption' => $caption, 'at' => $at, 'count' => $count, 'cut' => $caption?->cutInIim() ?? []];
    }
}
