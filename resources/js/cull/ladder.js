/** The ladder: each moment a line with its time, its name, and a small shape for each frame. */
import { element } from '../studio/shapes.js';

const MOST = 24;
const STEP = 7.6;

export class Ladder {
    #list;
    #goTo;
    #moments = new Map();
    #items = new Map();
    #current = null;

    constructor(list, frames, goTo) {
        this.#list = list;
        this.#goTo = goTo;
        for (const frame of frames) {
            this.#moments.has(frame.moment) ? this.#moments.get(frame.moment).push(frame) : this.#moments.set(frame.moment, [frame]);
        }
        for (const [moment, own] of this.#moments) {
            const item = this.#line(own);
            this.#items.set(moment, item);
            this.#list.append(item);
        }
    }

    /** Draws only the lines anew whose frames changed. */
    refresh(frames) {
        for (const moment of new Set(frames.map((frame) => frame.moment))) {
            const item = this.#line(this.#moments.get(moment));
            this.#items.get(moment).replaceWith(item);
            this.#items.set(moment, item);
        }
        this.#current = null;
    }

    point(frame) {
        if (this.#current === frame.moment) {
            return;
        }
        this.#list.querySelector('[aria-current]')?.removeAttribute('aria-current');
        this.#current = frame.moment;
        const item = this.#items.get(frame.moment);
        item.firstElementChild.setAttribute('aria-current', 'true');
        item.scrollIntoView({ block: 'nearest' });
    }

    #line(own) {
        const item = document.createElement('li');
        const button = document.createElement('button');
        button.type = 'button';
        const top = document.createElement('span');
        top.className = 'row-top';
        const when = document.createElement('span');
        when.className = 'when';
        when.textContent = own[0].time.slice(0, 5);
        const name = document.createElement('span');
        name.className = 'clip';
        name.textContent = own.find((frame) => frame.headline)?.headline || `${own.length} ${own.length === 1 ? 'frame' : 'frames'}`;
        top.append(when, name);
        const shapes = element('svg', { width: Math.min(own.length, MOST) * STEP, height: 9, 'aria-hidden': 'true' });
        own.slice(0, MOST).forEach((frame, i) => shapes.append(shape(frame, 4 + i * STEP)));
        button.append(top, shapes);
        button.addEventListener('click', () => { this.#goTo(own); button.blur(); });
        item.append(button);

        return item;
    }
}

function shape(frame, x) {
    if (frame.verdict === 'keep') {
        return element('circle', { cx: x, cy: 4.5, r: 2.8, fill: 'none', stroke: '#000', 'stroke-width': 1.8 });
    }
    if (frame.verdict === 'drop') {
        return element('path', { d: `M${x - 2.2} 7.5L${x + 2.2} 1.5`, stroke: '#333', 'stroke-width': 1.2 });
    }

    return element('circle', { cx: x, cy: 4.5, r: 1.2, fill: '#333' });
}
