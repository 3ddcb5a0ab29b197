/**
 * The keys of the page of clocks.
 */
import { tinykeys } from 'tinykeys';
import { form, shiftBy } from './form.js';
import { hold, showAll } from './near.js';
import { $, current, drawing, frameAt, keep, keepNow, lanes, root } from './store.js';
import { tieTwo } from './ties.js';

const step = (by) => {
    const frame = frameAt(current);
    const next = current.frames[current.frames.indexOf(frame) + by];
    drawing.held.delete(current);
    if (next) {
        drawing.cursor = next.at + drawing.shift(current);
        drawing.reveal(drawing.cursor);
    }
    showAll();
};

const goToLane = (by) =>
    keepNow() ??
    root.querySelectorAll('[data-lane-name]')[(lanes.indexOf(current) + by + lanes.length) % lanes.length].click();

const help = root.querySelector('dialog');

const zoom = (factor) => {
    drawing.zoom(factor, drawing.cursor ?? (drawing.from + drawing.to) / 2);
    keep();
};

const actions = {
    ArrowRight: () => step(1),
    ArrowLeft: () => step(-1),
    ArrowDown: () => goToLane(1),
    ArrowUp: () => goToLane(-1),
    'Shift+ArrowRight': () => shiftBy(1000),
    'Shift+ArrowLeft': () => shiftBy(-1000),
    'Shift+Control+ArrowRight': () => shiftBy(10_000),
    'Shift+Control+ArrowLeft': () => shiftBy(-10_000),
    'Shift+Alt+ArrowRight': () => shiftBy(100),
    'Shift+Alt+ArrowLeft': () => shiftBy(-100),
    closer: () => zoom(0.5),
    wider: () => zoom(2),
    Home: () => {
        drawing.whole();
        showAll();
    },
    h: () => hold(frameAt(current)),
    t: tieTwo,
    Escape: () => {
        drawing.held.clear();
        showAll();
    },
    u: () => form.requestSubmit($('use')),
    '?': () => help.showModal(),
    'Shift+?': () => help.showModal(),
};

const unless = (act) => (event) => {
    if (!event.target.matches('input, textarea, select') && !help.open) {
        event.preventDefault();
        act();
    }
};

export function listenToKeys() {
    tinykeys(window, Object.fromEntries(Object.entries(actions).map(([key, act]) => [key, unless(act)])));
    // Plus and minus are on other keys in every country, with Shift and without.
    window.addEventListener('keydown', (event) => {
        const act = { '+': actions.closer, '=': actions.closer, '-': actions.wider }[event.key];
        if (act && !event.ctrlKey && !event.metaKey) {
            unless(act)(event);
        }
    });
    for (const button of root.querySelectorAll('[data-does]')) {
        button.addEventListener('click', () => actions[button.dataset.does]());
    }
    window.addEventListener('resize', () => drawing.draw());
}
