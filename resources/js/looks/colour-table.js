/**
 * A look as a three-dimensional table of colours, as core/Looks/ColourChain and ColourTable make it: each step is the
 * same, so that the page shows what files will be.
 */
import { balancedFor, encoded, light, screen, times } from './colour.js';
import { looked } from './tetrahedra.js';
import { shoulder } from './tone-curve.js';

const STEPS = 4096;
const NEUTRAL = 0.04;
const COLOURFUL = 0.25;
const TINT = 0.15;
const GREY = 0.35;
const MOST = 65_535;

const ENCODED = Float64Array.from({ length: STEPS + 1 }, (_, i) => encoded((i / STEPS) ** 2));

const sum = (row) => row[0] + row[1] + row[2];

function toned(look, source, matrix, most) {
    const gain = Math.max(...matrix.map(sum));
    const back = shoulder(encoded(gain / source.headroom), encoded(gain), look.lowered);

    return Float64Array.from({ length: STEPS + 1 }, (_, i) => {
        const value = look.tone(back(encoded(most * (i / STEPS) ** 2)));

        return look.isColoured ? light(value) : value;
    });
}

/** Of a table that is even in the root of the light. */
function of(table, value) {
    if (value <= 0) {
        return table[0];
    }
    if (value >= 1) {
        return table[STEPS];
    }
    const place = Math.sqrt(value) * STEPS;
    const i = place | 0;

    return table[i] + (place - i) * (table[i + 1] - table[i]);
}

function coloured(look, lightness, a, b, out) {
    let colour = Math.sqrt(a * a + b * b);
    let angle = Math.atan2(b, a);
    const place = (angle / (2 * Math.PI) + 1) * 8;
    const i = place | 0;
    let share = place - i;
    share = share * share * (3 - 2 * share);
    const one = i % 8;
    const two = (i + 1) % 8;
    const weight = Math.min(1, colour / NEUTRAL);
    if (look.greys !== null) {
        const grey = look.greys[one] * (1 - share) + look.greys[two] * share;
        out[0] = lightness * (1 + weight * GREY * grey);
        out[1] = 0;
        out[2] = 0;

        return;
    }
    const from = look.hues[one];
    const to = look.hues[two];
    let gain = 1 + look.saturation;
    gain *= 1 + look.muted * Math.max(0, 1 - colour / COLOURFUL);
    gain *= 1 + weight * (from.colour + (to.colour - from.colour) * share - 1);
    angle += weight * (from.turn + (to.turn - from.turn) * share);
    colour *= Math.max(0, gain);
    out[0] = lightness * (1 + weight * (from.light + (to.light - from.light) * share - 1));
    out[1] = colour * Math.cos(angle);
    out[2] = colour * Math.sin(angle);
}

function tinted(tints, out) {
    const dark = (1 - out[0]) * (1 - out[0]);
    const bright = out[0] * out[0];
    const weights = [dark, 1 - dark - bright, bright];
    tints.forEach(([x, y], range) => {
        if (x !== null) {
            out[1] += weights[range] * x;
            out[2] += weights[range] * y;
        }
    });
}

const tintsOf = (look) =>
    look.tints.map(({ degrees, amount }) =>
        amount > 0
            ? [amount * TINT * Math.cos((degrees * Math.PI) / 180), amount * TINT * Math.sin((degrees * Math.PI) / 180)]
            : [null, null],
    );

/** @returns a function that writes what becomes of linear light into `out` from a place on, encoded */
export function chainOf(look, source = screen) {
    const matrix = times(balancedFor(source, look.white), 2 ** look.stops);
    const [x, y, z] = matrix;
    const most = Math.max(1, ...matrix.map((row) => sum(row.map((value) => Math.max(0, value)))));
    const tone = toned(look, source, matrix, most);
    const tints = tintsOf(look);
    const lab = [0, 0, 0];

    return (r, g, b, out, at) => {
        const red = of(tone, (x[0] * r + x[1] * g + x[2] * b) / most);
        const green = of(tone, (y[0] * r + y[1] * g + y[2] * b) / most);
        const blue = of(tone, (z[0] * r + z[1] * g + z[2] * b) / most);
        if (!look.isColoured) {
            out[at] = red;
            out[at + 1] = green;
            out[at + 2] = blue;

            return;
        }
        let l = (0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue) ** (1 / 3);
        let m = (0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue) ** (1 / 3);
        let s = (0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue) ** (1 / 3);
        coloured(
            look,
            0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
            1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
            0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
            lab,
        );
        tinted(tints, lab);
        l = (lab[0] + 0.3963377774 * lab[1] + 0.2158037573 * lab[2]) ** 3;
        m = (lab[0] - 0.1055613458 * lab[1] - 0.0638541728 * lab[2]) ** 3;
        s = (lab[0] - 0.0894841775 * lab[1] - 1.291485548 * lab[2]) ** 3;
        out[at] = of(ENCODED, 4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s);
        out[at + 1] = of(ENCODED, -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s);
        out[at + 2] = of(ENCODED, -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s);
    };
}

/** A table from elsewhere after the chain, so much of it. */
function throughCube({ nodes, grid }, amount, values, at, out) {
    looked(nodes, grid, values[at], values[at + 1], values[at + 2], out, 0);
    for (let c = 0; c < 3; c++) {
        values[at + c] = Math.max(0, Math.min(1, values[at + c] + (out[c] - values[at + c]) * amount));
    }
}

/**
 * @param cube the table from elsewhere that the look names, where it is there
 * @returns red, green and blue of each node in 16 bits; blue runs fastest, red slowest
 */
export function colourTable(look, grid, source = screen, cube = null) {
    const out = [0, 0, 0];
    const chain = chainOf(look, source);
    const lights = Array.from({ length: grid }, (_, i) => light(i / (grid - 1)));
    const values = new Float64Array(3 * grid ** 3);
    let at = 0;
    for (const red of lights) {
        for (const green of lights) {
            for (const blue of lights) {
                chain(red, green, blue, values, at);
                cube && throughCube(cube, look.cubeAmount, values, at, out);
                at += 3;
            }
        }
    }

    return Uint16Array.from(values, (value) => Math.floor(value * MOST + 0.5));
}
