@extends('layouts.shoot')
@section('page')
<div class="stack-wide">
    <div class="panel stack">
        <div class="spread"><h2>{{ $gallery->title }}</h2><a href="{{ route('proof.show', $shoot) }}">Back to the galleries</a></div>
        <p>{{ $counts->count() }} of {{ number_format($total) }} frames chosen by somebody · {{ $frames->sum(fn ($frame) => $frame->comments->count()) }} comments</p>
        @foreach($selections as $selection)
            <p><a class="strong" href="{{ route('deliver.show', [$shoot, 'selection' => $selection->id]) }}">{{ $selection->name }} chose {{ $selection->frames_count }}</a> · {{ $selection->email }} · {{ $selection->sent_at->setTimezone($shoot->zone)->format('D j M, H:i') }}@if($selection->message)<br>“{{ $selection->message }}”@endif</p>
        @endforeach
    </div>
    <ul class="picked">
        @forelse($frames as $frame)
            <li><div class="view"><img src="{{ App\Studio\PictureAddress::orNothing($frame->frame->small_path) }}" alt="{{ $frame->frame->name }}"></div>
                <span class="strong">{{ str_pad((string) $frame->number, 3, '0', STR_PAD_LEFT) }}</span> {{ $frame->frame->name }}
                @if($counts[$frame->id] ?? 0)<svg class="shape" viewBox="0 0 16 16" role="img" aria-label="chosen"><circle cx="8" cy="8" r="5.5"/></svg>@endif
                @foreach($frame->comments as $comment)<p>“{{ $comment->text }}”@if($comment->guest->name) <span class="quiet">{{ $comment->guest->name }}</span>@endif</p>@endforeach
            </li>
        @empty
            <li>Nothing is chosen yet.</li>
        @endforelse
    </ul>
</div>
@endsection
