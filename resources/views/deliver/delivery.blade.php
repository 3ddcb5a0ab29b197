@extends('layouts.shoot')
@push('scripts')
    <script type="module" src="{{ $build->url('js/deliver/deliver.js') }}">
    </script>
@endpush
@section('page')
    @include('deliver.nav', ['here' => 'deliver.show'])
    @php($zone = $shoot->zone)
    <div class="columns-right" data-delivery="{{ $delivery->id }}">
        <section>
            <div class="panel stack">
                <div class="spread">
                    <div>
                        <h2>{{ $delivery->name }}</h2>
                        <p class="quiet">{{ number_format((int) $files->frames) }}
                            {{ Str::plural('picture', (int) $files->frames) }}, {{ number_format((int) $files->files) }}
                            {{ Str::plural('file', (int) $files->files) }}, {{ Number::fileSize((int) $files->bytes, 1) }}
                            @if ($delivery->freed_at)
                                · deleted on {{ $delivery->freed_at->setTimezone($zone)->format('j F') }}
                            @elseif($delivery->hasEnded())
                                · ended on {{ $delivery->ends_on->format('j F Y') }}
                            @elseif($delivery->ends_on)
                                · until {{ $delivery->ends_on->format('j F Y') }}
                            @endif
                            {{ $delivery->password ? ' · with password' : '' }}{{ $delivery->most_fetches ? ' · each file ' . $delivery->most_fetches . ' ' . Str::plural('time', $delivery->most_fetches) : '' }}
                        </p>
                    </div>
                    @if ($changed)
                        <form method="post" action="{{ route('delivery.again', $delivery) }}">@csrf<button
                                class="btn btn-next">Deliver {{ count($changed) }} changed
                                {{ Str::plural('picture', count($changed)) }}</button></form>
                    @endif
                </div>
                @if ($changed)
                    <p>{{ count($changed) === 1 ? 'One picture is' : count($changed) . ' pictures are' }} different today
                        from what was delivered:
                        {{ implode(', ', array_slice($changed, 0, 6)) }}{{ count($changed) > 6 ? ' …' : '' }}.</p>
                @endif
                <x-problem of="part" />
                @if ($task?->isUnderWay())
                    @include('studio.task')
                @elseif($delivery->parts->last()?->made_at === null)
                    <p class="danger">Packing was broken off{{ $task?->problem ? ': ' . $task->problem : '.' }}</p>
                    <form method="post" action="{{ route('delivery.go-on', $delivery) }}">@csrf<button
                            class="btn btn-ink">Go on from where it stopped</button></form>
                @endif
                <div class="lines">
                    @foreach ($delivery->parts as $part)
                        <p data-part="{{ $part->number }}"><span class="strong">{{ $part->name ?: 'All of it' }}</span>
                            <span class="quiet">{{ number_format($part->files()->distinct()->count('frame_id')) }}
                                {{ Str::plural('picture', $part->files()->distinct()->count('frame_id')) }} ·
                                {{ implode(', ', array_map(fn(string $way): string => $ways[$way] ?? 'an output that is gone', $part->ways)) }}
                                · @if ($part->made_at)
                                    there since {{ $part->made_at->setTimezone($zone)->format('D j M, H:i') }}
                                @else
                                    not there yet
                                @endif
                            </span>
                        </p>
                    @endforeach
                    @foreach ($zips as $zip)
                        <p class="quiet">{{ $zip->name }} · {{ number_format($zip->files_count) }}
                            {{ Str::plural('file', $zip->files_count) }}, {{ Number::fileSize($zip->bytes, 1) }} · xxh128
                            {{ $zip->hash }}</p>
                    @endforeach
                </div>
            </div>
            <div class="panel stack">
                <h2>For whom, and what they have</h2>
                <div class="lines">
                    @foreach ($delivery->recipients as $recipient)
                        <article data-recipient="{{ $recipient->id }}">
                            <div class="spread">
                                <div>
                                    <h3>{{ $recipient->called() }}</h3>
                                    @if ($recipient->withdrawn_at)
                                        <p class="danger">The link is withdrawn.</p>
                                    @elseif($delivery->made_at)
                                        <p><a href="{{ $recipient->address() }}" data-link>{{ $recipient->address() }}</a>
                                        </p>
                                    @endif
                                </div>
                                <div class="choose-line">
                                    <form method="post" action="{{ route('delivery.withdraw', $recipient) }}">@csrf<button
                                            class="btn-word small">{{ $recipient->withdrawn_at ? 'Let the link work again' : 'Withdraw the link' }}</button>
                                    </form>
                                    @if ($recipient->email && $delivery->made_at && !$recipient->withdrawn_at)
                                        <form method="post" action="{{ route('delivery.tell', $recipient) }}">@csrf<button
                                                class="btn {{ $recipient->told_at ? 'btn-line' : 'btn-ink' }}">Mail
                                                {{ $recipient->told_at ? 'what is new' : 'the link' }} to
                                                {{ $recipient->email }}</button></form>
                                    @endif
                                </div>
                            </div>
                            @php($opened = $recipient->receipts->where('kind', 'opened'))
                            <p class="quiet">
                                {{ $recipient->told_at ? 'Mailed ' . $recipient->told_at->setTimezone($zone)->format('D j M, H:i') . ' · ' : '' }}{{ $opened->isEmpty() ? 'not opened yet' : 'opened ' . $opened->count() . ' ' . Str::plural('time', $opened->count()) . ', last ' . $opened->max('at')->setTimezone($zone)->format('D j M, H:i:s') }}
                                · @if ($fetched[$recipient->id] === [])
                                    not fetched yet
                                @else
                                    fetched:
                                @endif
                            </p>
                            @if ($fetched[$recipient->id])
                                <ul class="arrived">
                                    @foreach ($fetched[$recipient->id] as $one)
                                        <li data-arrived><span>{{ $one['what'] }}</span> <progress max="100"
                                                value="{{ $one['size'] > 0 ? floor((100 * $one['arrived']) / $one['size']) : 100 }}"
                                                aria-label="How much of {{ $one['what'] }} arrived"></progress> <span
                                                class="quiet">{{ $one['isAllThere'] ? 'all of ' . Number::fileSize($one['size'], 1) : Number::fileSize($one['arrived'], 1) . ' of ' . Number::fileSize($one['size'], 1) }},
                                                in {{ $one['begun'] }} {{ Str::plural('piece', $one['begun']) }},
                                                {{ $one['last']->at->setTimezone($zone)->format('D j M, H:i:s') }}</span>
                                        </li>
                                    @endforeach
                                </ul>
                            @endif
                        </article>
                    @endforeach
                </div>
            </div>
            <ul class="picked mt-3">
                @foreach ($pictured as $frame)
                    <li>
                        <div class="view"><img src="{{ App\Studio\PictureAddress::orNothing($frame->small_path) }}"
                                alt="" loading="lazy"></div>{{ $frame->name }}
                    </li>
                @endforeach
            </ul>
            @if ($delivery->frames_count > $pictured->count())
                <p class="mt-2">and {{ number_format($delivery->frames_count - $pictured->count()) }} more, all of them
                    on the page behind the link.</p>
            @endif
        </section>
        <section>
            @if (!$delivery->freed_at)
                <form method="post" action="{{ route('delivery.add', [$delivery, ...$query]) }}" class="panel stack"
                    data-add>
                    @csrf
                    <h2>More into the same place</h2>
                    @include('deliver.frames', [
                        'goes' => fn(array $query): string => route('delivery.show', [$delivery, ...$query]),
                        'selection' => null,
                    ])
                    <div><label class="form-label" for="part">Called</label><input class="form-control" id="part"
                            name="part" value="{{ old('part', 'The rest') }}" maxlength="120"></div>
                    <button class="btn btn-ink" @disabled($meant === 0 || $delivery->made_at === null)>Add {{ number_format($meant) }}
                        {{ Str::plural('frame', $meant) }}</button>
                    <p class="small quiet">What is there already in the same way is not sent again. Links stay as they are.
                    </p>
                </form>
            @endif
            <details class="panel field-group" @if ($errors->hasAny(['people', 'password', 'ends_on', 'most_fetches', 'zip_mb'])) open @endif>
                <summary>Until when, and for whom</summary>
                <form method="post" action="{{ route('delivery.update', $delivery) }}" class="stack" data-settings>@csrf
                    @include('deliver.delivery-fields', ['selection' => null])<button class="btn btn-ink">Save it so</button></form>
                @if ($delivery->made_at && !$delivery->freed_at)
                    <form method="post" action="{{ route('delivery.free', $delivery) }}" class="mt-3">@csrf<button
                            class="btn btn-line">Delete its files,
                            {{ Number::fileSize((int) $files->bytes + (int) $zips->sum('bytes'), 1) }}</button>
                        <p class="small quiet">Links end. The record of what was delivered, and the receipts, stay;
                            originals and outputs too.</p>
                    </form>
                @endif
                <form method="post" action="{{ route('delivery.remove', $delivery) }}" class="stack mt-3">@csrf
                    <label class="small"><input class="form-check-input" type="checkbox" name="sure" value="1"> its
                        links, files and receipts may go</label>
                    <x-problem of="sure" />
                    <button class="btn-word small danger">Remove the delivery</button>
                </form>
            </details>
        </section>
    </div>
@endsection
