/** Spots that are healed: clicked on the picture, or found where several frames of one body show the same speck. */
import { get } from '../studio/server.js';
import { change, set } from './changing.js';
import { LEAST_RADIUS, MOST_RADIUS, MOST_SPOTS } from './healing.js';
import { distance, fromFile, rounded, toFile, units } from './onto.js';
import { $, count, html, root, say, SECOND } from './page.js';
import { current, FIRST, shown, state, valuesOf } from './store.js';
import { follow, listen, redraw } from './showing.js';

const spotsNow = () => shown().spots ?? [];

const radius = () => Math.max(LEAST_RADIUS, Math.min(MOST_RADIUS, Number($('spot-size').value) / 1000));

/** What is known of the dust of each body, once it was asked for. */
const dust = new Map();
const asked = new Set();

export function toggleSpots(isOn = !state.isHealing) {
    state.isHealing = isOn;
    $('spots').setAttribute('aria-pressed', String(isOn));
    redraw(false);
    isOn && current() && knowDust(current().body, tellDust);
    isOn && tellDust();
}

/** A click heals; a click on what is healed already takes that back. */
function click(event) {
    const { left, top, width, height } = $('spot-box').getBoundingClientRect();
    const at = toFile([(event.clientX - left) / width, (event.clientY - top) / height]);
    const spots = spotsNow();
    const hit = spots.findIndex((spot) => distance(spot.middle, at) < spot.radius);
    if (hit >= 0) {
        remove(hit);
    } else if (spots.length >= MOST_SPOTS) {
        say(`A frame has ${MOST_SPOTS} spots at most.`);
    } else {
        set({ spots: [...spots, { middle: at.map(rounded), radius: rounded(radius()) }] }, 'Spot healed');
    }
}

function remove(i) {
    const rest = spotsNow().filter((_, n) => n !== i);
    set({ spots: rest.length > 0 ? rest : null }, 'Spot as it was');
}

function draw() {
    $('spot-panel').hidden = !state.isHealing;
    $('spot-box').toggleAttribute('hidden', !state.isHealing || state.isCropping);
    if (!state.isHealing) {
        return;
    }
    const box = $('image').getBoundingClientRect();
    const [across] = units();
    $('spot-box').replaceChildren(
        ...spotsNow().map((spot, i) => {
            const [x, y] = fromFile(spot.middle);
            const [u, v] = fromFile([spot.middle[0] + spot.radius / across, spot.middle[1]]);
            const reach = Math.max(6, Math.hypot((u - x) * box.width, (v - y) * box.height));
            const button = html('button', { type: 'button', class: 'spot', 'aria-label': `Spot ${i + 1}, healed` });
            Object.assign(button.style, {
                left: `${100 * x}%`,
                top: `${100 * y}%`,
                width: `${2 * reach}px`,
                height: `${2 * reach}px`,
            });
            button.addEventListener('click', (event) => {
                event.stopPropagation();
                remove(i);
            });

            return button;
        }),
    );
    $('spot-words').textContent = spotsNow().length === 0 ? 'none yet' : count(spotsNow().length, 'spot');
}

/** Spots of a frame that are no speck of its body. */
const others = (spots, specks) =>
    spots.filter((spot) => specks.every((speck) => distance(speck.middle, spot.middle) > speck.radius));

/**
 * What the server found on frames of a body; it looks for it the first time it is asked.
 *
 * @param act is called when more is known
 */
export async function knowDust(body, act) {
    if (dust.get(body)?.isDone || asked.has(body)) {
        return;
    }
    asked.add(body);
    try {
        dust.set(body, await get(`${root.dataset.dust}/${body}`));
        act();
        dust.get(body).isDone || setTimeout(() => knowDust(body, act), 2 * SECOND);
    } catch {
        // Whoever opens the page of spots asks again.
    }
    asked.delete(body);
}

/** How many specks of a frame are not healed yet. */
export function dustOn(frame) {
    const specks = specksOn(frame);
    const spots = valuesOf(frame, FIRST).spots ?? [];

    return specks.filter((speck) => others(spots, [speck]).length === spots.length).length;
}

function tellDust() {
    const frame = current();
    const found = dust.get(frame?.body);
    const specks = frame ? specksOn(frame) : [];
    $('dust-words').textContent = !found
        ? ''
        : !found.isDone
          ? `Looking for dust: ${found.looked} of ${count(found.frames, 'frame')} of this body`
          : found.specks.length === 0
            ? `No dust on ${count(found.frames, 'frame')} of this body.`
            : `${count(found.specks.length, 'speck')} of dust on this body, seen on ${count(found.frames, 'frame')}.`;
    $('dust-here').hidden = !frame || dustOn(frame) === 0;
    $('dust-all').hidden = specks.length === 0;
    $('dust-all').textContent = `Heal on all ${count(ofBody(frame).length, 'frame')}`;
}

const ofBody = (frame) =>
    frame ? state.frames.filter(({ body, raw }) => body === frame.body && raw?.problem !== '') : [];

/** Where the specks of a body lie on a frame: the sensor is turned with the camera. */
function specksOn(frame) {
    const found = dust.get(frame.body);
    if (!found?.isDone) {
        return [];
    }

    return found.specks.map(({ x, y, radius: own }) => ({ middle: turnedBy(frame.turned ?? 0, [x, y]), radius: own }));
}

function turnedBy(quarters, [x, y]) {
    const turns = [
        [x, y],
        [1 - y, x],
        [1 - x, 1 - y],
        [y, 1 - x],
    ];

    return turns[quarters].map(rounded);
}

export function healDust(frames) {
    const changes = frames.map((frame) => {
        const specks = specksOn(frame);

        return [frame, { spots: [...others(valuesOf(frame, FIRST).spots ?? [], specks), ...specks] }];
    });
    change(changes, `Dust healed on ${frames.length === 1 ? frames[0].name : count(frames.length, 'frame')}`, FIRST);
    redraw(false);
}

export function startSpots() {
    $('spots').addEventListener('click', () => toggleSpots());
    $('spots-done').addEventListener('click', () => toggleSpots(false));
    $('spot-box').addEventListener('click', click);
    $('spots-clear').addEventListener('click', () => set({ spots: null }, 'No spot healed'));
    $('dust-here').addEventListener('click', () => healDust([current()]));
    $('dust-all').addEventListener('click', () => healDust(ofBody(current())));
    $('spot-size').addEventListener('keydown', (event) => event.key.startsWith('Arrow') && event.stopPropagation());
    follow(draw);
    listen(() => {
        if (state.isHealing && current()) {
            knowDust(current().body, tellDust);
            tellDust();
        }
    });
}
