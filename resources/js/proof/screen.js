/**
 * The grid, the large picture, counts and messages of a gallery.
 */
import { $, base, commentsOf, countOf, isChosen, isOnAnyList, matches, root, state } from './choices.js';
import { Grid } from './grid.js';
import { Large } from './large.js';
import { choose, comment, rate } from './sending.js';

const acts = {
    place: base,
    can: {
        get choose() {
            return state.lists.length > 0;
        },
    },
    get lists() {
        return state.lists;
    },
    get isSent() {
        return state.isSent;
    },
    canChoose: () => state.lists.length > 0,
    chosen: (frame, name) => isChosen(frame, name),
    choose,
    rating: (frame) => state.ratings.get(frame.number) ?? 0,
    rate,
    comments: commentsOf,
    comment,
    said: (frame) => {
        const last = commentsOf(frame).at(-1);
        return last ? last.text || 'drawn on' : '';
    },
    download: (frame) => `${base}/pictures/${frame.number}`,
    open: (frame) => large.open(state.shown, frame),
    closed: () => lay(),
};

export const grid = new Grid($('grid'), acts);
const large = new Large(document.querySelector('[data-large]'), acts);

export function showChange(frame) {
    tally();
    grid.refresh(frame);
    large.refresh(state.shown);
}

export function tell(text) {
    $('told').textContent = text;
    $('told').hidden = text === '';
    large.tell(text);
}

function tally() {
    const there = state.frames.filter((frame) => !frame.isGone);
    const count = state.list ? countOf(state.list) : 0;
    if (state.list) {
        const goal = state.list.most ?? state.list.least;
        $('chosen').textContent = count;
        $('of').textContent =
            state.list.most !== null
                ? `of ${state.list.most}`
                : state.list.least !== null
                  ? `of at least ${state.list.least}`
                  : `of ${there.length} chosen`;
        $('share').setAttribute('width', `${Math.min(100, (100 * count) / (goal || there.length || 1))}%`);
    }
    const counts = {
        all: there.length,
        chosen: count,
        not: there.filter((frame) => !isOnAnyList(frame)).length,
        said: state.frames.filter((frame) => commentsOf(frame).length > 0).length,
    };
    for (const button of root.querySelectorAll('[data-filter]')) {
        button.querySelector('span').textContent = counts[button.dataset.filter];
        button.setAttribute('aria-pressed', String(button.dataset.filter === state.filter));
    }
    for (const button of root.querySelectorAll('[data-list]')) {
        const own = state.lists.find((one) => one.name === button.dataset.list);
        button.setAttribute('aria-pressed', String(own === state.list));
        button.querySelector('span').textContent = own
            ? `${countOf(own)}${own.most !== null ? ` of ${own.most}` : ''}`
            : '';
    }
    $('send')?.toggleAttribute('hidden', state.isSent);
}

export function lay() {
    state.shown = state.frames.filter(matches);
    $('none').hidden = state.shown.length > 0;
    grid.lay(
        state.shown,
        state.frames.some((frame) => frame.section !== ''),
    );
}

export function draw() {
    tally();
    lay();
    large.refresh(state.shown);
}

export function listenToLists() {
    for (const button of root.querySelectorAll('[data-filter]')) {
        button.addEventListener('click', () => {
            state.filter = button.dataset.filter;
            draw();
        });
    }
    for (const button of root.querySelectorAll('[data-list]')) {
        button.addEventListener('click', () => {
            state.list = state.lists.find((one) => one.name === button.dataset.list) ?? state.list;
            draw();
        });
    }
}
