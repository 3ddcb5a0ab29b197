@extends('layouts.shoot')
@section('page')
    <x-deliver.tabs :shoot="$shoot" here="deliver.outputs" />
    <div class="columns-right">
        <section>
            <form method="post" action="{{ route('deliver.run', [$shoot, ...$query]) }}" class="panel stack" data-run>
                @csrf
                <h2>Write files</h2>
                @include('deliver.frames', [
                    'goes' => fn(array $query): string => route('deliver.outputs', [$shoot, ...$query]),
                ])
                <div class="lines">
                    @foreach ($outputs as $output)
                        <label class="output-line"><input class="form-check-input" type="checkbox" name="outputs[]"
                                value="{{ $output->id }}"> <span><span class="strong">{{ $output->name }}</span> <span
                                    class="quiet">{{ $output->plan()->inWords() }}</span>
                                @if ($done = $written[$output->id] ?? null)
                                    <br><span class="small">{{ number_format((int) $done->files) }} written,
                                        {{ Number::fileSize((int) $done->bytes, 1) }},
                                        {{ $output->is_shared ? 'shared folder' : 'this shoot' }}</span>
                                @endif
                            </span></label>
                    @endforeach
                </div>
                <x-problem of="outputs" />
                <button class="btn btn-next"
                    @disabled($meant === 0 || $task?->isUnderWay())>Write {{ number_format($meant) }}
                    {{ Str::plural('frame', $meant) }}</button>
                <p class="small quiet">Files go below {{ basename(dirname($folder)) }}/{{ basename($folder) }} in the
                    folder of this installation. What is written there already in the same way is left as it is;
                        originals
                    are not touched.</p>
            </form>
            @if ($task)
                <div class="panel stack" data-run-task>
                    @if ($task->isUnderWay())
                        <x-task :task="$task" />@else<p><span class="strong">Last run:</span>
                            {{ number_format($task->done) }} of {{ number_format($task->total) }} frames,
                            {{ $task->state->value }}.</p>
                        <form method="post" action="{{ route('deliver.run.remove', $task->subject_id) }}">
                            @csrf @method('DELETE')<button class="btn-word small">Remove this run</button></form>
                    @endif
                    @if ($task->problem)
                        <p class="danger">{{ $task->problem }}</p>
                    @endif
                </div>
            @endif
        </section>
        <section class="panel stack">
            <h2>Outputs</h2>
            @foreach ($outputs as $output)
                <details class="field-group" @if (old('which') === (string) $output->id) open @endif>
                    <summary>{{ $output->name }}</summary>
                    <form method="post" action="{{ route('deliver.output', [$shoot, $output->id]) }}"
                        class="stack">@csrf
                        @include('deliver.output-fields')<button class="btn btn-ink">Save</button></form>
                    <form method="post" action="{{ route('deliver.output.remove', [$shoot, $output->id]) }}"
                        class="mt-2">
                        @csrf @method('DELETE')<button class="btn-word small">Remove this output</button></form>
                </details>
            @endforeach
            <details class="field-group" @if (old('which') === 'new') open @endif>
                <summary>Another output</summary>
                <form method="post" action="{{ route('deliver.output', $shoot) }}" class="stack" data-new-output>@csrf
                    @include('deliver.output-fields', ['output' => null])<button class="btn btn-ink">Save the
                        output</button></form>
            </details>
        </section>
    </div>
@endsection
