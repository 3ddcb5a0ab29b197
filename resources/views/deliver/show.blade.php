@extends('layouts.shoot')
@push('scripts')<script type="module" src="{{ $build->url('js/deliver/deliver.js') }}"></script>@endpush
@section('page')
<p class="mb-3"><a href="{{ route('deliver.outputs', $shoot) }}">Outputs: write files in your own sizes</a></p>
@if($selection === null)
    <div class="panel nothing"><h2>No selection has come in yet</h2><p>When a guest sends one, it is delivered from here. <a href="{{ route('proof.show', $shoot) }}">Go to the galleries</a></p></div>
@else
<div class="columns">
    <section class="panel stack">
        <h2>Selections</h2>
        <div class="lines">
            @foreach($selections as $one)
                <p><a href="{{ route('deliver.show', [$shoot, 'selection' => $one->id]) }}" @if($one->id === $selection->id) aria-current="true" class="strong" @endif>{{ $one->name }} · {{ $one->frames_count }} frames</a><br><span class="quiet">{{ $one->sent_at->setTimezone($shoot->zone)->format('D j M, H:i') }} · from “{{ $one->gallery->title }}”</span></p>
            @endforeach
        </div>
    </section>
    <section>
        <div class="panel stack">
            <div class="spread">
                <div><h2>{{ $selection->name }} chose {{ $selection->frames_count }} {{ Str::plural('frame', $selection->frames_count) }}</h2><p class="quiet">{{ $selection->email }}@if($selection->message) · “{{ $selection->message }}”@endif</p></div>
                <form method="post" action="{{ route('deliver.make', $selection) }}">@csrf<button class="btn {{ $deliveries->isEmpty() ? 'btn-next' : 'btn-line' }}">{{ $deliveries->isEmpty() ? 'Pack' : 'Pack again:' }} {{ $selection->frames_count }} full-size JPEGs as a ZIP</button></form>
            </div>
            <div class="lines">
                @foreach($deliveries as $delivery)
                    <article data-delivery="{{ $delivery->id }}">
                        @php($task = $delivery->task())
                        @if($delivery->made_at)
                            <div class="spread">
                                <div>
                                    <h3>{{ $delivery->name }}</h3>
                                    <p class="quiet">{{ $delivery->frames_count }} JPEGs with captions embedded, checksum list inside · {{ Number::fileSize($delivery->bytes, 1) }} · xxh128 {{ $delivery->hash }}</p>
                                    <p>Link for the guest: <a href="{{ $delivery->address() }}" data-link>{{ $delivery->address() }}</a></p>
                                    @php($fetched = $delivery->receipts->where('kind', 'fetched'))
                                    <p class="quiet">{{ $delivery->receipts->where('kind', 'opened')->count() }} times opened · @if($fetched->isEmpty()) not fetched yet @else fetched {{ $fetched->where('from_byte', 0)->count() }} times, last {{ $fetched->max('at')->setTimezone($shoot->zone)->format('D j M, H:i:s') }}@if($fetched->where('from_byte', '>', 0)->isNotEmpty()), {{ $fetched->where('from_byte', '>', 0)->count() }} times taken up again @endif @endif</p>
                                </div>
                                <form method="post" action="{{ route('deliver.mail', $delivery) }}">@csrf<button class="btn btn-ink">Mail the link to {{ $selection->email }}</button></form>
                            </div>
                        @elseif($task?->isUnderWay())
                            @include('studio.task')
                        @else
                            <p class="danger">Packing was broken off{{ $task?->problem ? ': '.$task->problem : '.' }}</p>
                        @endif
                    </article>
                @endforeach
            </div>
        </div>
        <div class="panel stack">
            <h2>The names, to paste into another program</h2>
            <form class="row-line" hx-get="{{ route('deliver.names', $selection) }}" hx-trigger="change" hx-target="#names" hx-swap="innerHTML">
                @foreach(['with' => 'with ending', 'without' => 'without ending'] as $value => $label)
                    <span class="form-check"><input class="form-check-input" type="radio" id="ending-{{ $value }}" name="ending" value="{{ $value }}" @checked(($value === 'with') === $withEnding)><label class="form-check-label" for="ending-{{ $value }}">{{ $label }}</label></span>
                @endforeach
                <span class="form-check"><input class="form-check-input" type="checkbox" id="quoted" name="quoted" value="1" @checked($isQuoted)><label class="form-check-label" for="quoted">in quotes</label></span>
                <span class="form-check"><input class="form-check-input" type="checkbox" id="raw" name="raw" value="1" @checked($ofRaw)><label class="form-check-label" for="raw">of the raw files</label></span>
                <label class="visually-hidden" for="separator">Separated by</label>
                <select class="form-select w-auto" id="separator" name="separator">@foreach(['lines' => 'one on each line', 'commas' => 'separated by commas', 'spaces' => 'separated by spaces'] as $value => $label)<option value="{{ $value }}" @selected($separator === $value)>{{ $label }}</option>@endforeach</select>
            </form>
            <div id="names">@include('deliver.names')</div>
        </div>
        <ul class="picked mt-3">
            @foreach($frames as $frame)
                <li><div class="view"><img src="{{ App\Studio\PictureAddress::orNothing($frame->small_path) }}" alt="{{ $frame->name }}" loading="lazy"></div>{{ $frame->name }}@if($frame->pivot->comment)<p>“{{ $frame->pivot->comment }}”</p>@endif</li>
            @endforeach
        </ul>
    </section>
</div>
@endif
@endsection
