/** The page of looks: its parts by name, and short messages. */
import { after } from '../studio/timers.js';

export const SECOND = 1000;

export const root = document.querySelector('[data-looks]');

const parts = new Map();

/** A part of the page by its name, looked up once. */
export const $ = (name) => parts.get(name) ?? parts.set(name, root.querySelector(`[data-${name}]`)).get(name);

export const count = (number, word) => `${number.toLocaleString('en')} ${word}${number === 1 ? '' : 's'}`;

export function say(text) {
    $('note').textContent = text;
    $('note').hidden = text === '';
    after('note', 5 * SECOND, () => {
        $('note').hidden = true;
    });
}

export function svg(name, attributes = {}, ...children) {
    const element = document.createElementNS('http://www.w3.org/2000/svg', name);
    for (const [key, value] of Object.entries(attributes)) {
        element.setAttribute(key, value);
    }
    element.append(...children);

    return element;
}

export function html(name, attributes = {}, ...children) {
    const element = document.createElement(name);
    for (const [key, value] of Object.entries(attributes)) {
        key === 'class' ? (element.className = value) : element.setAttribute(key, value);
    }
    element.append(...children);

    return element;
}

/**
 * Drags from where a pointer goes down, wherever it goes: `move` gets where it is, as shares of a box; `end` is told
 * when it is over, with the last place.
 */
export function drag(element, box, move, end) {
    element.addEventListener('pointerdown', (event) => {
        event.preventDefault();
        element.focus?.();
        const at = (one) => {
            const { left, top, width, height } = box().getBoundingClientRect();

            return [(one.clientX - left) / width, (one.clientY - top) / height];
        };
        const from = at(event);
        const listening = new AbortController();
        const listen = (name, act) =>
            window.addEventListener(name, (one) => one.pointerId === event.pointerId && act(one), {
                signal: listening.signal,
            });
        const stop = (one) => {
            listening.abort();
            end(at(one), from);
        };
        listen('pointermove', (one) => move(at(one), from));
        listen('pointerup', stop);
        listen('pointercancel', stop);
    });
}
