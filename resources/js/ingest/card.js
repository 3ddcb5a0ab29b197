/**
 * The frames of a card, and what is chosen of them.
 */

/** All that changes while the page is. */
export const state = {
    frames: [],
    at: 0,
    anchor: 0,
    highlighted: new Set(),
    view: [],
    filter: 'all',
    ticksOnTheirWay: Promise.resolve(),
};

export const root = document.querySelector('[data-choose]');
export const $ = (name) => root.querySelector(`[data-${name}]`);
export const history = [];
export const count = (number, word) => `${number.toLocaleString('en')} ${word}${number === 1 ? '' : 's'}`;

export const shows = {
    all: () => true,
    ticked: (frame) => frame.isTicked,
    unticked: (frame) => !frame.isTicked,
    dropped: (frame) => frame.verdict === 'drop',
    troubled: (frame) => frame.problem !== '',
};

export function say(text) {
    $('note').textContent = text;
    $('note').hidden = text === '';
}
