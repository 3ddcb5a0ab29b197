/** Keys of the page of looks. */
import { bringIntoLine, copy, paste } from './carrying.js';
import { redo, undo } from './changing.js';
import { toggleCrop } from './crop.js';
import { moveLight, splitOrJoin } from './lights.js';
import { $ } from './page.js';
import { toggleGrey } from './ring.js';
import { removePlace, togglePlaces } from './places.js';
import { goTo, redraw } from './showing.js';
import { toggleSpots } from './spots.js';
import { state } from './store.js';
import { hold as holdTruePixels } from './true-pixels.js';

const step = (by) => state.frames[state.at + by] && goTo(state.frames[state.at + by]);

export function toggleSplit() {
    state.isSplit = !state.isSplit;
    $('split').setAttribute('aria-pressed', String(state.isSplit));
    redraw(false);
}

export function togglePicking() {
    state.isPicking = !state.isPicking;
    $('grey').setAttribute('aria-pressed', String(state.isPicking));
}

export function toggleClipped() {
    state.showsClipped = !state.showsClipped;
    $('clipped').setAttribute('aria-pressed', String(state.showsClipped));
    redraw(false);
}

export function toggleHistory() {
    $('history').hidden = !$('history').hidden;
    $('history-button').setAttribute('aria-expanded', String(!$('history').hidden));
}

const ACTS = {
    ArrowRight: () => step(1),
    ArrowLeft: () => step(-1),
    ArrowDown: () => moveLight(1),
    ArrowUp: () => moveLight(-1),
    c: copy,
    p: paste,
    i: () => bringIntoLine(),
    b: toggleGrey,
    x: () => toggleCrop(),
    l: () => togglePlaces(),
    d: () => toggleSpots(),
    Delete: () => state.isPlacing && removePlace(),
    g: togglePicking,
    s: toggleSplit,
    k: toggleClipped,
    j: splitOrJoin,
    h: toggleHistory,
    Backspace: undo,
    Enter: () => toggleCrop(false),
    Escape: () => {
        toggleCrop(false);
        togglePlaces(false);
        toggleSpots(false);
        state.isPicking && togglePicking();
    },
    '?': () => document.querySelector('dialog.help').showModal(),
};

/** Before, as long as a key is held. */
function hold(isBefore) {
    if (state.isBefore !== isBefore) {
        state.isBefore = isBefore;
        redraw(false);
    }
}

export function listenToKeys() {
    document.addEventListener('keydown', (event) => {
        const isTyping = event.target.matches('input:not([type=range]), select, textarea') || event.altKey;
        if (isTyping || document.querySelector('dialog[open]')) {
            return;
        }
        const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
        if ((event.ctrlKey || event.metaKey) && ['z', 'y'].includes(key)) {
            event.preventDefault();
            key === 'y' || event.shiftKey ? redo() : undo();
        } else if (event.ctrlKey || event.metaKey) {
            return;
        } else if (key === 'z') {
            hold(true);
        } else if (key === ' ' && !event.target.matches('button, summary')) {
            event.preventDefault();
            holdTruePixels(true);
        } else if (key === 'Backspace' && event.shiftKey) {
            redo();
        } else if (ACTS[key]) {
            event.preventDefault();
            ACTS[key]();
        }
    });
    document.addEventListener('keyup', (event) => {
        event.key.toLowerCase() === 'z' && hold(false);
        event.key === ' ' && holdTruePixels(false);
    });
    window.addEventListener('blur', () => {
        hold(false);
        holdTruePixels(false);
    });
}
