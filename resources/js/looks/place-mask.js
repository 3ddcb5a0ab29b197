/** Places with a tone and a colour of their own, as core/Looks/Place has them: how much of one there is in each cell. */
import { asShotWhite, COOLEST, D65 } from './colour.js';
import { number, share, MOST_STOPS } from './look.js';

export const MOST_PLACES = 4;
export const SIDE = 256;

const LEAST_FADE = 0.02;
const LEAST_RADIUS = 0.005;
const STROKES = 200;
const POINTS = 1000;
const WARMTH = 60;

export const coordinate = (value) => number(value, 0.5, -1, 2);

const pair = (value) => [coordinate(value?.[0]), coordinate(value?.[1])];

function fade(t) {
    const own = Math.max(0, Math.min(1, t));

    return 1 - own * own * (3 - 2 * own);
}

function out(distance, feather) {
    const own = Math.max(LEAST_FADE, feather);

    return fade((distance - (1 - own)) / own);
}

/**
 * A grid over what is shown, and where in the picture its cells lie, in units of its long side.
 *
 * @param rows of what is shown: where in the picture its places lie, in shares
 * @param sides of what is shown
 * @param picture its sides
 */
export function cellsOf(rows, [w, h], [width, height], side = SIDE) {
    const columns = Math.max(1, Math.round((side * w) / Math.max(w, h)));
    const count = Math.max(1, Math.round((side * h) / Math.max(w, h)));
    const long = Math.max(width, height);
    const scaled = ([a, b, c], own) => [
        (a / columns) * own,
        (b / count) * own,
        (c + a / 2 / columns + b / 2 / count) * own,
    ];

    return {
        columns,
        rows: count,
        x: scaled(rows[0], width / long),
        y: scaled(rows[1], height / long),
        across: width / long,
        down: height / long,
    };
}

const at = ({ x, y }, column, row) => [x[0] * column + x[1] * row + x[2], y[0] * column + y[1] * row + y[2]];

function each(cells, rule) {
    const values = new Float64Array(cells.columns * cells.rows);
    for (let row = 0, i = 0; row < cells.rows; row++) {
        for (let column = 0; column < cells.columns; column++, i++) {
            values[i] = rule(...at(cells, column, row));
        }
    }

    return values;
}

function line(place, cells) {
    const [from, to] = [pair(place.from), pair(place.to)];
    const [x, y] = [from[0] * cells.across, from[1] * cells.down];
    const [dx, dy] = [to[0] * cells.across - x, to[1] * cells.down - y];
    const length = Math.max(1e-9, dx * dx + dy * dy);

    return each(cells, (u, v) => fade(((u - x) * dx + (v - y) * dy) / length));
}

function ring(place, cells) {
    const middle = pair(place.middle);
    const [across, down] = pair(place.radii).map((radius) => Math.max(LEAST_RADIUS, radius));
    const angle = (number(place.degrees, 0, -360, 360) * Math.PI) / 180;
    const feather = number(place.feather, 0.5, 0, 1);
    const [x, y] = [middle[0] * cells.across, middle[1] * cells.down];
    const [sine, cosine] = [Math.sin(angle), Math.cos(angle)];

    return each(cells, (u, v) => {
        const p = ((u - x) * cosine + (v - y) * sine) / across;
        const q = ((v - y) * cosine - (u - x) * sine) / down;

        return out(Math.sqrt(p * p + q * q), feather);
    });
}

/** Which cells can lie within a distance of the line between two places. */
function near({ x: [a, b, c], y: [d, e, f], columns, rows }, [x1, y1, x2, y2], distance) {
    const determinant = a * e - b * d;
    const column = (x, y) => (e * (x - c) - b * (y - f)) / determinant;
    const row = (x, y) => (a * (y - f) - d * (x - c)) / determinant;
    const reach = (1.1 * distance) / Math.sqrt(Math.abs(determinant)) + 1;
    const [c1, c2, r1, r2] = [column(x1, y1), column(x2, y2), row(x1, y1), row(x2, y2)];

    return [
        Math.max(0, Math.floor(Math.min(c1, c2) - reach)),
        Math.min(columns - 1, Math.ceil(Math.max(c1, c2) + reach)),
        Math.max(0, Math.floor(Math.min(r1, r2) - reach)),
        Math.min(rows - 1, Math.ceil(Math.max(r1, r2) + reach)),
    ];
}

function segment(distances, ends, radius, cells) {
    const [x, y, x2, y2] = ends;
    const [dx, dy] = [x2 - x, y2 - y];
    const length = Math.max(1e-12, dx * dx + dy * dy);
    const [left, right, top, bottom] = near(cells, ends, radius);
    for (let row = top; row <= bottom; row++) {
        for (let column = left; column <= right; column++) {
            const [u, v] = at(cells, column, row);
            const t = Math.max(0, Math.min(1, ((u - x) * dx + (v - y) * dy) / length));
            const distance = Math.hypot(u - x - t * dx, v - y - t * dy);
            const cell = row * cells.columns + column;
            if (distance < radius && distance < (distances.get(cell) ?? Infinity)) {
                distances.set(cell, distance);
            }
        }
    }
}

function distancesOf(points, radius, cells) {
    const places = [];
    for (let i = 0; i + 1 < Math.min(points.length, 2 * POINTS); i += 2) {
        places.push([coordinate0(points[i]) * cells.across, coordinate0(points[i + 1]) * cells.down]);
    }
    const distances = new Map();
    places.forEach((place, i) => {
        // The first point is a line of its own, unless there is another one.
        if (i > 0 || places.length === 1) {
            segment(distances, [...places[Math.max(0, i - 1)], ...place], radius, cells);
        }
    });

    return distances;
}

const coordinate0 = (value) => number(value, 0, -1, 2);

function brush(place, cells) {
    const feather = number(place.feather, 0.5, 0, 1);
    const over = new Float64Array(cells.columns * cells.rows);
    for (const { points, radius: asked, takes } of (place.strokes ?? []).slice(0, STROKES)) {
        const radius = number(asked, 0.05, 0.002, 0.5);
        for (const [cell, distance] of distancesOf(points ?? [], radius, cells)) {
            const own = out(distance / radius, feather);
            over[cell] = takes === true ? Math.min(over[cell], 1 - own) : Math.max(over[cell], own);
        }
    }

    return over;
}

/** How much of a place there is in each cell, 0 to 1. */
export function maskOf(place, cells) {
    const over = { ring, brush }[place.kind]?.(place, cells) ?? line(place, cells);

    return place.inverse === true ? over.map((value) => 1 - value) : over;
}

/** The values of the look inside of a place: those of the frame, and what the place adds. */
export function insideOf(values, place, source) {
    const { places: _, spots: __, ...own } = values;
    const stops = (value) => number(value, 0, -MOST_STOPS, MOST_STOPS);
    const sum = (part) => share(share(own[part]) + share(place[part]));
    const zones = { ...(own.zones ?? {}) };
    for (const zone of ['dark', 'light']) {
        zones[zone] = share(share(zones[zone]) + share(place[zone]));
    }
    const inside = {
        ...own,
        zones,
        stops: stops(stops(own.stops) + stops(place.stops)),
        contrast: sum('contrast'),
        saturation: sum('saturation'),
    };
    const warmth = share(place.warmth);
    if (warmth !== 0) {
        const { kelvin, beside } = inside.kelvin
            ? { kelvin: inside.kelvin, beside: inside.beside }
            : asShotWhite(source);
        const mired = 1e6 / number(kelvin, D65, 1000, COOLEST) - WARMTH * warmth;
        inside.beside = beside;
        inside.kelvin = 1e6 / Math.max(1e6 / COOLEST, mired);
    }

    return inside;
}
