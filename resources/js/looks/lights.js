/** The lights of the day, few to many; and the frames of the one that is looked at. */
import { get, post } from '../studio/server.js';
import { $, count, html, root, say, SECOND } from './page.js';
import { soon } from '../studio/timers.js';
import { asShotWhite } from './colour.js';
import { current, FIRST, isRaw, ofLight, sourceOf, state, valuesOf } from './store.js';
import { goTo, listen } from './showing.js';
import { thumb } from './thumbs.js';
import { signed } from './words.js';

/** Frames of a light that are shown at once, around the one that is looked at. */
const SHOWN = 80;

/** Pixels of the height of each. */
const TILE = 56;

const median = (values) => {
    const sorted = values.filter((value) => value !== null && value !== undefined).sort((a, b) => a - b);

    return sorted.length === 0 ? null : sorted[Math.floor(sorted.length / 2)];
};

const brightnessOf = (one) => (one.brightness === null ? null : one.brightness + (valuesOf(one, FIRST).stops ?? 0));

/** Stops by which each frame is brighter than the others of its light, as it is finished now; null where unknown. */
function besides(frames) {
    const values = frames.map(brightnessOf);
    const middle = median(values);

    return values.map((value) => (value === null || middle === null ? null : value - middle));
}

/** How far its frames are apart: half of the span in which eight of ten lie. */
function apart(values) {
    const sorted = values.filter((value) => value !== null).sort((a, b) => a - b);
    const at = (share) => sorted[Math.round(share * (sorted.length - 1))];

    return sorted.length < 2 ? 0 : (at(0.9) - at(0.1)) / 2;
}

function stateInWords(frames) {
    const number = count(frames.length, 'frame');
    const done = frames.filter((frame) => Object.keys(valuesOf(frame, FIRST)).length > 0).length;
    const stops = apart(besides(frames));
    const kelvins = frames.map(
        (frame) =>
            valuesOf(frame, FIRST).kelvin ?? (isRaw(frame) ? Math.round(asShotWhite(sourceOf(frame)).kelvin) : null),
    );
    const warm = apart(kelvins);
    const far = [
        stops >= 0.05 ? `±${stops.toFixed(1)} EV` : '',
        warm >= 20 ? `±${Math.round(warm / 10) * 10} K` : '',
    ].filter(Boolean);
    const what = done === 0 ? 'as shot' : done === frames.length ? '' : `${done} done`;

    return [number, what, far.length > 0 ? `${far.join(', ')} apart` : done > 0 ? 'in line' : '']
        .filter(Boolean)
        .join(' · ');
}

function nameOf(frames) {
    return frames.find((frame) => frame.headline)?.headline ?? '';
}

function row(frames, isCurrent) {
    const middle = frames[Math.floor(frames.length / 2)];
    const button = html(
        'button',
        { type: 'button', 'data-light': frames[0].light },
        html('span', { class: 'light-picture' }, thumb(middle, valuesOf(middle, FIRST))),
        html(
            'span',
            { class: 'light-words' },
            html('span', { class: 'light-name' }, html('b', {}, frames[0].time.slice(0, 5)), ` ${nameOf(frames)}`),
            html('span', { class: 'small' }, stateInWords(frames)),
        ),
    );
    isCurrent && button.setAttribute('aria-current', 'true');
    button.addEventListener('click', () => goTo(frames.find((frame) => frame === current()) ?? frames[0]));

    return html('li', {}, button);
}

export function drawLights() {
    const own = current()?.light;
    const list = $('lights');
    const top = list.scrollTop;
    list.replaceChildren(...state.lights.map((frames, i) => row(frames, i === own)));
    list.scrollTop = top;
    const button = list.querySelector('[aria-current]');
    const box = list.getBoundingClientRect();
    const where = button?.getBoundingClientRect();
    if (where && (where.top < box.top || where.bottom > box.bottom)) {
        // The list alone: on a phone the picture stays where it is.
        list.scrollTop += where.top - box.top - box.height / 2;
    }
    $('light-count').textContent = count(state.lights.length, 'light');
    $('nothing-kept').hidden = !state.isCut;
    drawStrip();
}

function drawStrip() {
    const frames = ofLight(current());
    const all = besides(frames);
    const from = Math.max(0, Math.min(frames.indexOf(current()) - SHOWN / 2, frames.length - SHOWN));
    const tiles = frames.slice(from, from + SHOWN).map((frame, i) => {
        const stops = all[from + i];
        const tile = html(
            'button',
            { type: 'button', 'data-frame-id': frame.id, title: `${frame.name} · ${frame.exposure}` },
            thumb(frame, valuesOf(frame, FIRST)),
            stops === null ? '' : html('span', { class: 'label' }, signed(stops, 2)),
            Object.keys(valuesOf(frame, FIRST)).length > 0
                ? html('span', { class: 'has-look', title: 'has a look' })
                : '',
        );
        tile.style.width = `${Math.round((TILE * frame.width) / Math.max(1, frame.height))}px`;
        frame === current() && tile.setAttribute('aria-current', 'true');
        state.chosen.has(frame.id) && tile.classList.add('is-chosen');
        tile.addEventListener('click', (event) => {
            if (event.ctrlKey || event.metaKey || event.shiftKey) {
                state.chosen.has(frame.id) ? state.chosen.delete(frame.id) : state.chosen.add(frame.id);
                drawStrip();
            } else {
                goTo(frame);
            }
        });

        return tile;
    });
    $('strip').replaceChildren(...tiles);
    const tile = $('strip').querySelector('[aria-current]');
    tile && ($('strip').scrollLeft = tile.offsetLeft - $('strip').clientWidth / 2 + tile.clientWidth / 2);
    const others = frames.length - 1;
    $('line').textContent = others < 1 ? 'Nothing to bring into line' : `Bring ${count(others, 'frame')} into line`;
    $('line').disabled = others < 1;
}

function take(lights) {
    state.frames.forEach((frame) => {
        frame.light = lights[frame.id] ?? 0;
    });
    group();
    drawLights();
}

export function group() {
    const lights = new Map();
    for (const frame of state.frames) {
        lights.has(frame.light) ? lights.get(frame.light).push(frame) : lights.set(frame.light, [frame]);
    }
    state.lights = [...lights.values()];
    // One whose frames are gone leaves no gap.
    state.lights.forEach((frames, i) => frames.forEach((frame) => (frame.light = i)));
}

function regroup(body) {
    post(root.dataset.lightsAddress, body, true)
        .then(({ lights }) => take(lights))
        .catch(() => say('The server did not take that change of the lights. Try once more.'));
}

export function startLights() {
    $('fineness').value = state.fineness;
    $('fineness').addEventListener('input', () =>
        soon('fineness', SECOND / 4, () => regroup({ fineness: Number($('fineness').value) })),
    );
    $('split-light').addEventListener('click', () => splitOrJoin());
    listen(drawLights);
}

/** A light begins at the frame that is current; where one does, it is joined to the one before. */
export function splitOrJoin() {
    const frame = current();
    if (!frame || frame === state.frames[0]) {
        say('The first light begins with the first frame.');

        return;
    }
    const isFirst = ofLight(frame)[0] === frame;
    regroup({ frame: frame.id, kind: isFirst ? 'join' : 'split' });
    say(isFirst ? 'Joined to the light before.' : `A light begins at ${frame.name}.`);
}

export function moveLight(step) {
    const next = state.lights[(current()?.light ?? 0) + step];
    next && goTo(next[0]);
}

/** Raw files that are developed by now: the page gets them as they come. */
export async function fetchRaws() {
    const missing = state.frames.some((frame) => frame.raw && !frame.raw.picture && !frame.raw.problem);
    if (!missing || document.hidden) {
        return;
    }
    try {
        const { raws } = await get(`${root.dataset.raws}?at=${current()?.id ?? 0}`);
        for (const [id, raw] of Object.entries(raws)) {
            const frame = state.byId.get(Number(id));
            frame && (frame.raw = raw);
        }
    } catch {
        // The next look will tell.
    }
}
