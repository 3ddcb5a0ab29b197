/**
 * Finds faces: a detector with boxes at four sizes, looked at 640 pixels, and once more closely where it is in doubt.
 */
import { landmarksOf, rollOf } from './landmarks.mjs';
import { square } from './pixels.mjs';

/** Pixels of the long side that the detector looks at. */
const LONG_SIDE = 640;

/** Sides of the boxes that are tried at each place, and how far apart the places are, in pixels. */
const BOXES = [
    { step: 8, sides: [10, 16, 24] },
    { step: 16, sides: [32, 48] },
    { step: 32, sides: [64, 96] },
    { step: 64, sides: [128, 192, 256] },
];

/** How far a box may be from its prior, as the detector was trained. */
const CENTRE = 0.1;
const SIZE = 0.2;

/** Scores from which a box may be a face, and from which it surely is one. */
const CANDIDATE = 0.6;
const SURE = 0.9;

/** Boxes that share more than this (intersection over union) are one face. */
const SAME = 0.3;

/** The smallest face, as a share of the long side: one of 28 pixels in a preview of 1,500. */
const SMALLEST = 28 / 1500;

/** Pixels of the second look, in which the face is half as large. */
const CLOSE = 128;

/** Radians from which a face is also looked at upright. */
const TILTED = 0.15;

const priorsOf = new Map();
let planes = new Float32Array(0);

function priors(width, height) {
    const key = `${width}x${height}`;
    if (!priorsOf.has(key)) {
        const all = [];
        for (const { step, sides } of BOXES) {
            for (let y = 0; y < Math.ceil(height / step); y++) {
                for (let x = 0; x < Math.ceil(width / step); x++) {
                    sides.forEach((side) => all.push((x + 0.5) * step, (y + 0.5) * step, side));
                }
            }
        }
        priorsOf.set(key, Float32Array.from(all));
    }

    return priorsOf.get(key);
}

function overlap(a, b) {
    const width = Math.max(0, Math.min(a.right, b.right) - Math.max(a.left, b.left));
    const height = Math.max(0, Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top));
    const shared = width * height;
    const area = (box) => (box.right - box.left) * (box.bottom - box.top);

    return shared / (area(a) + area(b) - shared);
}

/** The best of those that overlap. */
function distinct(boxes) {
    const kept = [];
    for (const box of boxes.sort((a, b) => b.score - a.score)) {
        if (!kept.some((other) => overlap(other, box) > SAME)) {
            kept.push(box);
        }
    }

    return kept;
}

async function boxesIn(models, values, width, height, least) {
    const out = await models.run('detector', values, [1, 3, height, width]);
    const prior = priors(width, height);
    const boxes = [];
    for (let i = 0; i < out.scores.length / 2; i++) {
        const score = out.scores[2 * i + 1];
        if (score < least) {
            continue;
        }
        const side = prior[3 * i + 2];
        const x = out['462'][4 * i] * CENTRE * side + prior[3 * i];
        const y = out['462'][4 * i + 1] * CENTRE * side + prior[3 * i + 1];
        const halfWidth = (Math.exp(out['462'][4 * i + 2] * SIZE) * side) / 2;
        const halfHeight = (Math.exp(out['462'][4 * i + 3] * SIZE) * side) / 2;
        boxes.push({ left: x - halfWidth, top: y - halfHeight, right: x + halfWidth, bottom: y + halfHeight, score });
    }

    return distinct(boxes);
}

/** The score of a doubtful box, looked at with its surroundings, as it is and upright. */
async function closer(models, pixels, box) {
    const [x, y, side] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2, box.bottom - box.top];
    const roll = rollOf(await landmarksOf(models, pixels, square(x, y, side)));
    const middle = { left: CLOSE / 4, top: CLOSE / 4, right: (3 * CLOSE) / 4, bottom: (3 * CLOSE) / 4 };
    let best = 0;
    for (const angle of Math.abs(roll) > TILTED ? [roll, 0] : [0]) {
        const values = pixels.crop(square(x, y, 2 * side, angle), CLOSE, { offset: 127, factor: 1 / 128 });
        for (const found of await boxesIn(models, values, CLOSE, CLOSE, 0.5)) {
            best = overlap(found, middle) > SAME ? Math.max(best, found.score) : best;
        }
    }

    return best;
}

/** @returns {Promise<object[]>} boxes in pixels of the picture, with the score of each */
export async function findFaces(models, pixels) {
    const scale = pixels.longSide / LONG_SIDE;
    const width = Math.ceil(pixels.width / scale / 32) * 32;
    const height = Math.ceil(pixels.height / scale / 32) * 32;
    if (planes.length !== 3 * width * height) {
        planes = new Float32Array(3 * width * height);
    }
    pixels.fitted(scale, width, height, planes);
    const faces = [];
    for (const found of await boxesIn(models, planes, width, height, CANDIDATE)) {
        const box = {
            left: found.left * scale,
            top: found.top * scale,
            right: found.right * scale,
            bottom: found.bottom * scale,
            score: found.score,
        };
        if (box.bottom - box.top < SMALLEST * pixels.longSide) {
            continue;
        }
        if (box.score < SURE) {
            box.score = await closer(models, pixels, box);
        }
        if (box.score >= SURE) {
            faces.push(box);
        }
    }

    return faces;
}
