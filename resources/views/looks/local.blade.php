{{-- Places with a look of their own, and spots that are healed --}}
<section class="local-panel" data-place-panel hidden>
    <h2 class="control-head">Places <span><button type="button" class="btn-word" data-places-done>Done</button></span></h2>
    <div class="look-tools">
        <button type="button" class="btn btn-line" data-add-place="line">+ Line</button>
        <button type="button" class="btn btn-line" data-add-place="ring">+ Ring</button>
        <button type="button" class="btn btn-line" data-add-place="brush">+ Brush</button>
    </div>
    <p class="small quiet" data-place-none>A place has a tone and a colour of its own: a sky by a line, a face by a ring,
        anything by the brush.</p>
    <ol class="place-list" data-place-list></ol>
    <div data-place-parts hidden>
        @foreach ([
            'stops' => ['Exposure', -3, 3, 0.05], 'dark' => ['Dark', -1, 1, 0.02], 'light' => ['Light', -1, 1, 0.02],
            'contrast' => ['Contrast', -1, 1, 0.02], 'warmth' => ['Warmth', -1, 1, 0.02],
            'saturation' => ['Colour', -1, 1, 0.02],
        ] as $part => [$name, $least, $most, $step])
            <div class="place-line">
                <label for="place-{{ $part }}">{{ $name }}</label>
                <input type="range" class="form-range" id="place-{{ $part }}" data-place-slide="{{ $part }}"
                    min="{{ $least }}" max="{{ $most }}" step="{{ $step }}">
                <b class="small" data-place-words="{{ $part }}"></b>
            </div>
        @endforeach
        <div class="place-line" data-place-feather-row>
            <label for="place-feather">Soft edge</label>
            <input type="range" class="form-range" id="place-feather" data-place-slide="feather" min="0" max="1"
                step="0.02">
            <b class="small" data-place-words="feather"></b>
        </div>
        <div class="place-line" data-brush-row>
            <label for="brush-size">Brush</label>
            <input type="range" class="form-range" id="brush-size" data-brush-size min="1" max="20" step="0.5"
                value="5">
            <label class="small"><input type="checkbox" class="form-check-input" data-brush-takes> away</label>
        </div>
        <p class="place-checks small">
            <label><input type="checkbox" class="form-check-input" data-place-inverse> All but it</label>
            <label><input type="checkbox" class="form-check-input" data-place-shown> Show where</label>
            <button type="button" class="btn-word" data-place-remove>Remove</button>
        </p>
    </div>
</section>
<section class="local-panel" data-spot-panel hidden>
    <h2 class="control-head">Spots <span><button type="button" class="btn-word" data-spots-done>Done</button></span></h2>
    <p class="small quiet">Click what is to be healed; click it again to take that back.</p>
    <div class="place-line">
        <label for="spot-size">Size</label>
        <input type="range" class="form-range" id="spot-size" data-spot-size min="1" max="50" step="0.5" value="6">
        <b class="small" data-spot-words></b>
    </div>
    <p class="small" data-dust-words role="status"></p>
    <div class="look-tools">
        <button type="button" class="btn btn-line" data-dust-here hidden>Heal the dust here</button>
        <button type="button" class="btn btn-line" data-dust-all hidden></button>
        <button type="button" class="btn btn-line" data-spots-clear>Heal none</button>
    </div>
</section>
