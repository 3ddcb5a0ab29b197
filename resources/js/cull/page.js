/**
 * The page of culling: its parts by name, short messages, words.
 */
import { pips, verdict as verdictShape } from '../studio/shapes.js';
import { after, soon } from '../studio/timers.js';

export { after, soon };

export const SECOND = 1000;
const FLASH = 700;
export const root = document.querySelector('[data-cull]');
const parts = new Map();

/** A part of the page by its name, looked up once. */
export const $ = (name) => parts.get(name) ?? parts.set(name, root.querySelector(`[data-${name}]`)).get(name);

export const words = { keep: 'Keep', drop: 'Drop', open: 'Open again' };
export const count = (number, word) => `${number.toLocaleString('en')} ${word}${number === 1 ? '' : 's'}`;
export const inWords = (key) => (key === 'Space' ? 'space' : key.length === 1 ? key.toUpperCase() : key);

/** Shows the mark large for a moment. */
export function flash(change) {
    const box = $('flash');
    box.replaceChildren(
        ...(change.verdict ? [verdictShape(change.verdict)] : []),
        ...(change.rating !== undefined ? [pips(change.rating)] : []),
        document.createTextNode(change.word ?? ''),
    );
    // Shown and taken away, without fading: what moves is painted again and again while the next key is on its way.
    box.classList.add('is-on');
    after('flash', FLASH, () => box.classList.remove('is-on'));
}

export function say(text) {
    $('note').textContent = text;
    $('note').hidden = text === '';
    after('note', 5 * SECOND, () => {
        $('note').hidden = true;
    });
}

export function openMore(focus = null) {
    $('more').hidden = false;
    $('more-button').setAttribute('aria-expanded', 'true');
    if (focus) {
        $(focus).focus();
    }
}
