{{-- A gallery of a shoot: what stands in it, its links, and what was sent. --}}
<article data-gallery="{{ $gallery->id }}">
    <div class="spread">
        <div>
            <h3><a href="{{ route('proof.gallery', $gallery) }}">{{ $gallery->title }}</a></h3>
            <p class="quiet">{{ number_format($gallery->frames_count) }}
                {{ Str::plural('frame', $gallery->frames_count) }}
                {{ $gallery->sectioning->inWords() }} ·
                {{ number_format($chosen[$gallery->id] ?? 0) }} chosen ·
                {{ $comments[$gallery->id] ?? 0 }}
                {{ Str::plural('comment', $comments[$gallery->id] ?? 0) }}
                @isset($unanswered[$gallery->id])
                    (<a href="{{ route('proof.gallery', [$gallery, 'kind' => 'unanswered']) }}"
                        >{{ $unanswered[$gallery->id] }} to answer</a>)
                @endisset
                · {{ $gallery->watermarkInWords() }}
                    @if ($gallery->live)
                        · goes along with {{ $gallery->live }}
                    @endif
            </p>
        </div>
        <a class="btn btn-line" href="{{ route('proof.links', $gallery) }}">Sharing</a>
    </div>
    @foreach ($gallery->shares as $share)
        <p>
            @if ($share->withdrawn_at)
                <span class="danger">The link for {{ $share->name }} is withdrawn.</span>
            @elseif($share->hasEnded())
                <span class="danger">The link for {{ $share->name }} ended on
                    {{ $share->ends_on->format('j F') }}.</span>
            @elseif($gallery->published_at)
                {{ $share->name }}: <a href="{{ $share->address() }}"
                    data-link>{{ $share->address() }}</a>
            @endif <span class="quiet">{{ $share->inWords() }}</span>
        </p>
    @endforeach
    @foreach ($gallery->selections as $selection)
        <p class="strong">
            <a href="{{ route('deliver.show', [$shoot, 'selection' => $selection->id]) }}">
                {{ $selection->name }} sent a selection</a>
            <span class="quiet fw-normal">{{
                $selection->sent_at->setTimezone($shoot->zone)->format('D j M, H:i')
            }}</span>
        </p>
    @endforeach
    @if ($gallery->published_at)
        <ul class="pictures mt-2">
            @foreach ($gallery->shown as $proof)
                <li><img src="{{ App\Studio\PictureAddress::orNothing($proof->small_path) }}"
                        alt="" loading="lazy"></li>
            @endforeach
        </ul>
    @endif
    @if ($tasks[$gallery->id]?->isUnderWay())
        <x-task :task="$tasks[$gallery->id]" />
    @endif
    @if ($tasks[$gallery->id]?->problem)
        <p class="danger">{{ $tasks[$gallery->id]->problem }}</p>
    @endif
</article>
