@extends('layouts.shoot')
@section('page')
    <div class="columns-right">
        <section>
            <div class="panel stack">
                <div class="spread">
                    <div>
                        <h2>Archive</h2>
                        <p class="quiet">One folder with originals, sidecars, previews, selections, records of
                            deliveries, and all that is known of the shoot, after RFC 8493. Anybody can check it with
                            <code>sha512sum -c</code>; it can be taken in again here or elsewhere.</p>
                    </div>
                    <form method="post" action="{{ route('archive.make', $shoot) }}">@csrf<button
                            class="btn {{ $bags->isEmpty() ? 'btn-next' : 'btn-line' }}"
                            @disabled(collect($tasks)->contains(fn($task) => $task?->isUnderWay()))>{{
                                match ($bags->first()?->state->value) {
                                    null => 'Archive the shoot',
                                    'making' => 'Go on archiving',
                                    default => 'Archive it anew',
                                }
                            }}</button>
                    </form>
                </div>
                <div class="lines">
                    @forelse($bags as $bag)
                        @include('archive.bag', ['task' => $tasks[$bag->id]])
                        @empty
                            <p>Not archived yet.</p>
                        @endforelse
                    </div>
                </div>
                <form method="post" action="{{ route('archive.free', $shoot) }}" class="panel stack" data-free>
                    @csrf
                    <h2>Where the originals stand</h2>
                    <div class="lines">
                        @forelse($plan as $one)
                            <label class="output-line">
                                @if ($one['isBag'])
                                <span class="form-check-input invisible"></span>@else<input class="form-check-input"
                                        type="radio" name="place" value="{{ $one['place'] }}"
                                            @checked(old('place') === $one['place'])
                                        @disabled($one['mayGo'] === 0 || !$one['isThere'])>
                                @endif <span><span class="strong">{{ $one['place'] }}</span> <span
                                        class="quiet">{{ number_format($one['files']) }} files,
                                        {{ Number::fileSize($one['bytes'], 1)
                                        }}{{ $one['isThere'] ? '' : ', not within reach' }}
                                        @if (!$one['isBag'] && $one['mayGo'] === 0)
                                            · none may go: verified copies have to stay on {{ $wanted }} other
                                            {{ Str::plural('disk', $wanted) }}, one of them in a checked archive
                                        @elseif (!$one['isBag'])
                                            · {{ $one['mayGo'] === $one['files'] ? 'all' : number_format($one['mayGo']) }}
                                            of them may go
                                        @endif
                                        @if ($one['besides'])
                                            <br>on the same disk as {{ implode(' and ', $one['besides']) }}:
                                            together they count as one copy
                                        @endif
                                    </span></span>
                            </label>
                            @empty
                                <p>No verified copy is known.</p>
                            @endforelse
                        </div>
                        <x-problem of="place" />
                        @if (collect($plan)->contains(fn($one) => $one['mayGo'] > 0 && !$one['isBag']))
                            <div>
                                <x-field name="name" id="free-name"
                                    label="To delete the copies in the chosen place, type the name of the shoot"
                                    autocomplete="off" placeholder="{{ $shoot->name }}" />
                            </div>
                            <button class="btn btn-ink">Delete the copies there</button>
                            <p class="small quiet">File by file: a copy goes only where verified ones stay on
                                {{ $wanted }} other {{ Str::plural('disk', $wanted) }}, the archive that was read again
                                among them.</p>
                        @endif
                        @if ($freeing?->isUnderWay())
                            <x-task :task="$freeing" />
                        @elseif($freeing?->problem)
                            <p class="danger">{{ $freeing->problem }}</p>
                        @endif
                    </form>
                </section>
                <section class="panel stack">
                    <h2>On the disks</h2>
                    <dl class="facts">
                        @foreach ([
                            ...collect($used['places'])->mapWithKeys(fn($size, $place) => ["Originals, {$place}" =>
                                $size]),
                            'Previews and proofs' => $used['pictures'], 'Outputs' => $used['outputs'],
                            'Deliveries' => $used['deliveries'], 'Archive' => $used['bags'], 'In all' => $used['total'],
                        ] as $label => $bytes)
                            <dt>{{ $label }}</dt>
                            <dd>{{ $bytes > 0 ? Number::fileSize($bytes, 1) : '–' }}</dd>
                        @endforeach
                    </dl>
                    @if ($couldBeFreed !== [])
                        <p class="quiet">Could be freed:
                            {{ implode(', ', $couldBeFreed) }}.
                        </p>
                    @endif
                    <p><a href="{{ route('archive') }}">All shoots, and bags from elsewhere</a></p>
                </section>
            </div>
        @endsection
