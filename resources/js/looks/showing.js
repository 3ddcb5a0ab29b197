/** What is shown: the picture, and all that says how it is made. */
import { screen } from './colour.js';
import { cubeOf } from './cubes.js';
import { $, SECOND, root, say } from './page.js';
import { Shown } from './picture.js';
import { current, FIRST, isRaw, shown, sourceOf, state } from './store.js';
import { after } from '../studio/timers.js';

export const picture = new Shown($('image'));

/** Told of each redraw, and whether more will come at once. */
const followers = [];

/** Told when looks or frames have changed. */
const listeners = [];

let isOwed = null;
let loaded = null;

export const follow = (act) => followers.push(act);

export const listen = (act) => listeners.push(act);

export const tell = () => listeners.forEach((act) => act());

/** Draws with the next painting; what comes before it is drawn once. */
export function redraw(isDragged) {
    isOwed ??= requestAnimationFrame(paint);
    redraw.isDragged = isDragged;
}

function paint() {
    isOwed = null;
    if (!picture.isThere) {
        return;
    }
    const values = shown();
    const began = performance.now();
    picture.draw(values, {
        isDragged: redraw.isDragged,
        isBefore: state.isBefore,
        split: state.isSplit ? state.splitAt : 0,
        clipped: state.showsClipped,
        whole: state.isCropping,
        room: redraw.isDragged ? roomOf() : null,
        cube: cubeOf(values, () => redraw(false)),
        painted: state.isPlacing && state.showsPlace ? state.place : -1,
    });
    performance.measure('kanpai-look-drawn', { start: began });
    followers.forEach((act) => act(values, redraw.isDragged));
    $('image').dataset.drawn = String(Number($('image').dataset.drawn ?? 0) + 1);
    $('image').dataset.shows = redraw.isDragged || loaded === null ? '' : String(loaded.frame);
    if (redraw.isDragged) {
        after('fine', SECOND / 5, () => redraw(false));
    }
}

/** Pixels of the long side of the place where the picture is. */
function roomOf() {
    const { width, height } = $('image').getBoundingClientRect();

    return Math.max(200, Math.max(width, height) * (window.devicePixelRatio || 1));
}

const bitmaps = new Map();

async function decoded(address) {
    if (!bitmaps.has(address)) {
        const fetched = fetch(address, { credentials: 'same-origin' })
            .then((answer) => (answer.ok ? answer.blob() : Promise.reject(new Error(`${answer.status}`))))
            .then((blob) => createImageBitmap(blob, { colorSpaceConversion: 'none', premultiplyAlpha: 'none' }));
        bitmaps.set(address, fetched);
        if (bitmaps.size > 24) {
            bitmaps.delete(bitmaps.keys().next().value);
        }
    }

    return bitmaps.get(address);
}

const addressOf = (frame) => (isRaw(frame) ? frame.raw.picture : frame.large);

/** Shows the frame that is current, and has its neighbours decoded. */
export async function show() {
    const frame = current();
    if (!frame) {
        return;
    }
    state.draft = null;
    const address = addressOf(frame);
    try {
        const bitmap = await decoded(address);
        if (current() !== frame) {
            return;
        }
        if (loaded?.address !== address || loaded.frame !== frame.id) {
            loaded = { address, frame: frame.id };
            picture.take(bitmap, isRaw(frame) ? sourceOf(frame) : screen, frame.lens);
        }
        redraw(false);
        tell();
        root.dataset.frame = frame.id;
        [1, -1].forEach((step) => {
            const next = state.frames[state.at + step];
            next && decoded(addressOf(next)).catch(() => {});
        });
    } catch {
        bitmaps.delete(address);
        say(`The picture of ${frame.name} cannot be loaded. Try again in a moment.`);
    }
}

export function goTo(frame) {
    const place = state.frames.indexOf(frame);
    if (place >= 0 && place !== state.at) {
        state.at = place;
        state.number = FIRST;
        state.isCropping = false;
        show();
    }
}
