/**
 * Small pictures with looks. They are made of the small pictures that are there, whatever file the frame is finished
 * from: good enough to choose by.
 */
import { colourTable } from './colour-table.js';
import { screen } from './colour.js';
import { cubeOf } from './cubes.js';
import { framingOf, sizeOf, sourceOf as rowsOf } from './framing.js';
import { cellsOf, gainField } from './gain-field.js';
import { healed } from './healing.js';
import { lookOf } from './look.js';
import { PlacesDrawn } from './places-drawn.js';
import { PlainDrawing } from './plain.js';
import { isNothing, isRaw, sourceOf } from './store.js';

const GRID = 17;
const KEPT = 240;
const PLAIN = colourTable(lookOf({}), 2);

const images = new Map();
const drawn = new Map();
const queue = [];

let isDrawing = false;

function image(address) {
    if (!images.has(address)) {
        const own = new Image();
        own.src = address;
        images.set(
            address,
            own.decode().then(() => own),
        );
    }

    return images.get(address);
}

/** The white of a raw file is known, though its small picture is the camera's. */
const smallSource = (frame) => (isRaw(frame) ? { ...screen, asShot: sourceOf(frame).asShot } : screen);

async function draw(canvas, frame, values) {
    const picture = await image(frame.small);
    const [width, height] = [picture.naturalWidth, picture.naturalHeight];
    const framing = framingOf(values);
    [canvas.width, canvas.height] = sizeOf(framing, width, height);
    const drawing = new PlainDrawing(canvas);
    drawing.picture(healed(picture, values.spots));
    drawing.table('before', PLAIN);
    const cube = cubeOf(values, () => drawn.clear());
    drawing.table('table', colourTable(lookOf(values), GRID, smallSource(frame), cube));
    if (values.local || values.vignette) {
        const context = canvas.getContext('2d');
        context.drawImage(picture, 0, 0, canvas.width, canvas.height);
        const cells = cellsOf(
            context.getImageData(0, 0, canvas.width, canvas.height).data,
            canvas.width,
            canvas.height,
        );
        drawing.gains(gainField(cells, values.local ?? 0, values.vignette ?? 0), cells.width, cells.height);
    }
    const rows = rowsOf(framing, width, height);
    const shape = { rows, size: [canvas.width, canvas.height], sides: [width, height] };
    drawing.places(new PlacesDrawn().of(values, { ...shape, grid: GRID, source: smallSource(frame), cube }));
    drawing.draw({ rows, split: 0, clipped: false });
}

/** One after another, so that keys and pointers come in between. */
async function work() {
    if (isDrawing) {
        return;
    }
    isDrawing = true;
    while (queue.length > 0) {
        const own = queue.shift();
        own.waiting = own.waiting.filter((canvas) => canvas.isConnected);
        if (own.waiting.length > 0) {
            await draw(own.canvas, own.frame, own.values)
                .then(() => {
                    own.isReady = true;
                    own.waiting.splice(0).forEach((canvas) => copy(own.canvas, canvas));
                })
                .catch(() => {});
        } else {
            drawn.delete(own.key);
        }
        await new Promise((go) => setTimeout(go));
    }
    isDrawing = false;
}

function copy(from, to) {
    [to.width, to.height] = [from.width, from.height];
    to.getContext('2d').drawImage(from, 0, 0);
}

function start(key, frame, values) {
    const own = { key, frame, values, canvas: document.createElement('canvas'), isReady: false, waiting: [] };
    drawn.set(key, own);
    drawn.size > KEPT && drawn.delete(drawn.keys().next().value);
    queue.push(own);
    setTimeout(work, 0);

    return own;
}

/** The picture of a frame with a look; what was drawn already is there at once. */
export function thumb(frame, values) {
    if (isNothing(values) && !values.greys) {
        const plain = new Image();
        plain.src = frame.small;
        plain.alt = frame.name;

        return plain;
    }
    const key = `${frame.id} ${JSON.stringify(values)}`;
    const own = drawn.get(key) ?? start(key, frame, values);
    const canvas = document.createElement('canvas');
    canvas.setAttribute('role', 'img');
    canvas.setAttribute('aria-label', frame.name);
    [canvas.width, canvas.height] = [frame.width, frame.height].map((side) => Math.max(1, Math.round(side / 100)));
    own.isReady ? copy(own.canvas, canvas) : own.waiting.push(canvas);

    return canvas;
}
