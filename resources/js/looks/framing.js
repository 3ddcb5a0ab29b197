/** Which part of a picture is shown, and how it is turned, as core/Looks/Framing has it. */
import { named } from './look.js';

const MOST = 45;
const LEAST = 0.02;
const HALVINGS = 24;

/** All of a turned picture, with what lies beside it where it is levelled. */
const WHOLE = { left: 0, top: 0, width: 1, height: 1 };

const radians = (degrees) => (degrees * Math.PI) / 180;

const number = (value, least, most) =>
    typeof value === 'number' && !Number.isNaN(value) ? Math.max(least, Math.min(most, value)) : 0;

export function framingOf(values) {
    const crop = values.crop ? named(values.crop) : null;

    return {
        turns: (Math.trunc(number(values.turns ?? 0, -4, 4)) + 4) % 4,
        level: number(values.level ?? 0, -MOST, MOST),
        crop: crop && {
            left: number(crop.left ?? 0, -1, 2),
            top: number(crop.top ?? 0, -1, 2),
            width: Math.max(LEAST, number(crop.width ?? 1, 0, 2)),
            height: Math.max(LEAST, number(crop.height ?? 1, 0, 2)),
        },
    };
}

/** Sides of a picture after its quarter turns. */
export const turned = ({ turns }, width, height) => (turns % 2 === 0 ? [width, height] : [height, width]);

function largest(width, height, level) {
    const angle = radians(Math.abs(level));
    const share = 1 / (Math.cos(angle) + (Math.max(width, height) / Math.min(width, height)) * Math.sin(angle));

    return { left: (1 - share) / 2, top: (1 - share) / 2, width: share, height: share };
}

function towardsTheMiddle(box, share) {
    const x = 0.5 + (box.left + box.width / 2 - 0.5) * share;
    const y = 0.5 + (box.top + box.height / 2 - 0.5) * share;
    const width = Math.max(LEAST, box.width * share);
    const height = Math.max(LEAST, box.height * share);

    return { left: x - width / 2, top: y - height / 2, width, height };
}

function isInside(box, width, height, level) {
    const sine = Math.sin(radians(level));
    const cosine = Math.cos(radians(level));

    return [
        [0, 0],
        [1, 0],
        [0, 1],
        [1, 1],
    ].every(([u, v]) => {
        const x = (box.left + u * box.width - 0.5) * width;
        const y = (box.top + v * box.height - 0.5) * height;

        return (
            Math.abs(x * cosine + y * sine) <= width / 2 + 1e-6 && Math.abs(-x * sine + y * cosine) <= height / 2 + 1e-6
        );
    });
}

/** What is shown, as shares of the turned picture, with all its corners inside of the picture. */
export function boxOf(framing, width, height) {
    const [w, h] = turned(framing, width, height);
    const box = framing.crop ?? largest(w, h, framing.level);
    const inside = (share) => isInside(towardsTheMiddle(box, share), w, h, framing.level);
    if (inside(1)) {
        return box;
    }
    let least = 0;
    let most = 1;
    for (let i = 0; i < HALVINGS; i++) {
        const middle = (least + most) / 2;
        if (inside(middle)) {
            least = middle;
        } else {
            most = middle;
        }
    }

    return towardsTheMiddle(box, least);
}

/** Pixels of what is shown of a picture of such sides. */
export function sizeOf(framing, width, height) {
    const [w, h] = turned(framing, width, height);
    const box = framing.isWhole ? WHOLE : boxOf(framing, width, height);

    return [Math.max(1, Math.round(box.width * w)), Math.max(1, Math.round(box.height * h))];
}

/** Where in the picture each place of what is shown comes from: rows a, b, c of a·u + b·v + c, in shares. */
export function sourceOf(framing, width, height) {
    const [w, h] = turned(framing, width, height);
    const box = framing.isWhole ? WHOLE : boxOf(framing, width, height);
    const sine = Math.sin(radians(framing.level));
    const cosine = Math.cos(radians(framing.level));
    const x = (box.left - 0.5) * w;
    const y = (box.top - 0.5) * h;
    const across = box.width * w;
    const down = box.height * h;
    const turnedX = [(across * cosine) / w, (down * sine) / w, (x * cosine + y * sine) / w + 0.5];
    const turnedY = [(-across * sine) / h, (down * cosine) / h, (-x * sine + y * cosine) / h + 0.5];
    const other = ([a, b, c]) => [-a, -b, 1 - c];

    return [
        [turnedX, turnedY],
        [turnedY, other(turnedX)],
        [other(turnedX), other(turnedY)],
        [other(turnedY), turnedX],
    ][framing.turns];
}
