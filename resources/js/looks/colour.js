/**
 * The colours that looks are worked out in, as core/Looks/Colour has them: each step is the same, so that both give the
 * same table. Matrices are rows; values go from 0 to 1.
 */
const TO_XYZ = [
    [0.4124564, 0.3575761, 0.1804375],
    [0.2126729, 0.7151522, 0.072175],
    [0.0193339, 0.119192, 0.9503041],
];
const CONES = [
    [0.8951, 0.2664, -0.1614],
    [-0.7502, 1.7135, 0.0367],
    [0.0389, -0.0685, 1.0296],
];

export const D65 = 6504;
export const COOLEST = 25000;
export const WARMEST = 2000;

const BODIES = 4000;
const DAYLIGHT = 5000;
const STEP = 1.01;

export const light = (encoded) => (encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4);

export const encoded = (value) => (value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055);

export const applied = ([a, b, c], [x, y, z]) => [
    a[0] * x + a[1] * y + a[2] * z,
    b[0] * x + b[1] * y + b[2] * z,
    c[0] * x + c[1] * y + c[2] * z,
];

const turned = ([[a, b, c], [d, e, f], [g, h, i]]) => [
    [a, d, g],
    [b, e, h],
    [c, f, i],
];

/** One matrix after another. */
export function after(matrix, other) {
    return turned(turned(other).map((column) => applied(matrix, column)));
}

export const diagonal = (x, y, z) => [
    [x, 0, 0],
    [0, y, 0],
    [0, 0, z],
];

export const times = (matrix, factor) => after(diagonal(factor, factor, factor), matrix);

export function inverse([[a, b, c], [d, e, f], [g, h, i]]) {
    const cofactors = [e * i - f * h, f * g - d * i, d * h - e * g];
    const determinant = a * cofactors[0] + b * cofactors[1] + c * cofactors[2];

    return times(
        [
            [cofactors[0], c * h - b * i, b * f - c * e],
            [cofactors[1], a * i - c * g, c * d - a * f],
            [cofactors[2], b * g - a * h, a * e - b * d],
        ],
        1 / determinant,
    );
}

const xyz = ([x, y]) => [x / y, 1, (1 - x - y) / y];

/** What looks neutral in one light becomes neutral in another. */
export function adaptation(from, to) {
    const before = applied(CONES, xyz(from));
    const then = applied(CONES, xyz(to));
    const gains = diagonal(then[0] / before[0], then[1] / before[1], then[2] / before[2]);

    return after(after(inverse(CONES), gains), CONES);
}

/** u and v of CIE 1960 of a chromaticity. */
export function uv([x, y]) {
    const divisor = -2 * x + 12 * y + 3;

    return [(4 * x) / divisor, (6 * y) / divisor];
}

function ofUv(u, v) {
    const divisor = 2 * u - 8 * v + 4;

    return [(3 * u) / divisor, (2 * v) / divisor];
}

/** The chromaticity of a light: kelvin on the line of daylight, ten-thousandths of u and v beside it. */
export function whitePoint(kelvin, beside = 0) {
    const place = Math.max(WARMEST, Math.min(COOLEST, kelvin));
    const [u, v] = uv(onLine(place));
    const [nextU, nextV] = uv(onLine(place * STEP));
    const length = Math.hypot(nextU - u, nextV - v);
    const across = (beside * 1e-4) / length;

    return ofUv(u + (nextV - v) * across, v - (nextU - u) * across);
}

function onLine(kelvin) {
    let share = Math.max(0, Math.min(1, (kelvin - BODIES) / (DAYLIGHT - BODIES)));
    share = share * share * (3 - 2 * share);
    if (share === 0) {
        return blackBody(kelvin);
    }
    const [x, y] = daylight(kelvin);
    const body = share < 1 ? blackBody(kelvin) : [x, y];

    return [body[0] + (x - body[0]) * share, body[1] + (y - body[1]) * share];
}

function daylight(kelvin) {
    const t = 1000 / kelvin;
    const x =
        kelvin <= 7000
            ? 0.244063 + 0.09911 * t + 2.9678 * t ** 2 - 4.607 * t ** 3
            : 0.23704 + 0.24748 * t + 1.9018 * t ** 2 - 2.0064 * t ** 3;

    return [x, -3 * x ** 2 + 2.87 * x - 0.275];
}

function blackBody(kelvin) {
    const t = 1000 / kelvin;
    const x =
        kelvin <= 4000
            ? 0.17991 + 0.8776956 * t - 0.2343589 * t ** 2 - 0.2661239 * t ** 3
            : 0.24039 + 0.2226347 * t + 2.1070379 * t ** 2 - 3.0258469 * t ** 3;
    const [a, b, c, d] =
        kelvin <= 2222
            ? [-1.1063814, -1.3481102, 2.18555832, -0.20219683]
            : kelvin <= 4000
              ? [-0.9549476, -1.37418593, 2.09137015, -0.16748867]
              : [3.081758, -5.8733867, 3.75112997, -0.37001483];

    return [x, a * x ** 3 + b * x ** 2 + c * x + d];
}

/**
 * What the values of a picture mean: linear values as linear sRGB, the light it was balanced for, and how many times
 * brighter than white its brightest value is.
 */
export const screen = { toSrgb: diagonal(1, 1, 1), asShot: whitePoint(D65), headroom: 1 };

export function balancedFor(source, white) {
    if (white === null) {
        return source.toSrgb;
    }
    const daylightWhite = whitePoint(D65);
    const adapted = after(adaptation(white, daylightWhite), adaptation(daylightWhite, source.asShot));

    return after(after(after(inverse(TO_XYZ), adapted), TO_XYZ), source.toSrgb);
}

const PLACES = 120;
const THIRDS = 60;

/** The light of a chromaticity, as `whitePoint` takes it. */
export function nearestWhite(chromaticity) {
    const [u, v] = uv(chromaticity);
    const far = (mired) => {
        const [x, y] = uv(onLine(1e6 / mired));

        return Math.hypot(u - x, v - y);
    };
    const least = 1e6 / COOLEST;
    const most = 1e6 / WARMEST;
    const step = (most - least) / PLACES;
    const places = Array.from({ length: PLACES + 1 }, (_, i) => least + i * step);
    const place = places.reduce((best, one) => (far(one) < far(best) ? one : best));
    let from = Math.max(least, place - step);
    let to = Math.min(most, place + step);
    for (let i = 0; i < THIRDS; i++) {
        const one = from + (to - from) / 3;
        const two = to - (to - from) / 3;
        if (far(one) < far(two)) {
            to = two;
        } else {
            from = one;
        }
    }
    const kelvin = 2e6 / (from + to);
    const [x, y] = uv(onLine(kelvin));
    const [nextX, nextY] = uv(onLine(kelvin * STEP));
    const across = ((u - x) * (nextY - y) - (v - y) * (nextX - x)) / Math.hypot(nextX - x, nextY - y);

    return { kelvin, beside: across * 1e4 };
}

const CLIPPED = 0.985;
const BLACK = 0.03;
const MOST_BESIDE = 100;

/**
 * The white that makes a place neutral, or why there is none.
 *
 * @param values as the file has them, 0 to 1
 */
export function whiteOfSpot(values, source) {
    if (Math.max(...values) > CLIPPED) {
        return { problem: 'This spot is clipped: its colour is lost. Point at something darker.' };
    }
    if (Math.max(...values) < BLACK || Math.min(...values) <= 0) {
        return { problem: 'This spot is black: there is no colour in it. Point at something brighter.' };
    }
    const seen = applied(after(TO_XYZ, source.toSrgb), values.map(light));
    const [x, y, z] = applied(adaptation(whitePoint(D65), source.asShot), seen);
    const white = Math.min(x, y, z) > 0 ? nearestWhite([x / (x + y + z), y / (x + y + z)]) : null;

    return white === null || Math.abs(white.beside) > MOST_BESIDE
        ? { problem: 'This spot is too colourful to be grey in any light. Point at something neutral.' }
        : white;
}

/** The white of the light that a picture was balanced for. */
const shotFor = new WeakMap();

/** The light that a source was balanced for; it is searched for once. */
export function asShotWhite(source) {
    shotFor.has(source) || shotFor.set(source, nearestWhite(source.asShot));

    return shotFor.get(source);
}
