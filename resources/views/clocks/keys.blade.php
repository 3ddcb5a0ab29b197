{{-- Keys of the lanes --}}
<dialog class="help" aria-labelledby="keys-title">
    <h2 id="keys-title">Keys</h2>
    <dl>
        @foreach ([
            ['→ ←', 'next frame of this body, frame before'], ['↓ ↑', 'next body, body before'],
            ['Shift → ←', 'move its lane by 1 s'], ['Shift Ctrl → ←', 'by 10 s'], ['Shift Alt → ←', 'by 0.1 s'],
            ['+ −', 'closer, wider'], ['Home', 'the whole day'], ['H', 'hold the frame of this body'],
            ['T', 'same instant: tie the two'], ['Esc', 'hold nothing'], ['U', 'use this clock'], ['?', 'these keys'],
        ] as [$key, $does])
            <dt><kbd>{{ $key }}</kbd></dt>
            <dd>{{ $does }}</dd>
        @endforeach
    </dl>
    <p class="small quiet">Drag a lane to move it, the ground to go along; the wheel goes closer and wider.</p>
    <form method="dialog"><button class="btn btn-ink">Back to the lanes</button></form>
</dialog>
