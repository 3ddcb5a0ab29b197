@extends('layouts.shoot')
@section('page')
    <p class="mb-3">
        <a href="{{ route('cull.show', [$shoot, ...$filter->toQuery()]) }}">Back to the frames</a>
    </p>
    <div class="halves">
        <section class="panel stack">
            <h2>Out: {{ number_format($meant) }} {{ Str::plural('frame', $meant) }}</h2>
            <form class="choose-line" method="get">
                <label for="where" class="visually-hidden">Frames for which this is true</label>
                <input class="form-control flex-grow-1 w-100" id="where" name="where" value="{{ $filter->where }}"
                    placeholder="verdict:keep and rating>=3">
                <label for="separator" class="visually-hidden">Separator</label>
                <select class="form-select" id="separator" name="separator">
                    @foreach ([
                        'lines' => 'each on a line', 'commas' => 'with commas', 'spaces' => 'with spaces',
                    ] as $value => $label)
                        <option value="{{ $value }}" @selected($separator === $value)>{{ $label }}</option>
                    @endforeach
                </select>
                <input type="hidden" name="ending" value="0"><label><input class="form-check-input" type="checkbox"
                        name="ending" value="1" @checked($ending)> with ending</label>
                <label><input class="form-check-input" type="checkbox" name="quoted" value="1"
                        @checked($quoted)> in quotes</label>
                <button class="btn btn-line">Show the names</button>
            </form>
            @if ($filter->problem)
                <p class="invalid-feedback">{{ $filter->problem }}</p>
            @endif
            <label class="visually-hidden" for="names">Names</label>
            <textarea class="form-control names-list" id="names" readonly rows="10">{{ $names }}</textarea>
            <div class="row-line"><button type="button" class="btn btn-ink"
                data-copies="#names">Copy the names</button><a
                    href="{{ route('cull.csv', [$shoot, ...$filter->toQuery()]) }}">Table of verdicts, ratings and uses
                    (CSV)</a></div>
            <p class="small quiet">Verdicts, ratings and uses also stand in the XMP sidecars beside the copies: <a
                    href="{{ route('captions.show', $shoot) }}">write those</a>.</p>
        </section>
        <section class="panel stack">
            <h2>In: mark the frames of a list</h2>
            @if ($unfound = session('unfound'))
                @foreach ([
                    ['missing', 'Not found in this shoot'], ['several', 'Names of several frames, so none was marked'],
                    ['problems', 'Could not be read'],
                ] as $i => [$key, $title])
                    @if ($unfound['counts'][$i] > 0)
                        <div class="danger">
                            <p class="strong">{{ $title }}: {{ number_format($unfound['counts'][$i]) }}</p>
                            <p class="small">{{ implode($key === 'problems' ? ' ' : ', ', $unfound[$key]) }}</p>
                        </div>
                    @endif
                @endforeach
            @endif
            <form class="stack" method="post" enctype="multipart/form-data"
                action="{{ route('cull.list.store', $shoot) }}">
                @csrf
                <div><label class="form-label" for="list">Paste names, or a table with name, verdict, rating,
                        uses</label>
                    <textarea class="form-control" id="list" name="list" rows="7">{{ old('list') }}</textarea>
                </div>
                <div><label class="form-label" for="file">or choose a file</label><input class="form-control"
                        type="file" id="file" name="file" accept=".csv,.txt,.tsv,text/csv"></div>
                <div class="choose-line"><label for="verdict">Where the list does not say</label>
                    <select class="form-select" id="verdict" name="verdict">
                        <option value="">no verdict</option>
                        <option value="keep">keep</option>
                        <option value="drop">drop</option>
                        <option value="open">open</option>
                    </select>
                    <label class="visually-hidden" for="rating">Rating</label><select class="form-select" id="rating"
                        name="rating">
                        <option value="">no rating</option>
                        @foreach (range(0, 5) as $rating)
                            <option value="{{ $rating }}">rating {{ $rating }}</option>
                        @endforeach
                    </select>
                    <label class="visually-hidden" for="use">Use</label><select class="form-select" id="use"
                        name="use">
                        <option value="">no use</option>
                        @foreach ($uses as $bit => $name)
                            <option value="{{ $bit }}">{{ $name }}</option>
                        @endforeach
                    </select>
                </div>
                @foreach (['list', 'file', 'verdict', 'rating', 'use'] as $field)
                    <x-problem :of="$field" />
                @endforeach
                <button class="btn btn-next">Mark these frames</button>
            </form>
        </section>
    </div>
@endsection
