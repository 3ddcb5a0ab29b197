@extends('layouts.shoot')
@section('page')
    <div class="columns-right">
        <section class="panel stack">
            <p class="small"><a href="{{ route('ingest.show', $shoot) }}">Back to the cards</a></p>
            <h2>Folders and names of the copies</h2>
            <form id="pattern" method="post" action="{{ route('ingest.pattern', $shoot) }}" class="stack"
                hx-get="{{ route('ingest.tree', $shoot) }}"
                hx-trigger="input delay:250ms from:#folder, input delay:250ms from:#file" hx-target="#tree">
                @csrf
                <div>
                    <x-field name="folder" label="Folders below each place" :value="$pattern->folder"
                        maxlength="255" spellcheck="false" autocomplete="off" />
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
                <div class="row-line align-items-end">
                    <div><label class="form-label" for="name">Save under a name (or leave empty)</label><input
                            class="form-control" id="name" name="name" maxlength="80" value="{{ old('name') }}">
                    </div>
                    <button class="btn btn-ink">Use for this shoot</button>
                </div>
                <x-problem of="name" />
            </form>
            @if ($task !== null && ($task->isUnderWay() || $task->problem !== null))
                <x-task :task="$task" />
            @endif
            <x-problem of="rename" />
            @if ($tree === null)
                <div id="tree" class="stack" hx-trigger="load"
                    hx-get="{{ route('ingest.tree', [$shoot, 'folder' => $pattern->folder, 'file' => $pattern->file]) }}">
                    <p class="quiet" role="status">Working out the names …</p>
                </div>
            @else
                <div id="tree" class="stack">@include('ingest.tree')</div>
            @endif
            <p class="small quiet">A frame is called as its copy is. The camera’s own name stays in the record and
                finds the
                frame again.</p>
        </section>
        <div>
            @include('ingest.patterns')
            @include('ingest.places')
        </div>
    </div>
@endsection
