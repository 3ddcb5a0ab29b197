/**
 * Highlighting and ticking. What is highlighted (a light mat around the picture) is what a key acts on; what is
 * ticked (the box on the picture) is what will be copied. All is ticked at first.
 */
import { post } from '../studio/server.js';
import { Steps, uuid } from '../studio/steps.js';
import { large, wall } from './card-wall.js';
import { count, history, root, say, shows, state } from './card.js';
import { show } from './summary.js';

const steps = new Steps(root.dataset.shoot, root.dataset.marks, (waiting, problem) =>
    say(problem === null ? '' : `${count(waiting, 'mark')} kept here until the server answers`),
);

/** One frame, a range from the last one on, or one more or less. */
export function highlight(frame, isRange = false, isMore = false) {
    const place = state.view.indexOf(frame);
    if (isRange) {
        const [from, to] = [Math.min(state.anchor, place), Math.max(state.anchor, place)];
        state.highlighted = new Set([...(isMore ? state.highlighted : []), ...state.view.slice(from, to + 1)]);
    } else if (isMore) {
        state.highlighted.has(frame) ? state.highlighted.delete(frame) : state.highlighted.add(frame);
        state.anchor = place;
    } else {
        state.highlighted = new Set([frame]);
        state.anchor = place;
    }
    state.at = place;
    show();
}

export function step(by, isRange) {
    const frame = state.view[Math.min(state.view.length - 1, Math.max(0, state.at + by))];
    if (frame) {
        highlight(frame, isRange);
    }
}

/** The frame that was highlighted last, large and alone: what a key acts on is what is seen. */
export function lookAt(isLarge) {
    if (isLarge && state.view[state.at]) {
        large.open();
        highlight(state.view[state.at]);
    } else if (!isLarge && large.isOpen) {
        large.shut();
        wall.lay(state.view);
        show();
    }
}

/** One tick for all that is highlighted. What was copied stays ticked. */
export function tick(isTicked, own = [...state.highlighted]) {
    const changed = own.filter((frame) => !frame.isCopied && frame.isTicked !== isTicked);
    if (changed.length === 0) {
        return;
    }
    for (const frame of changed) {
        frame.isTicked = isTicked;
    }
    send(changed, isTicked);
    wall.refresh(changed);
    show();
}

function send(changed, isTicked) {
    const body = {
        frames: changed.filter((frame) => frame.id > 0).map((frame) => frame.id),
        files: changed.filter((frame) => frame.id < 0).map((frame) => -frame.id),
        ticked: isTicked,
    };
    state.ticksOnTheirWay = state.ticksOnTheirWay
        .then(() => post(root.dataset.ticks, body))
        .then(() => say(''))
        .catch(() => {
            say('The server did not take the ticks; they are sent again.');

            return new Promise((done) => {
                setTimeout(done, 2000);
            }).then(() => send(changed, isTicked));
        });
}

/** Verdicts can be given here and now; they stay with the frame. */
export function judge(verdict) {
    const changed = [...state.highlighted].filter((frame) => frame.id > 0 && frame.verdict !== verdict);
    if (changed.length === 0) {
        return;
    }
    const id = uuid();
    history.push({ id, frames: changed.map((frame) => [frame, frame.verdict]) });
    steps.add({
        id,
        title: `${{ keep: 'Keep', drop: 'Drop', open: 'Open' }[verdict]} ${count(changed.length, 'frame')} before the copy`,
        marks: changed.map((frame) => ({ frame: frame.id, verdict })),
    });
    changed.forEach((frame) => {
        frame.verdict = verdict;
    });
    wall.refresh(changed);
    state.highlighted.size === 1 ? step(1, false) : show();
}

export function undo() {
    const step = history.pop();
    if (step) {
        steps.add({ id: step.id, takeBack: true });
        step.frames.forEach(([frame, before]) => {
            frame.verdict = before;
        });
        wall.refresh(step.frames.map(([frame]) => frame));
    }
    show();
}

export function lay() {
    const current = state.view[state.at];
    state.view = state.frames.filter(shows[state.filter]);
    state.at = Math.max(0, state.view.indexOf(current));
    state.highlighted = new Set([...state.highlighted].filter((frame) => state.view.includes(frame)));
    state.view.length === 0 && lookAt(false);
    wall.lay(state.view);
    show();
}

export const untickAll = (meant) => tick(false, state.frames.filter(meant));
