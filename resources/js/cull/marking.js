/**
 * Marks: put on frames, shown at once, and on their way to the server.
 */
import { Steps, uuid } from '../studio/steps.js';
import { answered } from './following.js';
import { goTo, removeRival } from './moving.js';
import { $, count, flash, openMore, root, say, words } from './page.js';
import { drawUses } from './panels.js';
import { collected, filter, highlighted, history, marksOf, matches, nameOf, setName, state } from './store.js';
import { current, ladder, later, leave, rivals, show, wall } from './view.js';

export const steps = new Steps(
    root.dataset.cull,
    root.dataset.marks,
    (waiting, problem) => {
        $('waiting').hidden = problem === null;
        $('waiting').textContent =
            problem === null
                ? ''
                : `${waiting} ${waiting === 1 ? 'mark is' : 'marks are'} kept here until the server answers`;
    },
    answered,
);

/** The frames that a key is meant for: on the wall, where they are seen, all highlighted ones; else the one that is current. */
export function framesForKey() {
    const frame = current();

    return highlighted.size > 0 && state.mode === 'wall'
        ? state.view.filter((other) => highlighted.has(other))
        : frame
          ? [frame]
          : [];
}

export function ofMoment() {
    const frame = current();

    return frame ? state.view.filter((other) => other.moment === frame.moment) : [];
}

/**
 * Puts marks on frames, shows them, and moves on.
 *
 * @param changes frames with what is said of them: verdict, rating, uses, collect
 */
export function mark(changes, title, goOn = state.movesOn && framesForKey().length < 2) {
    const real = changes.filter(([frame, change]) =>
        Object.entries(change).some(([name, value]) =>
            name === 'collect' ? collected.has(frame.id) !== value : frame[name] !== value,
        ),
    );
    const before = current();
    if (real.length > 0) {
        const id = uuid();
        const own = [];
        const marks = real.map(([frame, change]) => {
            const then = marksOf(frame);
            const sent = { frame: frame.id, saw: then };
            if (change.verdict !== undefined) {
                sent.verdict = change.verdict;
            }
            if (change.rating !== undefined) {
                sent.rating = change.rating;
            }
            if (change.uses !== undefined) {
                sent.given = change.uses & ~frame.uses;
                sent.taken = frame.uses & ~change.uses;
            }
            if (change.collect !== undefined) {
                sent.collect = change.collect;
                change.collect ? collected.add(frame.id) : collected.delete(frame.id);
            }
            Object.assign(frame, Object.fromEntries(Object.entries(change).filter(([name]) => name !== 'collect')));
            own.push([frame.id, then, marksOf(frame), change.collect ?? null]);

            return sent;
        });
        history.made({ id, title, marks: own });
        state.decided.push(...real.filter(([, change]) => change.verdict !== undefined).map(() => Date.now()));
        steps.add({
            id,
            title,
            round: state.round.id,
            marks,
            ...(changes.some(([, change]) => change.collect !== undefined) ? { set: state.collectsInto } : {}),
        });
    }
    if (changes.length > 0) {
        flash({ ...changes[0][1], word: nameOf(changes.map(([frame]) => frame)) });
    }
    const touched = changes.map(([frame]) => frame);
    ladderSoon(touched);
    if (state.mode === 'rivals') {
        const frame = rivals.current;
        frame && frame.verdict === 'drop' && touched.includes(frame) && rivals.frames.length > 1
            ? removeRival()
            : rivals.draw();
        later();

        return;
    }
    wall.refresh(touched);
    const goes = before !== null && matches(before) && goOn;
    if (touched.some((frame) => !matches(frame))) {
        // What the filter hides leaves at once, and the next one takes its place.
        leave(touched);
    }
    if (goes && state.at < state.view.length - 1) {
        state.at++;
        state.direction = 1;
    }
    show();
}

function ladderSoon(touched) {
    touched.forEach((frame) => state.changedFrames.add(frame));
    state.ladderTimer ??= setTimeout(() => {
        state.ladderTimer = null;
        ladder.refresh([...state.changedFrames]);
        state.changedFrames = new Set();
    }, 50);
}

export function verdict(said, own = framesForKey()) {
    mark(
        own.map((frame) => [frame, { verdict: said }]),
        `${words[said]} ${nameOf(own)}`,
    );
}

export function rate(rating) {
    const own = framesForKey();
    mark(
        own.map((frame) => [frame, { rating }]),
        `Rate ${nameOf(own)} ${rating}`,
        state.movesOn && state.ratingMovesOn && own.length < 2,
    );
}

/** A rating and the verdict that mostly comes with it, by one key. */
export function rateAndKeep(rating) {
    const own = framesForKey();
    mark(
        own.map((frame) => [frame, { rating, verdict: 'keep' }]),
        `Rate ${nameOf(own)} ${rating} and keep`,
    );
}

export function wholeMoment(said) {
    const own = ofMoment();
    const frame = current();
    if (!frame) {
        return;
    }
    const after = state.view.find((other, i) => i > state.at && other.moment !== frame.moment);
    mark(
        own.map((other) => [other, { verdict: said }]),
        `${words[said]} the moment at ${own[0].time.slice(0, 5)}, ${count(own.length, 'frame')}`,
        false,
    );
    if (after && state.movesOn && matches(frame)) {
        goTo(after);
    }
}

export function onlyThis() {
    const frame = current();
    if (!frame) {
        return;
    }
    const others = state.frames.filter(
        (other) => other.moment === frame.moment && other !== frame && (other.in === 1 || filter.outside),
    );
    const after = state.view.find((other, i) => i > state.at && other.moment !== frame.moment);
    mark(
        [[frame, { verdict: 'keep' }], ...others.map((other) => [other, { verdict: 'drop' }])],
        `Keep only ${frame.name} of ${count(others.length + 1, 'frame')}`,
        false,
    );
    if (after && state.movesOn && matches(frame) && state.mode !== 'rivals') {
        goTo(after);
    }
}

export function collect() {
    if (state.collectsInto === null) {
        openMore('collects');
        say('Choose the set that frames are collected into first.');

        return;
    }
    const own = framesForKey();
    const isIn = !own.every((frame) => collected.has(frame.id));
    mark(
        own.map((frame) => [frame, { collect: isIn }]),
        `${isIn ? 'Collect' : 'Take'} ${nameOf(own)} ${isIn ? 'into' : 'out of'} ${setName()}`,
        false,
    );
    say(`${isIn ? 'Collected into' : 'Taken out of'} ${setName()}: ${nameOf(own)}.`);
}

export function use(bit) {
    const own = framesForKey();
    const isGiven = !own.every((frame) => frame.uses & (1 << bit));
    mark(
        own.map((frame) => [frame, { uses: isGiven ? frame.uses | (1 << bit) : frame.uses & ~(1 << bit) }]),
        `${isGiven ? 'For' : 'Not for'} ${state.uses[bit]}: ${nameOf(own)}`,
        false,
    );
    drawUses();
}
