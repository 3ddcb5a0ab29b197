/** Tone: five zones on the histogram, with a curve through them. */
import { draft, set, settle } from './changing.js';
import { drag, svg, $ } from './page.js';
import { REACH, ZONES, toneCurve } from './tone-curve.js';
import { shown } from './store.js';
import { follow, picture } from './showing.js';
import { share } from './words.js';

const WIDTH = 260;
const HEIGHT = 90;

const x = (value) => value * WIDTH;
const y = (value) => (1 - value) * HEIGHT;

const bars = svg('g', { class: 'bars' });
const line = svg('path', { class: 'curve' });
const handles = new Map();

const names = Object.keys(ZONES);

function zone(name, value) {
    return { zones: { ...(shown().zones ?? {}), [name]: Math.max(-1, Math.min(1, Math.round(100 * value) / 100)) } };
}

const title = (name) => `Tone: ${name} ${share(shown().zones?.[name] ?? 0)}`;

function handle(name, box) {
    const circle = svg('circle', {
        r: 6,
        tabindex: 0,
        role: 'slider',
        'aria-label': `Tone, ${name}`,
        'aria-valuemin': -100,
        'aria-valuemax': 100,
        'data-zone': name,
    });
    drag(
        circle,
        () => box,
        ([, to], [, from]) => {
            circle.start ??= shown().zones?.[name] ?? 0;
            draft(zone(name, circle.start + (from - to) / REACH));
        },
        () => {
            circle.start = null;
            settle(() => title(name));
        },
    );
    circle.addEventListener('keydown', (event) => {
        const step = { ArrowUp: 0.05, ArrowRight: 0.05, ArrowDown: -0.05, ArrowLeft: -0.05 }[event.key];
        if (step) {
            event.preventDefault();
            event.stopPropagation();
            const now = zone(name, (shown().zones?.[name] ?? 0) + step);
            set(now, `Tone: ${name} ${share(now.zones[name])}`);
        }
    });
    circle.addEventListener('dblclick', () => set(zone(name, 0), `Tone: ${name} as it was`));
    handles.set(name, circle);

    return circle;
}

function drawBars(levels) {
    const width = WIDTH / levels.length;
    bars.replaceChildren(
        ...levels.map((level, i) =>
            svg('rect', {
                x: (i * width).toFixed(2),
                y: y(0.92 * level).toFixed(2),
                width: (width * 0.72).toFixed(2),
                height: (0.92 * level * HEIGHT).toFixed(2),
            }),
        ),
    );
}

function drawCurve(values) {
    const curve = toneCurve(values.zones ?? {}, Math.max(-1, Math.min(1, values.contrast ?? 0)));
    const points = Array.from({ length: 53 }, (_, i) => i / 52);
    line.setAttribute(
        'd',
        points.map((at, i) => `${i === 0 ? 'M' : 'L'}${x(at).toFixed(1)} ${y(curve(at)).toFixed(1)}`).join(''),
    );
    for (const [name, circle] of handles) {
        const value = values.zones?.[name] ?? 0;
        circle.setAttribute('cx', x(ZONES[name]));
        circle.setAttribute('cy', y(curve(ZONES[name])).toFixed(1));
        circle.setAttribute('aria-valuenow', Math.round(100 * value));
        circle.setAttribute('aria-valuetext', share(value));
    }
}

export function startTone() {
    const box = $('tone');
    box.setAttribute('viewBox', `0 0 ${WIDTH} ${HEIGHT}`);
    box.append(
        bars,
        ...names.map((name) => svg('line', { x1: x(ZONES[name]), x2: x(ZONES[name]), y1: 0, y2: HEIGHT })),
        line,
        ...names.map((name) => handle(name, box)),
    );
    follow((values, isDragged) => {
        drawCurve(values);
        isDragged || drawBars(picture.histogram(values));
    });
}
