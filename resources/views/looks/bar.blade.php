{{-- Saved looks, and what keys do --}}
<footer class="bar">
    <b>Saved looks</b>
    <span class="saved-looks" data-saved role="group" aria-label="Saved looks"></span>
    <button type="button" class="btn-word small" data-try aria-expanded="false">Try, save, remove</button>
    <span class="keys">
        <button type="button" class="btn-word" data-undo>Undo</button>
        <button type="button" class="btn-word" data-redo>Redo</button>
        <span><kbd>Z</kbd> hold: before</span>
        <span><kbd>C</kbd> copy</span>
        <span><kbd>P</kbd> paste</span>
        <button type="button" class="btn-word text-decoration-none" data-history-button
            aria-expanded="false"><kbd>H</kbd> steps</button>
        <button type="button" class="btn-word text-decoration-none" data-keys-button><kbd>?</kbd> all keys</button>
    </span>
</footer>
