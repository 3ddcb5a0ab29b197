/**
 * What the machine proposes: outlined beside the solid marks of people, and no mark before somebody takes it. The
 * server gives all frames in the order in which they are proposed, so that fewer or more are counted here.
 */
import { get, post } from '../studio/server.js';
import { mark } from './marking.js';
import { $, SECOND, after, count, root, say, soon } from './page.js';
import { state } from './store.js';
import { listenToTaste, tellTaste } from './taste.js';
import { current, ladder, show, wall } from './view.js';

const PERCENT = 100;

/** Of a hundred frames. */
const LEAST = 10;
const MOST = 50;

/** How often it is asked whether more is measured, while something is missing. */
const PATIENCE = 5 * SECOND;

/** What is proposed, as the server answered last. */
export const proposals = {
    isOn: false,
    /** Frame => its place in the order. */
    places: new Map(),
    doubts: new Set(),
    warnings: new Map(),
    order: [],
    share: 25,
    measured: 0,
    total: 0,
};

/** How many frames are proposed, of those that were measured. */
export const wanted = () => Math.round((proposals.share / PERCENT) * proposals.order.length);

export const isProposed = (frame) => proposals.isOn && (proposals.places.get(frame.id) ?? Infinity) < wanted();

/** Frames that are proposed and not decided yet. */
const open = () => state.frames.filter((frame) => frame.in === 1 && frame.verdict === 'open');

/** What the ladder says of a moment: a warning, how many are proposed, or nothing where all is decided. */
export function statusOf(own) {
    if (!proposals.isOn || own.every((frame) => frame.verdict !== 'open')) {
        return { word: '', warning: '' };
    }
    const warning = own.map((frame) => proposals.warnings.get(frame.id)).find(Boolean) ?? '';
    const best = own.filter(isProposed).length;
    const word = warning ? 'look' : best === 0 ? '' : own.length === 1 ? 'alone' : `best ${best}`;

    return { word, warning };
}

function taken(answer) {
    Object.assign(proposals, {
        isOn: answer.isOn,
        order: answer.order,
        share: answer.share,
        measured: answer.measured,
        total: answer.total,
        places: new Map(answer.order.map((id, place) => [id, place])),
        doubts: new Set(answer.doubts),
        warnings: new Map(Object.entries(answer.warnings).map(([id, text]) => [Number(id), text])),
    });
    $('work').value = answer.work;
    $('share').value = answer.share;
    for (const input of root.querySelectorAll('[data-weight]')) {
        input.value = answer.weights[input.dataset.weight];
    }
    $('measures').textContent = progress(answer);
    $('unread').textContent =
        answer.unread.length === 0
            ? ''
            : `${count(answer.unread.length, 'frame')} could not be measured in all: ${answer.unread.slice(0, 5).join(', ')}${answer.unread.length > 5 ? ' …' : ''}`;
    tellTaste(answer.taste);
    $('measure').hidden = answer.measured === answer.total || answer.total === 0;
    root.dispatchEvent(new CustomEvent('kanpai:proposals'));
    redraw();
    if (!answer.isFresh) {
        after('proposals', SECOND, ask);
    }
}

function progress({ measured, total, missing, isFresh, doing }) {
    const all = count(total, 'frame');
    const done =
        measured === total ? `All ${all} are measured.` : `${measured.toLocaleString('en')} of ${all} are measured.`;

    return [doing ? `Measuring: ${doing}.` : done, isFresh ? '' : 'What is proposed is being worked out.', missing]
        .filter(Boolean)
        .join(' ');
}

/** Outlines and counts anew. */
function redraw() {
    tellProposals();
    ladder.refresh(state.frames);
    wall.refresh(wall.seen);
    state.momentTiles = new Map();
    show();
}

/** What the panel and its button say. */
export function tellProposals() {
    const number = wanted();
    const left = open().filter(isProposed).length;
    $('wanted').value = number;
    $('wanted').max = Math.round(0.5 * proposals.order.length);
    $('proposed').textContent = `${number.toLocaleString('en')} of ${count(proposals.order.length, 'frame')}`;
    $('take').textContent = `Keep the ${left.toLocaleString('en')} proposed`;
    $('take').disabled = left === 0;
    $('take-only').disabled = left === 0;
    $('review-doubts').hidden = proposals.doubts.size === 0;
    $('review-doubts').textContent = `Review the ${count(proposals.doubts.size, 'unsure frame')}`;
    $('propose').textContent = proposals.isOn ? 'Clear proposals' : 'Propose again';
    $('proposals-button').textContent =
        proposals.isOn && number > 0 ? `Proposals ${number.toLocaleString('en')}` : 'Proposals';
}

/** Asks once more: after frames came, moments changed, or more was measured. */
export function refreshProposals() {
    after('proposals', SECOND / 2, ask);
}

function ask() {
    get(root.dataset.proposals)
        .then(taken)
        .catch(() => say('The server does not answer; what is proposed stays as it was.'));
}

function change(changes) {
    post(root.dataset.proposals, changes, true)
        .then(taken)
        .catch(() => say('The server did not take that change of the proposals. Try once more.'));
}

/** So many of a hundred, shown at once and kept when the hand rests. */
function share(percent) {
    proposals.share = Math.min(MOST, Math.max(LEAST, percent));
    $('share').value = proposals.share;
    redraw();
    soon('share', SECOND / 2, () => change({ share: proposals.share }));
}

const want = (frames) => share(Math.round((PERCENT * frames) / Math.max(1, proposals.order.length)));

/** What is proposed becomes a mark: of one moment, or of all. */
function take(frames, isOnly, title) {
    const own = frames.filter((frame) => frame.in === 1 && frame.verdict === 'open');
    const changes = own.filter(isProposed).map((frame) => [frame, { verdict: 'keep' }]);
    const kept = changes.length;
    if (isOnly) {
        changes.push(...own.filter((frame) => !isProposed(frame)).map((frame) => [frame, { verdict: 'drop' }]));
    }
    if (kept === 0) {
        say('Nothing is proposed here that is still open.');

        return false;
    }
    mark(changes, title(kept, changes.length - kept), false);
    tellProposals();

    return true;
}

export function takeMoment() {
    const frame = current();
    if (frame === null) {
        return;
    }
    const own = state.frames.filter((other) => other.moment === frame.moment);
    take(own, true, (kept, dropped) => `Keep what is proposed of a moment: ${kept} kept, ${dropped} dropped`);
}

function takeAll(isOnly) {
    take(state.frames, isOnly, (kept, dropped) =>
        isOnly ? `Keep the ${kept} proposed, drop ${dropped} others` : `Keep the ${count(kept, 'proposed frame')}`,
    );
}

/** The next frame that waits for somebody: the best of the next moment that is not decided. */
export function nextToDecide() {
    const frame = current();
    const from = frame ? state.view.indexOf(frame) : -1;
    const rest = [...state.view.slice(from + 1), ...state.view.slice(0, Math.max(0, from))];
    const next =
        rest.find((other) => other.verdict === 'open' && other.moment !== frame?.moment) ??
        rest.find((other) => other.verdict === 'open');
    if (!next) {
        say('Everything that is shown is decided.');

        return null;
    }
    const own = rest.filter((other) => other.moment === next.moment && other.verdict === 'open');

    return own.toSorted((a, b) => place(a) - place(b))[0];
}

const place = (frame) => proposals.places.get(frame.id) ?? Infinity;

export function toggleProposals(isOpen = $('proposals').hidden) {
    $('proposals').hidden = !isOpen;
    $('proposals-button').setAttribute('aria-expanded', String(isOpen));
    // The room for pictures is another one.
    window.dispatchEvent(new Event('resize'));
}

export function listenToProposals(find) {
    $('proposals-button').addEventListener('click', (event) => {
        toggleProposals();
        event.target.blur();
    });
    $('share').addEventListener('input', () => {
        share(Number($('share').value));
    });
    $('wanted').addEventListener('change', () => want(Number($('wanted').value)));
    $('a-minute').addEventListener('click', () => want(state.minutes));
    $('work').addEventListener('change', () => {
        change({ work: $('work').value });
        $('work').blur();
    });
    for (const input of root.querySelectorAll('[data-weight]')) {
        input.addEventListener('input', () =>
            soon('weights', SECOND / 4, () => {
                const inputs = [...root.querySelectorAll('[data-weight]')];
                change({ weights: Object.fromEntries(inputs.map((own) => [own.dataset.weight, Number(own.value)])) });
            }),
        );
    }
    // The room for pictures is another one.
    $('counts').addEventListener('toggle', () => window.dispatchEvent(new Event('resize')));
    listenToTaste(taken, change);
    $('take').addEventListener('click', () => takeAll(false));
    $('take-only').addEventListener('click', () => takeAll(true));
    $('propose').addEventListener('click', () => change({ isOn: !proposals.isOn }));
    $('review-doubts').addEventListener('click', () => {
        $('where').value = 'eyes:unsure';
        find('eyes:unsure', '');
    });
    $('measure').addEventListener('click', () =>
        post(root.dataset.measure, {})
            .then(taken)
            .catch(() => say('The server did not begin to measure. Try once more.')),
    );
    setInterval(() => {
        if (proposals.measured < proposals.total && !document.hidden && !$('proposals').hidden) {
            refreshProposals();
        }
    }, PATIENCE);
}
