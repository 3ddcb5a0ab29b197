/** Space held: the frame in true pixels where the pointer is, with its look. */
import { get } from '../studio/server.js';
import { colourTable } from './colour-table.js';
import { screen } from './colour.js';
import { cubeOf } from './cubes.js';
import { framingOf, sourceOf as rowsOf, sizeOf } from './framing.js';
import { healed } from './healing.js';
import { lensOf } from './lens.js';
import { lookOf } from './look.js';
import { $, root, say } from './page.js';
import { PlacesDrawn } from './places-drawn.js';
import { PlainDrawing } from './plain.js';
import { picture } from './showing.js';
import { current, isRaw, shown, sourceOf } from './store.js';

const GRID = 33;
const PLAIN = colourTable(lookOf({}), 2);

const at = { u: 0.5, v: 0.5 };

/** Milliseconds after which it is asked again for what is being developed, and how often. */
const AGAIN = 700;
const TIMES = 40;

let isHeld = false;
let whole = null;

async function bitmapAt(address) {
    const answer = await fetch(address, { credentials: 'same-origin' });
    if (!answer.ok) {
        throw new Error(`${answer.status}`);
    }

    return createImageBitmap(await answer.blob(), { colorSpaceConversion: 'none' });
}

/** All pixels that the server has at once: the original, or the largest that a raw file embeds. */
async function fetched(frame) {
    if (whole?.frame !== frame.id) {
        const bitmap = await bitmapAt(`${root.dataset.whole}/${frame.id}/whole`);
        // What the camera embedded is shown for a raw file; its white is known all the same.
        const source = isRaw(frame) ? { ...screen, asShot: sourceOf(frame).asShot } : screen;
        whole = { frame: frame.id, bitmap, source };
        isRaw(frame) && develop(frame);
    }

    return whole;
}

/** The pixels of the sensor, which are developed when somebody looks at them: some seconds. */
async function develop(frame) {
    say('The true pixels of the raw file are being developed; this is what the camera embedded.');
    for (let times = 0; times < TIMES && whole?.frame === frame.id; times++) {
        const { picture: address, isUnusable } = await get(`${root.dataset.frames}/${frame.id}/sensor`);
        if (isUnusable) {
            return;
        }
        if (address !== null) {
            const bitmap = await bitmapAt(address);
            if (whole?.frame === frame.id) {
                whole = { frame: frame.id, bitmap, source: sourceOf(frame) };
                isHeld && draw();
            }

            return;
        }
        await new Promise((go) => setTimeout(go, AGAIN));
    }
}

/** The rows of a part of what is shown: as many pixels as the place has, around where the pointer is. */
function part(values, bitmap, width, height) {
    const framing = framingOf(values);
    const [across, down] = sizeOf(framing, bitmap.width, bitmap.height);
    const [w, h] = [Math.min(1, width / across), Math.min(1, height / down)];
    const left = Math.max(0, Math.min(1 - w, at.u - w / 2));
    const top = Math.max(0, Math.min(1 - h, at.v - h / 2));

    return {
        size: [Math.round(w * across), Math.round(h * down)],
        place: [left, top, w, h],
        rows: rowsOf(framing, bitmap.width, bitmap.height).map(([a, b, c]) => [a * w, b * h, a * left + b * top + c]),
    };
}

async function draw() {
    const frame = current();
    try {
        const { bitmap, source } = await fetched(frame);
        if (!isHeld || current() !== frame) {
            return;
        }
        const values = shown();
        const canvas = $('true-pixels');
        const box = $('picture-box').getBoundingClientRect();
        const scale = window.devicePixelRatio || 1;
        const own = part(values, bitmap, Math.round(box.width * scale), Math.round(box.height * scale));
        [canvas.width, canvas.height] = own.size;
        Object.assign(canvas.style, { width: `${own.size[0] / scale}px`, height: `${own.size[1] / scale}px` });
        drawPart(canvas, frame, { bitmap, source }, values, own);
        canvas.dataset.of = isRaw(frame) && source === sourceOf(frame) ? 'sensor' : 'file';
        canvas.hidden = false;
    } catch {
        say(`No copy of ${frame.name} is within reach.`);
    }
}

function drawPart(canvas, frame, { bitmap, source }, values, { rows, place }) {
    const cube = cubeOf(values, draw);
    const framing = framingOf(values);
    const sides = [bitmap.width, bitmap.height];
    const shape = { rows: rowsOf(framing, ...sides), size: sizeOf(framing, ...sides), sides };
    const drawing = new PlainDrawing(canvas);
    drawing.picture(healed(bitmap, values.spots));
    drawing.table('before', PLAIN);
    drawing.table('table', colourTable(lookOf(values), GRID, source, cube));
    drawing.gains(...picture.gains);
    drawing.places(new PlacesDrawn().of(values, { ...shape, grid: GRID, source, cube }));
    drawing.draw({ rows, split: 0, clipped: false, part: place, values, lens: lensOf(values, frame.lens) });
}

export function hold(isOn) {
    if (isHeld === isOn || !current()) {
        return;
    }
    isHeld = isOn;
    $('true-pixels').hidden = true;
    isOn && draw();
}

export function startTruePixels() {
    $('image').addEventListener('pointermove', (event) => {
        const { left, top, width, height } = $('image').getBoundingClientRect();
        at.u = (event.clientX - left) / width;
        at.v = (event.clientY - top) / height;
    });
}
