{{-- One picture of a gallery, large: $rights --}}
<dialog class="large" data-large aria-label="One picture">
    <div class="view" tabindex="-1">
        @foreach ([0, 1] as $n)
            <figure @if ($n) hidden @endif>
                <div class="drawn"><img alt="">
                    @if ($n === 0)
                        <div class="drawings" data-drawn></div>
                        @if ($rights->draws)
                            <svg class="drawing" data-drawing aria-hidden="true"></svg>
                        @endif
                    @endif
                </div><button type="button" class="btn btn-line" aria-pressed="false" hidden></button>
            </figure>
        @endforeach
        <button type="button" class="turn back" data-back aria-label="Picture before">‹</button>
        <button type="button" class="turn on" data-on aria-label="Next picture">›</button>
        @if ($rights->draws)
            <div class="asking" data-asking hidden><label for="word" class="visually-hidden">A word on the
                    picture</label><input class="form-control" id="word" maxlength="200"
                    placeholder="a word on the picture"><button type="button" class="btn btn-ink">Put it there</button>
            </div>
        @endif
    </div>
    <div class="side">
        <div class="spread"><span class="strong" data-place></span><button type="button" class="btn-word"
                data-close>All pictures</button></div>
        <p class="quiet" data-caption hidden></p>
        <div class="stack" data-choices></div>
        @if ($rights->rates)
            <div class="rate" role="group" aria-label="Your rating" data-ratings></div>
        @endif
        <p class="danger" data-problem role="alert" hidden></p>
        <ul class="comments" data-comments aria-label="Your comments" hidden></ul>
        @if ($rights->draws)
            <div class="tools" role="group" aria-label="Draw on the picture" data-tools>
                <span class="small quiet">Draw on the picture</span>
                @foreach ([
                    'circle' => 'Circle', 'arrow' => 'Arrow', 'line' => 'Freehand', 'word' => 'Word',
                ] as $tool => $label)
                    <button type="button" class="tool" data-tool="{{ $tool }}"
                        aria-pressed="false">{{ $label }}</button>
                @endforeach
                <button type="button" class="btn-word" data-undraw hidden>Take the last back</button>
            </div>
        @endif
        @if ($rights->comments || $rights->draws)
            <form class="stack" data-form>
                <label class="form-label" for="text">A comment on this picture</label>
                <textarea class="form-control" id="text" name="text" rows="2"
                    data-most="{{ App\Proof\Choosing::LONGEST_COMMENT }}"></textarea>
                <button class="btn btn-line">Send the comment</button>
            </form>
        @endif
        <div class="row-line mt-auto">
            <button type="button" class="btn-word" data-beside aria-pressed="false">Compare</button>
            @if ($rights->download !== Kanpai\Core\Proof\Download::Nothing)
                <a data-download href="#"
                    @if ($rights->download === Kanpai\Core\Proof\Download::Proof) download
                        @endif>{{ $rights->download === Kanpai\Core\Proof\Download::Full ? 'Download in full size' : 'Download' }}</a>
            @endif
        </div>
        <p class="small quiet keys-word">Arrow keys turn the pictures, the space bar chooses, C puts two side by side.
        </p>
    </div>
</dialog>
