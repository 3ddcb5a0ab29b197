@extends('layouts.shoot')
@push('scripts')
    @vite('resources/js/captions/captions.js')
@endpush
@section('page')
    <div class="columns-right" data-captions data-people="{{ route('captions.people', $shoot) }}"
        data-listed="{{ route('captions.words', $shoot) }}" data-mark="{{ $shoot->studio->code_sign }}">
        <form method="post" action="{{ route('captions.store-frame', [$shoot, $frame, ...$query]) }}"
            class="panel stack"
            @if ($errors->any()) data-refused @endif data-draft="frame-{{ $frame->id }}">
            @csrf
            <div class="spread">
                <h2>Caption of {{ $frame->name }}</h2><a href="{{ route('captions.show', [$shoot, ...$query]) }}">Back to
                    the sheets</a>
            </div>
            <nav class="row-line" aria-label="Frames one after another">
                @if ($before)
                    <a class="btn btn-line" rel="prev" accesskey="p"
                        href="{{ route('captions.frame', [$shoot, $before, ...$query]) }}">Frame before</a>
                @endif
                @if ($next)
                    <a class="btn btn-line" rel="next" accesskey="n"
                        href="{{ route('captions.frame', [$shoot, $next, ...$query]) }}">Next frame</a>
                @endif
                @if ($place !== null)
                    <span class="quiet">{{ number_format($place + 1) }} of {{ number_format($meant) }}</span>
                @endif
            </nav>
            <p class="said" data-draft-note role="status" hidden>What you had typed here and not kept yet stands here
                again. <button type="button" class="btn-word">Show what is kept instead</button></p>
            @foreach ($groups as $group => $fields)
                <details class="field-group" @if (in_array($group, $open, true)) open @endif>
                    <summary>{{ $group }}</summary>
                    @foreach ($fields as $field)
                        @include('captions.field', [
                            'text' => old($field->value, $caption?->text($field) ?? ''),
                            'mode' => null,
                            'inherits' => $inherited[$field->value] ?? '',
                        ])
                    @endforeach
                </details>
            @endforeach
            <div class="row-line sticky-foot"><button class="btn btn-next">Keep this caption</button>
                @if ($next)
                    <button class="btn btn-line" name="goes" value="{{ $next }}">Keep it and go to the
                        next</button>
                @endif
                <span class="quiet">
                    what you change here is this frame’s own: sheets leave it alone. Grey is what the sheets would fill
                    in.</span>
            </div>
        </form>
        <div>
            <div class="panel stack">
                <div class="example">
                    @if ($frame->small_path)
                        <img src="{{ App\Studio\PictureAddress::of($frame->large_path ?? $frame->small_path) }}"
                            alt="{{ $frame->name }}">
                    @endif
                </div>
                <dl class="facts">
                    <dt>taken</dt>
                    <dd>{{ $shoot->zone()->format($frame->taken_ms, 'j M Y, H:i:s.v') }}</dd>
                    <dt>camera said</dt>
                    <dd>{{ $frame->is_dated ? substr((string) $frame->cameraTime(), 0, 21) : 'nothing' }}</dd>
                    <dt>own fields</dt>
                    <dd>{{ $own === [] ? 'none' : implode(', ', array_map(fn($name) => Kanpai\Core\Frames\Caption\Field::from($name)->fullLabel(), $own)) }}
                    </dd>
                    @if ($label !== '')
                        <dt>label</dt>
                        <dd>{{ $label }}</dd>
                    @endif
                </dl>
            </div>
            @if ($caption !== null && !$caption->isEmpty())
                <form class="panel stack" method="post" action="{{ route('captions.paste', [$shoot, ...$query]) }}">
                    @csrf
                    <input type="hidden" name="from" value="{{ $frame->id }}">
                    <h3>Paste to {{ number_format($meant) }} {{ Str::plural('frame', $meant) }}</h3>
                    @foreach ($caption->values() as $name => $text)
                        <label class="d-flex gap-2"><input class="form-check-input" type="checkbox" name="fields[]"
                                value="{{ $name }}"><span
                                class="clip"><b>{{ Kanpai\Core\Frames\Caption\Field::from($name)->fullLabel() }}</b>
                                {{ Str::limit($text, 60) }}</span></label>
                    @endforeach
                    <x-problem of="fields" />
                    <button class="btn btn-line">Review the changes</button>
                </form>
            @endif
        </div>
    </div>
@endsection
