{{-- Frames parted by light --}}
<aside class="lights-side">
    <div class="lights-head"><b data-light-count></b>
        <button type="button" class="btn-word small" data-split-light
            title="A light begins at this frame, or is joined to the one before">Split or join</button></div>
    <div class="slider"><label for="fineness" class="visually-hidden">Lights, from few to many</label><span
            class="small">few</span><input type="range" class="form-range" id="fineness" data-fineness min="0"
            max="100" step="1"><span class="small">many</span></div>
    <p class="small lights-note" data-nothing-kept hidden>Nothing is kept yet: these are the first
        {{ number_format(App\Looks\LookTable::MOST) }} frames that are not dropped.</p>
    <ol class="lights" data-lights aria-label="Lights"></ol>
    @if ($hasPairs)
        <div class="pairs"><label for="pairs">Where a frame has a raw file and a JPEG, the studio finishes</label>
            <select class="form-select" id="pairs" data-pairs @disabled($mayChoose === false)>
                <option value="jpeg" @selected(! $isRawFirst)>the JPEG</option>
                <option value="raw" @selected($isRawFirst)>the raw file</option>
            </select></div>
    @endif
</aside>
