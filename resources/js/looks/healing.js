/** Discs of a picture that are healed, as core/Looks/Spot has it. */
import { number } from './look.js';
import { coordinate } from './place-mask.js';

const RIM = 24;
const OUTSIDE = 2;
const DISTANCES = [2.3, 3.2];
const DIRECTIONS = 12;
const REACH = 4.3;
const MARGIN = 5;
const LARGER = 1.05;
const LEAST = 1e-3;
const NODES = 12;
const INNER = 0.8;

export const MOST_SPOTS = 200;
export const LEAST_RADIUS = 0.0008;
export const MOST_RADIUS = 0.05;

const CIRCLE = Array.from({ length: RIM }, (_, i) => [
    Math.cos((2 * Math.PI * i) / RIM),
    Math.sin((2 * Math.PI * i) / RIM),
]);

const rounded = (value) => Math.floor(value + 0.5);

/** A spot in pixels of a picture; `from` is how far away what it is healed from lies. */
export function pixelsOf(spot, width, height) {
    const place = ([x, y]) => [Math.floor(coordinate(x) * width), Math.floor(coordinate(y) * height)];
    const [x, y] = place(spot.middle ?? []);
    const from = Array.isArray(spot.from) ? place(spot.from) : null;

    return {
        x,
        y,
        radius: Math.max(1, Math.ceil(number(spot.radius, 0.005, LEAST_RADIUS, MOST_RADIUS) * Math.max(width, height))),
        from: from && [from[0] - x, from[1] - y],
    };
}

/** Red, green and blue of a part of a picture, with four values a pixel. */
class Patch {
    constructor(data, width, height) {
        Object.assign(this, { data, width, height });
    }

    at(x, y, channel) {
        const [u, v] = [Math.max(0, Math.min(this.width - 1, x)), Math.max(0, Math.min(this.height - 1, y))];

        return this.data[4 * (v * this.width + u) + channel];
    }

    mean(x, y) {
        const sums = [0, 0, 0];
        for (let v = y - 1; v <= y + 1; v++) {
            for (let u = x - 1; u <= x + 1; u++) {
                for (let channel = 0; channel < 3; channel++) {
                    sums[channel] += this.at(u, v, channel);
                }
            }
        }

        return sums.map((sum) => sum / 9);
    }

    rim(x, y, radius) {
        const reach = radius + OUTSIDE;

        return CIRCLE.map(([cosine, sine]) => this.mean(x + rounded(reach * cosine), y + rounded(reach * sine)));
    }

    fits(x, y, radius) {
        const reach = radius + OUTSIDE;

        return x >= reach && y >= reach && x < this.width - reach && y < this.height - reach;
    }
}

function mostAlike(patch, x, y, radius, rim) {
    let best = null;
    let least = Infinity;
    for (const distance of DISTANCES) {
        for (let i = 0; i < DIRECTIONS; i++) {
            const angle = (2 * Math.PI * i) / DIRECTIONS;
            const dx = rounded(distance * (radius + 1) * Math.cos(angle));
            const dy = rounded(distance * (radius + 1) * Math.sin(angle));
            if (patch.fits(x + dx, y + dy, radius)) {
                const error = patch
                    .rim(x + dx, y + dy, radius)
                    .reduce((sum, own, n) => sum + own.reduce((s, value, c) => s + (value - rim[n][c]) ** 2, 0), 0);
                if (error < least) {
                    [best, least] = [[dx, dy], error];
                }
            }
        }
    }

    return best;
}

function weighed(differences, x, y) {
    const sums = [0, 0, 0];
    let sum = 0;
    CIRCLE.forEach(([cosine, sine], i) => {
        const weight = 1 / ((LARGER * cosine - x) ** 2 + (LARGER * sine - y) ** 2 + LEAST);
        sum += weight;
        sums.forEach((_, channel) => {
            sums[channel] += weight * differences[i][channel];
        });
    });

    return sums.map((own) => own / sum);
}

const spread = (differences) =>
    Array.from({ length: NODES + 1 }, (_, v) =>
        Array.from({ length: NODES + 1 }, (__, u) => weighed(differences, (2 * u) / NODES - 1, (2 * v) / NODES - 1)),
    );

function between(field, x, y, channel) {
    const [across, down] = [((x + 1) * NODES) / 2, ((y + 1) * NODES) / 2];
    const [u, v] = [Math.min(NODES - 1, Math.trunc(across)), Math.min(NODES - 1, Math.trunc(down))];
    const [s, t] = [across - u, down - v];

    return (
        (field[v][u][channel] * (1 - s) + field[v][u + 1][channel] * s) * (1 - t) +
        (field[v + 1][u][channel] * (1 - s) + field[v + 1][u + 1][channel] * s) * t
    );
}

function fill(patch, { x, y, radius }, from, field) {
    const source = new Patch(patch.data.slice(), patch.width, patch.height);
    for (let v = Math.max(-radius, -y); v <= Math.min(radius, patch.height - 1 - y); v++) {
        for (let u = Math.max(-radius, -x); u <= Math.min(radius, patch.width - 1 - x); u++) {
            const out = Math.sqrt(u * u + v * v) / radius;
            if (out > 1) {
                continue;
            }
            const share = out < INNER ? 1 : (1 - out) / (1 - INNER);
            for (let channel = 0; channel < 3; channel++) {
                const healed =
                    source.at(x + u + from[0], y + v + from[1], channel) +
                    between(field, u / radius, v / radius, channel);
                const own = source.at(x + u, y + v, channel);
                const level = rounded(own * (1 - share) + healed * share);
                patch.data[4 * ((y + v) * patch.width + x + u) + channel] = Math.max(0, Math.min(255, level));
            }
        }
    }
}

/**
 * Heals a spot in place.
 *
 * @param data four values a pixel
 * @param spot in pixels
 */
export function heal(data, width, height, spot) {
    const patch = new Patch(data, width, height);
    const { x, y, radius } = spot;
    const rim = patch.rim(x, y, radius);
    const from = spot.from ?? mostAlike(patch, x, y, radius, rim);
    if (from !== null) {
        const there = patch.rim(x + from[0], y + from[1], radius);
        fill(patch, spot, from, spread(rim.map((own, i) => own.map((value, c) => value - there[i][c]))));
    }
}

/** Which part of a picture has to be known to heal a spot: left, top, width and height in pixels. */
export function around({ x, y, radius, from }, width, height) {
    const far = from === null ? 0 : Math.hypot(...from);
    const reach = Math.ceil(Math.max(REACH * (radius + 1), far + radius) + MARGIN);
    const [left, top] = [Math.max(0, x - reach), Math.max(0, y - reach)];

    return { left, top, width: Math.min(width, x + reach + 1) - left, height: Math.min(height, y + reach + 1) - top };
}

/** A picture with its spots healed: a canvas; the picture itself where it has none. */
export function healed(bitmap, spots) {
    if (!Array.isArray(spots) || spots.length === 0) {
        return bitmap;
    }
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const context = canvas.getContext('2d', { willReadFrequently: true });
    context.drawImage(bitmap, 0, 0);
    for (const spot of spots.slice(0, MOST_SPOTS)) {
        const own = pixelsOf(spot, bitmap.width, bitmap.height);
        const part = around(own, bitmap.width, bitmap.height);
        if (part.width > 0 && part.height > 0) {
            const image = context.getImageData(part.left, part.top, part.width, part.height);
            heal(image.data, part.width, part.height, { ...own, x: own.x - part.left, y: own.y - part.top });
            context.putImageData(image, part.left, part.top);
        }
    }

    return canvas;
}
