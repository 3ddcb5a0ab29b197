/**
 * The wall, the single frame, rivals: what is on the page. What need not be painted with the key is painted
 * after it.
 */
import { Close } from '../studio/close.js';
import { showInstant } from '../studio/day-line.js';
import { pips, verdict as verdictShape } from '../studio/shapes.js';
import { Wall } from '../studio/wall.js';
import { Wanted } from '../studio/wanted.js';
import { keepPlace } from './finding.js';
import { Ladder } from './ladder.js';
import { goTo, highlight, showOne } from './moving.js';
import { $, after, root } from './page.js';
import { counts, drawOthers, facts, labelsOf, tags, tellPass } from './panels.js';
import { showFaces } from './faces.js';
import { People } from './people.js';
import { Pictures, paint } from './pictures.js';
import { isProposed, statusOf } from './proposals.js';
import { Rivals } from './rivals.js';
import { filter, highlighted, isPassOver, matches, state } from './store.js';

/** Milliseconds without a key after which the rest of the page follows, and those after which it does in any case. */
const PAUSE = 45;

const LONGEST = 350;

/** Milliseconds after that until the faces of the frame follow. */
const FACES = 80;
const wholeOf = (frame) => `${root.dataset.whole}/${frame.id}/whole`;

export const pictures = new Pictures((frame) => {
    if (state.mode === 'rivals') {
        rivals.refresh(frame);
    } else if (frame === current() && state.mode === 'one') {
        paint($('image'), pictures.of(frame), frame);
    }
});

export const loupe = new Close($('frame'), $('pins'), wholeOf);

export const rivals = new Rivals($('rivals'), pictures, wholeOf, (i) => {
    rivals.at = i;
    rivals.draw();
    later();
});

export const people = new People($('people'), wholeOf, (frame) => {
    const found = state.view.indexOf(frame);
    if (found >= 0) {
        state.at = found;
        show();
    }
});

export const wall = new Wall($('wall'), {
    open: (frame) => {
        state.at = state.view.indexOf(frame);
        showOne();
    },
    point: (frame, event) => {
        highlight(frame, event);
        state.at = state.view.indexOf(frame);
        show();
    },
    shown: () => requests.look(),
    isHighlighted: (frame) => highlighted.has(frame),
    isProposed: (frame) => isProposed(frame),
});

const requests = new Wanted(
    root.dataset.wanted,
    () => (state.mode === 'wall' ? wall.seen : state.view.slice(Math.max(0, state.at - 2), state.at + 8)),
    (made) => {
        made.forEach((frame) => pictures.forget(frame));
        wall.refresh(made);
        if (state.mode !== 'wall' && made.includes(current())) {
            show();
        }
    },
);

export const ladder = new Ladder(
    $('ladder'),
    (own) => goTo(own.find((frame) => state.view.includes(frame))),
    (own) => statusOf(own),
);

export function current() {
    return state.mode === 'rivals' ? rivals.current : (state.view[state.at] ?? null);
}

export function refilter(stay) {
    state.view = state.frames.filter(matches);
    if (filter.sort) {
        const place = state.matching ?? new Map();
        state.view.sort((a, b) => (place.get(a.id) ?? 0) - (place.get(b.id) ?? 0));
    }
    const found = stay ? state.view.indexOf(stay) : -1;
    state.at = found >= 0 ? found : Math.min(state.at, Math.max(0, state.view.length - 1));
    arrange();
    state.mode === 'wall' ? wall.lay(state.view) : wall.hold(state.view);
    show();
}

/** Which part of the page is there; before anything is laid out in it, since what is hidden has no width. */
export function arrange() {
    const isEmpty = current() === null;
    const isOver = isEmpty && state.frames.length > 0 && isPassOver();
    $('none').hidden = !isEmpty || isOver;
    $('pass').hidden = !isOver;
    $('wall').hidden = state.mode !== 'wall' || isEmpty;
    $('look').hidden = state.mode !== 'one' || isEmpty;
    $('rivals').hidden = state.mode !== 'rivals' || isEmpty;
    $('people').hidden = state.mode !== 'people' || isEmpty;
    root.dataset.mode = state.mode;
    if (isOver) {
        tellPass();
    }
}

export function show() {
    const frame = current();
    arrange();
    keepPlace();
    if (frame === null) {
        later();

        return;
    }
    if (state.mode === 'wall') {
        wall.point(frame);
    } else if (state.mode === 'people') {
        people.show(frame);
    } else if (state.mode === 'one') {
        pictures.want(state.view, state.at, state.direction);
        const [width, height] = pictures.size(frame);
        const scale = window.devicePixelRatio || 1;
        $('frame').style.width = `${width / scale}px`;
        $('frame').style.height = `${height / scale}px`;
        paint($('image'), pictures.of(frame), frame);
        $('image').setAttribute('aria-label', frame.name);
        $('image').dataset.id = frame.id;
        $('line').textContent =
            `${(state.at + 1).toLocaleString('en')} of ${state.view.length.toLocaleString('en')} · ${frame.time.slice(0, 11)}${highlighted.has(frame) ? ' · highlighted on the wall' : ''}`;
        showMarks(frame);
        loupe.show(frame);
    }
    later();
}

/** What was said of the frame, drawn anew only where it differs: most keys leave most of it as it is. */
function showMarks(frame) {
    const said = `${frame.verdict}, rating ${frame.rating}${labelsOf(frame)
        .map((name) => `, ${name}`)
        .join('')}`;
    if (state.shownMarks !== said) {
        state.shownMarks = said;
        $('shown').replaceChildren(verdictShape(frame.verdict), pips(frame.rating), ...tags(frame));
        $('shown').setAttribute('aria-label', said);
    }
}

/** What may come a moment after the key: counts, ladder, the other frames of the moment, the place on the day line. */
export function later() {
    // While keys come one upon another only the place on the day line goes along; the rest when they pause.
    const now = performance.now();
    state.firstKey = state.settleTimer === null ? now : state.firstKey;
    clearTimeout(state.settleTimer);
    const isPause = now - state.firstKey <= LONGEST;
    state.settleTimer = setTimeout(() => settle(isPause), isPause ? PAUSE : 0);
}

/** @param isPause whether the keys rest; while one is held, large pictures would only be in the way */
function settle(isPause) {
    state.settleTimer = null;
    const frame = current();
    counts();
    requests.look();
    if (frame !== null) {
        showInstant(frame.taken);
        if (state.mode === 'one') {
            isPause && pictures.want(state.view, state.at, state.direction);
            ladder.point(frame);
            drawOthers(frame);
            facts(frame);
            // Whoever types ten keys a second looks at no faces.
            after(
                'show-faces',
                FACES,
                () => frame === current() && showFaces(frame, wholeOf, () => (frame.plain ? null : pictures.of(frame))),
            );
        }
    }
}

/** Takes frames out of the view without laying all of it anew. */
export function leave(touched) {
    const gone = new Set(touched.filter((frame) => !matches(frame)));
    gone.forEach((frame) => highlighted.delete(frame));
    if (gone.size === 1 && gone.has(state.view[state.at])) {
        // One key on one frame of many thousands: only its place is taken out, and the next one takes its place.
        state.view = state.view.toSpliced(state.at, 1);
        state.at = Math.max(0, Math.min(state.at, state.view.length - 1));
    } else {
        const next =
            state.view.slice(state.at).find((frame) => !gone.has(frame)) ??
            state.view.slice(0, state.at).findLast((frame) => !gone.has(frame));
        state.view = state.view.filter((frame) => !gone.has(frame));
        state.at = Math.max(0, state.view.indexOf(next));
    }
    arrange();
    state.mode === 'wall' ? wall.lay(state.view) : wall.hold(state.view);
}

export function closeUp(isOpen) {
    if (state.mode === 'rivals') {
        rivals.close(isOpen);
    } else if (state.mode === 'people') {
        people.close(isOpen);
    } else if (state.mode === 'one' && current()) {
        isOpen ? loupe.open(current()) : loupe.shut();
    }
}
