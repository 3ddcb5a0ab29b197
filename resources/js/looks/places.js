/** Places with a tone and a colour of their own: a line, a ring, what is painted over. */
import { draft, set, settle } from './changing.js';
import { rounded } from './onto.js';
import { $, html, root, say } from './page.js';
import { MOST_PLACES } from './place-mask.js';
import { drawShape, startShapes } from './place-shapes.js';
import { current, shown, state } from './store.js';
import { follow, listen, redraw } from './showing.js';
import { share, stops } from './words.js';

const NAMES = { line: 'Line', ring: 'Ring', brush: 'Brush' };

const FRESH = {
    line: { kind: 'line', from: [0.5, 0.12], to: [0.5, 0.5], stops: -0.5 },
    ring: { kind: 'ring', middle: [0.5, 0.5], radii: [0.18, 0.14], degrees: 0, feather: 0.6, stops: 0.5 },
    brush: { kind: 'brush', strokes: [], feather: 0.6, stops: 0.5 },
};

const placesNow = () => shown().places ?? [];

export const placeNow = () => placesNow()[state.place] ?? null;

/** The places with one of them changed. */
const changed = (now) => placesNow().map((place, i) => (i === state.place ? { ...place, ...now } : place));

export const draftPlace = (now) => draft({ places: changed(now) });

export const settlePlace = (title) => settle(() => title);

export const setPlace = (now, title) => set({ places: changed(now) }, title);

const nameOf = (place, i) => `${NAMES[place.kind] ?? 'Place'} ${i + 1}`;

function inWords(place) {
    const words = [];
    place.stops && words.push(stops(place.stops));
    for (const [part, name] of [
        ['warmth', 'warmth'],
        ['saturation', 'colour'],
        ['contrast', 'contrast'],
        ['dark', 'dark'],
        ['light', 'light'],
    ]) {
        place[part] && words.push(`${name} ${share(place[part])}`);
    }

    return words.join(', ') || 'nothing yet';
}

function add(kind) {
    const places = placesNow();
    if (places.length >= MOST_PLACES) {
        say(`A frame has ${MOST_PLACES} places at most.`);

        return;
    }
    state.place = places.length;
    set({ places: [...places, FRESH[kind]] }, `${NAMES[kind]} added`);
    kind === 'brush' && say('Paint on the picture.');
}

export function removePlace() {
    const place = placeNow();
    if (!place) {
        return;
    }
    const title = `${nameOf(place, state.place)} removed`;
    const rest = placesNow().filter((_, i) => i !== state.place);
    state.place = Math.max(0, state.place - 1);
    set({ places: rest.length > 0 ? rest : null }, title);
}

export function togglePlaces(isOn = !state.isPlacing) {
    state.isPlacing = isOn;
    $('places').setAttribute('aria-pressed', String(isOn));
    redraw(false);
}

function drawList() {
    const places = placesNow();
    state.place = Math.min(state.place, Math.max(0, places.length - 1));
    $('place-list').replaceChildren(
        ...places.map((place, i) => {
            const button = html('button', { type: 'button' }, html('b', {}, nameOf(place, i)), ` ${inWords(place)}`);
            i === state.place && button.setAttribute('aria-current', 'true');
            button.addEventListener('click', () => {
                state.place = i;
                redraw(false);
            });

            return html('li', {}, button);
        }),
    );
}

/** @param path a part of a place, or one of how it is painted */
function drawSlides(place) {
    for (const input of root.querySelectorAll('[data-place-slide]')) {
        const part = input.dataset.placeSlide;
        const value = place?.[part] ?? (part === 'feather' ? 0.5 : 0);
        input.value = value;
        root.querySelector(`[data-place-words="${part}"]`).textContent =
            part === 'stops' ? (value === 0 ? '0' : stops(value)) : share(value) || '0';
    }
    $('place-feather-row').hidden = place?.kind === 'line';
    $('brush-row').hidden = place?.kind !== 'brush';
    $('place-inverse').checked = place?.inverse === true;
}

function draw() {
    $('place-panel').hidden = !state.isPlacing;
    $('place-box').toggleAttribute('hidden', !state.isPlacing || state.isCropping);
    if (!state.isPlacing) {
        return;
    }
    const place = placeNow();
    drawList();
    $('place-parts').hidden = place === null;
    $('place-none').hidden = place !== null;
    drawSlides(place);
    drawShape(place);
}

function listenToSlides() {
    for (const input of root.querySelectorAll('[data-place-slide]')) {
        const part = input.dataset.placeSlide;
        const name = input.closest('.place-line').querySelector('label').textContent.toLowerCase();
        input.addEventListener('input', () => draftPlace({ [part]: Number(input.value) }));
        input.addEventListener('change', () =>
            settlePlace(`${nameOf(placeNow(), state.place)}: ${name} ${share(Number(input.value)) || '0'}`),
        );
        input.addEventListener('dblclick', () =>
            setPlace({ [part]: part === 'feather' ? 0.5 : 0 }, `${nameOf(placeNow(), state.place)}: ${name} as it was`),
        );
        input.addEventListener('keydown', (event) => event.key.startsWith('Arrow') && event.stopPropagation());
    }
}

export function startPlaces() {
    for (const button of root.querySelectorAll('[data-add-place]')) {
        button.addEventListener('click', () => add(button.dataset.addPlace));
    }
    $('places').addEventListener('click', () => togglePlaces());
    $('places-done').addEventListener('click', () => togglePlaces(false));
    $('place-remove').addEventListener('click', removePlace);
    $('place-inverse').addEventListener('change', () => {
        const title = $('place-inverse').checked ? 'all but it' : 'it alone';
        setPlace({ inverse: $('place-inverse').checked }, `${nameOf(placeNow(), state.place)}: ${title}`);
    });
    $('place-shown').addEventListener('change', () => {
        state.showsPlace = $('place-shown').checked;
        redraw(false);
    });
    listenToSlides();
    startShapes({ placeNow, draftPlace, settlePlace, setPlace, rounded });
    follow(draw);
    listen(() => {
        if (current()?.id !== state.placeOf) {
            state.placeOf = current()?.id;
            state.place = 0;
        }
    });
}
