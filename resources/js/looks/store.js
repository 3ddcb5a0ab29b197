/** What is known of the shoot's frames and of their looks. */
import { History } from '../cull/history.js';
import { lookOf } from './look.js';
import { screen } from './colour.js';

export const FIRST = 1;

/** Parts that stay with their frame. */
export const FRAMING = ['turns', 'level', 'crop', 'places', 'spots'];

export const state = {
    frames: [],
    byId: new Map(),
    /** Lists of frames, one for each light. */
    lights: [],
    at: 0,
    /** Which look of the frame is shown: 1 is the frame's own. */
    number: FIRST,
    revision: 0,
    fineness: 50,
    saved: [],
    /** Whether there are more frames than are shown, since nothing is kept yet. */
    isCut: false,
    /** What is changed and not let go of yet, over what is kept. */
    draft: null,
    copied: null,
    chosen: new Set(),
    isBefore: false,
    isSplit: false,
    splitAt: 0.5,
    showsClipped: false,
    isCropping: false,
    isPicking: false,
    isPlacing: false,
    isHealing: false,
    /** Which place is set, and whether it is shown in colour. */
    place: 0,
    placeOf: null,
    showsPlace: false,
};

export const history = new History();

export const current = () => state.frames[state.at] ?? null;

export const valuesOf = (frame, number = state.number) => frame?.looks[number]?.values ?? {};

/** The values that are shown: what is kept, with what is being dragged. */
export const shown = () => ({ ...valuesOf(current()), ...(state.draft ?? {}) });

export const sourceOf = (frame) => frame?.raw?.source ?? screen;

/** Whether the page has the raw file in the colours of its sensor, and not what the camera embedded. */
export const isRaw = (frame) => Boolean(frame?.raw?.picture && frame.raw.source);

export const ofLight = (frame) => (frame ? state.lights[frame.light] : []);

export const look = () => lookOf(shown());

/** Parts as they would be sent: with nothing in the place of what changes nothing. */
export function isNothing(value) {
    if (value === null || value === undefined || value === 0) {
        return true;
    }

    return typeof value === 'object' && Object.values(value).every((own) => isNothing(own));
}

/** A part that changes nothing is not there; black and white is there even without weights. */
export function tidy(values) {
    return Object.fromEntries(
        Object.entries(values).map(([part, value]) => [part, part !== 'greys' && isNothing(value) ? null : value]),
    );
}

export function put(frame, number, now) {
    const values = { ...valuesOf(frame, number), ...now };
    for (const [part, value] of Object.entries(values)) {
        if (value === null || value === undefined) {
            delete values[part];
        }
    }
    frame.looks[number] = { values };
}

export const isSame = (one, other) => canonical(one) === canonical(other);

function canonical(value) {
    if (value === null || value === undefined) {
        return 'null';
    }
    // A group without anything in it comes back from the server as a list without anything.
    if (typeof value === 'object' && Object.keys(value).length === 0) {
        return '{}';
    }
    if (Array.isArray(value)) {
        return `[${value.map(canonical).join(',')}]`;
    }
    if (typeof value === 'object') {
        return `{${Object.keys(value)
            .sort()
            .map((key) => `${key}:${canonical(value[key])}`)
            .join(',')}}`;
    }

    return typeof value === 'number' ? String(Math.round(value * 1e6) / 1e6) : JSON.stringify(value);
}
