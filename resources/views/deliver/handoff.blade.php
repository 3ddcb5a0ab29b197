@extends('layouts.shoot')
@section('page')
    <x-deliver.tabs :shoot="$shoot" here="handoffs" />
    <div class="panel stack" data-handoff="{{ $handoff->id }}">
        <div class="spread">
            <div>
                <h2>{{ $delivery->name }}</h2>
                <p class="quiet">Round {{ $handoff->round }} · {{ $frames->filter->isBack()->count() }} of
                    {{ $frames->count() }}
                    back{{ $handoff->closed_at ? ' · closed' : '' }}</p>
            </div>
            <form method="post" action="{{ route('handoff.close', $handoff) }}">@csrf<button
                    class="btn btn-line">{{ $handoff->closed_at ? 'Open it again' : 'Close the handoff' }}</button></form>
        </div>
        @if ($task?->isUnderWay())
            <x-task :task="$task" />
        @elseif($task?->problem)
            <p class="danger">{{ $task->problem }}</p>
            <form method="post"
                action="{{ route('delivery.go-on', $delivery) }}">@csrf<button class="btn btn-ink">Go on from
                    where it stopped</button></form>
        @endif
        @if ($returns?->isUnderWay())
            <x-task :task="$returns" />
        @endif
        <div class="lines">
            @foreach ($delivery->recipients as $recipient)
                <div class="spread" data-recipient="{{ $recipient->id }}">
                    <p>{{ $recipient->called() }}: @if ($delivery->made_at && !$handoff->closed_at)
                        <a href="{{ $recipient->address() }}" data-link>{{ $recipient->address() }}</a>@else<span
                                class="quiet">{{ $handoff->closed_at ? 'the link has ended' : 'the link works once all is packed' }}</span>
                        @endif <span
                            class="quiet">{{ ($fetched = $recipient->receipts->where('kind', 'fetched'))->isEmpty() ? 'not fetched yet' : 'fetched ' . $fetched->max('at')->setTimezone($shoot->zone)->format('D j M, H:i') }}</span>
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
    <form method="post" action="{{ route('handoff.rounds', $handoff) }}" class="panel stack" data-round>
        @csrf
        <h2>Frames</h2>
        <div class="lines">
            @foreach ($frames as $one)
                @include('deliver.handed', ['own' => $versions[$one->frame_id] ?? collect()])
            @endforeach
        </div>
        <div><label class="form-label"
            for="round-note">What is still to be done, to all that go out once more</label><input
                class="form-control" id="round-note" name="note" value="{{ old('note') }}" maxlength="2000"></div>
        <x-problem of="again" />
        <button class="btn btn-next" @disabled($handoff->closed_at !== null)>Send the chosen ones out for round
            {{ $handoff->round + 1 }}</button>
        <p class="small quiet">What came back goes along with the notes. Links stay as they are.</p>
    </form>
    @foreach ($versions as $some)
        @foreach ($some as $version)
            <form method="post" action="{{ route('handoffs.version', $shoot) }}" id="version-{{ $version->id }}">
                @csrf<input type="hidden" name="version" value="{{ $version->id }}"></form>
        @endforeach
    @endforeach
@endsection
