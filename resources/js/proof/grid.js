/** The pictures of a gallery in rows that end at the same edge, each in its own shape; only those near the window are in the page. */
import { element } from '../studio/shapes.js';

const GAP = 10;
const NEAR = 800;
const HEAD = 54;
/** Milliseconds for which it is said that a picture cannot be chosen. */
const REFUSED = 4000;

export class Grid {
    #box;
    #acts;
    #boxes = [];
    #heads = [];

    /** @param acts open, choose and chosen for a frame; said for what was said of it */
    constructor(box, acts) {
        this.#box = box;
        this.#acts = acts;
        window.addEventListener('scroll', () => this.place(), { passive: true });
    }

    lay(frames, hasSections) {
        const width = this.#box.clientWidth;
        const height = width < 600 ? 150 : Math.max(190, Math.min(260, width / 5.6));
        this.#boxes = [];
        this.#heads = [];
        let row = [];
        let ratios = 0;
        let top = 0;
        let section = null;
        const close = (isLast) => {
            if (row.length === 0) {
                return;
            }
            const fit = (width - GAP * (row.length - 1)) / ratios;
            const tall = isLast ? Math.min(height, fit) : fit;
            let left = 0;
            for (const frame of row) {
                const wide = tall * (frame.width / frame.height);
                this.#boxes.push({ frame, left, top, wide, tall });
                left += wide + GAP;
            }
            top += tall + GAP;
            row = [];
            ratios = 0;
        };
        for (const frame of frames) {
            if (hasSections && frame.section !== section) {
                close(true);
                section = frame.section;
                this.#heads.push({ section, top });
                top += HEAD;
            }
            row.push(frame);
            ratios += frame.width / frame.height;
            if (ratios * height + GAP * (row.length - 1) >= width) {
                close(false);
            }
        }
        close(true);
        this.#box.style.height = `${top}px`;
        this.#box.replaceChildren(
            ...this.#heads.map(({ section: title, top: at }) => {
                const head = document.createElement('h2');
                head.textContent = title;
                head.style.top = `${at + 14}px`;

                return head;
            }),
        );
        this.place();
    }

    place() {
        const from = window.scrollY - this.#box.offsetTop - NEAR;
        const to = from + window.innerHeight + 2 * NEAR;
        const there = new Map(
            [...this.#box.querySelectorAll('.proof')].map((child) => [Number(child.dataset.number), child]),
        );
        for (const box of this.#boxes) {
            const isNear = box.top + box.tall > from && box.top < to;
            const child = there.get(box.frame.number);
            if (isNear && !child) {
                this.#box.append(this.#tile(box));
            } else if (!isNear && child) {
                child.remove();
            }
        }
    }

    /** What was said of a picture has changed. */
    refresh(frame) {
        const old = this.#box.querySelector(`.proof[data-number="${frame.number}"]`);
        const box = this.#boxes.find((one) => one.frame === frame);
        if (old && box) {
            const focused = old.contains(document.activeElement) ? document.activeElement.className : null;
            const made = this.#tile(box);
            old.replaceWith(made);
            focused && made.querySelector(`.${focused.split(' ')[0]}`)?.focus();
        }
    }

    /** Says on a picture why it is not chosen, where the eye is. */
    refuse(frame, words) {
        const tile = this.#box.querySelector(`.proof[data-number="${frame.number}"]`);
        if (tile) {
            tile.querySelector('.refused')?.remove();
            const note = document.createElement('p');
            note.className = 'refused';
            note.setAttribute('role', 'alert');
            note.textContent = words;
            tile.append(note);
            setTimeout(() => note.remove(), REFUSED);
        }
    }

    #tile({ frame, left, top, wide, tall }) {
        const figure = document.createElement('div');
        figure.className = `proof${frame.isGone ? ' is-gone' : ''}`;
        figure.dataset.number = frame.number;
        Object.assign(figure.style, { left: `${left}px`, top: `${top}px`, width: `${wide}px`, height: `${tall}px` });
        const open = document.createElement('button');
        open.type = 'button';
        open.className = 'open';
        open.setAttribute('aria-label', `Show picture ${frame.number} large`);
        const image = document.createElement('img');
        image.src = frame.small;
        image.alt = '';
        open.append(image);
        open.addEventListener('click', () => this.#acts.open(frame));
        const number = document.createElement('span');
        number.className = 'no';
        number.textContent = String(frame.number).padStart(3, '0');
        figure.append(open, number);
        if (this.#acts.canChoose() && !(frame.isGone && !this.#acts.chosen(frame))) {
            figure.append(ring(frame, this.#acts));
        }
        const said = this.#acts.said(frame);
        if (said) {
            const note = document.createElement('span');
            note.className = 'said-here clip';
            note.textContent = said;
            figure.append(note);
        }

        return figure;
    }
}

/** The ring by which a picture is chosen. */
function ring(frame, acts) {
    const button = document.createElement('button');
    button.type = 'button';
    button.className = 'ring';
    button.dataset.chooses = frame.number;
    button.setAttribute('aria-pressed', String(acts.chosen(frame)));
    button.setAttribute('aria-label', `Choose picture ${frame.number}`);
    button.append(
        element(
            'svg',
            { viewBox: '0 0 32 32' },
            element('circle', { class: 'plate', cx: 16, cy: 16, r: 14 }),
            element('circle', { class: 'inner-ring', cx: 16, cy: 16, r: 7 }),
        ),
    );
    button.addEventListener('click', () => acts.choose(frame));

    return button;
}
