@extends('layouts.shoot')
@section('page')
    <x-deliver.tabs :shoot="$shoot" here="originals" />
    <div class="columns-right">
        <form method="post" action="{{ route('originals.store', [$shoot, ...$query]) }}" class="panel stack"
            hx-get="{{ route('originals.preview', [$shoot, ...$query]) }}"
                hx-trigger="input delay:250ms, change delay:250ms"
            hx-target="#comes">
            @csrf
            <h2>Originals in a folder of their own</h2>
            @include('deliver.frames', [
                'goes' => fn(array $query): string => route('originals', [$shoot, ...$query]),
            ])
            <x-problem of="frames" />
            <fieldset class="stack">
                <legend class="form-label">What is done</legend>
                <label class="output-line"><input class="form-check-input" type="radio" name="how" value="copy"
                        @checked(old('how', 'copy') === 'copy')> <span><span class="strong">Copy</span> <span
                            class="quiet">to one place. The originals stay where they are; these further copies do not
                            count for the safety of a card.</span></span></label>
                <label class="output-line"><input class="form-check-input" type="radio" name="how" value="move"
                        @checked(old('how') === 'move')> <span><span class="strong">Move</span> <span
                            class="quiet">in every place. The frames are found there from then on.</span></span></label>
            </fieldset>
            <x-problem of="how" />
            <div class="row-line align-items-end">
                <div class="flex-fill"><label class="form-label" for="kind">Files</label><select class="form-select"
                        id="kind" name="kind">
                        @foreach ([
                            '' => 'raw files and JPEGs', 'raw' => 'raw files alone', 'jpeg' => 'JPEGs alone',
                        ] as $value => $label)
                            <option value="{{ $value }}" @selected(old('kind') === $value)>{{ $label }}</option>
                        @endforeach
                    </select>
                </div>
                <div class="flex-fill"><label class="form-label" for="place">Place to copy to</label><select
                        class="form-select" id="place" name="place">
                        @foreach ($places as $place)
                            <option value="{{ $place->id }}"
                                @selected((int) old('place') === $place->id)>{{ $place->name }}</option>
                        @endforeach
                    </select>
                </div>
            </div>
            <x-problem of="kind" /><x-problem of="place" />
            <div>
                <x-field name="folder" label="Folders" :value="$pattern->folder" maxlength="255"
                    spellcheck="false" autocomplete="off" />
            </div>
            <div>
                <x-field name="file" label="Name of each file; its ending stays" :value="$pattern->file"
                    maxlength="255" spellcheck="false" autocomplete="off" />
            </div>
            <details>
                <summary>Placeholders</summary>
                <dl class="placeholders">
                    @foreach (Kanpai\Core\Ingest\NamePattern::PLACEHOLDERS as $name => $help)
                        <dt><code>{{ '{' . '{' . $name . '}' . '}' }}</code></dt>
                        <dd>{{ $help }}</dd>
                    @endforeach
                </dl>
            </details>
            <button class="btn btn-next" @disabled($meant === 0)>Put <span id="put">{{ $files === null ? 'them' : number_format($files).' '.Str::plural('file', $files) }}</span>
                there</button>
            <p class="small quiet">Nothing is overwritten: what is the same there is left, what is not gets a
                number.</p>
        </form>
        <div>
            @foreach ($tasks as $task)
                <div class="panel stack" data-originals-task>
                    @if ($task->isUnderWay())
                        <x-task :task="$task" />
                    @else
                        <p><span class="strong">{{ $task->title }}:</span> {{ $task->state->value }},
                            {{ $task->progressInWords() }}.</p>
                        @endif @if ($task->problem)
                            <p class="danger">{{ $task->problem }}</p>
                        @endif
                </div>
            @endforeach
            <section class="panel stack">
                <h2>What comes</h2>
                @if ($files === null)
                    <div id="comes" class="stack" hx-trigger="load"
                        hx-get="{{ route('originals.preview', [
                            $shoot, ...$query, 'folder' => $pattern->folder, 'file' => $pattern->file,
                        ]) }}">
                        <p class="quiet" role="status">Working out the names …</p>
                    </div>
                @else
                    <div id="comes" class="stack">@include('deliver.originals-preview')</div>
                @endif
                @if ($behind > 0)
                    <p>{{ number_format($behind) }} {{ Str::plural('sidecar', $behind) }} of the shoot
                        {{ $behind === 1 ? 'is' : 'are' }} out of date. <a
                            href="{{ route('captions.show', $shoot) }}">Write them first</a>, so that the newest go
                                along.
                    </p>
                @endif
            </section>
        </div>
    </div>
@endsection
