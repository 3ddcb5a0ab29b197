/** What depends on neighbours, pixel by pixel, for true pixels: noise as core/Looks/Noise has it, and sharpening. */
import { named, number } from './look.js';

const LIGHT_RADIUS = 2;
const COLOUR_RADIUS = 4;
const LIGHT = 14;
const COLOUR = 30;

/** How much of a difference full sharpening adds, and the levels that a full mask leaves. */
const SHARPENING = 2;
const MASK = 24;

const share = (value) => number(value, 0, 0, 1);

/** Means over a square around each value; beyond the edge the last value goes on. */
function boxed(values, width, height, radius) {
    const rows = new Float32Array(values.length);
    const out = new Float32Array(values.length);
    for (let y = 0; y < height; y++) {
        averaged(values, rows, y * width, 1, width, radius);
    }
    for (let x = 0; x < width; x++) {
        averaged(rows, out, x, width, height, radius);
    }

    return out;
}

function averaged(from, to, start, step, count, radius) {
    const at = (i) => from[start + Math.max(0, Math.min(count - 1, i)) * step];
    let sum = 0;
    for (let i = -radius; i <= radius; i++) {
        sum += at(i);
    }
    for (let i = 0; i < count; i++) {
        to[start + i * step] = sum / (2 * radius + 1);
        sum += at(i + radius + 1) - at(i - radius);
    }
}

function guided(values, width, height, variance, radius) {
    const mean = boxed(values, width, height, radius);
    const squares = boxed(
        values.map((value) => value * value),
        width,
        height,
        radius,
    );
    const slopes = mean.map((value, i) => {
        const own = Math.max(0, squares[i] - value * value) + 1e-3;

        return own / (own + variance);
    });
    const bases = mean.map((value, i) => value * (1 - slopes[i]));
    const [a, b] = [boxed(slopes, width, height, radius), boxed(bases, width, height, radius)];

    return values.map((value, i) => a[i] * value + b[i]);
}

function quietColours(data, width, height, amount) {
    const [w, h] = [Math.max(1, width >> 1), Math.max(1, height >> 1)];
    for (const channel of [0, 2]) {
        const half = new Float32Array(w * h);
        for (let y = 0; y < h; y++) {
            for (let x = 0; x < w; x++) {
                let sum = 0;
                for (const [u, v] of [
                    [0, 0],
                    [1, 0],
                    [0, 1],
                    [1, 1],
                ]) {
                    const at = 4 * (Math.min(height - 1, 2 * y + v) * width + Math.min(width - 1, 2 * x + u));
                    sum += data[at + channel] - data[at + 1];
                }
                half[y * w + x] = sum / 4;
            }
        }
        const quiet = guided(half, w, h, (COLOUR * amount) ** 2, COLOUR_RADIUS);
        for (let y = 0, at = 0; y < height; y++) {
            for (let x = 0; x < width; x++, at += 4) {
                data[at + channel] = data[at + 1] + between(quiet, w, h, x / 2 - 0.25, y / 2 - 0.25);
            }
        }
    }
}

function between(values, width, height, x, y) {
    const [i, j] = [Math.floor(x), Math.floor(y)];
    const at = (a, b) => values[Math.max(0, Math.min(height - 1, b)) * width + Math.max(0, Math.min(width - 1, a))];
    const [s, t] = [x - i, y - j];

    return (at(i, j) * (1 - s) + at(i + 1, j) * s) * (1 - t) + (at(i, j + 1) * (1 - s) + at(i + 1, j + 1) * s) * t;
}

function quietLight(data, width, height, amount) {
    const green = Float32Array.from({ length: width * height }, (_, i) => data[4 * i + 1]);
    const quiet = guided(green, width, height, (LIGHT * amount) ** 2, LIGHT_RADIUS);
    for (let i = 0; i < green.length; i++) {
        const change = quiet[i] - green[i];
        for (let channel = 0; channel < 3; channel++) {
            data[4 * i + channel] += change;
        }
    }
}

/** Takes noise out, in place. */
export function quieten(data, width, height, values) {
    const noise = named(values.noise);
    share(noise.colour) > 0 && quietColours(data, width, height, share(noise.colour));
    share(noise.light) > 0 && quietLight(data, width, height, share(noise.light));
}

/** Sharpens along edges, in place: what green differs from its neighbours by is added to all channels. */
export function sharpen(data, width, height, values) {
    const { amount, mask } = named(values.sharpening);
    const strength = SHARPENING * share(amount);
    if (strength === 0) {
        return;
    }
    const least = MASK * share(mask);
    const green = Int16Array.from({ length: width * height }, (_, i) => data[4 * i + 1]);
    const at = (x, y) => green[Math.max(0, Math.min(height - 1, y)) * width + Math.max(0, Math.min(width - 1, x))];
    for (let y = 0, i = 0; y < height; y++) {
        for (let x = 0; x < width; x++, i++) {
            const sides = at(x - 1, y) + at(x + 1, y) + at(x, y - 1) + at(x, y + 1);
            const corners = at(x - 1, y - 1) + at(x + 1, y - 1) + at(x - 1, y + 1) + at(x + 1, y + 1);
            const difference = Math.max(-128, Math.min(127, Math.trunc((12 * green[i] - 2 * sides - corners) / 16)));
            const own = least > 0 ? Math.min(1, Math.abs(difference) / least) : 1;
            const added = Math.round(difference * strength * own * own * (3 - 2 * own));
            for (let channel = 0; channel < 3; channel++) {
                data[4 * i + channel] += added;
            }
        }
    }
}
