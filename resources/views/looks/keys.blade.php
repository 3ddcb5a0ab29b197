{{-- What keys do --}}
<dialog class="help" aria-labelledby="keys-title">
    <h2 id="keys-title">Keys</h2>
    <dl class="key-words">
        @foreach ([
            '← →' => 'frame before, frame after',
            '↑ ↓' => 'light before, light after',
            'Z' => 'hold: before the look',
            'Space' => 'hold: true pixels where the pointer is',
            'S' => 'split: before and after, the line can be dragged',
            'K' => 'show what is clipped: white is shown black, black white',
            'C' => 'copy the look',
            'P' => 'paste it, on all frames that are chosen in the strip (Ctrl and click)',
            'I' => 'bring the light into line with this frame',
            'J' => 'a light begins at this frame, or is joined to the one before',
            'G' => 'grey: click something that should be neutral',
            'B' => 'black and white, or colour',
            'X' => 'crop and level',
            'L' => 'places with a tone of their own',
            'D' => 'dust and other spots',
            'H' => 'steps',
            'Backspace' => 'undo; with Shift redo',
        ] as $key => $does)
            <dt><kbd>{{ $key }}</kbd></dt>
            <dd>{{ $does }}</dd>
        @endforeach
    </dl>
    <p class="small quiet">Handles on tone, white and the ring take arrow keys too; a double click sets one back.</p>
    <form method="dialog"><button class="btn btn-line" autofocus>Back to the frames</button></form>
</dialog>
