/** A picture through its lens, pixel by pixel, where the graphics hardware does not do it. */
import { sourceOf } from './lens.js';

/** Fills an image from where its lens put each of its places, evenly between the pixels of the picture. */
export function bend(image, picture, [[a, b, c], [d, e, f]], lens) {
    const { width, height, data } = image;
    const canvas = new OffscreenCanvas(picture.width, picture.height);
    const context = canvas.getContext('2d', { willReadFrequently: true });
    context.drawImage(picture, 0, 0);
    const box = boxOf(image, [a, b, c], [d, e, f], lens, picture);
    const source = context.getImageData(box.left, box.top, box.width, box.height);
    for (let y = 0, to = 0; y < height; y++) {
        for (let x = 0; x < width; x++, to += 4) {
            const [u, v] = [(x + 0.5) / width, (y + 0.5) / height];
            const at = [a * u + b * v + c, d * u + e * v + f];
            for (let channel = 0; channel < 3; channel++) {
                const [p, q] = sourceOf(lens, at, channel);
                data[to + channel] = sampled(
                    source,
                    p * picture.width - 0.5 - box.left,
                    q * picture.height - 0.5 - box.top,
                    channel,
                );
            }
        }
    }
}

/** Which part of the picture its places come from, with a margin. */
function boxOf({ width, height }, [a, b, c], [d, e, f], lens, picture) {
    const places = [];
    for (let i = 0; i <= 8; i++) {
        for (const [u, v] of [
            [i / 8, 0],
            [i / 8, 1],
            [0, i / 8],
            [1, i / 8],
        ]) {
            places.push(sourceOf(lens, [a * u + b * v + c, d * u + e * v + f]));
        }
    }
    const margin = 8 + Math.ceil(0.01 * Math.max(width, height));
    const clamp = (value, most) => Math.max(0, Math.min(most, value));
    const [xs, ys] = [places.map(([x]) => x * picture.width), places.map(([, y]) => y * picture.height)];
    const left = clamp(Math.floor(Math.min(...xs)) - margin, picture.width - 1);
    const top = clamp(Math.floor(Math.min(...ys)) - margin, picture.height - 1);

    return {
        left,
        top,
        width: clamp(Math.ceil(Math.max(...xs)) + margin, picture.width) - left || 1,
        height: clamp(Math.ceil(Math.max(...ys)) + margin, picture.height) - top || 1,
    };
}

function sampled({ data, width, height }, x, y, channel) {
    const [u, v] = [Math.max(0, Math.min(width - 1, x)), Math.max(0, Math.min(height - 1, y))];
    const [i, j] = [Math.min(width - 2, u | 0), Math.min(height - 2, v | 0)].map((own) => Math.max(0, own));
    const at = (p, q) => data[4 * (Math.min(height - 1, q) * width + Math.min(width - 1, p)) + channel];
    const [s, t] = [u - i, v - j];

    return (at(i, j) * (1 - s) + at(i + 1, j) * s) * (1 - t) + (at(i, j + 1) * (1 - s) + at(i + 1, j + 1) * s) * t;
}
