{{-- A shoot on the list: $shoot, $day, $todo, $stages --}}
<article class="shoot" data-shoot="{{ $shoot->id }}">
    <div>
        <h2><a href="{{ route($todo?->route() ?? 'ingest.show', $shoot) }}">{{ $shoot->name }}</a></h2>
        <p class="quiet">{{ $shoot->held_on->format('D j M Y') }}@if ($shoot->client)
                · {{ $shoot->client }}
            @endif
        </p>
        <p class="quiet">
            @if ($day)
                {{ number_format($day['frames']) }} {{ Str::plural('frame', $day['frames']) }} ·
                {{ $day['bodies'] }} {{ Str::plural('body', $day['bodies']) }}@if ($day['shooters'] > 0)
                    · {{ $day['shooters'] }} {{ Str::plural('shooter', $day['shooters']) }}
                @endif
            @else
                no frames yet
            @endif
        </p>
        <p class="small"><a class="quiet" href="{{ route('shoots.edit', $shoot) }}"
                aria-label="Change it: name, client and days of {{ $shoot->name }}">Change it</a></p>
    </div>
    <div>
        <svg class="day-small" viewBox="0 0 600 40" preserveAspectRatio="none" role="img"
            aria-label="Frames over the day of {{ $shoot->name }}">
            @if ($day)
                <path class="decided" d="{{ $day['decided'] }}" />
                <path class="undecided" d="{{ $day['undecided'] }}" />
            @endif
        </svg>
        <nav class="stage-bars" aria-label="Stages of {{ $shoot->name }}">
            @foreach ($stages[$shoot->id] as $stage)
                <a href="{{ route($stage->route(), $shoot) }}" title="{{ $stage->left }}">
                    <svg viewBox="0 0 100 7" preserveAspectRatio="none" aria-hidden="true">
                        <rect class="all" width="100" height="7" />
                        <rect class="done" width="{{ round(100 * $stage->share, 1) }}" height="7" />
                    </svg>
                    {{ $stage->label() }}
                </a>
            @endforeach
        </nav>
    </div>
    <div class="next">
        @if ($shoot->finished_at !== null)
            <p class="quiet">finished {{ $shoot->finished_at->format('D j M Y') }}</p>
            <form method="post" action="{{ route('shoots.reopen', $shoot) }}">@csrf<button
                    class="btn-word">Put it back on the list</button></form>
        @else
            @if ($todo)
                <a href="{{ route($todo->route(), $shoot) }}">{{ $todo->next }} →</a>
                <p @class(['quiet', 'danger' => $todo->isDanger])>
                    {{ collect([$shoot->promised_on ? 'promised ' . $shoot->promised_on->format('D j M') : null, $todo->note ?: null])->filter()->implode(' · ') }}
                </p>
            @else
                <p>{{ collect($stages[$shoot->id])->pluck('note')->filter()->last() ?? 'Everything is done' }}
                </p>
            @endif
            <form method="post" action="{{ route('shoots.finish', $shoot) }}">@csrf<button
                    class="btn-word quiet small text-decoration-none">Finish this shoot</button></form>
        @endif
    </div>
</article>
