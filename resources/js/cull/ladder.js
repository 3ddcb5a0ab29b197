/**
 * The ladder: each moment a line with its time, its name, and a small shape for each frame. Only lines near those that are
 * seen are drawn: a day has thousands.
 */
import { element } from '../studio/shapes.js';

const MOST = 24;
const STEP = 7.6;
/** Pixels beyond those that are seen in which lines are drawn. */
const AHEAD = 800;

export class Ladder {
    #list;
    #goTo;
    #statusOf;
    #moments = new Map();
    #items = new Map();
    /** Line => its moment. */
    #of = new WeakMap();
    #near;
    #current = null;
    /** Minutes in which several moments begin: they are told apart by their seconds. */
    #shared = new Set();

    /** @param statusOf gives a word and a warning for the frames of a moment */
    constructor(list, goTo, statusOf) {
        this.#list = list;
        this.#statusOf = statusOf;
        this.#goTo = goTo;
        this.#near = new IntersectionObserver((entries) => entries.forEach((entry) => this.#moved(entry)), {
            root: list,
            rootMargin: `${AHEAD}px 0px`,
        });
    }

    /** All lines anew, after a regrouping. */
    lay(frames) {
        this.#near.disconnect();
        this.#moments.clear();
        this.#items.clear();
        this.#current = null;
        for (const frame of frames) {
            this.#moments.has(frame.moment)
                ? this.#moments.get(frame.moment).push(frame)
                : this.#moments.set(frame.moment, [frame]);
        }
        const begun = new Map();
        for (const own of this.#moments.values()) {
            const minute = own[0].time.slice(0, 5);
            begun.set(minute, (begun.get(minute) ?? 0) + 1);
        }
        this.#shared = new Set([...begun].filter(([, moments]) => moments > 1).map(([minute]) => minute));
        for (const moment of this.#moments.keys()) {
            const item = document.createElement('li');
            this.#of.set(item, moment);
            this.#items.set(moment, item);
        }
        this.#list.replaceChildren(...this.#items.values());
        this.#items.forEach((item) => this.#near.observe(item));
    }

    get count() {
        return this.#moments.size;
    }

    /** Draws only the lines anew whose frames changed. */
    refresh(frames) {
        for (const moment of new Set(frames.map((frame) => frame.moment))) {
            const item = this.#items.get(moment);
            if (item?.hasChildNodes()) {
                this.#draw(item);
            }
        }
    }

    point(frame) {
        if (this.#current === frame.moment) {
            return;
        }
        this.#items.get(this.#current)?.firstElementChild?.removeAttribute('aria-current');
        this.#current = frame.moment;
        const item = this.#items.get(frame.moment);
        if (item) {
            this.#draw(item);
            item.scrollIntoView({ block: 'nearest' });
        }
    }

    /** A line comes near, or goes far away. */
    #moved({ target, isIntersecting }) {
        if (!isIntersecting) {
            target.contains(document.activeElement) || target.replaceChildren();
        } else if (!target.hasChildNodes()) {
            this.#draw(target);
        }
    }

    #draw(item) {
        const moment = this.#of.get(item);
        const button = this.#line(this.#moments.get(moment));
        if (this.#current === moment) {
            button.setAttribute('aria-current', 'true');
        }
        item.replaceChildren(button);
    }

    #line(own) {
        const button = document.createElement('button');
        button.type = 'button';
        const top = document.createElement('span');
        top.className = 'row-top';
        const when = document.createElement('span');
        when.className = 'when';
        when.textContent = own[0].time.slice(0, this.#shared.has(own[0].time.slice(0, 5)) ? 8 : 5);
        const name = document.createElement('span');
        name.className = 'clip';
        name.textContent =
            own.find((frame) => frame.headline)?.headline || `${own.length} ${own.length === 1 ? 'frame' : 'frames'}`;
        top.append(when, name);
        const shapes = element('svg', { width: Math.min(own.length, MOST) * STEP, height: 9, 'aria-hidden': 'true' });
        // One path for each kind of shape: a day has thousands of frames.
        const kept = [];
        const dropped = [];
        const open = [];
        own.slice(0, MOST).forEach((frame, i) => {
            const x = 4 + i * STEP;
            if (frame.verdict === 'keep') {
                kept.push(`M${x - 2.8} 4.5a2.8 2.8 0 1 0 5.6 0a2.8 2.8 0 1 0 -5.6 0`);
            } else if (frame.verdict === 'drop') {
                dropped.push(`M${x - 2.2} 7.5L${x + 2.2} 1.5`);
            } else {
                open.push(`M${x - 1.2} 4.5a1.2 1.2 0 1 0 2.4 0a1.2 1.2 0 1 0 -2.4 0`);
            }
        });
        shapes.append(
            element('path', { d: kept.join(''), fill: 'none', stroke: '#000', 'stroke-width': 1.8 }),
            element('path', { d: dropped.join(''), fill: 'none', stroke: '#333', 'stroke-width': 1.2 }),
            element('path', { d: open.join(''), fill: '#333' }),
        );
        const { word, warning } = this.#statusOf(own);
        const bottom = document.createElement('span');
        bottom.className = 'row-bottom';
        bottom.append(shapes);
        if (word) {
            const status = document.createElement('small');
            status.className = warning ? 'status is-warning' : 'status';
            status.textContent = word;
            status.title = warning;
            bottom.append(status);
        }
        button.append(top, bottom);
        if (own.length > MOST) {
            const more = document.createElement('small');
            more.textContent = `and ${own.length - MOST} more`;
            button.append(more);
        }
        button.addEventListener('click', () => {
            this.#goTo(own);
            button.blur();
        });

        return button;
    }
}
