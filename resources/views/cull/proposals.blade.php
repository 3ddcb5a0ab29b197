{{-- How many frames are proposed, and what counts --}}
<div class="proposals" id="proposals" data-proposals hidden>
    <div class="find">
        <label for="share" class="about">Proposed</label>
        <span>few</span>
        <input type="range" class="form-range" id="share" data-share min="10" max="50" step="1">
        <span>many</span>
        <label for="wanted">about</label>
        <input type="number" class="form-control" id="wanted" data-wanted min="0" step="1">
        <span data-proposed></span>
        <button type="button" class="btn btn-line" data-a-minute>A picture a minute</button>
        <label for="work">Kind of work</label>
        <select class="form-select" id="work" data-work>
            @foreach (Kanpai\Core\Cull\Proposal\KindOfWork::cases() as $work)
                <option value="{{ $work->value }}">{{ $work->inWords() }}</option>
            @endforeach
        </select>
    </div>
    <details class="what-counts" data-counts>
        <summary>What counts</summary>
        <div class="find weights" role="group" aria-label="What counts">
            @foreach (Kanpai\Core\Cull\Proposal\Weights::NAMES as $name => $label)
                <label for="weight-{{ $name }}">{{ $label }}
                    <input type="range" class="form-range" id="weight-{{ $name }}" data-weight="{{ $name }}" min="0"
                        max="{{ Kanpai\Core\Cull\Proposal\Weights::MOST }}" step="5"></label>
            @endforeach
        </div>
        <div class="find">
            <span data-taste>What this studio keeps can be learned from its finished shoots, on this machine alone.</span>
            <button type="button" class="btn btn-line" data-learn>Learn it</button>
            <button type="button" class="btn btn-line" data-use-taste hidden>Use it here</button>
            <button type="button" class="btn btn-line" data-forget-taste hidden>Forget it</button>
        </div>
    </details>
    <div class="find">
        <button type="button" class="btn btn-ink" data-take></button>
        <button type="button" class="btn btn-line" data-take-only>Keep them, drop the rest</button>
        <button type="button" class="btn btn-line" data-review-doubts hidden></button>
        <button type="button" class="btn btn-line" data-propose></button>
        <button type="button" class="btn btn-line" data-measure hidden>Measure the rest</button>
        <span class="quiet"><span data-measures></span> <span data-unread></span> Nothing is marked until you say so;
            nobody is recognised.</span>
    </div>
</div>
