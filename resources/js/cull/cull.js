/**
 * Culling: the wall and the single frame. All frames of the shoot are here, so that a key is answered at once; the
 * server has every mark within a second.
 */
import { tinykeys } from 'tinykeys';
import { showInstant } from '../studio/day-line.js';
import { get } from '../studio/server.js';
import { pips, verdict as verdictShape } from '../studio/shapes.js';
import { Ladder } from './ladder.js';
import { Marks, uuid } from '../studio/marks.js';
import { Wall } from '../studio/wall.js';
import { Wanted } from '../studio/wanted.js';

const NEAR = 24;
const root = document.querySelector('[data-cull]');
const $ = (name) => root.querySelector(`[data-${name}]`);
const filter = { verdict: root.dataset.verdict, rating: Number(root.dataset.rating), body: root.dataset.body, from: Number(root.dataset.from) || null, to: Number(root.dataset.to) || null };
let frames = [];
let bodies = [];
let bodyIds = [];
let view = [];
let at = 0;
let isWall = true;
let history = [];
let ladder = null;
let byId = new Map();

const meets = (frame) => (!filter.verdict || frame.verdict === filter.verdict) && frame.rating >= filter.rating
    && (!filter.body || String(bodyIds[frame.body]) === filter.body)
    && (!filter.from || frame.taken >= filter.from) && (!filter.to || frame.taken <= filter.to);

const marks = new Marks(root.dataset.cull, root.dataset.marks, (waiting, problem) => {
    const note = $('waiting');
    note.hidden = problem === null;
    note.textContent = problem === null ? '' : `${waiting} ${waiting === 1 ? 'mark is' : 'marks are'} kept here until the server answers`;
});

const wall = new Wall($('wall'), {
    open: (frame) => { at = view.indexOf(frame); showOne(); },
    point: (frame) => { at = view.indexOf(frame); show(); },
    shown: () => wanted.look(),
});

const wanted = new Wanted(root.dataset.wanted, () => (isWall ? wall.seen : view.slice(Math.max(0, at - 2), at + 8)), (made) => {
    wall.refresh(made);
    if (!isWall && made.includes(current())) {
        show();
    }
});

function current() {
    return view[at] ?? null;
}

function refilter(stay) {
    view = frames.filter(meets);
    const found = stay ? view.indexOf(stay) : -1;
    at = found >= 0 ? found : Math.min(at, Math.max(0, view.length - 1));
    wall.lay(view);
    show();
}

function show() {
    const frame = current();
    $('none').hidden = frame !== null;
    $('look').hidden = isWall || frame === null;
    $('wall').hidden = !isWall || frame === null;
    counts();
    if (frame === null) {
        return;
    }
    showInstant(frame.taken);
    wanted.look();
    if (isWall) {
        wall.point(frame);

        return;
    }
    const image = $('image');
    const address = frame.large || frame.small;
    if (image.getAttribute('src') !== address) {
        image.src = address;
        image.alt = frame.name;
    }
    $('frame').style.setProperty('--ratio', frame.width / frame.height);
    $('line').textContent = [`${at + 1} of ${view.length.toLocaleString('en')}`, frame.time.slice(0, 11), frame.time.startsWith(frame.camera) ? '' : `camera ${frame.camera}`, frame.exposure, frame.name, frame.label && `label “${frame.label}”`, frame.pixels, frame.large ? '' : 'small picture, the preview follows'].filter(Boolean).join(' · ');
    $('shown').replaceChildren(verdictShape(frame.verdict), pips(frame.rating));
    $('shown').setAttribute('aria-label', `${frame.verdict}, rating ${frame.rating}`);
    ladder.point(frame);
    drawOthers(frame);
    // The next pictures and those before are here when the key goes down.
    for (const ahead of [1, 2, 3, -1, -2, -3]) {
        const next = view[at + ahead];
        if (next && !next.fetched) {
            next.fetched = new Image();
            next.fetched.src = next.large || next.small;
        }
    }
}

function drawOthers(frame) {
    // Only those near it: a moment may have hundreds.
    let first = at;
    while (first > 0 && at - first < NEAR && view[first - 1].moment === frame.moment) {
        first--;
    }
    const same = view.slice(first, at + NEAR).filter((other) => other.moment === frame.moment);
    $('others').replaceChildren(...same.map((other) => wall.tile(other, view.indexOf(other, first) + 1, other === frame, () => goTo(other))));
    $('others').querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' });
}

function counts() {
    const said = { keep: 0, drop: 0, open: 0 };
    for (const frame of frames) {
        said[frame.verdict]++;
    }
    $('kept').textContent = said.keep.toLocaleString('en');
    $('dropped').textContent = said.drop.toLocaleString('en');
    $('open').textContent = said.open.toLocaleString('en');
    $('meant').textContent = view.length.toLocaleString('en');
    for (const button of root.querySelectorAll('[data-says]')) {
        button.setAttribute('aria-pressed', String(button.dataset.says === (filter.verdict ?? '')));
    }
    for (const button of root.querySelectorAll('[data-least]')) {
        button.setAttribute('aria-pressed', String(Number(button.dataset.least) === filter.rating));
    }
    $('window').hidden = !filter.from;
}

function goTo(frame) {
    const found = view.indexOf(frame);
    if (found >= 0) {
        at = found;
        show();
    }
}

/** Puts marks on frames, shows them, and moves on. */
function mark(changes, moveOn = true) {
    const group = [];
    const before = current();
    for (const [frame, change] of changes) {
        const id = uuid();
        group.push({ id, frame: frame.id, verdict: frame.verdict, rating: frame.rating });
        Object.assign(frame, change);
        marks.add({ id, frame: frame.id, ...change });
    }
    history.push(group);
    ladder.refresh(changes.map(([frame]) => frame));
    const next = view[at + 1] ?? before;
    const isGone = before !== null && !meets(before);
    if (isGone) {
        // What the filter hides leaves at once, and the next one stands there.
        refilter(null);
    } else if (moveOn && next !== before) {
        wall.refresh(changes.map(([frame]) => frame));
        at++;
        show();
    } else {
        wall.refresh(changes.map(([frame]) => frame));
        show();
    }
}

function say(verdict) {
    if (current()) {
        mark([[current(), { verdict }]]);
    }
}

function rate(rating) {
    if (current()) {
        mark([[current(), { rating }]]);
    }
}

function onlyThis() {
    const frame = current();
    if (!frame) {
        return;
    }
    const others = view.filter((other) => other.moment === frame.moment && other !== frame && other.verdict !== 'drop');
    const after = view.findIndex((other, i) => i > at && other.moment !== frame.moment);
    mark([[frame, { verdict: 'keep' }], ...others.map((other) => [other, { verdict: 'drop' }])], false);
    if (after > 0 && meets(frame)) {
        at = Math.min(after, view.length - 1);
        show();
    }
}

function takeBack() {
    const group = history.pop();
    if (!group) {
        return;
    }
    let first = null;
    const changed = [];
    for (const mark of [...group].reverse()) {
        const frame = byId.get(mark.frame);
        if (frame) {
            changed.push(frame);
            Object.assign(frame, { verdict: mark.verdict, rating: mark.rating });
            first = frame;
        }
        marks.add({ id: mark.id, takeBack: true });
    }
    ladder.refresh(changed);
    refilter(first);
}

function step(by) {
    at = Math.min(view.length - 1, Math.max(0, at + by));
    show();
}

function moment(by) {
    const frame = current();
    if (!frame) {
        return;
    }
    if (isWall) {
        step(by * wall.columns);

        return;
    }
    const target = by > 0 ? view.find((other) => other.moment > frame.moment) : view.findLast((other) => other.moment < frame.moment);
    goTo(by > 0 ? target : view.find((other) => other.moment === target?.moment));
}

function showOne() {
    isWall = false;
    show();
}

function showWall() {
    isWall = true;
    wall.lay(view);
    show();
}

const help = root.querySelector('dialog');
const actions = {
    f: () => say('keep'), d: () => say('drop'), s: () => say('open'), a: onlyThis,
    0: () => rate(0), 1: () => rate(1), 2: () => rate(2), 3: () => rate(3), 4: () => rate(4), 5: () => rate(5),
    w: showWall, Enter: showOne, Backspace: takeBack,
    ArrowRight: () => step(1), ArrowLeft: () => step(-1), ArrowDown: () => moment(1), ArrowUp: () => moment(-1),
    '/': () => root.querySelector('[data-says]').focus(),
    'Shift+?': () => help.showModal(), '?': () => help.showModal(),
};
tinykeys(window, Object.fromEntries(Object.entries(actions).map(([key, act]) => [key, (event) => {
    const isTyping = event.target.matches('input, textarea, select');
    const isPressing = event.target.matches('button, a') && ['Enter', ' '].includes(event.key) && !event.target.closest('[data-wall]');
    if (isTyping || isPressing || help.open || event.repeat && !event.key.startsWith('Arrow')) {
        return;
    }
    event.preventDefault();
    act();
}])));
for (const button of root.querySelectorAll('[data-does]')) {
    button.addEventListener('click', () => actions[button.dataset.does]());
}
for (const button of root.querySelectorAll('[data-says]')) {
    button.addEventListener('click', () => { filter.verdict = button.dataset.says; keepFilter(); });
}
for (const button of root.querySelectorAll('[data-least]')) {
    button.addEventListener('click', () => { filter.rating = Number(button.dataset.least); keepFilter(); });
}
$('of-body').addEventListener('change', (event) => { filter.body = event.target.value; event.target.blur(); keepFilter(); });
$('window').addEventListener('click', () => { filter.from = filter.to = null; document.querySelector('.day-line .window').setAttribute('hidden', ''); keepFilter(); });
document.addEventListener('kanpai:window', (event) => {
    event.preventDefault();
    Object.assign(filter, event.detail);
    keepFilter();
});
document.addEventListener('kanpai:instant', (event) => {
    event.preventDefault();
    const nearest = view.reduce((best, frame) => (!best || Math.abs(frame.taken - event.detail.at) < Math.abs(best.taken - event.detail.at) ? frame : best), null);
    goTo(nearest);
});

/** The address says what is shown, so that it can be kept and comes back. */
function keepFilter() {
    const address = new URL(window.location.href);
    for (const [name, value] of Object.entries(filter)) {
        value ? address.searchParams.set(name, value) : address.searchParams.delete(name);
    }
    window.history.replaceState(null, '', address);
    refilter(current());
}

const table = await get(root.dataset.frames);
bodies = table.bodies;
bodyIds = table.bodyIds;
frames = table.frames.map((row, i) => Object.assign(Object.fromEntries(table.columns.map((name, c) => [name, row[c]])), { moment: table.moments[i] }));
history = table.history.map(([id, frame, verdict, rating]) => [{ id, frame, verdict, rating }]);
byId = new Map(frames.map((frame) => [frame.id, frame]));
for (const mark of marks.waiting) {
    const frame = byId.get(mark.frame);
    if (frame) {
        history.push([{ id: mark.id, frame: frame.id, verdict: frame.verdict, rating: frame.rating }]);
        Object.assign(frame, mark.verdict ? { verdict: mark.verdict } : {}, mark.rating !== undefined ? { rating: mark.rating } : {});
    }
}
ladder = new Ladder($('ladder'), frames, (own) => goTo(own.find((frame) => view.includes(frame))));
marks.send();
refilter(null);
root.dataset.ready = 'true';
window.addEventListener('resize', () => { wall.lay(view); show(); });
