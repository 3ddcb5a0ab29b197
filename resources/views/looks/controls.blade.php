{{-- All that makes a look --}}
<aside class="look-controls" aria-label="Look of this frame">
    <section class="of-frame">
        <h2 class="control-head">Tone <span>drag on the histogram</span></h2>
        <svg class="tone" data-tone role="group" aria-label="Tone in five zones"></svg>
        <p class="zone-names small"><span>deep</span><span>dark</span><span>middle</span><span>light</span><span>bright</span>
        </p>
    </section>
    <section class="of-frame">
        <h2 class="control-head">White <span><button type="button" class="btn-word" data-white-as-shot hidden>as
                    shot</button></span></h2>
        <svg class="white" data-white role="group" aria-label="White on the line of daylight"></svg>
        <p class="white-ends small"><span>lamp</span><b data-white-words></b><span>shade</span></p>
    </section>
    <section class="of-frame">
        <h2 class="control-head">Colour <span data-ring-hint></span></h2>
        <div class="ring-row">
            <svg class="ring" data-ring role="group" aria-label="Ring of hues"></svg>
            <div>
                <div class="ring-modes" data-ring-modes role="group" aria-label="What the ring changes">
                    <label><input type="radio" name="ring" value="hues" checked> Hues</label>
                    <label><input type="radio" name="ring" value="tints"> Tints</label>
                </div>
                <div class="ring-words small" data-ring-words></div>
            </div>
        </div>
    </section>
    <section class="look-lines of-frame">
        @foreach ([
            'stops' => ['Exposure', -5, 5, 0.05],
            'contrast' => ['Contrast', -1, 1, 0.02],
            'saturation' => ['All colours', -1, 1, 0.02],
            'muted' => ['Muted colours', -1, 1, 0.02],
            'local' => ['Local contrast', -1, 1, 0.02],
            'vignette' => ['Vignette', -1, 1, 0.02],
            'sharpening.amount' => ['Sharpening', 0, 1, 0.02],
            'sharpening.mask' => ['edges alone', 0, 1, 0.02],
            'noise.light' => ['Noise', 0, 1, 0.02],
            'noise.colour' => ['Colour noise', 0, 1, 0.02],
        ] as $part => [$name, $least, $most, $step])
            <label for="line-{{ $part }}">{{ $name }}</label>
            <input type="range" class="form-range" id="line-{{ $part }}" data-slide="{{ $part }}"
                min="{{ $least }}" max="{{ $most }}" step="{{ $step }}">
            <b class="small" data-slide-words="{{ $part }}"></b>
        @endforeach
    </section>
    <section class="of-frame lens-line" data-lens hidden>
        <h2 class="control-head">Lens <span data-lens-name></span></h2>
        <p class="place-checks small" data-lens-parts>
            @foreach (['distortion' => 'Straight lines', 'darkening' => 'Even light', 'fringes' => 'No fringes'] as $part => $words)
                <label><input type="checkbox" class="form-check-input" data-lens-part="{{ $part }}"> {{ $words }}</label>
            @endforeach
        </p>
        <p class="small quiet" data-lens-problem hidden></p>
    </section>
    <div class="look-tools">
        <button type="button" class="btn btn-line" data-crop aria-pressed="false">Crop</button>
        <button type="button" class="btn btn-line" data-places aria-pressed="false">Places</button>
        <button type="button" class="btn btn-line" data-spots aria-pressed="false">Spots</button>
        <button type="button" class="btn btn-line" data-grey aria-pressed="false">Grey spot</button>
        <button type="button" class="btn btn-line" data-bw aria-pressed="false">Black and white</button>
        <button type="button" class="btn btn-line" data-split aria-pressed="false">Split</button>
        <button type="button" class="btn btn-line" data-clipped aria-pressed="false">Clipped</button>
    </div>
    <section class="crop-panel" data-crop-panel hidden>
        <div class="crop-row"><label for="ratio">Ratio</label>
            <select class="form-select" id="ratio" data-ratio>
                <option value="own">as the frame</option>
                <option value="free">free</option>
                @foreach (['3:2', '4:3', '5:4', '1:1', '16:9'] as $ratio)
                    <option value="{{ $ratio }}">{{ $ratio }}</option>
                @endforeach
            </select></div>
        <div class="crop-row"><label for="level">Level</label>
            <input type="range" class="form-range" id="level" data-level min="-15" max="15" step="0.1">
            <b class="small" data-level-words></b></div>
        <div class="look-tools">
            <button type="button" class="btn btn-line" data-level-found hidden></button>
            <button type="button" class="btn btn-line" data-level-by-line aria-pressed="false">By a line</button>
            <button type="button" class="btn btn-line" data-turn-left aria-label="Turn anticlockwise">↺</button>
            <button type="button" class="btn btn-line" data-turn-right aria-label="Turn clockwise">↻</button>
            <button type="button" class="btn btn-line" data-crop-off>Whole frame</button>
            <button type="button" class="btn btn-ink" data-crop-done>Done</button>
        </div>
    </section>
    @include('looks.local')
    <section class="history" data-history hidden>
        <h2 class="control-head">Steps <span>click one to go back to it</span></h2>
        <ol data-history-list></ol>
    </section>
</aside>
