/** What is made of the colours of a frame, as core/Looks/Look reads it: what is missing or no number changes nothing. */
import { COOLEST, D65, whitePoint } from './colour.js';
import { toneCurve } from './tone-curve.js';

export const HUES = ['pink', 'orange', 'yellow', 'green', 'teal', 'blue', 'violet', 'magenta'];
export const TINTS = ['shadows', 'middle', 'lights'];
export const MOST_STOPS = 5;
export const MOST_BESIDE = 100;

const TURN = Math.PI / 8;
const LIGHT = 0.3;

export const number = (value, usual, least, most) =>
    typeof value === 'number' && !Number.isNaN(value) ? Math.max(least, Math.min(most, value)) : usual;

export const share = (value) => number(value, 0, -1, 1);

export const named = (values) =>
    values !== null && typeof values === 'object' && !Array.isArray(values) ? values : {};

function white(values) {
    const kelvin = number(values.kelvin, 0, 0, COOLEST);

    return kelvin === 0 ? null : whitePoint(kelvin, number(values.beside, 0, -MOST_BESIDE, MOST_BESIDE));
}

function hue(values) {
    const own = named(values);

    return { turn: TURN * share(own.turn), colour: 1 + share(own.colour), light: 1 + LIGHT * share(own.light) };
}

export function lookOf(values) {
    const zones = Object.fromEntries(Object.entries(named(values.zones)).map(([name, value]) => [name, share(value)]));
    const hues = named(values.hues);
    const tints = named(values.tints);
    const greys = named(values.greys);
    const look = {
        white: white(values),
        stops: number(values.stops, 0, -MOST_STOPS, MOST_STOPS),
        tone: toneCurve(zones, share(values.contrast)),
        lowered: Math.max(0, -(zones.bright ?? 0)),
        saturation: share(values.saturation),
        muted: share(values.muted),
        hues: HUES.map((name) => hue(hues[name])),
        tints: TINTS.map((range) => {
            const tint = named(tints[range]);

            return { degrees: number(tint.degrees, 0, 0, 360), amount: number(tint.amount, 0, 0, 1) };
        }),
        cube: typeof named(values.cube).table === 'string' ? values.cube.table : null,
        cubeAmount: number(named(values.cube).amount, 1, 0, 1.5),
        greys: (values.greys ?? null) === null ? null : HUES.map((name) => share(greys[name])),
    };
    look.isColoured =
        look.greys !== null ||
        look.saturation !== 0 ||
        look.muted !== 0 ||
        look.hues.some(({ turn, colour, light }) => turn !== 0 || colour !== 1 || light !== 1) ||
        look.tints.some(({ amount }) => amount > 0);

    return look;
}

const WHOLE = ['crop', 'turns'];

function times(value, strength) {
    if (value !== null && typeof value === 'object') {
        return Object.fromEntries(
            Object.entries(value).map(([name, own]) => [name, name === 'degrees' ? own : times(own, strength)]),
        );
    }

    return typeof value === 'number' ? value * strength : value;
}

/** In mired, in which steps look alike. */
function kelvinOf(kelvin, strength) {
    const plain = 1e6 / D65;
    const mired = plain + (1e6 / Math.max(1000, kelvin) - plain) * strength;

    return 1e6 / Math.max(40, Math.min(500, mired));
}

/** A look with a strength, as core/Looks/LookValues has it. */
export function weakened(values, strength) {
    return Object.fromEntries(
        Object.entries(values).map(([part, value]) => [
            part,
            part === 'kelvin' ? kelvinOf(value, strength) : WHOLE.includes(part) ? value : times(value, strength),
        ]),
    );
}
