@extends('layouts.shoot')
@section('page')
<div class="panel stack mb-3">
    @include('studio.filter')
    @foreach($tasks as $task)@include('studio.task')@endforeach
</div>
<div class="columns-right">
    <form method="post" action="{{ route('captions.apply', [$shoot, ...$filter->toQuery()]) }}" class="panel stack"
          hx-post="{{ route('captions.preview', [$shoot, ...$filter->toQuery()]) }}" hx-trigger="input delay:300ms" hx-target="#preview" hx-swap="innerHTML">
        @csrf
        <div class="spread"><h2>Caption sheet</h2><span class="quiet">{{ number_format($captioned) }} of {{ number_format($all) }} frames have a caption</span></div>
        <div class="fields">
            @foreach($fields as $field)
                <label for="{{ $field->value }}">{{ $field->label() }}</label>
                <div>
                    @if($field->isLong())
                        <textarea class="form-control @error($field->value) is-invalid @enderror" id="{{ $field->value }}" name="{{ $field->value }}">{{ old($field->value, $templates[$field->value] ?? '') }}</textarea>
                    @else
                        <input class="form-control @error($field->value) is-invalid @enderror" id="{{ $field->value }}" name="{{ $field->value }}" value="{{ old($field->value, $templates[$field->value] ?? '') }}" @if($field->isList()) placeholder="separated by commas" @endif>
                    @endif
                    <x-problem :of="$field->value"/>
                </div>
            @endforeach
        </div>
        <div class="row-line">
            <button class="btn btn-next" @disabled($meant === 0)>Caption {{ number_format($meant) }} {{ Str::plural('frame', $meant) }}</button>
            <span class="quiet">XMP sidecars are written beside the copies; originals are not touched.</span>
        </div>
    </form>
    <div>
        <div class="panel" id="preview">@include('captions.preview')</div>
        <div class="panel stack">
            <h3>Placeholders</h3>
            <ul class="placeholders">@foreach($placeholders as $name => $meaning)<li><code>&#123;&#123;{{ $name }}&#125;&#125;</code> {{ $meaning }}</li>@endforeach</ul>
        </div>
        @if($captioned > 0)
            <div class="panel stack">
                <h3>Sidecars</h3>
                @if($behind > 0)
                    <p>{{ number_format($behind) }} of {{ number_format($captioned) }} sidecars are behind: a caption, a time or a rating changed since.</p>
                    <form method="post" action="{{ route('captions.write', $shoot) }}">@csrf<button class="btn btn-line">Write {{ number_format($behind) }} sidecars</button></form>
                @else
                    <p>All {{ number_format($captioned) }} sidecars are up to date, in every place.</p>
                @endif
            </div>
        @endif
    </div>
</div>
@endsection
