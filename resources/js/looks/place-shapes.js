/** Places on the picture: handles that are dragged or moved by keys, and painting. */
import { ARROWS, distance, rounded, toPicture, toShown, units } from './onto.js';
import { $, drag, svg } from './page.js';
import { state } from './store.js';

/** A point of a stroke is kept when it is this far, in radii, from the one before. */
const APART = 0.25;

/** Handles by kind: where each lies, and what a place becomes when it is dragged there. */
const HANDLES = {
    line: {
        from: [(place) => place.from, (place, at) => ({ from: at })],
        to: [(place) => place.to, (place, at) => ({ to: at })],
        middle: [
            ({ from, to }) => [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2],
            ({ from, to }, at) => {
                const by = [at[0] - (from[0] + to[0]) / 2, at[1] - (from[1] + to[1]) / 2];

                return { from: from.map((value, i) => value + by[i]), to: to.map((value, i) => value + by[i]) };
            },
        ],
    },
    ring: {
        middle: [(place) => place.middle, (place, at) => ({ middle: at })],
        across: [
            (place) => onRing(place, 1, 0),
            (place, at) => {
                const [across, down] = units();
                const [dx, dy] = [(at[0] - place.middle[0]) * across, (at[1] - place.middle[1]) * down];

                return {
                    radii: [Math.max(0.01, Math.hypot(dx, dy)), place.radii[1]],
                    degrees: (Math.atan2(dy, dx) * 180) / Math.PI,
                };
            },
        ],
        down: [
            (place) => onRing(place, 0, 1),
            (place, at) => ({ radii: [place.radii[0], Math.max(0.01, distance(place.middle, at))] }),
        ],
    },
    brush: {},
};

const handles = [];
const outline = svg('path', { class: 'place-outline' });
const dot = svg('ellipse', { class: 'place-outline' });

let page = null;

/** Where on the edge of a ring a direction lies. */
function onRing({ middle, radii, degrees = 0 }, p, q) {
    const [across, down] = units();
    const angle = (degrees * Math.PI) / 180;
    const [x, y] = [p * radii[0], q * radii[1]];

    return [
        middle[0] + (x * Math.cos(angle) - y * Math.sin(angle)) / across,
        middle[1] + (x * Math.sin(angle) + y * Math.cos(angle)) / down,
    ];
}

const path = (points) =>
    points
        .map(
            (point, i) =>
                `${i ? 'L' : 'M'}${toShown(point)
                    .map((value) => (1000 * value).toFixed(1))
                    .join(' ')}`,
        )
        .join('');

/** A line across the way of a gradient, through one of its ends. */
function acrossLine({ from, to }, at) {
    const [across, down] = units();
    const [dx, dy] = [(to[0] - from[0]) * across, (to[1] - from[1]) * down];
    const length = Math.hypot(dx, dy) || 1;
    const [x, y] = [(-dy / length) * 2, (dx / length) * 2];

    return [
        [at[0] - x / across, at[1] - y / down],
        [at[0] + x / across, at[1] + y / down],
    ];
}

function outlineOf(place) {
    if (place?.kind === 'line') {
        return path(acrossLine(place, place.from)) + path(acrossLine(place, place.to));
    }
    if (place?.kind === 'ring') {
        const points = Array.from({ length: 49 }, (_, i) =>
            onRing(place, Math.cos((i * Math.PI) / 24), Math.sin((i * Math.PI) / 24)),
        );

        return path(points);
    }

    return '';
}

export function drawShape(place) {
    outline.setAttribute('d', outlineOf(place));
    $('place-box').classList.toggle('is-painted', place?.kind === 'brush');
    const own = Object.entries(HANDLES[place?.kind] ?? {});
    handles.forEach((handle, i) => {
        handle.hidden = i >= own.length;
        if (!handle.hidden) {
            const [x, y] = toShown(own[i][1][0](place));
            handle.style.left = `${100 * x}%`;
            handle.style.top = `${100 * y}%`;
            handle.setAttribute('aria-label', `${place.kind}, ${own[i][0]}`);
        }
    });
}

const precise = (now) =>
    Object.fromEntries(
        Object.entries(now).map(([name, value]) => [name, Array.isArray(value) ? value.map(rounded) : rounded(value)]),
    );

/** What a place becomes when its handle is dragged to where it is shown. */
function moved(i, at) {
    const place = page.placeNow();
    const [, put] = Object.values(HANDLES[place.kind])[i];

    return precise(put(place, toPicture(at)));
}

function handle(i) {
    const button = document.createElement('button');
    button.type = 'button';
    button.className = 'crop-handle place-handle';
    button.dataset.placeHandle = String(i);
    drag(
        button,
        () => $('place-box'),
        (at) => page.draftPlace(moved(i, at)),
        () => page.settlePlace('Place moved'),
    );
    button.addEventListener('keydown', (event) => {
        const step = ARROWS[event.key];
        if (step) {
            event.preventDefault();
            event.stopPropagation();
            const place = page.placeNow();
            const [x, y] = toShown(Object.values(HANDLES[place.kind])[i][0](place));
            page.setPlace(moved(i, [x + step[0], y + step[1]]), 'Place moved');
        }
    });

    return button;
}

const radius = () => Number($('brush-size').value) / 100;

function paint() {
    const box = $('place-box');
    let stroke = null;
    drag(
        box,
        () => box,
        (at) => {
            const place = page.placeNow();
            if (place?.kind !== 'brush') {
                return;
            }
            const point = toPicture(at).map(rounded);
            stroke ??= { points: [], radius: rounded(radius()), takes: $('brush-takes').checked };
            const last = stroke.points.slice(-2);
            if (last.length < 2 || distance(last, point) > APART * stroke.radius) {
                stroke.points.push(...point);
                const before = (place.strokes ?? []).filter((own) => own !== stroke);
                page.draftPlace({ strokes: [...before, stroke] });
            }
        },
        (at, from) => {
            const place = page.placeNow();
            if (place?.kind === 'brush') {
                const strokes = stroke
                    ? place.strokes
                    : [
                          ...(place.strokes ?? []),
                          {
                              points: toPicture(from).map(rounded),
                              radius: rounded(radius()),
                              takes: $('brush-takes').checked,
                          },
                      ];
                page.draftPlace({ strokes });
                page.settlePlace($('brush-takes').checked ? 'Painted away' : 'Painted');
            }
            stroke = null;
        },
    );
    box.addEventListener('pointermove', (event) => {
        const { left, top, width, height } = box.getBoundingClientRect();
        const isBrush = page.placeNow()?.kind === 'brush' && state.isPlacing;
        dot.style.display = isBrush ? '' : 'none';
        if (isBrush) {
            // As large as it is shown: what lies half a radius aside in the picture is so far aside here.
            const at = [(event.clientX - left) / width, (event.clientY - top) / height];
            const middle = toPicture(at);
            const [across] = units();
            const edge = toShown([middle[0] + radius() / across, middle[1]]);
            const reach = Math.hypot((edge[0] - at[0]) * width, (edge[1] - at[1]) * height);
            const sizes = {
                cx: 1000 * at[0],
                cy: 1000 * at[1],
                rx: (1000 * reach) / width,
                ry: (1000 * reach) / height,
            };
            Object.entries(sizes).forEach(([name, value]) => dot.setAttribute(name, value));
        }
    });
    box.addEventListener('pointerleave', () => {
        dot.style.display = 'none';
    });
}

export function startShapes(acts) {
    page = acts;
    $('place-drawing').append(outline, dot);
    handles.push(...[0, 1, 2].map(handle));
    $('place-box').append(...handles);
    $('brush-size').addEventListener('keydown', (event) => event.key.startsWith('Arrow') && event.stopPropagation());
    paint();
}
