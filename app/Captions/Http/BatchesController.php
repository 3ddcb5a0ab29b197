<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Captions\ApplyBatch;
use App\Captions\Batch;
use App\Captions\BatchPreview;
use App\Captions\Captioning;
use App\Captions\FrameCaption;
use App\Captions\OpenGroups;
use App\Captions\SummariseBatch;
use App\Captions\UndoBatch;
use App\Frames\Frame;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\TaskState;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\FieldText;
use Kanpai\Core\Frames\Caption\UnusableText;
use Kanpai\Core\Frames\FrameFilter;

/** What is done to many captions: drafted, reviewed, applied, undone. */
final class BatchesController
{
    private const PAGE = 30;

    public function show(Request $request, Shoot $shoot, Batch $batch): View
    {
        $page = max(0, (int) $request->query('page', '0'));
        $frames = $batch
            ->frames()
            ->with('card', 'body')
            ->offset($page * self::PAGE)
            ->limit(self::PAGE)
            ->get();

        return view('captions.batch', [
            'shoot' => $shoot,
            'batch' => $batch,
            'changes' => (new BatchPreview($batch))->changes($frames),
            'all' => $batch->frames()->count(),
            'page' => $page,
            'size' => self::PAGE,
        ]);
    }

    /** The figures over all frames, which take some seconds where there are thousands. */
    public function summary(Shoot $shoot, Batch $batch): View
    {
        return $this->summed($shoot, $batch, SummariseBatch::start($batch));
    }

    public function summed(Shoot $shoot, Batch $batch, Task $task): View
    {
        abort_unless($batch->shoot_id === $shoot->id && $task->subject?->is($batch) === true, 404);

        return $task->state === TaskState::Done
            ? view('captions.summary', ['summary' => SummariseBatch::answer($task) ?? BatchPreview::nothing()])
            : view('studio.awaited', ['task' => $task, 'address' => route('captions.summed', [$shoot, $batch, $task])]);
    }

    public function apply(Shoot $shoot, Batch $batch): RedirectResponse
    {
        // Pressed twice, it is done once.
        if (
            Batch::query()
                ->whereKey($batch->id)
                ->where('state', 'drafted')
                ->update(['state' => 'running']) === 1
        ) {
            ApplyBatch::open($shoot, $batch->title, $batch->frames()->count(), $batch->id);
        }

        return redirect()
            ->route('captions.show', [$shoot, ...CaptionsController::query(FrameFilter::ofQuery($batch->filter))])
            ->with('message', "{$batch->title}: under way. It can be undone as one step; originals are not ".
                'touched.');
    }

    public function undo(Shoot $shoot, Batch $batch): RedirectResponse
    {
        if (
            Batch::query()
                ->whereKey($batch->id)
                ->where('state', 'done')
                ->update(['state' => 'undoing']) === 1
        ) {
            UndoBatch::open($shoot, "Undoing: {$batch->title}", $batch->changed(), $batch->id);
        }

        return redirect()
            ->route('captions.show', $shoot)
            ->with('message', "Undone: {$batch->title}. What was changed since stays as it is.");
    }

    public function replace(ReplaceInput $request, Shoot $shoot): RedirectResponse
    {
        $input = $request->validated();
        $with = is_string($input['with'] ?? null) ? $input['with'] : '';
        $this->check(['with' => [Field::Description, $with]]);

        return $this->draft(
            $request,
            $shoot,
            'Replacing “'.
                mb_strimwidth($input['find'], 0, 40, '…').
                '” by “'.
                mb_strimwidth($with, 0, 40, '…').
                '”',
            [
                'kind' => 'replace',
                'in' => array_values($input['in']),
                'find' => $input['find'],
                'with' => $with,
                'case' => $request->boolean('case'),
                'word' => $request->boolean('word'),
            ],
        );
    }

    /** Gives chosen fields of one frame to all that are chosen. */
    public function paste(PasteInput $request, Shoot $shoot): RedirectResponse
    {
        $source = Frame::query()->where('shoot_id', $shoot->id)->findOrFail($request->integer('from'));
        $caption = FrameCaption::query()->find($source->id)?->caption();
        $texts = [];
        foreach ((array) $request->input('fields') as $name) {
            $texts[(string) $name] = $caption?->text(Field::from((string) $name)) ?? '';
        }

        return $this->draft(
            $request,
            $shoot,
            'Pasting '.count($texts).(count($texts) === 1 ? ' field' : ' fields')." of {$source->name}",
            ['kind' => 'paste', 'texts' => $texts],
        );
    }

    public function frame(Request $request, Shoot $shoot, Frame $frame): View
    {
        $row = FrameCaption::query()->find($frame->id);
        $filter = FrameFilter::ofQuery($request->query->all());
        $caption = $row?->caption();

        return view('captions.frame', [
            'label' => $frame->label(),
            'shoot' => $shoot,
            'frame' => $frame,
            'caption' => $caption,
            'open' => OpenGroups::of($caption?->values() ?? []),
            'own' => $row->own ?? [],
            'groups' => Field::grouped(),
            'required' => $shoot->studio->required_fields,
            'filter' => $filter,
            'query' => CaptionsController::query($filter),
            'inherited' => self::inherited($shoot, $frame, $row)->values(),
            ...self::neighbours($shoot, $filter, $frame),
        ]);
    }

    /** What the sheets say of a frame by themselves. */
    private static function inherited(Shoot $shoot, Frame $frame, ?FrameCaption $row): Caption
    {
        $captioning = Captioning::ofOne($shoot);

        return $captioning
            ->sheets($frame->loadMissing('card', 'body'), $row)
            ->of(Caption::nothing(), $captioning->values($frame, Caption::nothing()));
    }

    /** @return array{meant: int, place: int|null, before: int|null, next: int|null} among the frames of a filter */
    private static function neighbours(Shoot $shoot, FrameFilter $filter, Frame $frame): array
    {
        $ids = array_values(Frame::meeting($shoot, $filter)->toBase()->pluck('frames.id')->all());
        $place = array_search($frame->id, $ids, true);

        return [
            'meant' => count($ids),
            'place' => $place === false ? null : $place,
            'before' => $place === false ? null : $ids[$place - 1] ?? null,
            'next' => $place === false ? null : $ids[$place + 1] ?? null,
        ];
    }

    /** What somebody types for one frame is its own, and no sheet changes it. */
    public function storeFrame(SheetRequest $request, Shoot $shoot, Frame $frame): RedirectResponse
    {
        $texts = $request->texts();
        $this->check(array_map(
            fn (string $name, string $text): array => [Field::from($name), $text],
            array_keys($texts),
            $texts,
        ));
        $this->apply($shoot, self::ofFrame($frame, $texts, $request->user()?->id));
        $next = Frame::of($shoot)->find($request->integer('goes')) ?? $frame;
        $query = CaptionsController::query(FrameFilter::ofQuery($request->query->all()));

        return redirect()
            ->route('captions.frame', [$shoot, $next, ...$query])
            ->with('message', "The caption of {$frame->name} is kept; sheets leave what you changed as it is.");
    }

    /** @param  array<string, string>  $texts */
    private static function ofFrame(Frame $frame, array $texts, ?int $member): Batch
    {
        return Batch::query()->create([
            'shoot_id' => $frame->shoot_id,
            'member_id' => $member,
            'title' => "Caption of {$frame->name}",
            'edit' => ['kind' => 'fields', 'texts' => $texts, 'frames' => [$frame->id]],
            'filter' => [],
        ]);
    }

    /** @param  array<string, mixed>  $edit */
    private function draft(Request $request, Shoot $shoot, string $title, array $edit): RedirectResponse
    {
        $batch = Batch::query()->create([
            'shoot_id' => $shoot->id,
            'member_id' => $request->user()?->id,
            'title' => mb_substr($title, 0, 255),
            'edit' => [...$edit, ...ChosenFrames::of($request, $shoot)],
            'filter' => FrameFilter::ofQuery($request->query->all())->toQuery(),
        ]);

        return redirect()->route('captions.batch', [$shoot, $batch]);
    }

    /** @param  array<int|string, array{Field, string}>  $texts */
    private function check(array $texts): void
    {
        foreach ($texts as $name => [$field, $text]) {
            try {
                FieldText::check($field, $text);
            } catch (UnusableText $reason) {
                throw ValidationException::withMessages([
                    is_int($name) ? $field->value : $name => $reason->getMessage(),
                ]);
            }
        }
    }
}
