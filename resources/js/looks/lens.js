/** A picture put right that a lens has bent, fringed and darkened, as core/Looks/Lens has it. */
import { named } from './look.js';

const ENCODED = 1 / 2.4;
const MOST_GAIN = 4;

const polynomial = (factors, r) => factors.reduceRight((value, factor) => value * r + factor, 0);

/** What a look asks of the lens of a frame; nothing where it asks for none, or none is known. */
export function lensOf(values, known) {
    const { distortion, darkening, fringes } = named(values.lens);
    if (!known || known.problem || !(distortion || darkening || fringes)) {
        return null;
    }

    return {
        ...known,
        distortion: distortion === true ? known.distortion : [],
        scale: distortion === true ? known.scale : 1,
        red: fringes === true ? known.red : [],
        blue: fringes === true ? known.blue : [],
        darkening: darkening === true ? known.darkening : [],
    };
}

export const isStraight = (lens) =>
    lens === null || (lens.distortion.length === 0 && lens.red.length === 0 && lens.blue.length === 0);

/** Where in the picture that the lens made a place of the straight one is. @param channel 0, 1 or 2 */
export function sourceOf(lens, [x, y], channel = 1) {
    const [across, down] = lens.sides;
    const p = ((x - 0.5) * across) / lens.half / lens.scale;
    const q = ((y - 0.5) * down) / lens.half / lens.scale;
    const r = Math.hypot(p, q);
    let factor = lens.distortion.length === 0 ? 1 : polynomial(lens.distortion, r);
    const fringes = [lens.red, [], lens.blue][channel];
    if (fringes.length > 0) {
        factor *= polynomial(fringes, r * Math.abs(factor));
    }

    return [0.5 + (p * factor * lens.half) / across, 0.5 + (q * factor * lens.half) / down];
}

/** The other way round, nearly: where a place of the picture is when it is straight. */
export function straightOf(lens, at) {
    let own = at;
    for (let i = 0; i < 6; i++) {
        const [x, y] = sourceOf(lens, own);
        own = [own[0] + at[0] - x, own[1] + at[1] - y];
    }

    return own;
}

export function gainOf(lens, at) {
    const [u, v] = sourceOf(lens, at);
    const [across, down] = lens.sides;
    const squared = (((u - 0.5) * across) ** 2 + ((v - 0.5) * down) ** 2) / lens.diagonal ** 2;
    const [k1 = 0, k2 = 0, k3 = 0] = lens.darkening;
    const light = 1 + squared * (k1 + squared * (k2 + squared * k3));

    return Math.max(1e-3, Math.min(MOST_GAIN, 1 / Math.max(0.02, light))) ** ENCODED;
}

/** By what the cells of a grid over what is shown are multiplied. */
export function darkeningOver(lens, [[a, b, c], [d, e, f]], columns, rows) {
    const gains = new Float64Array(columns * rows);
    for (let row = 0, i = 0; row < rows; row++) {
        for (let column = 0; column < columns; column++, i++) {
            const [u, v] = [(column + 0.5) / columns, (row + 0.5) / rows];
            gains[i] = gainOf(lens, [a * u + b * v + c, d * u + e * v + f]);
        }
    }

    return gains;
}

/** The figures that the shader wants: the same for a lens that does nothing. */
export function forShader(lens) {
    if (isStraight(lens)) {
        return null;
    }
    const padded = (factors, count, first = 1) =>
        Array.from({ length: count }, (_, i) => factors[i] ?? (i === 0 && factors.length === 0 ? first : 0));

    return {
        reach: [lens.sides[0] / lens.half, lens.sides[1] / lens.half],
        scale: lens.scale,
        low: padded(lens.distortion, 4),
        high: lens.distortion[4] ?? 0,
        red: padded(lens.red, 3),
        blue: padded(lens.blue, 3),
    };
}
