/** Rivals: two to six frames side by side, looked at in step, taken away one after another. */
import { asShot } from '../studio/close.js';
import { pips, verdict } from '../studio/shapes.js';
import { paint } from './pictures.js';

export const MOST_RIVALS = 6;

export class Rivals {
    #box;
    #pictures;
    #address;
    frames = [];
    at = 0;
    #isClose = false;
    #spot = [0.5, 0.4];

    constructor(box, pictures, address, point) {
        this.#box = box;
        this.#pictures = pictures;
        this.#address = address;
        box.addEventListener('pointermove', (event) => {
            const view = event.target.closest('.view');
            if (view) {
                const room = view.getBoundingClientRect();
                this.#spot = [(event.clientX - room.left) / room.width, (event.clientY - room.top) / room.height];
                if (this.#isClose) {
                    this.#place();
                }
            }
        });
        let dragged = -1;
        const placeOf = (event) => [...box.children].indexOf(event.target.closest('figure'));
        box.addEventListener('dragstart', (event) => {
            dragged = placeOf(event);
            event.dataTransfer.effectAllowed = 'move';
        });
        box.addEventListener('dragover', (event) => event.preventDefault());
        box.addEventListener('drop', (event) => {
            event.preventDefault();
            this.move(dragged, placeOf(event));
            point(this.at);
        });
        box.addEventListener('click', (event) => {
            const figure = event.target.closest('figure');
            if (figure) {
                point([...box.children].indexOf(figure));
            }
        });
    }

    /** Puts a rival in another place among them. */
    move(from, to) {
        if (from === to || to < 0 || to >= this.frames.length) {
            return;
        }
        this.frames.splice(to, 0, ...this.frames.splice(from, 1));
        this.at = to;
        this.draw();
    }

    get current() {
        return this.frames[this.at] ?? null;
    }

    open(frames) {
        this.frames = frames.slice(0, MOST_RIVALS);
        this.at = 0;
        this.draw();
    }

    away(frame) {
        this.frames = this.frames.filter((other) => other !== frame);
        this.at = Math.min(this.at, Math.max(0, this.frames.length - 1));
        this.draw();
    }

    /** Another frame comes in the place of the one that is outlined. */
    challenge(frame) {
        this.frames[this.at] = frame;
        this.draw();
    }

    draw() {
        this.#pictures.wantOnly(this.frames);
        this.#box.style.setProperty(
            '--across',
            this.frames.length < 4 ? this.frames.length : Math.ceil(this.frames.length / 2),
        );
        this.#box.replaceChildren(
            ...this.frames.map((frame, i) => {
                const figure = document.createElement('figure');
                figure.dataset.id = frame.id;
                figure.draggable = true;
                if (i === this.at) {
                    figure.setAttribute('aria-current', 'true');
                }
                const view = document.createElement('div');
                view.className = 'view';
                const canvas = document.createElement('canvas');
                canvas.setAttribute('role', 'img');
                canvas.setAttribute('aria-label', frame.name);
                const caption = document.createElement('figcaption');
                const shown = document.createElement('span');
                shown.className = 'marks';
                shown.append(verdict(frame.verdict), pips(frame.rating));
                caption.append(shown, document.createTextNode(`${frame.time.slice(0, 11)} · ${frame.name}`));
                view.append(canvas);
                figure.append(view, caption);
                paint(canvas, this.#pictures.of(frame), frame);

                return figure;
            }),
        );
        if (this.#isClose) {
            this.close(true);
        }
    }

    /** A picture has come. */
    refresh(frame) {
        const i = this.frames.indexOf(frame);
        const canvas = this.#box.children[i]?.querySelector('canvas');
        if (canvas) {
            paint(canvas, this.#pictures.of(frame), frame);
        }
    }

    /** All at true pixels, at the same spot. */
    close(isOpen) {
        this.#isClose = isOpen;
        for (const [i, figure] of [...this.#box.children].entries()) {
            const view = figure.querySelector('.view');
            view.querySelector('img')?.remove();
            if (isOpen) {
                const image = new Image();
                image.alt = '';
                image.src = this.#address(this.frames[i]);
                view.append(image);
            }
        }
        this.#place();
    }

    #place() {
        const scale = window.devicePixelRatio || 1;
        for (const [i, figure] of [...this.#box.children].entries()) {
            const image = figure.querySelector('img');
            const view = figure.querySelector('.view');
            if (image) {
                const frame = this.frames[i];
                const [width, height] = [asShot(frame).width / scale, asShot(frame).height / scale];
                const [x, y] = frame.onto?.(this.#spot) ?? this.#spot;
                Object.assign(image.style, {
                    width: `${width}px`,
                    height: `${height}px`,
                    transform: `translate(${x * (view.clientWidth - width)}px, ${y * (view.clientHeight - height)}px)`,
                });
            }
        }
    }
}
