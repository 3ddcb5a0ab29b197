@extends('layouts.shoot')
@section('page')
    @include('deliver.nav', ['here' => 'handoffs'])
    @php($zone = $shoot->zone)
    @php($back = $frames->filter->isBack()->count())
    <div class="panel stack" data-handoff="{{ $handoff->id }}">
        <div class="spread">
            <div>
                <h2>{{ $delivery->name }}</h2>
                <p class="quiet">Turn {{ $handoff->turn }} · {{ $back }} of {{ $frames->count() }}
                    back{{ $handoff->closed_at ? ' · closed' : '' }}</p>
            </div>
            <form method="post" action="{{ route('handoff.close', $handoff) }}">@csrf<button
                    class="btn btn-line">{{ $handoff->closed_at ? 'Open it again' : 'Close the handoff' }}</button></form>
        </div>
        @if ($task?->isUnderWay())
            @include('studio.task')
        @elseif($task?->problem)
            <p class="danger">{{ $task->problem }}</p>
            <form method="post" action="{{ route('delivery.go-on', $delivery) }}">@csrf<button class="btn btn-ink">Go on from
                    where it stopped</button></form>
        @endif
        @if ($returns?->isUnderWay())
            @include('studio.task', ['task' => $returns])
        @endif
        <div class="lines">
            @foreach ($delivery->recipients as $recipient)
                <div class="spread" data-recipient="{{ $recipient->id }}">
                    <p>{{ $recipient->called() }}: @if ($delivery->made_at && !$handoff->closed_at)
                        <a href="{{ $recipient->address() }}" data-link>{{ $recipient->address() }}</a>@else<span
                                class="quiet">{{ $handoff->closed_at ? 'the link has ended' : 'the link works once all is packed' }}</span>
                        @endif <span
                            class="quiet">{{ ($fetched = $recipient->receipts->where('kind', 'fetched'))->isEmpty() ? 'not fetched yet' : 'fetched ' . $fetched->max('at')->setTimezone($zone)->format('D j M, H:i') }}</span>
                    </p>
                    @if ($delivery->made_at && !$handoff->closed_at && $recipient->email)
                        <form method="post" action="{{ route('delivery.tell', $recipient) }}">@csrf<button
                                class="btn {{ $recipient->told_at ? 'btn-line' : 'btn-ink' }}">Mail
                                {{ $recipient->told_at ? 'that there is more' : 'the link' }} to
                                {{ $recipient->email }}</button></form>
                    @endif
                </div>
            @endforeach
        </div>
    </div>
    @if ($asked->isNotEmpty())
        <div class="panel stack">
            <h2>Where does it belong?</h2>
            <div class="lines">@include('deliver.returned')</div>
        </div>
    @endif
    <form method="post" action="{{ route('handoff.turn', $handoff) }}" class="panel stack" data-turn>
        @csrf
        <h2>Frames</h2>
        <div class="lines">
            @foreach ($frames as $one)
                @php($own = $versions[$one->frame_id] ?? collect())
                <div class="handed" data-frame="{{ $one->frame_id }}">
                    @php($camera = $own->firstWhere('number', 1))
                    <div class="view"><img
                            src="{{ App\Studio\PictureAddress::orNothing($camera?->small_path ?? $one->frame->small_path) }}"
                            alt="{{ $one->frame->name }} as the camera wrote it" loading="lazy"></div>
                    <div class="view">
                        @if ($one->frame->version_id)
                            <img src="{{ App\Studio\PictureAddress::orNothing($one->frame->small_path) }}"
                            alt="{{ $one->frame->name }} as it came back" loading="lazy">@else<span
                                class="quiet">{{ $one->isBack() ? '' : 'not back yet' }}</span>
                        @endif
                    </div>
                    <div class="stack">
                        <p><span class="strong">{{ $one->frame->name }}</span> <span
                                class="quiet">{{ $one->isBack() ? 'back' : 'out, turn ' . $one->turn }}</span></p>
                        @foreach ($one->notes as $note)
                            <p class="small"><span class="quiet">Turn {{ $note->turn }}, {{ $note->by }}:</span>
                                {{ $note->inWords() }}</p>
                        @endforeach
                        @if ($own->count() > 1)
                            <p class="small">
                                @foreach ($own as $version)
                                    @if ($one->frame->version_id === ($version->hash ? $version->id : null))
                                        <span class="strong">{{ $version->number }}:
                                        {{ $version->name }}</span>@else<button class="btn-word small"
                                            form="version-{{ $version->id }}">{{ $version->number }}:
                                            {{ $version->name }}</button>
                                    @endif{{ $loop->last ? '' : ' · ' }}
                                @endforeach
                            </p>
                        @endif
                        <div class="choose-line"><label><input class="form-check-input" type="checkbox" name="again[]"
                                    value="{{ $one->frame_id }}" @checked(in_array((string) $one->frame_id, (array) old('again'), true))> once more</label><label
                                class="visually-hidden" for="note-{{ $one->frame_id }}">What is still to be done to
                                {{ $one->frame->name }}</label><input class="form-control" id="note-{{ $one->frame_id }}"
                                name="notes[{{ $one->frame_id }}]" value="{{ old('notes.' . $one->frame_id) }}"
                                maxlength="2000" placeholder="what is still to be done"></div>
                    </div>
                </div>
            @endforeach
        </div>
        <div><label class="form-label" for="turn-note">What is still to be done, to all that go out once more</label><input
                class="form-control" id="turn-note" name="note" value="{{ old('note') }}" maxlength="2000"></div>
        <x-problem of="again" />
        <button class="btn btn-next" @disabled($handoff->closed_at !== null)>Send the chosen ones out for turn
            {{ $handoff->turn + 1 }}</button>
        <p class="small quiet">What came back goes along with the notes. Links stay as they are.</p>
    </form>
    @foreach ($versions as $some)
        @foreach ($some as $version)
            <form method="post" action="{{ route('handoffs.version', $shoot) }}" id="version-{{ $version->id }}">
                @csrf<input type="hidden" name="version" value="{{ $version->id }}"></form>
        @endforeach
    @endforeach
@endsection
