/** From the picture as the camera took it to what is shown of it, and back; all in shares of the sides. */
import { framingOf, sourceOf as rowsOf } from './framing.js';
import { isStraight, lensOf, sourceOf as lensSource, straightOf } from './lens.js';
import { current, shown, state } from './store.js';
import { picture } from './showing.js';

const rows = () => {
    const framing = { ...framingOf(shown()), ...(state.isCropping ? { crop: null, isWhole: true } : {}) };

    return rowsOf(framing, ...picture.sides);
};

/** Where in the picture a place of what is shown lies. */
export function toPicture([u, v]) {
    const [[a, b, c], [d, e, f]] = rows();

    return [a * u + b * v + c, d * u + e * v + f];
}

const lens = () => {
    const own = lensOf(shown(), current()?.lens);

    return isStraight(own) ? null : own;
};

/** The same in the picture as the lens made it: where spots are. */
export function toFile(at) {
    return lens() ? lensSource(lens(), toPicture(at)) : toPicture(at);
}

/** Where a place of the picture as the lens made it is shown. */
export function fromFile(at) {
    return toShown(lens() ? straightOf(lens(), at) : at);
}

/** Where a place of the picture is shown. */
export function toShown([x, y]) {
    const [[a, b, c], [d, e, f]] = rows();
    const determinant = a * e - b * d;

    return [(e * (x - c) - b * (y - f)) / determinant, (a * (y - f) - d * (x - c)) / determinant];
}

export const rounded = (value) => Math.round(1e5 * value) / 1e5;

/** Sides of the picture in units of its long side. */
export function units() {
    const [width, height] = picture.sides;
    const long = Math.max(width, height);

    return [width / long, height / long];
}

/** How far apart two places of the picture are, as a share of its long side. */
export function distance([x, y], [u, v]) {
    const [across, down] = units();

    return Math.hypot((u - x) * across, (v - y) * down);
}

/** Drags a handle by pointer, and moves it by arrow keys. */
export const ARROWS = { ArrowRight: [0.01, 0], ArrowLeft: [-0.01, 0], ArrowDown: [0, 0.01], ArrowUp: [0, -0.01] };
