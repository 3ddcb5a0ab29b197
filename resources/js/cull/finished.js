/** Frames as they were shot, or as they were finished: one key changes between them. */
import { get } from '../studio/server.js';
import { count, root, say } from './page.js';
import { state } from './store.js';
import { pictures, show, wall } from './view.js';

/** Milliseconds after which it is looked again for what is being made. */
const AGAIN = 3000;

let isOn = false;
let timer = null;

/** Where in a frame as it was shot a place of the finished one lies. */
const onto =
    ([[a, b, c], [d, e, f]]) =>
    ([u, v]) => [a * u + b * v + c, d * u + e * v + f];

function put(frame, finished) {
    frame.plain ??= { small: frame.small, large: frame.large, width: frame.width, height: frame.height };
    const { small, large, width, height, rows } = finished;
    Object.assign(frame, { small, large, width, height, onto: onto(rows) });
}

function takeBack(frame) {
    Object.assign(frame, frame.plain);
    delete frame.plain;
    delete frame.onto;
}

function showAnew(frames) {
    frames.forEach((frame) => pictures.forget(frame));
    state.mode === 'wall' ? wall.refresh(frames) : show();
}

async function fetchFinished() {
    const { frames, waiting } = await get(root.dataset.finished);
    if (!isOn) {
        return;
    }
    const touched = [];
    for (const [id, finished] of Object.entries(frames)) {
        const frame = state.byId.get(Number(id));
        if (frame && frame.large !== finished.large) {
            put(frame, finished);
            touched.push(frame);
        }
    }
    showAnew(touched);
    clearTimeout(timer);
    if (waiting > 0) {
        timer = setTimeout(() => isOn && fetchFinished().catch(() => {}), AGAIN);
    }

    return { frames: Object.keys(frames).length, waiting };
}

function tell({ frames, waiting }) {
    const rest = waiting > 0 ? `; ${count(waiting, 'picture')} are being made` : '';
    say(frames + waiting === 0 ? 'No frame has a look yet.' : `${count(frames, 'frame')} with looks${rest}.`);
}

export async function toggleFinished() {
    isOn = !isOn;
    root.classList.toggle('is-finished', isOn);
    if (!isOn) {
        const touched = state.frames.filter((frame) => frame.plain);
        touched.forEach(takeBack);
        showAnew(touched);
        say('As shot.');

        return;
    }
    try {
        tell(await fetchFinished());
    } catch {
        isOn = false;
        root.classList.remove('is-finished');
        say('The server did not answer. Try once more.');
    }
}
