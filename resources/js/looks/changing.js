/**
 * Changes of looks: shown at once, kept as steps, undone and redone; on their way to the server.
 */
import { Steps, uuid } from '../studio/steps.js';
import { get } from '../studio/server.js';
import { $, count, html, root, say, SECOND } from './page.js';
import { current, history, isSame, put, state, tidy, valuesOf } from './store.js';
import { redraw, tell } from './showing.js';

/** Tenths of a second for which it is waited that the server has all steps. */
const TRIES = 80;

export const steps = new Steps(
    `looks-${root.dataset.looks}`,
    root.dataset.steps,
    (waiting, problem) => {
        $('waiting').hidden = problem === null;
        $('waiting').textContent =
            problem === null ? '' : `${count(waiting, 'change')} kept here until the server answers`;
    },
    answered,
);

/** Waits until the server has every step, for what is worked out there from them. */
export async function sent() {
    for (let tries = 0; tries < TRIES && steps.waiting.length > 0; tries++) {
        await new Promise((go) => setTimeout(go, SECOND / 10));
    }
    if (steps.waiting.length > 0) {
        throw new Error('The server does not answer.');
    }
}

/** Parts of the frame that is shown, while something is dragged: nothing is kept yet. */
export function draft(now) {
    state.draft = { ...(state.draft ?? {}), ...now };
    redraw(true);
}

/**
 * Keeps what was dragged, as one step.
 *
 * @param title gives it in words
 */
export function settle(title) {
    const now = state.draft;
    const text = now && title(now);
    state.draft = null;
    now && change([[current(), now]], text);
    redraw(false);
}

/** Changes parts at once, as one step. */
export function set(now, title) {
    change([[current(), now]], title);
    redraw(false);
}

/**
 * @param changes frames, each with parts as they are to be; null takes one away
 * @param number which look of theirs
 */
export function change(changes, title, number = state.number) {
    const sent = changes
        .filter(([frame]) => frame !== null)
        .map(([frame, parts]) => {
            const before = valuesOf(frame, number);
            const now = Object.fromEntries(
                Object.entries(tidy(parts)).filter(([part, value]) => !isSame(before[part] ?? null, value)),
            );
            const was = Object.fromEntries(Object.keys(now).map((part) => [part, before[part] ?? null]));

            return { frame: frame.id, number, was, now };
        })
        .filter(({ now }) => Object.keys(now).length > 0);
    if (sent.length === 0) {
        return;
    }
    const step = { id: uuid(), title, changes: sent };
    sent.forEach(({ frame, now }) => put(state.byId.get(frame), number, now));
    history.made(step);
    steps.add(step);
    tell();
}

function applied(step, isBack) {
    for (const { frame: id, number, was, now } of step.changes) {
        const frame = state.byId.get(id);
        const [from, to] = isBack ? [now, was] : [was, now];
        const values = frame ? valuesOf(frame, number) : {};
        const still = Object.keys(from).filter((part) => isSame(values[part] ?? null, from[part]));
        frame && put(frame, number, Object.fromEntries(still.map((part) => [part, to[part]])));
    }
    // What was changed is what is looked at.
    const first = step.changes.find(({ frame }) => state.byId.has(frame));
    if (first && !step.changes.some(({ frame }) => frame === current()?.id)) {
        state.at = state.frames.indexOf(state.byId.get(first.frame));
    }
    state.number = first?.number ?? state.number;
    redraw(false);
    tell();
}

export function undo() {
    const step = history.takeBack();
    if (!step) {
        say('Nothing is left to undo.');

        return;
    }
    applied(step, true);
    steps.add({ id: step.id, takeBack: true, title: step.title, changes: [] });
    say(`Undone: ${step.title}.`);
}

export function redo() {
    const step = history.again();
    if (!step) {
        say('Nothing was undone that could be done again.');

        return;
    }
    applied(step, false);
    steps.add({ id: step.id, again: true, title: step.title, changes: [] });
    say(`Redone: ${step.title}.`);
}

/** Goes back, or forth, until a step is the last one. */
export function goTo(id) {
    const place = history.all.findIndex((step) => step.id === id);
    while (history.place > place + 1) {
        undo();
    }
    while (history.place < place + 1) {
        redo();
    }
}

function answered(answer) {
    state.revision = Math.max(state.revision, answer.revision ?? 0);
    if (Object.keys(answer.refused ?? {}).length > 0) {
        say(Object.values(answer.refused)[0]);
    }
    for (const conflict of answer.conflicts ?? []) {
        const frame = state.byId.get(conflict.frame);
        if (frame) {
            const mine = valuesOf(frame, conflict.number);
            frame.looks[conflict.number] = { values: { ...conflict.values } };
            askWhose(frame, mine, conflict);
        }
    }
    if (answer.conflicts?.length > 0) {
        redraw(false);
    }
}

/** Somebody else changed the same meanwhile: one chooses. */
function askWhose(frame, mine, conflict) {
    const line = html('p', {}, `${frame.name}: ${conflict.by || 'somebody'} changed the same meanwhile. `);
    const choose = (label, act) => {
        const button = html('button', { type: 'button', class: 'btn-word' }, label);
        button.addEventListener('click', () => {
            line.remove();
            $('conflicts').hidden = $('conflicts').children.length === 0;
            act();
        });
        line.append(button, ' ');
    };
    choose('Use mine', () => {
        const now = Object.fromEntries(conflict.parts.map((part) => [part, mine[part] ?? null]));
        change([[frame, now]], `Changed ${frame.name} all the same`, conflict.number);
        redraw(false);
    });
    choose('Leave theirs', () => {});
    $('conflicts').append(line);
    $('conflicts').hidden = false;
}

/** What others do meanwhile. */
export async function fetchChanges() {
    if (document.hidden || steps.waiting.length > 0 || state.draft !== null) {
        return;
    }
    const { made } = steps;
    try {
        const answer = await get(`${root.dataset.since}/${state.revision}`);
        if (steps.made !== made) {
            return;
        }
        let touched = 0;
        for (const { frame: id, number, values } of answer.looks) {
            const frame = state.byId.get(id);
            if (frame && !isSame(valuesOf(frame, number), values)) {
                frame.looks[number] = { values };
                touched++;
            }
        }
        state.revision = answer.revision;
        if (touched > 0) {
            redraw(false);
            tell();
            say(`Somebody changed the look of ${count(touched, 'frame')}.`);
        }
    } catch {
        // The next look will tell.
    }
}
