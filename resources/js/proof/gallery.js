/**
 * The gallery of a guest. Whatever is done stands on the page at once, is kept in the browser until the server has it,
 * and comes back on every device of the same guest.
 */
import { get } from '../studio/server.js';
import { Steps, uuid } from '../studio/steps.js';
import { Grid } from './grid.js';
import { Large } from './large.js';

const EVERY = 5000;
const root = document.querySelector('[data-gallery]');
const base = root.dataset.gallery;
const $ = (name) => root.querySelector(`[data-${name}]`);
let frames = [];
let lists = [];
let list = null;
let shown = [];
let filter = 'all';
let edition = '';
/** What this guest said: list → numbers; number → rating; comments in order. */
let chosen = new Map();
let ratings = new Map();
let comments = [];
let isSent = false;

const steps = new Steps(
    base,
    `${base}/steps`,
    (waiting, problem) => {
        $('offline').hidden = problem === null;
        $('offline').textContent =
            problem === null
                ? ''
                : problem.status === 410 || problem.status === 403
                  ? 'This link has ended, so what you did last did not reach the studio.'
                  : `${waiting} ${waiting === 1 ? 'step has' : 'steps have'} not reached the studio yet. They are kept here, and sent as soon as the connection is back.`;
    },
    answered,
);

const isChosen = (frame, name = list?.name) => chosen.get(name)?.has(frame.number) ?? false;
const anyList = (frame) => lists.some((one) => isChosen(frame, one.name));
const saidOf = (frame) => comments.filter((comment) => comment.number === frame.number);
const meets = (frame) =>
    filter === 'all' ||
    (filter === 'chosen' && isChosen(frame)) ||
    (filter === 'not' && !anyList(frame)) ||
    (filter === 'said' && saidOf(frame).length > 0);

const acts = {
    place: base,
    can: {
        get choose() {
            return lists.length > 0;
        },
    },
    get lists() {
        return lists;
    },
    get isSent() {
        return isSent;
    },
    canChoose: () => lists.length > 0,
    chosen: (frame, name) => isChosen(frame, name),
    choose,
    rating: (frame) => ratings.get(frame.number) ?? 0,
    rate,
    comments: saidOf,
    comment,
    said: (frame) => {
        const last = saidOf(frame).at(-1);
        return last ? last.text || 'drawn on' : '';
    },
    download: (frame) => `${base}/pictures/${frame.number}`,
    open: (frame) => large.open(shown, frame),
    closed: () => lay(),
};
const grid = new Grid($('grid'), acts);
const large = new Large(document.querySelector('[data-large]'), acts);

/* ---- doing ---- */

function does(step, act) {
    if (isSent) {
        tell('Your selection is with the studio. Ask it to open the selection again, if you want to change something.');

        return;
    }
    act();
    steps.add({ id: uuid(), ...step });
}

function choose(frame, name = list?.name) {
    const own = lists.find((one) => one.name === name);
    if (!own) {
        return;
    }
    const numbers = chosen.get(name) ?? new Set();
    const isOn = !numbers.has(frame.number);
    if (isOn && own.most !== null && standing(own) >= own.most) {
        tell(
            `${own.most} are chosen${lists.length > 1 ? ` for “${name}”` : ''}, and no more can be. Remove one first.`,
        );
        grid.refuse(frame, `${own.most} of ${own.most} chosen`);

        return;
    }
    does({ kind: 'choose', number: frame.number, list: name, on: isOn }, () => {
        isOn ? numbers.add(frame.number) : numbers.delete(frame.number);
        chosen.set(name, numbers);
        tell('');
    });
    changed(frame);
}

function rate(frame, rating) {
    does({ kind: 'rate', number: frame.number, rating }, () =>
        rating === 0 ? ratings.delete(frame.number) : ratings.set(frame.number, rating),
    );
    changed(frame);
}

function comment(frame, text, drawing) {
    const id = uuid();
    does({ id, kind: 'comment', number: frame.number, text, drawing }, () =>
        comments.push({ id, number: frame.number, text, svg: null, answer: null, isDone: false, isWaiting: true }),
    );
    changed(frame);
}

function changed(frame) {
    tally();
    grid.refresh(frame);
    large.refresh(shown);
}

function tell(text) {
    $('told').textContent = text;
    $('told').hidden = text === '';
    large.tell(text);
}

/* ---- what the server says ---- */

function answered(answer, batch) {
    for (const [id, reason] of Object.entries(answer.refused ?? {})) {
        const step = batch.find((one) => one.id === id);
        if (step?.kind === 'choose') {
            chosen.get(step.list)?.[step.on ? 'delete' : 'add'](step.number);
        } else if (step?.kind === 'comment') {
            comments = comments.filter((one) => one.id !== id);
        }
        tell(reason);
    }
    take(answer);
    draw();
}

/** Takes over what stands with the server; what is still on its way stays on the page. */
function take(told) {
    if (told.edition === undefined) {
        return;
    }
    edition = told.edition;
    isSent = told.isSent;
    if (told.frames) {
        frames = told.frames;
        ({ lists } = told);
        list = lists.find((one) => one.name === list?.name) ?? lists[0] ?? null;
    }
    chosen = new Map(Object.entries(told.chosen).map(([name, numbers]) => [name, new Set(numbers)]));
    ratings = new Map(Object.entries(told.ratings).map(([number, rating]) => [Number(number), rating]));
    ({ comments } = told);
    replay();
}

function replay() {
    for (const step of steps.waiting) {
        if (step.kind === 'choose') {
            const numbers = chosen.get(step.list) ?? new Set();
            step.on ? numbers.add(step.number) : numbers.delete(step.number);
            chosen.set(step.list, numbers);
        } else if (step.kind === 'rate') {
            ratings.set(step.number, step.rating);
        } else if (!comments.some((one) => one.id === step.id)) {
            comments.push({
                id: step.id,
                number: step.number,
                text: step.text,
                svg: null,
                answer: null,
                isDone: false,
                isWaiting: true,
            });
        }
    }
}

async function look() {
    if (document.hidden || steps.waiting.length > 0) {
        return;
    }
    const { made } = steps;
    try {
        const before = JSON.stringify([
            [...chosen].map(([name, numbers]) => [name, [...numbers]]),
            [...ratings],
            comments,
            edition,
            isSent,
        ]);
        const told = await get(`${base}/since?edition=${encodeURIComponent(edition)}`);
        if (steps.made === made) {
            const came = told.frames ? told.frames.length - frames.length : 0;
            take(told);
            if (
                before !==
                JSON.stringify([
                    [...chosen].map(([name, numbers]) => [name, [...numbers]]),
                    [...ratings],
                    comments,
                    edition,
                    isSent,
                ])
            ) {
                draw();
                came > 0 && tell(`${came} new ${came === 1 ? 'picture has' : 'pictures have'} come in.`);
            }
        }
    } catch (reason) {
        if (reason.status === 410 || reason.status === 401) {
            window.location.reload();
        }
    }
}

/* ---- what is shown ---- */

/** How many of a list are chosen and still there. */
function standing(one) {
    const there = new Set(frames.filter((frame) => !frame.isGone).map((frame) => frame.number));

    return [...(chosen.get(one.name) ?? [])].filter((number) => there.has(number)).length;
}

function tally() {
    const there = frames.filter((frame) => !frame.isGone);
    const count = list ? standing(list) : 0;
    if (list) {
        const goal = list.most ?? list.least;
        $('chosen').textContent = count;
        $('of').textContent =
            list.most !== null
                ? `of ${list.most}`
                : list.least !== null
                  ? `of at least ${list.least}`
                  : `of ${there.length} chosen`;
        $('share').setAttribute('width', `${Math.min(100, (100 * count) / (goal || there.length || 1))}%`);
    }
    const counts = {
        all: there.length,
        chosen: count,
        not: there.filter((frame) => !anyList(frame)).length,
        said: frames.filter((frame) => saidOf(frame).length > 0).length,
    };
    for (const button of root.querySelectorAll('[data-filter]')) {
        button.querySelector('span').textContent = counts[button.dataset.filter];
        button.setAttribute('aria-pressed', String(button.dataset.filter === filter));
    }
    for (const button of root.querySelectorAll('[data-list]')) {
        const own = lists.find((one) => one.name === button.dataset.list);
        button.setAttribute('aria-pressed', String(own === list));
        button.querySelector('span').textContent = own
            ? `${standing(own)}${own.most !== null ? ` of ${own.most}` : ''}`
            : '';
    }
    $('send')?.toggleAttribute('hidden', isSent);
}

function lay() {
    shown = frames.filter(meets);
    $('none').hidden = shown.length > 0;
    grid.lay(
        shown,
        frames.some((frame) => frame.section !== ''),
    );
}

function draw() {
    tally();
    lay();
    large.refresh(shown);
}

for (const button of root.querySelectorAll('[data-filter]')) {
    button.addEventListener('click', () => {
        filter = button.dataset.filter;
        draw();
    });
}
for (const button of root.querySelectorAll('[data-list]')) {
    button.addEventListener('click', () => {
        list = lists.find((one) => one.name === button.dataset.list) ?? list;
        draw();
    });
}
window.addEventListener('resize', lay);

take(await get(`${base}/frames`));
draw();
steps.send();
root.dataset.ready = 'true';
setInterval(look, EVERY);
document.addEventListener('visibilitychange', look);
