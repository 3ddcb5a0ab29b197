/**
 * Sixty-eight points of a face, of which the corners of the eyes tell how far the head leans.
 */
import { square } from './pixels.mjs';

const SIZE = 64;
const POINTS = 68;

/** The first of six points around each eye, and its two corners. */
export const EYES = [
    { first: 36, corners: [36, 39] },
    { first: 42, corners: [42, 45] },
];

/** @returns {Promise<number[][]>} x and y in pixels of the picture */
export async function landmarksOf(models, pixels, part) {
    const { output } = await models.run('landmarks', pixels.grey(part, SIZE, 256), [1, 1, SIZE, SIZE]);
    const [cos, sin] = [Math.cos(part.angle), Math.sin(part.angle)];

    return Array.from({ length: POINTS }, (_, i) => {
        const x = (output[2 * i] - 0.5) * part.side;
        const y = (output[2 * i + 1] - 0.5) * part.side;

        return [part.x + x * cos - y * sin, part.y + x * sin + y * cos];
    });
}

/** The middle of the six points of an eye. */
export function middleOf(points, { first }) {
    const own = points.slice(first, first + 6);

    return [0, 1].map((axis) => own.reduce((sum, point) => sum + point[axis], 0) / own.length);
}

/** Radians by which the line through the eyes leans. */
export function rollOf(points) {
    const [left, right] = EYES.map((eye) => middleOf(points, eye));

    return Math.atan2(right[1] - left[1], right[0] - left[0]);
}

/** Radians from which points are looked for once more in a face that was turned upright. */
const TURNED = 0.12;

/** Points and roll of a face; of one that leans they are looked for in the upright face. */
export async function uprightLandmarks(models, pixels, x, y, side) {
    let points = await landmarksOf(models, pixels, square(x, y, side));
    let roll = rollOf(points);
    if (Math.abs(roll) > TURNED) {
        points = await landmarksOf(models, pixels, square(x, y, side, roll));
        roll = rollOf(points);
    }

    return { points, roll };
}
