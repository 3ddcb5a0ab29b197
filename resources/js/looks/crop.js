/** The frame: cropped by a ratio, levelled by hand or by a line, turned by quarters. */
import { draft, set, settle } from './changing.js';
import { framingOf, turned } from './framing.js';
import { $, drag, say, svg } from './page.js';
import { current, shown, state } from './store.js';
import { follow, picture, redraw } from './showing.js';

const CORNERS = ['nw', 'n', 'ne', 'e', 'se', 's', 'sw', 'w'];
const LEAST = 0.05;

const shade = svg('path', { class: 'shade' });
const border = svg('rect', { class: 'border' });
const thirds = svg('path', { class: 'thirds' });
const handles = new Map();

const clamp = (value, least, most) => Math.max(least, Math.min(most, value));

/** Width by height of what is cropped, in pixels of the turned picture; null where any is right. */
function ratio() {
    const [width, height] = turned(framingOf(shown()), ...picture.sides);
    const chosen = $('ratio').value;
    if (chosen === 'free') {
        return null;
    }
    const own = chosen === 'own' ? width / height : chosen.split(':').reduce((a, b) => a / b);

    // Upright pictures have upright crops.
    return chosen !== 'own' && width < height ? 1 / own : own;
}

/** A box that has the ratio, in shares, around what was dragged. */
function shaped(box, from) {
    const wanted = ratio();
    if (wanted === null) {
        return box;
    }
    const [width, height] = turned(framingOf(shown()), ...picture.sides);
    const share = (wanted * height) / width;
    const grown = { ...box };
    if (from === 'n' || from === 's') {
        grown.width = box.height * share;
    } else {
        grown.height = box.width / share;
    }
    if (from.includes('w')) {
        grown.left = box.left + box.width - grown.width;
    }
    if (from.includes('n')) {
        grown.top = box.top + box.height - grown.height;
    }

    return grown;
}

function dragged(from, box, dx, dy) {
    if (from === 'all') {
        return {
            ...box,
            left: clamp(box.left + dx, 0, 1 - box.width),
            top: clamp(box.top + dy, 0, 1 - box.height),
        };
    }
    let [left, top, right, bottom] = [box.left, box.top, box.left + box.width, box.top + box.height];
    from.includes('w') && (left = clamp(left + dx, 0, right - LEAST));
    from.includes('e') && (right = clamp(right + dx, left + LEAST, 1));
    from.includes('n') && (top = clamp(top + dy, 0, bottom - LEAST));
    from.includes('s') && (bottom = clamp(bottom + dy, top + LEAST, 1));

    return shaped({ left, top, width: right - left, height: bottom - top }, from);
}

const rounded = (box) =>
    Object.fromEntries(Object.entries(box).map(([name, value]) => [name, Math.round(1e5 * value) / 1e5]));

function handle(from, element) {
    let start = null;
    drag(
        element,
        () => $('crop-box'),
        ([x, y], [fromX, fromY]) => {
            start ??= picture.box(shown());
            draft({ crop: rounded(dragged(from, start, x - fromX, y - fromY)) });
        },
        () => {
            start = null;
            settle(() => (from === 'all' ? 'Crop moved' : 'Crop'));
        },
    );

    return element;
}

function draw(values) {
    $('crop-box').toggleAttribute('hidden', !state.isCropping);
    $('crop-panel').hidden = !state.isCropping;
    if (!state.isCropping) {
        return;
    }
    const { left, top, width, height } = picture.box(values);
    const [x, y, w, h] = [left, top, width, height].map((value) => 1000 * value);
    shade.setAttribute('d', `M0 0H1000V1000H0Z M${x} ${y}V${y + h}H${x + w}V${y}Z`);
    Object.entries({ x, y, width: w, height: h }).forEach(([name, value]) => border.setAttribute(name, value));
    thirds.setAttribute('d', [1, 2].map((n) => `M${x + (n * w) / 3} ${y}v${h}M${x} ${y + (n * h) / 3}h${w}`).join(''));
    for (const [name, element] of handles) {
        const cx = name.includes('w') ? x : name.includes('e') ? x + w : x + w / 2;
        const cy = name.includes('n') ? y : name.includes('s') ? y + h : y + h / 2;
        element.style.left = `${cx / 10}%`;
        element.style.top = `${cy / 10}%`;
    }
    $('level').value = values.level ?? 0;
    $('level-words').textContent = `${(values.level ?? 0).toFixed(1)}°`;
    const tilt = current()?.tilt;
    const isLeaning = tilt !== null && tilt !== undefined && Math.abs(tilt) > 0.15;
    $('level-found').hidden = !isLeaning;
    $('level-found').textContent = isLeaning ? `Level it: it leans by ${Math.abs(tilt).toFixed(1)}°` : '';
}

/** A line that should be level, or upright, drawn on the picture as it is shown. */
function levelBy(from, to) {
    const { width, height } = $('image').getBoundingClientRect();
    const angle = (Math.atan2((to[1] - from[1]) * height, (to[0] - from[0]) * width) * 180) / Math.PI;
    const beside = ((((angle + 45) % 90) + 90) % 90) - 45;
    const level = clamp(Math.round(10 * ((shown().level ?? 0) - beside)) / 10, -45, 45);
    set({ level, crop: null }, `Level ${level.toFixed(1)}°, by a line`);
}

function listenToLine() {
    const line = $('level-line');
    drag(
        line,
        () => $('image'),
        ([x, y], [fromX, fromY]) =>
            line.replaceChildren(svg('line', { x1: 1000 * fromX, y1: 1000 * fromY, x2: 1000 * x, y2: 1000 * y })),
        (to, from) => {
            line.replaceChildren();
            drawsLine(false);
            Math.hypot(to[0] - from[0], to[1] - from[1]) > 0.02 && levelBy(from, to);
        },
    );
}

function drawsLine(isOn) {
    $('level-by-line').setAttribute('aria-pressed', String(isOn));
    $('level-line').classList.toggle('is-drawn', isOn);
}

function turn(step) {
    const turns = ((((shown().turns ?? 0) + step) % 4) + 4) % 4;
    set({ turns, crop: null }, step > 0 ? 'Turned clockwise' : 'Turned anticlockwise');
}

export function toggleCrop(isOn = !state.isCropping) {
    state.isCropping = isOn;
    $('crop').setAttribute('aria-pressed', String(isOn));
    redraw(false);
}

export function startCrop() {
    const box = $('crop-box');
    const drawing = $('crop-drawing');
    drawing.setAttribute('viewBox', '0 0 1000 1000');
    drawing.append(shade, thirds, handle('all', border));
    for (const name of CORNERS) {
        const button = document.createElement('button');
        button.type = 'button';
        button.className = `crop-handle is-${name}`;
        button.dataset.corner = name;
        button.setAttribute('aria-label', `Crop, ${name}`);
        handles.set(name, handle(name, button));
        button.addEventListener('keydown', (event) => {
            const step = { ArrowRight: [0.01, 0], ArrowLeft: [-0.01, 0], ArrowDown: [0, 0.01], ArrowUp: [0, -0.01] }[
                event.key
            ];
            if (step) {
                event.preventDefault();
                event.stopPropagation();
                set({ crop: rounded(dragged(name, picture.box(shown()), ...step)) }, 'Crop');
            }
        });
        box.append(button);
    }
    $('ratio').addEventListener('change', () =>
        set({ crop: rounded(shaped(picture.box(shown()), 'se')) }, `Crop ${$('ratio').selectedOptions[0].text}`),
    );
    $('level').addEventListener('input', () => draft({ level: Number($('level').value) }));
    $('level').addEventListener('change', () => settle(({ level }) => `Level ${level.toFixed(1)}°`));
    $('level').addEventListener('keydown', (event) => event.stopPropagation());
    $('level-found').addEventListener('click', () => {
        const level = Math.round(10 * -current().tilt) / 10;
        set({ level, crop: null }, `Level ${level.toFixed(1)}°, as measured`);
    });
    $('level-by-line').addEventListener('click', () => {
        const isOn = $('level-by-line').getAttribute('aria-pressed') !== 'true';
        drawsLine(isOn);
        isOn && say('Draw along something that should be level, or upright.');
    });
    $('turn-left').addEventListener('click', () => turn(-1));
    $('turn-right').addEventListener('click', () => turn(1));
    $('crop-off').addEventListener('click', () => set({ crop: null, level: 0, turns: 0 }, 'The whole frame'));
    $('crop-done').addEventListener('click', () => toggleCrop(false));
    $('crop').addEventListener('click', () => toggleCrop());
    listenToLine();
    follow(draw);
}
