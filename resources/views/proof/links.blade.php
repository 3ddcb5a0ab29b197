@extends('layouts.shoot')
@section('page')
    <div class="columns-right">
        <section class="stack-wide">
            <div class="panel stack">
                <div class="spread">
                    <h2>Links to {{ $gallery->title }}</h2><span class="row-line"><a
                            href="{{ route('proof.gallery', $gallery) }}">What guests said</a><a
                            href="{{ route('proof.show', $shoot) }}">All galleries</a></span>
                </div>
                <div class="lines">
                    @foreach ($shares as $share)
                        <article data-share="{{ $share->id }}">
                            <div class="spread">
                                <div>
                                    <h3>{{ $share->name }}</h3>
                                    <p class="quiet">{{ $share->rights()->inWords() }} ·
                                        {{ $share->is_marked ? 'with watermark' : 'without watermark' }}{{ $share->password ? ' · with password' : '' }}{{ $share->is_named ? ' · only people named here' : '' }}{{ $share->ends_on ? ' · until ' . $share->ends_on->format('j F Y') : '' }}
                                    </p>
                                    @if ($share->withdrawn_at)
                                        <p class="danger">The link is withdrawn.</p>
                                    @elseif($share->hasEnded())
                                        <p class="danger">The link ended on {{ $share->ends_on->format('j F') }}.</p>
                                    @elseif($gallery->published_at)
                                        <p><a href="{{ $share->address() }}" data-link>{{ $share->address() }}</a></p>
                                    @else<p>The link works once the proofs are made.</p>
                                    @endif
                                </div>
                                <form method="post" action="{{ route('proof.withdraw', $share) }}">@csrf<button
                                        class="btn btn-line">{{ $share->withdrawn_at ? 'Let the link work again' : 'Withdraw the link' }}</button>
                                </form>
                            </div>
                            @if ($share->guests->isNotEmpty())
                                <ul class="bare small">
                                    @foreach ($share->guests as $guest)
                                        <li>{{ $guest->called() }}@if ($guest->email && $guest->name)
                                                · {{ $guest->email }}
                                                @endif ·
                                                {{ $guest->sent_at ? 'sent a selection' : ($guest->seen_at ? 'was here ' . $guest->seen_at->setTimezone($shoot->zone)->format('j M, H:i') : ($guest->invited_at ? 'invited, not here yet' : 'not invited yet')) }}{{ $guest->reminded_at ? ', reminded' : '' }}
                                                @if ($guest->key && $guest->email)
                                                    · <a href="{{ $guest->address() }}" data-own-link>own link</a>
                                                    @endif @if ($guest->sent_at)
                                                        <form class="d-inline" method="post"
                                                            action="{{ route('proof.reopen', $guest) }}">@csrf<button
                                                                class="btn-word">open it again</button></form>
                                                    @endif
                                        </li>
                                    @endforeach
                                </ul>
                            @endif
                            <details class="field-group" @if (old('which') === (string) $share->id) open @endif>
                                <summary class="small">Change what it allows and says</summary>
                                <form method="post" action="{{ route('proof.shares.update', $share) }}"
                                    class="stack narrow">@csrf<input type="hidden" name="which"
                                        value="{{ $share->id }}">
                                    @include('proof.share-change', ['share' => $share])
                                    <button class="btn btn-ink">Save</button>
                                </form>
                                <form method="post" action="{{ route('proof.shares.remove', $share) }}" class="mt-2">
                                    @csrf<p class="small quiet">With the link go {{ $share->guests->count() }}
                                        {{ Str::plural('guest', $share->guests->count()) }} and what they chose and said.
                                        To keep that, withdraw the link instead.</p><button
                                        class="btn-word small danger">Remove the link</button></form>
                            </details>
                            <details>
                                <summary class="small">Invite people</summary>
                                <form method="post" action="{{ route('proof.invite', $share) }}" class="stack narrow">
                                    @csrf<label class="visually-hidden" for="people-{{ $share->id }}">People, one in a
                                        line</label>
                                    <textarea class="form-control" id="people-{{ $share->id }}" name="people" rows="2"
                                        placeholder="Ada Fenn &lt;ada@saltmarsh.example&gt;"></textarea><button class="btn btn-ink">Mail each a link of their
                                        own</button>
                                </form>
                            </details>
                        </article>
                    @endforeach
                </div>
            </div>
            <form method="post" action="{{ route('proof.shares.store', $gallery) }}" class="panel stack">
                @csrf
                <h2>Another link</h2>
                @if ($gallery->watermark())
                    <input type="hidden" name="is_marked" value="0"><label><input class="form-check-input"
                            type="checkbox" name="is_marked" value="1" checked> with the watermark</label>
                @endif
                @include('proof.share-fields')
                <button class="btn btn-ink">Open the link</button>
            </form>
        </section>
        <div>
            <form method="post" action="{{ route('proof.update', $gallery) }}" class="panel stack">
                @csrf
                <h2>How it looks</h2>
                @include('proof.gallery-fields')
                <div><label class="form-label" for="cover_id">Cover</label><select class="form-select" id="cover_id"
                        name="cover_id">
                        <option value="">none</option>
                        @foreach ($frames as $frame)
                            <option value="{{ $frame->frame_id }}" @selected((int) old('cover_id', $gallery->cover_id) === $frame->frame_id)>
                                {{ str_pad((string) $frame->number, 3, '0', STR_PAD_LEFT) }} {{ $frame->frame->name }}
                            </option>
                        @endforeach
                    </select></div>
                <button class="btn btn-ink">Save</button>
                <p class="small quiet">Another watermark makes {{ number_format($total) }} proofs anew. What guests said
                    stays.</p>
            </form>
            <form method="post" action="{{ route('proof.remove', $gallery) }}" class="panel stack">
                @csrf
                <h2>Remove the gallery</h2>
                <p class="small">Its {{ $shares->count() }} {{ Str::plural('link', $shares->count()) }} end at once. What
                    guests chose and said goes with it; selections that were delivered stay delivered. Frames and originals
                    are not touched.</p>
                <label><input class="form-check-input" type="checkbox" name="sure" value="1"> what guests said may
                    go</label>
                <x-problem of="sure" />
                <button class="btn btn-line">Remove “{{ $gallery->title }}”</button>
            </form>
        </div>
    </div>
@endsection
