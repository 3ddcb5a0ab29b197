/**
 * What is measured of one face. Nothing of it tells who it is.
 */
import { brightness, shutness } from './eyes.mjs';
import { uprightLandmarks } from './landmarks.mjs';
import { meshOf } from './mesh.mjs';
import { square } from './pixels.mjs';
import { sharpnessOf } from './sharpness.mjs';

const EMOTION = 64;
const EMOTION_WEIGHTS = [0.2989, 0.587, 0.114];

/** The one of seven expressions that is laughter or a smile. */
const HAPPY = 3;

async function happiness(models, pixels, part) {
    const grey = pixels.grey(part, EMOTION, 127.5, EMOTION_WEIGHTS).map((value) => value - 1);

    return (await models.run('emotion', grey, [1, 1, EMOTION, EMOTION])).Identity[HAPPY];
}

/** Samples on a side, and of the sides of a face how much of its middle is looked at: skin, and little else. */
const LIGHT = 12;
const MIDDLE = 0.55;

/** Linear light of sRGB (IEC 61966-2-1), 0 to 1. */
const linear = (level) => (level <= 10.31475 ? level / 255 / 12.92 : ((level / 255 + 0.055) / 1.055) ** 2.4);

/** How light a face is: the mean luminance of its middle (weights of ITU-R BT.709). */
function lightOf(pixels, x, y, side) {
    const planes = pixels.crop(square(x, y, MIDDLE * side), LIGHT);
    const plane = LIGHT * LIGHT;
    let sum = 0;
    for (let i = 0; i < plane; i++) {
        sum += 0.2126 * linear(planes[i]) + 0.7152 * linear(planes[i + plane]) + 0.0722 * linear(planes[i + 2 * plane]);
    }

    return sum / plane;
}

const rounded = (value, digits) => Number(value.toFixed(digits));

/** @returns {Promise<object>} as the protocol in main.mjs describes a face */
export async function measureFace(models, pixels, box) {
    const [x, y, side] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2, box.bottom - box.top];
    const { roll } = await uprightLandmarks(models, pixels, x, y, side);
    const mesh = await meshOf(models, pixels, x, y, side, roll);
    const eyes = [];
    for (const eye of mesh.eyes) {
        const shut = await shutness(models, pixels, eye, roll);
        eyes.push({
            x: rounded(eye.x, 1),
            y: rounded(eye.y, 1),
            width: rounded(eye.width, 1),
            gap: rounded(eye.gap, 3),
            gaze: rounded(eye.gaze, 3),
            shut: rounded(shut, 3),
            bright: rounded(brightness(pixels, eye, roll), 3),
        });
    }

    return {
        box: [box.left, box.top, box.right - box.left, box.bottom - box.top].map((value) => rounded(value, 1)),
        score: rounded(box.score, 3),
        roll: rounded((roll * 180) / Math.PI, 1),
        yaw: rounded(mesh.yaw, 1),
        pitch: rounded(mesh.pitch, 1),
        mouthOpen: rounded(mesh.mouthOpen, 3),
        mouthWidth: rounded(mesh.mouthWidth, 3),
        mouthLift: rounded(mesh.mouthLift, 3),
        happy: rounded(await happiness(models, pixels, square(x, y, side, roll)), 3),
        sharpness: rounded(sharpnessOf(pixels, mesh.eyes), 3),
        light: rounded(lightOf(pixels, x, y, Math.min(side, box.right - box.left)), 5),
        eyes,
    };
}
