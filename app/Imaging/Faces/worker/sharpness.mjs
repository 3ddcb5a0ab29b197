/**
 * How sharp a face is: the energy of the gradients around its eyes at full against half size, from which contrast
 * cancels out. Noise doubles it, so that only faces of one burst can be compared.
 */

/** Keeps the ratio small where there is nothing but noise; squares of levels of 0 to 255. */
const FLOOR = 8;

function energy({ data, width, height }, scale, left, top, right, bottom) {
    const fromX = Math.max(1, Math.floor(left * scale));
    const toX = Math.min(width - 2, Math.floor(right * scale));
    const fromY = Math.max(1, Math.floor(top * scale));
    const toY = Math.min(height - 2, Math.floor(bottom * scale));
    let sum = 0;
    let count = 0;
    for (let y = fromY; y < toY; y++) {
        for (let x = fromX; x < toX; x++, count++) {
            // Green: most of lightness.
            const at = (y * width + x) * 3 + 1;
            const across = data[at + 3] - data[at - 3];
            const down = data[at + 3 * width] - data[at - 3 * width];
            sum += across * across + down * down;
        }
    }

    return count === 0 ? 0 : sum / count;
}

export function sharpnessOf(pixels, eyes) {
    const around = Math.max(...eyes.map((eye) => eye.width));
    const band = [
        Math.min(...eyes.map((eye) => eye.x)) - around,
        Math.min(...eyes.map((eye) => eye.y)) - 0.8 * around,
        Math.max(...eyes.map((eye) => eye.x)) + around,
        Math.max(...eyes.map((eye) => eye.y)) + 0.8 * around,
    ];

    return energy(pixels.level(0), 1, ...band) / (energy(pixels.level(1), 0.5, ...band) + FLOOR);
}
