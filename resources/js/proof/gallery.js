/** The gallery of a guest: grid and large view, choices sent at once and sent again until they arrived. */
import { get, post } from '../studio/server.js';
import { element } from '../studio/shapes.js';

const root = document.querySelector('[data-gallery]');
const base = root.dataset.gallery;
const grid = root.querySelector('[data-grid]');
const large = document.querySelector('[data-large]');
const view = large.querySelector('.view');
const GAP = 10;
let frames = [];
let wanted = null;
let shown = [];
let filter = 'all';
let at = 0;

const waiting = new Map();
let sending = false;

async function flush() {
    if (sending || waiting.size === 0) {
        return;
    }
    sending = true;
    try {
        for (const [number, chosen] of [...waiting]) {
            await post(`${base}/choices`, { number, chosen });
            if (waiting.get(number) === chosen) {
                waiting.delete(number);
            }
        }
        root.querySelector('[data-offline]').hidden = true;
    } catch (reason) {
        root.querySelector('[data-offline]').hidden = false;
        if (reason.status === 401 || reason.status === 419) {
            window.location.reload();
        }
        setTimeout(flush, 3000);
    }
    sending = false;
    if (waiting.size > 0 && root.querySelector('[data-offline]').hidden) {
        flush();
    }
}
window.addEventListener('beforeunload', (event) => {
    if (waiting.size > 0) {
        event.preventDefault();
    }
});

function choose(frame, chosen = !frame.chosen) {
    frame.chosen = chosen;
    waiting.set(frame.number, chosen);
    flush();
    tally();
    for (const button of document.querySelectorAll(`[data-chooses="${frame.number}"]`)) {
        button.setAttribute('aria-pressed', String(chosen));
    }
    if (large.open) {
        showLarge();
    }
    if (filter !== 'all') {
        lay();
    }
}

function tally() {
    const chosen = frames.filter((frame) => frame.chosen).length;
    const said = frames.filter((frame) => frame.comments.length > 0).length;
    root.querySelector('[data-chosen]').textContent = chosen;
    root.querySelector('[data-of]').textContent = wanted ? `of ${wanted}` : `of ${frames.length} chosen`;
    root.querySelector('[data-share]').setAttribute('width', `${Math.min(100, (100 * chosen) / (wanted || frames.length || 1))}%`);
    const counts = { all: frames.length, chosen, not: frames.length - chosen, said };
    for (const button of root.querySelectorAll('[data-filter]')) {
        button.querySelector('span').textContent = counts[button.dataset.filter];
        button.setAttribute('aria-pressed', String(button.dataset.filter === filter));
    }
}

const meets = (frame) => filter === 'all' || (filter === 'chosen' && frame.chosen) || (filter === 'not' && !frame.chosen) || (filter === 'said' && frame.comments.length > 0);

function ring(frame) {
    const button = document.createElement('button');
    button.type = 'button';
    button.className = 'ring';
    button.dataset.chooses = frame.number;
    button.setAttribute('aria-pressed', String(frame.chosen));
    button.setAttribute('aria-label', `Choose picture ${frame.number}`);
    button.append(element('svg', { viewBox: '0 0 32 32' }, element('circle', { class: 'plate', cx: 16, cy: 16, r: 14 }), element('circle', { class: 'inner-ring', cx: 16, cy: 16, r: 7 })));
    button.addEventListener('click', () => choose(frame));

    return button;
}

/** Rows of equal height that end at the same edge; only those near the window stand in the page. */
let boxes = [];
function lay() {
    shown = frames.filter(meets);
    const width = grid.clientWidth;
    const height = width < 600 ? 150 : Math.max(190, Math.min(260, width / 5.6));
    boxes = [];
    let row = [];
    let ratios = 0;
    let top = 0;
    const close = (isLast) => {
        const fit = (width - GAP * (row.length - 1)) / ratios;
        const tall = isLast ? Math.min(height, fit) : fit;
        let left = 0;
        for (const frame of row) {
            const wide = tall * (frame.width / frame.height);
            boxes.push({ frame, left, top, wide, tall });
            left += wide + GAP;
        }
        top += tall + GAP;
        row = [];
        ratios = 0;
    };
    for (const frame of shown) {
        row.push(frame);
        ratios += frame.width / frame.height;
        if (ratios * height + GAP * (row.length - 1) >= width) {
            close(false);
        }
    }
    if (row.length > 0) {
        close(true);
    }
    grid.style.height = `${top}px`;
    grid.replaceChildren();
    root.querySelector('[data-none]').hidden = shown.length > 0;
    place();
}

function place() {
    const from = window.scrollY - grid.offsetTop - 800;
    const to = from + window.innerHeight + 1600;
    const there = new Map([...grid.children].map((child) => [Number(child.dataset.number), child]));
    for (const box of boxes) {
        const isNear = box.top + box.tall > from && box.top < to;
        const child = there.get(box.frame.number);
        if (isNear && !child) {
            grid.append(tile(box));
        } else if (!isNear && child) {
            child.remove();
        }
    }
}

function tile({ frame, left, top, wide, tall }) {
    const figure = document.createElement('div');
    figure.className = 'proof';
    figure.dataset.number = frame.number;
    Object.assign(figure.style, { left: `${left}px`, top: `${top}px`, width: `${wide}px`, height: `${tall}px` });
    const open = document.createElement('button');
    open.type = 'button';
    open.className = 'open';
    open.setAttribute('aria-label', `Show picture ${frame.number} large`);
    const image = document.createElement('img');
    image.src = frame.small;
    image.alt = '';
    open.append(image);
    open.addEventListener('click', () => { at = shown.indexOf(frame); openLarge(); });
    const number = document.createElement('span');
    number.className = 'no';
    number.textContent = String(frame.number).padStart(3, '0');
    figure.append(open, number, ring(frame));
    if (frame.comments.length > 0) {
        const said = document.createElement('span');
        said.className = 'said-here clip';
        said.textContent = frame.comments.at(-1);
        figure.append(said);
    }

    return figure;
}

function openLarge() {
    if (!large.open) {
        large.showModal();
        view.focus();
    }
    showLarge();
}

function showLarge() {
    const frame = shown[at];
    if (!frame) {
        large.close();

        return;
    }
    const image = large.querySelector('img');
    if (image.getAttribute('src') !== frame.large) {
        image.src = frame.large;
        image.alt = `Picture ${frame.number}`;
    }
    for (const next of [at + 1, at - 1, at + 2]) {
        if (shown[next]) {
            new Image().src = shown[next].large;
        }
    }
    large.querySelector('[data-place]').textContent = `Picture ${frame.number} · ${at + 1} of ${shown.length}`;
    const choice = large.querySelector('[data-choose]');
    choice.setAttribute('aria-pressed', String(frame.chosen));
    choice.querySelector('span').textContent = frame.chosen ? 'Chosen' : 'Choose this picture';
    large.querySelector('[data-comments]').replaceChildren(...frame.comments.map((text) => {
        const item = document.createElement('li');
        item.textContent = text;

        return item;
    }));
}

function turn(by) {
    at = Math.min(shown.length - 1, Math.max(0, at + by));
    showLarge();
}

// After a click the space bar is to choose, not to turn again.
large.querySelector('[data-back]').addEventListener('click', (event) => { turn(-1); event.detail && view.focus(); });
large.querySelector('[data-on]').addEventListener('click', (event) => { turn(1); event.detail && view.focus(); });
large.querySelector('[data-close]').addEventListener('click', () => large.close());
large.querySelector('[data-choose]').addEventListener('click', () => choose(shown[at]));
large.addEventListener('close', lay);
large.addEventListener('keydown', (event) => {
    if (event.target.matches('textarea, input') || event.metaKey || event.ctrlKey || event.altKey) {
        return;
    }
    if (event.key === 'ArrowRight' || event.key === 'ArrowLeft') {
        turn(event.key === 'ArrowRight' ? 1 : -1);
        event.preventDefault();
    } else if (event.key === ' ' && !event.target.matches('button')) {
        choose(shown[at]);
        event.preventDefault();
    }
});
let touched = null;
view.addEventListener('pointerdown', (event) => { touched = event.pointerType === 'touch' ? event.clientX : null; });
view.addEventListener('pointerup', (event) => {
    if (touched !== null && Math.abs(event.clientX - touched) > 50) {
        turn(event.clientX < touched ? 1 : -1);
    }
    touched = null;
});
large.querySelector('form').addEventListener('submit', async (event) => {
    event.preventDefault();
    const frame = shown[at];
    const field = event.target.elements.text;
    const problem = large.querySelector('[data-problem]');
    if (!field.value.trim()) {
        return;
    }
    try {
        await post(`${base}/comments`, { number: frame.number, text: field.value });
        frame.comments.push(field.value.trim());
        field.value = '';
        problem.hidden = true;
        tally();
        showLarge();
    } catch {
        problem.hidden = false;
    }
});
for (const button of root.querySelectorAll('[data-filter]')) {
    button.addEventListener('click', () => {
        filter = button.dataset.filter;
        tally();
        lay();
    });
}
window.addEventListener('scroll', place, { passive: true });
window.addEventListener('resize', lay);

({ frames, wanted } = await get(`${base}/frames`));
tally();
lay();
root.dataset.ready = 'true';
