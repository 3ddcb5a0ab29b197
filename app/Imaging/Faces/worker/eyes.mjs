/**
 * Whether an eye is shut: a classifier, asked of places that lie a little beside each other. Of a single one it called
 * 20 of 107 hazy open faces closed. Three that are sure of the same are enough; others are asked seven times.
 */
import { square } from './pixels.mjs';

const SIZE = 24;

/** Side of the square in widths of the eye, and how far it is moved to the side and down. */
const LOOKS = [
    [1.6, 0, 0],
    [1.45, 0, 0],
    [1.75, 0, 0],
    [1.6, -0.06, 0],
    [1.6, 0.06, 0],
    [1.6, 0, -0.06],
    [1.6, 0, 0.06],
];

/** Votes after which it may be clear, and how far from undecided each of them is then, on the scale of logits. */
const ENOUGH = 3;
const SURE = 3;

/** The mean and the deviation that the classifier expects; hazy eyes are stretched fourfold at most. */
const MIDDLE = 0.45;
const DEVIATION = 0.16;
const MOST_STRETCH = 4;

/** The part of an eye and of the cheek below it that are compared, and how far that is, in widths of the eye. */
const PART = 1.3;
const BELOW = 1.7;
const PART_SIZE = 6;

const mean = (values) => values.reduce((sum, value) => sum + value, 0) / values.length;

function normalised(grey) {
    const middle = mean(grey);
    const deviation = Math.sqrt(mean(grey.map((value) => (value - middle) ** 2))) || 1e-3;
    const stretch = Math.min(DEVIATION / deviation, MOST_STRETCH);

    return grey.map((value) => Math.min(1, Math.max(0, (value - middle) * stretch + MIDDLE)));
}

const isClear = (votes) => votes.every((vote) => vote > SURE) || votes.every((vote) => vote < -SURE);

/** @returns {Promise<number>} how likely it is shut, 0 to 1 */
export async function shutness(models, pixels, eye, roll) {
    const votes = [];
    for (const [side, across, down] of LOOKS) {
        const x = eye.x + across * eye.width * LOOKS[0][0];
        const y = eye.y + down * eye.width * LOOKS[0][0];
        const grey = normalised(pixels.grey(square(x, y, eye.width * side, roll), SIZE, 255));
        const { output } = await models.run('eye', grey, [1, 1, SIZE, SIZE]);
        votes.push(output[0] - output[1]);
        if (votes.length === ENOUGH && isClear(votes)) {
            break;
        }
    }

    return 1 / (1 + Math.exp(-mean(votes)));
}

/** @returns {number} how bright an eye is against the cheek below it: behind dark glasses far less than without */
export function brightness(pixels, eye, roll) {
    const x = eye.x - Math.sin(roll) * BELOW * eye.width;
    const y = eye.y + Math.cos(roll) * BELOW * eye.width;
    const at = (left, top) => mean(pixels.grey(square(left, top, PART * eye.width, roll), PART_SIZE, 255));

    return at(eye.x, eye.y) / Math.max(at(x, y), 1e-2);
}
