{{-- Keys of the lanes --}}
<x-keys back="Back to the lanes" :keys="[
    ['→ ←', 'next frame of this body, frame before'], ['↓ ↑', 'next body, body before'],
    ['Shift → ←', 'move its lane by 1 s'], ['Shift Ctrl → ←', 'by 10 s'], ['Shift Alt → ←', 'by 0.1 s'],
    ['+ −', 'closer, wider'], ['Home', 'the whole day'], ['H', 'hold the frame of this body'],
    ['T', 'same instant: tie the two'], ['Esc', 'hold nothing'], ['U', 'use this clock'], ['?', 'these keys'],
]">Drag a lane to move it, the ground to go along; the wheel goes closer and wider.</x-keys>
