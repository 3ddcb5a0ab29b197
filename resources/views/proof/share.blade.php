{{-- A link to a gallery: $share, $gallery --}}
<article data-share="{{ $share->id }}">
    <div class="spread">
        <div>
            <h3>{{ $share->name }}</h3>
            <p class="quiet">{{ $share->rights()->inWords() }} ·
                {{ $share->is_watermarked ? 'with watermark' : 'without watermark' }}{{ $share->password ? ' · with password' : '' }}{{ $share->is_named ? ' · only people named here' : '' }}{{ $share->ends_on ? ' · until ' . $share->ends_on->format('j F Y') : '' }}
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
            @csrf @method('DELETE')<p class="small quiet">With the link go {{ $share->guests->count() }}
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
                placeholder="Ada Fenn &lt;ada@saltmarsh.example&gt;"></textarea><button class="btn btn-ink">Mail each
                    a link of their
                own</button>
        </form>
    </details>
</article>
