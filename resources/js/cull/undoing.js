/**
 * Steps undone and redone.
 */
import { withdrawn } from './history.js';
import { steps } from './marking.js';
import { count, say } from './page.js';
import { collected, history, marksOf, state } from './store.js';
import { current, ladder, later, refilter, rivals, wall } from './view.js';

export function undo() {
    const step = history.takeBack();
    if (!step) {
        say('Nothing is left to undo in this round.');

        return;
    }
    const undone = showStep(step, true);
    steps.add({ id: step.id, takeBack: true, title: step.title });
    tellStep('Undone', step, undone);
}

export function redo() {
    const step = history.again();
    if (!step) {
        say('Nothing was undone that could be done again.');

        return;
    }
    const redone = showStep(step, false);
    steps.add({ id: step.id, again: true, title: step.title });
    tellStep('Redone', step, redone);
}

/** What became of a step that was undone or redone: frames that are set aside stay as they are. */
function tellStep(what, step, touched) {
    const aside = step.marks.length - touched;
    say(
        aside === 0
            ? `${what}: ${step.title}.`
            : touched === 0
              ? `Nothing was changed: ${step.marks.length === 1 ? 'the frame is' : `all ${step.marks.length} frames are`} set aside. Take ${step.marks.length === 1 ? 'it' : 'them'} back into the shoot first.`
              : `${what} for ${count(touched, 'frame')}: ${step.title}. ${count(aside, 'frame')} set aside ${aside === 1 ? 'stays' : 'stay'} as before.`,
    );
}

/** Puts frames as they are without a step, or with it again. */
function applyStep(step, isBack) {
    const touched = [];
    for (const [id, before, after, isCollected] of step.marks) {
        const frame = state.byId.get(id);
        if (frame && !frame.isAside) {
            Object.assign(frame, isBack ? withdrawn(frame, before, after) : withdrawn(frame, after, before));
            if (isCollected !== null) {
                isCollected !== isBack ? collected.add(id) : collected.delete(id);
            }
            touched.push(frame);
        }
    }

    return touched;
}

function showStep(step, isBack) {
    const touched = applyStep(step, isBack);
    ladder.refresh(touched);
    if (state.mode === 'rivals') {
        rivals.draw();
        later();
    } else {
        refilter(touched[0] ?? current());
        wall.refresh(touched);
    }

    return touched.length;
}

/** What the server has not got yet is on the screen all the same. */
export function replay(step) {
    if (step.takeBack || step.again) {
        const known = step.takeBack ? history.takeBack(step.id) : history.again(step.id);
        known && applyStep(known, Boolean(step.takeBack));

        return;
    }
    const own = [];
    for (const sent of history.has(step.id) ? [] : step.marks) {
        const frame = state.byId.get(sent.frame);
        if (frame) {
            const before = marksOf(frame);
            Object.assign(frame, {
                verdict: sent.verdict ?? frame.verdict,
                rating: sent.rating ?? frame.rating,
                uses: (frame.uses | (sent.given ?? 0)) & ~(sent.taken ?? 0),
            });
            own.push([frame.id, before, marksOf(frame), sent.collect ?? null]);
        }
    }
    if (own.length > 0) {
        history.made({ id: step.id, title: step.title, marks: own });
    }
}
