@extends('layouts.shoot')
@section('page')
    <x-deliver.tabs :shoot="$shoot" here="handoffs" />
    <div class="columns-right">
        <section>
            <div class="panel stack">
                <h2>Handoffs</h2>
                <div class="lines">
                    @forelse($handoffs as $handoff)
                        <article data-handoff="{{ $handoff->id }}">
                            <h3><a href="{{ route('handoff', $handoff) }}">{{ $handoff->delivery->name }}</a></h3>
                            <p class="quiet">{{ number_format($handoff->frames->count()) }}
                                {{ Str::plural('frame', $handoff->frames->count()) }}, round {{ $handoff->round }} ·
                                {{ $handoff->frames->filter->isBack()->count() }} of {{ $handoff->frames->count() }}
                                back{{ $handoff->closed_at ? ' · closed' : '' }}@if ($handoff->delivery->ends_on)
                                    · until {{ $handoff->delivery->ends_on->format('j F') }}
                                @endif
                            </p>
                        </article>
                        @empty
                            <x-nothing>Nothing is out. Choose frames on the right, say what is to be done and who does it;
                                they get a
                                link and need no account.</x-nothing>
                        @endforelse
                    </div>
                </div>
                @if ($task?->isUnderWay())
                    <div class="panel"><x-task :task="$task" /></div>
                @endif
                @if ($asked->isNotEmpty())
                    <div class="panel stack">
                        <h2>Where does it belong?</h2>
                        <div class="lines">@include('deliver.returned')</div>
                    </div>
                @endif
                @if ($taken->isNotEmpty())
                    <div class="panel stack">
                        <h2>Came back</h2>
                        <ul class="picked">
                            @foreach ($taken as $file)
                                <x-tile :path="$file->version?->small_path" :name="$file->name"><br><span
                                        class="quiet">version {{ $file->version?->number }} of
                                        {{ $file->frame?->name }}</span></x-tile>
                            @endforeach
                        </ul>
                    </div>
                @endif
            </section>
            <section>
                <form method="post" action="{{ route('handoffs.store', [$shoot, ...$query]) }}" class="panel stack"
                    data-new-handoff>
                    @csrf
                    <h2>Hand frames off</h2>
                    @include('deliver.frames', [
                        'goes' => fn(array $query): string => route('handoffs', [$shoot, ...$query]),
                    ])
                    <div><label class="form-label" for="people">To whom, one in a line</label>
                        <textarea class="form-control @error('people') is-invalid @enderror" id="people" name="people"
                            rows="2"
                            placeholder="Robin Saye &lt;robin@saltmarsh.example&gt;">{{ old('people') }}</textarea>
                        <x-problem of="people" />
                    </div>
                    <div><label class="form-label" for="note">What is to be done, to all of them</label>
                        <textarea class="form-control" id="note" name="note" rows="3"
                            maxlength="2000">{{ old('note') }}</textarea>
                    </div>
                    <label><input class="form-check-input" type="checkbox" name="with_guests" value="1"
                            @checked(old('with_guests', '1'))>
                        with what guests said and drew, unless it is ticked off</label>
                    <div class="row g-3">
                        <div class="col"><x-field name="ends_on" label="Last day" type="date" /></div>
                        <div class="col"><x-share-password /></div>
                    </div>
                    <button class="btn btn-next" @disabled($meant === 0)>Pack {{ number_format($meant) }}
                        {{ Str::plural('frame', $meant) }} for them</button>
                    <p class="small quiet">Raw files with their sidecars, or JPEGs where there is no raw; the drawn
                        notes as
                        pictures; a list of what is to be done.</p>
                </form>
                <form method="post" action="{{ route('handoffs.watch', $shoot) }}" class="panel stack" data-watch>
                    @csrf
                    <h2>A raw editor’s results</h2>
                    <p class="quiet">What an editor on this machine writes into the watched folder comes back as new
                        versions,
                        by its names, within a minute. Nothing in the folder is changed.</p>
                    <div><label class="form-label" for="watched">Watched folder</label><select
                            class="form-select @error('watched') is-invalid @enderror" id="watched" name="watched">
                            <option value="">none</option>
                            @foreach ($free as $key => $folder)
                                <option value="{{ $key }}"
                                    @selected($shoot->watched === $folder)>{{ basename($folder) }}
                                </option>
                            @endforeach
                        </select><x-problem of="watched" /></div>
                    @if ($free === [])
                        <p class="small quiet">There is no folder yet below
                            {{ implode(' or ', config('kanpai.watch_roots')) }}.</p>
                    @endif
                    <button class="btn btn-line">{{ $shoot->watched ? 'Save, and look now' : 'Watch it' }}</button>
                </form>
            </section>
        </div>
    @endsection
