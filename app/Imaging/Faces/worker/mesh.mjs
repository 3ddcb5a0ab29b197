/**
 * A mesh of 468 points with depth, and 71 points around each eye: how the head is turned, what the mouth does, how far
 * the lids are apart, and where the eyes look.
 */
import { square } from './pixels.mjs';

const MESH = 192;
const IRIS = 64;

/** How much larger than its box a face is cut out, and an eye than the distance of its corners. */
const AROUND_FACE = 1.45;
const AROUND_EYE = 2.3;

/** Points of the mesh. */
const EDGES = { left: 234, right: 454, top: 10, chin: 152 };
const MOUTH = { left: 61, right: 291, upper: 13, lower: 14 };
const OUTER = [33, 263];
const INNER = [133, 362];

/** Points around an eye: corners, three pairs of points of the lids that face each other, and the middle of the iris. */
const CORNERS = [0, 8];
const LIDS = [
    [3, 11],
    [4, 12],
    [5, 13],
];
const PUPIL = 71;
const EYE_VALUES = 228;

const degrees = (radians) => (radians * 180) / Math.PI;
const distance = (a, b) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** The face's own points, x, y and depth in pixels from its middle, upright. */
function points(values, side) {
    return (i) => [
        (values[3 * i] / MESH - 0.5) * side,
        (values[3 * i + 1] / MESH - 0.5) * side,
        (values[3 * i + 2] / MESH) * side,
    ];
}

function headOf(point) {
    const [left, right] = [point(EDGES.left), point(EDGES.right)];
    const [top, chin] = [point(EDGES.top), point(EDGES.chin)];

    return {
        yaw: degrees(Math.atan2(right[2] - left[2], right[0] - left[0])),
        pitch: degrees(Math.atan2(chin[2] - top[2], chin[1] - top[1])),
    };
}

/** Opening and lift of the corners as shares of the mouth's width; its width as a share of the distance of the eyes. */
function mouthOf(point) {
    const [left, right, upper, lower] = [MOUTH.left, MOUTH.right, MOUTH.upper, MOUTH.lower].map(point);
    const width = distance(left, right);

    return {
        mouthOpen: distance(upper, lower) / width,
        mouthWidth: width / distance(point(OUTER[0]), point(OUTER[1])),
        mouthLift: ((upper[1] + lower[1]) / 2 - (left[1] + right[1]) / 2) / width,
    };
}

/** Both eyes in one go, the second mirrored, since the model knows the one of them. */
async function irisOf(models, pixels, eyes) {
    const plane = IRIS * IRIS;
    const values = new Float32Array(2 * 3 * plane);
    eyes.forEach((eye, i) => pixels.crop(eye, IRIS, { factor: 1 / 255, out: values, at: i * 3 * plane }));
    for (let row = 3 * plane; row < 6 * plane; row += IRIS) {
        values.subarray(row, row + IRIS).reverse();
    }

    return (await models.run('iris', values, [2, 3, IRIS, IRIS])).Identity;
}

function eyeFrom(values, part, isMirrored) {
    const at = (i) => [values[3 * i], values[3 * i + 1]];
    const [a, b] = CORNERS.map(at);
    const width = distance(a, b);
    const flip = isMirrored ? -1 : 1;
    const along = b[0] - a[0];
    const x = ((a[0] + b[0]) / 2 / IRIS - 0.5) * part.side * flip;
    const y = ((a[1] + b[1]) / 2 / IRIS - 0.5) * part.side;
    const [cos, sin] = [Math.cos(part.angle), Math.sin(part.angle)];

    return {
        x: part.x + x * cos - y * sin,
        y: part.y + x * sin + y * cos,
        width: (Math.abs(along) / IRIS) * part.side,
        gap: LIDS.reduce((sum, [upper, lower]) => sum + distance(at(upper), at(lower)), 0) / LIDS.length / width,
        gaze: ((at(PUPIL)[0] - (a[0] + b[0]) / 2) / along) * flip,
    };
}

/** @returns {Promise<object>} yaw and pitch in degrees, the mouth, and two eyes with gap, gaze and width */
export async function meshOf(models, pixels, x, y, side, roll) {
    const part = square(x, y, side * AROUND_FACE, roll);
    const crop = pixels.crop(part, MESH, { factor: 1 / 255 });
    const out = await models.run('mesh', crop, [1, 3, MESH, MESH]);
    const point = points(out.Identity_2, part.side);
    const [cos, sin] = [Math.cos(roll), Math.sin(roll)];
    const eyes = OUTER.map((outer, i) => {
        const [a, b] = [point(outer), point(INNER[i])];
        const [mx, my] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];

        return square(x + mx * cos - my * sin, y + mx * sin + my * cos, distance(a, b) * AROUND_EYE, roll);
    });
    const iris = await irisOf(models, pixels, eyes);

    return {
        ...headOf(point),
        ...mouthOf(point),
        eyes: eyes.map((eye, i) => eyeFrom(iris.subarray(EYE_VALUES * i, EYE_VALUES * (i + 1)), eye, i === 1)),
    };
}
