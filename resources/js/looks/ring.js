/** Colour: eight hues on a ring, dragged in, out or round; the same ring for tints, and for greys. */
import { draft, set, settle } from './changing.js';
import { HUES, TINTS } from './look.js';
import { $, drag, svg } from './page.js';
import { shown } from './store.js';
import { follow } from './showing.js';
import * as words from './words.js';

const SIZE = 150;
const MIDDLE = SIZE / 2;
const USUAL = 44;
const REACH = 26;
const TINT = 66;
const EIGHTH = Math.PI / 4;

/** What the ring is for: hues, or tints; where a picture is black and white, greys in the place of hues. */
let mode = 'hues';

/** What the eight look like, on the ring alone. */
const PAINT = ['#d4477f', '#e0702f', '#d8b52b', '#58a644', '#2fa39b', '#3f78d0', '#7d54c4', '#b94fb0'];

const clamp = (value) => Math.max(-1, Math.min(1, Math.round(100 * value) / 100));

const circles = HUES.map((name, i) =>
    circle(
        name,
        PAINT[i],
        (at) => hueAt(i, at),
        () => hueTitle(name),
    ),
);
const tints = TINTS.map((name) =>
    circle(
        name,
        '#f1f1ef',
        (at) => tintAt(name, at),
        () => tintTitle(name),
    ),
);
const guide = svg('polygon', { class: 'shape' });

function circle(name, fill, now, title) {
    const own = svg('circle', { r: 7, fill, tabindex: 0, role: 'slider', 'aria-label': name, 'data-hue': name });
    own.now = now;
    own.title = title;
    own.append(svg('title', {}, name));
    own.addEventListener('keydown', (event) => {
        const step = { ArrowUp: [0, 0.05], ArrowDown: [0, -0.05], ArrowRight: [0.05, 0], ArrowLeft: [-0.05, 0] }[
            event.key
        ];
        if (step) {
            event.preventDefault();
            event.stopPropagation();
            set(moved(name, step), title());
        }
    });
    own.addEventListener('dblclick', () => set(reset(name), `${name} as it was`));

    return own;
}

const group = (part, name, values) => ({ [part]: { ...(shown()[part] ?? {}), [name]: values } });

const isGrey = () => shown().greys !== undefined && shown().greys !== null;

/** A hue where it is dragged to: further out is more colourful, or lighter in black and white. */
function hueAt(i, [x, y]) {
    const dx = x * SIZE - MIDDLE;
    const dy = MIDDLE - y * SIZE;
    const out = clamp((Math.hypot(dx, dy) - USUAL) / REACH);
    let turn = Math.atan2(dy, dx) - i * EIGHTH;
    turn = Math.atan2(Math.sin(turn), Math.cos(turn));

    return isGrey()
        ? group('greys', HUES[i], out)
        : group('hues', HUES[i], { ...(shown().hues?.[HUES[i]] ?? {}), turn: clamp(turn / (EIGHTH / 2)), colour: out });
}

function tintAt(name, [x, y]) {
    const dx = x * SIZE - MIDDLE;
    const dy = MIDDLE - y * SIZE;
    const degrees = Math.round((Math.atan2(dy, dx) * 180) / Math.PI + 360) % 360;
    const amount = Math.max(0, clamp(Math.hypot(dx, dy) / TINT));

    return group('tints', name, { degrees, amount: amount < 0.05 ? 0 : amount });
}

function moved(name, [turn, out]) {
    if (TINTS.includes(name)) {
        const own = shown().tints?.[name] ?? { degrees: 60, amount: 0 };

        return group('tints', name, {
            degrees: (own.degrees + 100 * turn + 360) % 360,
            amount: Math.max(0, clamp(own.amount + out)),
        });
    }
    if (isGrey()) {
        return group('greys', name, clamp((shown().greys[name] ?? 0) + out));
    }
    const own = shown().hues?.[name] ?? {};

    return group('hues', name, { ...own, turn: clamp((own.turn ?? 0) - turn), colour: clamp((own.colour ?? 0) + out) });
}

function reset(name) {
    return TINTS.includes(name)
        ? group('tints', name, { degrees: 0, amount: 0 })
        : group(isGrey() ? 'greys' : 'hues', name, isGrey() ? 0 : {});
}

function hueTitle(name) {
    const own = shown().hues?.[name] ?? {};

    return isGrey()
        ? `Black and white: ${name} ${words.share(shown().greys[name] ?? 0)}`
        : `${name}: ${words.share(own.colour ?? 0)}${own.turn ? `, turned ${words.share(own.turn)}` : ''}`;
}

const tintTitle = (name) => {
    const { degrees = 0, amount = 0 } = shown().tints?.[name] ?? {};

    return `Tint of ${name}: ${Math.round(degrees)}°, ${Math.round(100 * amount)}`;
};

function positions(values) {
    return HUES.map((name, i) => {
        const grey = values.greys ? (values.greys[name] ?? 0) : null;
        const own = values.hues?.[name] ?? {};
        const angle = i * EIGHTH + (grey === null ? (own.turn ?? 0) * (EIGHTH / 2) : 0);
        const out = USUAL + REACH * (grey ?? own.colour ?? 0);

        return [MIDDLE + out * Math.cos(angle), MIDDLE - out * Math.sin(angle)];
    });
}

function draw(values) {
    const isTints = mode === 'tints';
    const at = positions(values);
    guide.setAttribute('points', at.map((point) => point.map((value) => value.toFixed(1)).join(',')).join(' '));
    guide.style.display = isTints ? 'none' : '';
    circles.forEach((own, i) => {
        own.style.display = isTints ? 'none' : '';
        own.setAttribute('cx', at[i][0].toFixed(1));
        own.setAttribute('cy', at[i][1].toFixed(1));
        own.setAttribute('aria-valuetext', hueTitle(HUES[i]));
    });
    tints.forEach((own, i) => {
        const { degrees = 0, amount = 0 } = values.tints?.[TINTS[i]] ?? {};
        const angle = (degrees * Math.PI) / 180;
        const out = amount === 0 ? 0 : TINT * amount;
        own.style.display = isTints ? '' : 'none';
        own.setAttribute('cx', (MIDDLE + out * Math.cos(angle) + (amount === 0 ? (i - 1) * 16 : 0)).toFixed(1));
        own.setAttribute('cy', (MIDDLE - out * Math.sin(angle)).toFixed(1));
        own.setAttribute('aria-valuetext', tintTitle(TINTS[i]));
    });
    $('ring-words').replaceChildren(...lines(values));
    $('ring-hint').textContent = isTints
        ? 'drag a range towards a hue'
        : values.greys
          ? 'out is lighter, in is darker'
          : 'drag a colour in or out, or round';
    $('bw').setAttribute('aria-pressed', String(Boolean(values.greys)));
}

/** What is changed, in words. */
function lines(values) {
    const all = values.greys
        ? Object.entries(values.greys).filter(([, value]) => value)
        : Object.entries(values.hues ?? {}).filter(([, own]) => own.turn || own.colour);
    const said = all
        .slice(0, 5)
        .map(([name, own]) => [
            name,
            typeof own === 'number'
                ? words.share(own)
                : [own.colour ? words.share(own.colour) : '', own.turn ? `${words.share(own.turn)} round` : '']
                      .filter(Boolean)
                      .join(', '),
        ]);
    const tinted = Object.entries(values.tints ?? {})
        .filter(([, { amount }]) => amount > 0)
        .map(([name, { degrees, amount }]) => [name, `${Math.round(degrees)}°, ${Math.round(100 * amount)}`]);

    return [...said, ...tinted].map(([name, text]) => {
        const line = document.createElement('p');
        const strong = document.createElement('b');
        strong.textContent = name;
        line.append(strong, ` ${text}`);

        return line;
    });
}

export function startRing() {
    const box = $('ring');
    box.setAttribute('viewBox', `0 0 ${SIZE} ${SIZE}`);
    box.append(
        svg('circle', { cx: MIDDLE, cy: MIDDLE, r: USUAL + REACH, class: 'rim' }),
        svg('circle', { cx: MIDDLE, cy: MIDDLE, r: USUAL, class: 'usual' }),
        guide,
        svg('circle', { cx: MIDDLE, cy: MIDDLE, r: 2.5, class: 'middle' }),
        ...circles,
        ...tints,
    );
    for (const own of [...circles, ...tints]) {
        drag(
            own,
            () => box,
            (at) => draft(own.now(at)),
            () => settle(own.title),
        );
    }
    for (const input of $('ring-modes').querySelectorAll('input')) {
        input.addEventListener('change', () => {
            mode = input.value;
            draw(shown());
        });
    }
    $('bw').addEventListener('click', () => toggleGrey());
    follow(draw);
}

export function toggleGrey() {
    isGrey() ? set({ greys: null }, 'In colour') : set({ greys: {} }, 'Black and white');
}
