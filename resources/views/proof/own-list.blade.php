{{-- What a guest chose for a list: $list, $own, $rights --}}
<section class="stack">
    @if (count($rights->lists) > 1)
        <h2>{{ $list->name }}: {{ $own->count() }}</h2>
    @endif
    @if ($list->progress($own->count()) !== '')
        <p>{{ $list->progress($own->count()) }}</p>
    @endif
    <ul class="picked">
        @foreach ($own as $frame)
            <li>
                <div class="view"><img src="{{ $share->door()->address($frame->small($share)) }}"
                        alt="Picture {{ $frame->number }}" loading="lazy"></div><span
                    class="strong">{{ str_pad((string) $frame->number, 3, '0', STR_PAD_LEFT) }}</span>
                @foreach ($frame->comments as $comment)
                    <p>{{ $comment->text !== '' ? "“{$comment->text}”" : 'drawn on' }}</p>
                @endforeach
            </li>
        @endforeach
    </ul>
</section>
