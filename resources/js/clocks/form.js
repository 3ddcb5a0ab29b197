/**
 * The clock in the form. What it does is worked out by the server; a lane follows the hand until the answer is
 * there.
 */
import { post } from '../studio/server.js';
import { showAll } from './near.js';
import { $, current, drawing, root, state } from './store.js';
import { showTies } from './ties.js';

export const form = root.querySelector('[data-clock]');
export const PARTS = ['days', 'hours', 'minutes', 'seconds'];

export const milliseconds = () =>
    (form.elements.direction.value === 'earlier' ? -1 : 1) *
    (Number(form.elements.days.value) * 86_400_000 +
        Number(form.elements.hours.value) * 3_600_000 +
        Number(form.elements.minutes.value) * 60_000 +
        Math.round(Number(form.elements.seconds.value) * 1000));

export function fill(ms) {
    const rest = Math.abs(ms);
    form.elements.direction.value = ms < 0 ? 'earlier' : 'later';
    const values = [
        Math.floor(rest / 86_400_000),
        Math.floor(rest / 3_600_000) % 24,
        Math.floor(rest / 60_000) % 60,
        (rest % 60_000) / 1000,
    ];
    PARTS.forEach((part, i) => {
        form.elements[part].value = values[i];
    });
}

export const fields = () => Object.fromEntries([...new FormData(form)].filter(([name]) => name !== '_token'));

export function tryClock(after = 0) {
    clearTimeout(state.tryTimer);
    state.tryTimer = setTimeout(askServer, after);
}

export async function askServer() {
    const turn = ++state.requests;
    const problems = $('problems');
    try {
        const told = await post(root.dataset.try, fields());
        if (turn !== state.requests) {
            return;
        }
        problems.replaceChildren();
        for (const frame of current.frames) {
            frame.at = told.after[frame.id] ?? frame.at;
        }
        current.frames.sort((a, b) => a.at - b.at || a.id - b.id);
        current.read = Object.values(told.read).sort((a, b) => a - b);
        const isMoved = current.frames.some((frame) => frame.at !== told.read[frame.id]);
        current.read = isMoved ? current.read : null;
        drawing.moved = 0;
        $('words').textContent = told.words === 'right as it is' ? '0 s' : told.words;
        $('state').textContent = told.words;
        $('moved').textContent = `${told.moved.toLocaleString('en')} of ${current.frames.length.toLocaleString('en')}`;
        $('changed').textContent = `${told.changed.toLocaleString('en')} of ${told.all.toLocaleString('en')}`;
        $('use').disabled = false;
        const doubts = [
            [told.twice, 'were taken in the hour that happened twice when the clocks went back; the first is taken'],
            [told.never, 'show a time that never happened, because the clocks went forward'],
        ].filter(([count]) => count > 0);
        $('doubtful').hidden = doubts.length === 0;
        $('doubtful').textContent = doubts
            .map(
                ([count, words]) =>
                    `${count.toLocaleString('en')} frames ${words}. Give the zone it was set to as a distance to UTC.`,
            )
            .join(' ');
        showAll();
    } catch (refused) {
        if (turn !== state.requests) {
            return;
        }
        const errors = refused.told?.errors
            ? Object.values(refused.told.errors).flat()
            : ['The server does not answer. Nothing was changed; try again.'];
        problems.replaceChildren(
            ...errors.map((message) =>
                Object.assign(document.createElement('p'), { className: 'invalid-feedback', textContent: message }),
            ),
        );
        $('use').disabled = true;
    }
}

export function shiftBy(ms, after = 150) {
    drawing.moved += ms;
    fill(milliseconds() + ms);
    showAll();
    tryClock(after);
}

export function listenToForm() {
    form.addEventListener('input', () => tryClock(250));
    for (const name of ['zone', 'card', 'from', 'to']) {
        form.elements[name].addEventListener('change', showTies);
    }
    for (const button of root.querySelectorAll('[data-nudge]')) {
        button.addEventListener('click', () => shiftBy(Number(button.dataset.nudge) * 1000));
    }
}
