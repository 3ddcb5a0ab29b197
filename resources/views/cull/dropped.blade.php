@extends('layouts.shoot')
@section('page')
    <p class="mb-3">
        <a href="{{ route('cull.show', $shoot) }}">Back to the frames</a>
    </p>
    @foreach ($tasks as $task)
        <div class="panel mb-3"><x-task :task="$task" /></div>
    @endforeach
    <div class="columns-right">
        <section class="panel stack">
            <h2>{{ number_format($all) }} dropped {{ Str::plural('frame', $all) }}, looked at once more</h2>
            @if ($all === 0)
                <p>Nothing is dropped. <a href="{{ route('cull.show', $shoot) }}">Cull first</a></p>
            @endif
            <ul class="wall-of-dropped">
                @foreach ($frames as $frame)
                    <li>
                        <figure>
                            @if ($frame['picture'])
                                <a
                                    href="{{ route('cull.show', [$shoot, 'verdict' => 'drop', 'where' => 'name:' . $frame['name']]) }}"><img
                                        src="{{ $frame['picture'] }}" alt="{{ $frame['name'] }}" loading="lazy"></a>
                            @endif
                            <figcaption class="clip">
                                {{ $frame['time'] }} · {{ $frame['name'] }}</figcaption>
                        </figure>
                    </li>
                @endforeach
            </ul>
            @if ($all > $size)
                <nav class="row-line" aria-label="Pages">
                    @if ($page > 0)
                        <a href="{{ route('cull.dropped', [$shoot, 'page' => $page - 1]) }}">The {{ $size }}
                            before</a>
                    @endif
                    <span>{{ number_format($page * $size + 1) }} to
                        {{ number_format(min($all, ($page + 1) * $size)) }} of
                        {{ number_format($all) }}</span>
                    @if (($page + 1) * $size < $all)
                        <a href="{{ route('cull.dropped', [$shoot, 'page' => $page + 1]) }}">The next
                            {{ $size }}</a>
                    @endif
                </nav>
            @endif
        </section>
        <div>
            <section class="panel stack">
                <h2>Set aside</h2>
                <p>Out of the shoot, out of the way. The files stay where they are.</p>
                @if ($all > 0)
                    <form method="post" action="{{ route('cull.aside', $shoot) }}">@csrf<button class="btn btn-next">Set
                            {{ number_format($all) }} dropped {{ Str::plural('frame', $all) }} aside</button></form>
                @endif
                @if ($aside > 0)
                    <form method="post" action="{{ route('cull.back', $shoot) }}">@csrf<p>{{ number_format($aside) }}
                            {{ Str::plural('frame', $aside) }} set aside. <button class="btn-word">Take all back into
                                the
                                shoot</button></p>
                    </form>
                @endif
            </section>
            <section class="panel stack">
                <h2>Delete the copies</h2>
                @if ($copies === [])
                    <x-nothing>No copy of a dropped frame stands anywhere.</x-nothing>
                @else
                    <form class="stack" method="post" action="{{ route('cull.delete', $shoot) }}">
                        @csrf
                        <p>Copies of dropped frames, set aside or not:</p>
                        @foreach ($copies as $place)
                            <label class="d-block"><input class="form-check-input" type="checkbox" name="places[]"
                                    value="{{ $place['place'] }}" @disabled(!$place['isThere'])
                                    @checked(in_array($place['place'], old('places', []), true))>
                                        {{ number_format($place['files']) }}
                                {{ Str::plural('file', $place['files']) }} on {{ $place['place'] }},
                                {{ Number::fileSize($place['bytes'], 1) }}@unless ($place['isThere'])
                                (the disk is not there)
                            @endunless
                        </label>
                    @endforeach
                    <p class="small">Of every file one verified copy stays. Cards are never touched. A card of which
                        files are deleted is no longer safe to format.</p>
                    @can('update', $shoot->studio)
                        <label class="d-block"><input class="form-check-input" type="checkbox" name="last"
                                value="1"> the last verified copy may go as well: then the card alone has these
                            files</label>
                    @endcan
                    <div><label class="form-label" for="name">Type the name of the shoot,
                            {{ $shoot->name }}</label><input class="form-control" id="name" name="name"
                            value="{{ old('name') }}" autocomplete="off"></div>
                    @foreach (['places', 'name'] as $field)
                        <x-problem :of="$field" />
                    @endforeach
                    <button class="btn btn-line">Delete these copies for good</button>
                </form>
            @endif
        </section>
    </div>
</div>
@endsection
