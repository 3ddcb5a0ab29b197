{{-- Ties, and what the frames tell: $bodies, $body, $names --}}
<div class="stack">
    <div data-ties aria-live="polite"></div>
    <div class="stack" data-suggest>
        <h2>What the frames tell</h2>
        @if ($bodies->count() > 1)
            <form class="compare" hx-post="{{ route('clocks.suggest', [$shoot, $body]) }}"
                hx-include="[data-clock]" hx-target="#suggestion" hx-indicator="#suggestion">
                <label for="with" class="visually-hidden">In step with</label>
                <select class="form-select" id="with" name="with">
                    @foreach ($bodies as $other)
                        @if ($other->id !== $body->id)
                            <option value="{{ $other->id }}">{{ $names[$other->id] }}</option>
                        @endif
                    @endforeach
                </select>
                <button class="btn btn-line">Compare their frames</button>
            </form>
            <div id="suggestion">
                <p class="small quiet">Looks for the same scenes and the same rhythm in both bodies.</p>
            </div>
        @else
            <p>With one body there is nothing to compare.</p>
        @endif
    </div>
</div>
