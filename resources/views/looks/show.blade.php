@extends('layouts.shoot')
@push('scripts')
    @vite('resources/js/looks/looks.js')
@endpush
@section('whole')
    <div class="looks" data-looks="{{ $shoot->id }}" data-table="{{ route('looks.table', $shoot) }}"
        data-steps="{{ route('looks.steps', $shoot) }}" data-since="{{ url("/shoots/{$shoot->id}/looks/since") }}"
        data-lights-address="{{ route('looks.lights', $shoot) }}" data-line="{{ route('looks.line', $shoot) }}"
        data-frames="{{ url("/shoots/{$shoot->id}/looks/frames") }}"
        data-whole="{{ url("/shoots/{$shoot->id}/cull/frames") }}"
        data-habit="{{ route('looks.habit', $shoot) }}" data-dust="{{ url("/shoots/{$shoot->id}/looks/dust") }}"
        data-cubes="{{ url("/shoots/{$shoot->id}/looks/cubes") }}" data-marks="{{ route('cull.mark', $shoot) }}" data-raws="{{ route('looks.raws', $shoot) }}" data-pairs-address="{{ route('looks.pairs', $shoot) }}" data-saved="{{ route('looks.saved', $shoot) }}">
        @include('studio.rail')
        <div class="line-place is-folded">@include('studio.day-line')</div>
        <div class="looks-room">
            @include('looks.lights')
            <main class="looks-middle">
                <h1 class="visually-hidden">Looks of {{ $shoot->name }}</h1>
                <div class="conflicts" data-conflicts hidden role="alert"></div>
                <p class="conflicts" data-waiting hidden role="status"></p>
                <div class="picture-box" data-picture-box>
                    <canvas data-image role="img" aria-label="The frame with its look"></canvas>
                    <div class="crop-box" data-crop-box hidden><svg data-crop-drawing preserveAspectRatio="none"></svg>
                    </div>
                    <div class="crop-box" data-place-box hidden><svg data-place-drawing viewBox="0 0 1000 1000"
                            preserveAspectRatio="none"></svg></div>
                    <div class="crop-box spot-box" data-spot-box hidden></div>
                    <canvas class="true-pixels" data-true-pixels hidden aria-hidden="true"></canvas>
                    <svg class="level-line" data-level-line viewBox="0 0 1000 1000" preserveAspectRatio="none"></svg>
                    <div class="split-line" data-split-line tabindex="0" role="separator"
                        aria-label="Before and after" hidden></div>
                    <p class="split-words" data-split-words hidden><span>as shot</span><span>with this look</span></p>
                    <div class="nothing" data-nothing hidden>
                        <h2>No pictures yet</h2>
                        <p>Looks are given to frames that have previews.
                            <a href="{{ route('ingest.show', $shoot) }}">Go to the cards</a></p>
                    </div>
                </div>
                <p class="frame-line"><b data-frame-name></b> <span data-frame-facts></span>
                    <span data-frame-raw></span> <span class="strong" data-frame-look></span>
                    <span class="frame-place" data-frame-place></span></p>
                <div class="frame-looks">
                    <span class="look-tabs" data-look-tabs role="group" aria-label="Looks of this frame"></span>
                    <button type="button" class="btn-word small" data-look-add>+ another look</button>
                    <span class="suggested" data-suggested hidden><i>Suggested</i> <span
                            data-suggested-list role="group" aria-label="Suggested"></span></span>
                    <span class="look-about" data-look-about hidden>
                        <label for="look-name" class="visually-hidden">Name of this look</label>
                        <input class="form-control" id="look-name" data-look-name maxlength="40" autocomplete="off">
                        <details class="parts">
                            <summary>for</summary>
                            <div class="parts-list" data-look-uses data-names="{{ json_encode($uses) }}" role="group"
                                aria-label="Uses of this look"></div>
                        </details>
                        <button type="button" class="btn-word small" data-look-remove>Remove</button>
                    </span>
                </div>
                <section class="habit" data-habit-card hidden aria-label="As you finish such light">
                    <span data-habit-plain title="as shot"></span> <span data-habit-proposed
                        title="as you finish such light"></span>
                    <p>As you finish such light: <b data-habit-words></b></p>
                    <button type="button" class="btn btn-line" data-habit-take>Take it</button>
                    <button type="button" class="btn-word" data-habit-leave>Leave it</button>
                    <button type="button" class="btn-word" data-habit-forget
                        title="Throw away what was learned">Forget</button>
                </section>
                <div class="light-strip" data-strip role="group" aria-label="Frames of this light"></div>
                <div class="light-actions">
                    <button type="button" class="btn btn-ink" data-line></button>
                    <button type="button" class="btn btn-line" data-copy>Copy look</button>
                    <details class="parts" data-parts>
                        <summary data-parts-words>All parts</summary>
                        <div class="parts-list" role="group" aria-label="What is carried to other frames">
                            @foreach ([
                                'stops' => 'Exposure', 'white' => 'White', 'tone' => 'Tone', 'colour' => 'Colour',
                                'tints' => 'Tints', 'grey' => 'Black and white', 'table' => 'Table', 'detail' => 'Detail',
                            ] as $group => $words)
                                <label><input type="checkbox" class="form-check-input" data-part="{{ $group }}" checked>
                                    {{ $words }}</label>
                            @endforeach
                        </div>
                    </details>
                    <p class="small">Brightness by shutter, aperture, ISO and what is in the picture. Crops stay as they
                        are. <span data-copied></span></p>
                </div>
                <div class="conflicts" data-asked hidden role="status"></div>
                <p class="note" data-note role="status" hidden></p>
                <section class="tried" data-tried hidden aria-label="Saved looks on this frame">
                    <div class="tried-head"><label for="strength">Strength</label>
                        <input type="range" class="form-range" id="strength" data-strength min="0" max="150" step="5"
                            value="100"><b data-strength-words>100 %</b>
                        <form class="find ms-auto" data-save-look><label for="save-name"
                                class="visually-hidden">Name of the look</label><input class="form-control"
                                id="save-name" data-save-name maxlength="80" placeholder="name this look"
                                autocomplete="off"><button class="btn btn-line">Save</button></form>
                        <button type="button" class="btn-word" data-remove-look>Remove</button>
                        <label class="btn-word">Take in .cube<input type="file" class="visually-hidden"
                                data-cube-file accept=".cube"></label>
                        <a data-export-icc href="#" title="The look of this frame as an ICC device link">ICC</a>
                        <a data-export-cube href="#" title="The look of this frame as a table of colours">.cube</a>
                        <button type="button" class="btn-word" data-habit-learn hidden>Learn from my looks</button>
                        <button type="button" class="btn btn-line" data-tried-close>Close</button></div>
                    <div class="tried-list" data-tried-list></div>
                </section>
            </main>
            @include('looks.controls')
        </div>
        @include('looks.bar')
        @include('looks.keys')
    </div>
@endsection
