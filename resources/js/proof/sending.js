/**
 * Steps of a guest: done on the page at once, kept in the browser until the server has
 * them.
 */
import { get } from '../studio/server.js';
import { Steps, uuid } from '../studio/steps.js';
import { $, adopt, base, countOf, fingerprint, state } from './choices.js';
import { draw, grid, showChange, tell } from './screen.js';

export const steps = new Steps(
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

function addStep(step, act) {
    if (state.isSent) {
        tell('Your selection is with the studio. Ask it to open the selection again, if you want to change something.');

        return;
    }
    act();
    steps.add({ id: uuid(), ...step });
}

export function choose(frame, name = state.list?.name) {
    const own = state.lists.find((one) => one.name === name);
    if (!own) {
        return;
    }
    const numbers = state.chosen.get(name) ?? new Set();
    const isOn = !numbers.has(frame.number);
    if (isOn && own.most !== null && countOf(own) >= own.most) {
        tell(
            `${own.most} are chosen${state.lists.length > 1 ? ` for “${name}”` : ''}, and no more can be. Remove one first.`,
        );
        grid.refuse(frame, `${own.most} of ${own.most} chosen`);

        return;
    }
    addStep({ kind: 'choose', number: frame.number, list: name, on: isOn }, () => {
        isOn ? numbers.add(frame.number) : numbers.delete(frame.number);
        state.chosen.set(name, numbers);
        tell('');
    });
    showChange(frame);
}

export function rate(frame, rating) {
    addStep({ kind: 'rate', number: frame.number, rating }, () =>
        rating === 0 ? state.ratings.delete(frame.number) : state.ratings.set(frame.number, rating),
    );
    showChange(frame);
}

export function comment(frame, text, drawing) {
    const id = uuid();
    addStep({ id, kind: 'comment', number: frame.number, text, drawing }, () =>
        state.comments.push({
            id,
            number: frame.number,
            text,
            svg: null,
            answer: null,
            isDone: false,
            isWaiting: true,
        }),
    );
    showChange(frame);
}

function answered(answer, batch) {
    for (const [id, reason] of Object.entries(answer.refused ?? {})) {
        const step = batch.find((one) => one.id === id);
        if (step?.kind === 'choose') {
            state.chosen.get(step.list)?.[step.on ? 'delete' : 'add'](step.number);
        } else if (step?.kind === 'comment') {
            state.comments = state.comments.filter((one) => one.id !== id);
        }
        tell(reason);
    }
    adopt(answer, steps.waiting);
    draw();
}

export async function fetchChanges() {
    if (document.hidden || steps.waiting.length > 0) {
        return;
    }
    const { made } = steps;
    try {
        const before = fingerprint();
        const told = await get(`${base}/since?edition=${encodeURIComponent(state.edition)}`);
        if (steps.made === made) {
            const came = told.frames ? told.frames.length - state.frames.length : 0;
            adopt(told, steps.waiting);
            if (before !== fingerprint()) {
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
