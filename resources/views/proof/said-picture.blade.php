{{-- What guests say of a picture: $frame, $feedback --}}
<li id="picture-{{ $frame->id }}" @class(['is-gone' => $frame->gone_at !== null])>
    <div class="drawn"><img
            src="{{ App\Studio\PictureAddress::orNothing($frame->plain_small_path ?: $frame->frame->small_path) }}"
            alt="{{ $frame->frame->name }}" width="{{ $frame->width }}" height="{{ $frame->height }}"
            loading="lazy">
        @foreach ($frame->comments as $comment)
            {!! $comment->drawing($frame)?->toSvg() !!}
        @endforeach
    </div>
    <div class="stack">
        <p><span class="strong">{{ str_pad((string) $frame->number, 3, '0', STR_PAD_LEFT) }}</span>
            {{ $frame->frame->name }}@if ($frame->gone_at)
                <br><span class="danger">left the gallery</span>
            @endif
        </p>
        @foreach ($feedback->choices[$frame->id] ?? [] as $guest => $lists)
            <p><svg class="shape" viewBox="0 0 16 16" role="img" aria-label="chosen by">
                    <circle cx="8" cy="8" r="5.5" />
                </svg> {{ $feedback->guests[$guest]->called() }}{{ count($feedback->lists) > 1 ? ', ' . implode(', ', $lists) : '' }}
            </p>
        @endforeach
        @isset($feedback->ratings[$frame->id])
            <p>rated {{ number_format($feedback->ratings[$frame->id], 1) }}</p>
        @endisset
        @foreach ($frame->comments as $comment)
            <div class="note-of-guest" data-comment="{{ $comment->id }}">
                <p>{{ $comment->text !== '' ? "“{$comment->text}”" : 'Drawn: ' . Kanpai\Core\Proof\Drawing::words($comment->drawing ?? []) }}
                    <span class="quiet">{{ $comment->guest->called() }}{{ $comment->done_at ? ', done' : '' }}
                    </span></p>
                @if ($comment->answer)
                    <p class="answer">{{ $comment->answer }}</p>
                @endif
                <div class="row-line">
                    <details>
                        <summary class="small">{{ $comment->answer ? 'Change the answer' : 'Answer' }}
                        </summary>
                        <form method="post" action="{{ route('proof.answer', $comment) }}"
                            class="stack">@csrf<label class="visually-hidden"
                                for="answer-{{ $comment->id }}">Answer</label>
                            <textarea class="form-control" id="answer-{{ $comment->id }}" name="answer" rows="2"
                                maxlength="4000">{{ $comment->answer }}</textarea><button class="btn btn-ink">Send the
                                    answer</button>
                        </form>
                    </details>
                    <form method="post" action="{{ route('proof.done', $comment) }}">@csrf<button
                            class="btn-word small">{{ $comment->done_at ? 'Not done yet' : 'Tick off' }}</button>
                    </form>
                </div>
            </div>
        @endforeach
    </div>
</li>
