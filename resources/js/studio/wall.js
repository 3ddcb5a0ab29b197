/** The wall of frames. Only the rows near the window are in the page, so that six thousand scroll as sixty do. */
import { pips, verdict } from './shapes.js';

const GAP = 10;
const LEAST = 190;

export class Wall {
    #box;
    #inner;
    #acts;
    #frames = [];
    #current = null;
    columns = 1;
    #width = LEAST;
    /** Pictures of tiles that are made anew: one that is there already is neither fetched nor decoded again. */
    #pictures = new Map();
    #height = LEAST / 1.5;

    constructor(box, acts) {
        this.#box = box;
        this.#inner = box.firstElementChild;
        this.#acts = acts;
        box.addEventListener('scroll', () => this.#place(), { passive: true });
    }

    /** The frames that are on the screen, or nearly. */
    get seen() {
        const there = new Set([...this.#inner.children].map((tile) => Number(tile.dataset.id)));

        return this.#frames.filter((frame) => there.has(frame.id));
    }

    /** Other frames, to be laid out when the wall is shown next. */
    hold(frames) {
        this.#frames = frames;
    }

    lay(frames) {
        this.#frames = frames;
        const room = this.#box.clientWidth - 2 * 20;
        this.columns = Math.max(1, Math.floor((room + GAP) / (LEAST + GAP)));
        this.#width = (room - GAP * (this.columns - 1)) / this.columns;
        this.#height = this.#width / 1.5;
        this.#inner.style.height = `${Math.ceil(frames.length / this.columns) * (this.#height + GAP) + 28}px`;
        this.#take([...this.#inner.children]);
    }

    point(frame) {
        this.#current = frame;
        const row = Math.floor(this.#frames.indexOf(frame) / this.columns);
        const top = 14 + row * (this.#height + GAP);
        if (top < this.#box.scrollTop + 6) {
            this.#box.scrollTop = top - 14;
        } else if (top + this.#height > this.#box.scrollTop + this.#box.clientHeight - 6) {
            this.#box.scrollTop = top + this.#height - this.#box.clientHeight + 14;
        }
        this.#place();
        for (const tile of this.#inner.children) {
            Number(tile.dataset.id) === frame.id
                ? tile.setAttribute('aria-current', 'true')
                : tile.removeAttribute('aria-current');
        }
    }

    refresh(frames) {
        this.#take(frames.map((frame) => this.#inner.querySelector(`[data-id="${frame.id}"]`)).filter(Boolean));
    }

    /** Makes tiles anew where they belong by now. */
    #take(tiles) {
        this.#pictures = new Map(tiles.map((tile) => [Number(tile.dataset.id), tile.querySelector('img')]));
        tiles.forEach((tile) => tile.remove());
        this.#place();
        this.#pictures.clear();
    }

    #picture(frame) {
        const known = this.#pictures.get(frame.id);
        if (known?.getAttribute('src') === frame.small) {
            return known;
        }
        const image = document.createElement('img');
        image.decoding = 'async';
        image.src = frame.small;
        image.alt = '';

        return image;
    }

    #place() {
        const from = Math.max(0, Math.floor((this.#box.scrollTop - 600) / (this.#height + GAP))) * this.columns;
        const to =
            Math.ceil((this.#box.scrollTop + this.#box.clientHeight + 600) / (this.#height + GAP)) * this.columns;
        const there = new Map([...this.#inner.children].map((tile) => [Number(tile.dataset.id), tile]));
        for (let i = from; i < Math.min(to, this.#frames.length); i++) {
            const frame = this.#frames[i];
            if (there.delete(frame.id)) {
                continue;
            }
            const tile = this.tile(frame, i + 1, frame === this.#current, (event) =>
                frame === this.#current && !event.shiftKey && !event.ctrlKey && !event.metaKey
                    ? this.#acts.open(frame)
                    : this.#acts.point(frame, event),
            );
            tile.addEventListener('dblclick', () => this.#acts.open(frame));
            tile.tabIndex = -1;
            Object.assign(tile.style, {
                left: `${20 + (i % this.columns) * (this.#width + GAP)}px`,
                top: `${14 + Math.floor(i / this.columns) * (this.#height + GAP)}px`,
                width: `${this.#width}px`,
                height: `${this.#height}px`,
            });
            this.#inner.append(tile);
        }
        for (const tile of there.values()) {
            tile.remove();
        }
        this.#acts.shown?.();
    }

    /** What is proposed is outlined: no mark before somebody takes it. */
    #outline(frame) {
        if (!this.#acts.isProposed?.(frame)) {
            return [];
        }
        const shape = verdict('keep');
        shape.classList.add('is-proposed');

        return [shape];
    }

    /** One frame in small, with what was said about it. */
    tile(frame, number, isCurrent, act) {
        const tile = document.createElement('button');
        tile.type = 'button';
        tile.className = `tile${frame.verdict === 'drop' ? ' is-dropped' : ''}${this.#acts.isHighlighted?.(frame) ? ' is-highlighted' : ''}`;
        tile.dataset.id = frame.id;
        tile.setAttribute('aria-label', `${number} ${frame.name}, ${frame.verdict}, rating ${frame.rating}`);
        if (isCurrent) {
            tile.setAttribute('aria-current', 'true');
        }
        const label = document.createElement('span');
        label.className = 'label';
        label.textContent = number;
        const shown = document.createElement('span');
        shown.className = 'marks';
        shown.append(
            ...(frame.rating > 0 ? [pips(frame.rating)] : []),
            ...(frame.verdict === 'open' ? this.#outline(frame) : [verdict(frame.verdict)]),
        );
        tile.append(this.#picture(frame), label, shown);
        tile.addEventListener('click', act);

        return tile;
    }
}
