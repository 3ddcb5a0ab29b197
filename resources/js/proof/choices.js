/**
 * What this guest chose, rated and wrote: as the server has it, with what is still on its
 * way.
 */

/** All that changes while the page is. */
export const state = {
    frames: [],
    lists: [],
    list: null,
    shown: [],
    filter: 'all',
    edition: '',
    /** What this guest said: list → numbers; number → rating; comments in order. */
    chosen: new Map(),
    ratings: new Map(),
    comments: [],
    isSent: false,
};

export const root = document.querySelector('[data-gallery]');
export const base = root.dataset.gallery;
export const $ = (name) => root.querySelector(`[data-${name}]`);
export const isChosen = (frame, name = state.list?.name) => state.chosen.get(name)?.has(frame.number) ?? false;
export const isOnAnyList = (frame) => state.lists.some((one) => isChosen(frame, one.name));
export const commentsOf = (frame) => state.comments.filter((comment) => comment.number === frame.number);

export const matches = (frame) =>
    state.filter === 'all' ||
    (state.filter === 'chosen' && isChosen(frame)) ||
    (state.filter === 'not' && !isOnAnyList(frame)) ||
    (state.filter === 'said' && commentsOf(frame).length > 0);

/** Takes over what is with the server; what is still on its way stays on the page. */
export function adopt(told, waiting) {
    if (told.edition === undefined) {
        return;
    }
    state.edition = told.edition;
    state.isSent = told.isSent;
    if (told.frames) {
        state.frames = told.frames;
        ({ lists: state.lists } = told);
        state.list = state.lists.find((one) => one.name === state.list?.name) ?? state.lists[0] ?? null;
    }
    state.chosen = new Map(Object.entries(told.chosen).map(([name, numbers]) => [name, new Set(numbers)]));
    state.ratings = new Map(Object.entries(told.ratings).map(([number, rating]) => [Number(number), rating]));
    ({ comments: state.comments } = told);
    replay(waiting);
}

function replay(waiting) {
    for (const step of waiting) {
        if (step.kind === 'choose') {
            const numbers = state.chosen.get(step.list) ?? new Set();
            step.on ? numbers.add(step.number) : numbers.delete(step.number);
            state.chosen.set(step.list, numbers);
        } else if (step.kind === 'rate') {
            state.ratings.set(step.number, step.rating);
        } else if (!state.comments.some((one) => one.id === step.id)) {
            state.comments.push({
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

/** All that can change under the eyes, to see whether it did. */
export const fingerprint = () =>
    JSON.stringify([
        [...state.chosen].map(([name, numbers]) => [name, [...numbers]]),
        [...state.ratings],
        state.comments,
        state.edition,
        state.isSent,
    ]);

/** How many of a list are chosen and still there. */
export function countOf(one) {
    const there = new Set(state.frames.filter((frame) => !frame.isGone).map((frame) => frame.number));

    return [...(state.chosen.get(one.name) ?? [])].filter((number) => there.has(number)).length;
}
