/**
 * What is known of the shoot's frames, and what is shown of them.
 */
import { History } from './history.js';
import { count, root } from './page.js';

/** All that changes while the page is. */
export const state = {
    shownMarks: '',
    firstKey: 0,
    ladderTimer: null,
    frames: [],
    byId: new Map(),
    bodyIds: [],
    table: null,
    view: [],
    at: 0,
    direction: 1,
    /** wall, one or rivals */
    mode: 'wall',
    matching: null,
    round: null,
    revision: 0,
    uses: {},
    keys: JSON.parse(root.dataset.keys),
    movesOn: root.dataset.movesOn === '1',
    ratingMovesOn: root.dataset.ratingMovesOn === '1',
    /** When frames were decided here, for the speed. */
    decided: [],
    target: null,
    isLoaded: false,
    collectsInto: Number(root.dataset.collects) || null,
    settleTimer: null,
    playing: null,
    momentTiles: new Map(),
    minutes: 0,
    /** Spans of the day of which nothing is kept; null before they are known. */
    gaps: null,
    owedSteps: 0,
    isPainted: true,
    changedFrames: new Set(),
    byKey: {},
};

export const filter = {
    verdict: root.dataset.verdict,
    rating: Number(root.dataset.rating),
    body: root.dataset.body,
    from: Number(root.dataset.from) || null,
    to: Number(root.dataset.to) || null,
    where: root.dataset.where,
    sort: root.dataset.sort,
    outside: false,
};

export const history = new History();
export const highlighted = new Set();
export const collected = new Set();

export const matches = (frame) =>
    (filter.outside || frame.in === 1) &&
    (!filter.verdict || frame.verdict === filter.verdict) &&
    frame.rating >= filter.rating &&
    (!filter.body || String(state.bodyIds[frame.body]) === filter.body) &&
    (!filter.from || frame.taken >= filter.from) &&
    (!filter.to || frame.taken <= filter.to) &&
    (state.matching === null || state.matching.has(frame.id));

export const marksOf = (frame) => [frame.verdict, frame.rating, frame.uses];

/** Whether every frame of the round is decided, and an open one is what is looked for. */
export function isPassOver() {
    return (
        !filter.where &&
        ['open', ''].includes(filter.verdict ?? '') &&
        filter.rating === 0 &&
        state.frames.some((frame) => frame.in === 1) &&
        state.frames.every((frame) => frame.in !== 1 || frame.verdict !== 'open')
    );
}

export function useNames(bits) {
    return Object.entries(state.uses)
        .filter(([bit]) => bits & (1 << bit))
        .map(([, name]) => name);
}

export function setName() {
    return state.table.sets.find((set) => set.id === state.collectsInto)?.name ?? '';
}

/** What is decided of the round, counted with every pause of the keys over all frames of the day. */
export function tally() {
    let keep = 0;
    let drop = 0;
    let open = 0;
    for (const frame of state.frames) {
        if (frame.in !== 1) {
            continue;
        }
        if (frame.verdict === 'open') {
            open++;
        } else if (frame.verdict === 'keep') {
            keep++;
        } else {
            drop++;
        }
    }

    return { keep, drop, open };
}

export const nameOf = (own) => (own.length === 1 ? own[0].name : count(own.length, 'frame'));
