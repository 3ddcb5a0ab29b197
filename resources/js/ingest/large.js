/** One frame of a card, as large as the window takes, before it is copied; true pixels while space or the picture is held. */
import { Close } from '../studio/close.js';

/** Frames whose pictures are fetched before they are asked for. */
const AHEAD = 2;

export class Large {
    #box;
    #frame;
    #image;
    #word;
    #close;
    #address;
    #ahead = [];
    #shown = null;
    #problem = '';

    /** @param address gives where the whole picture of a frame is */
    constructor(box, address) {
        this.#box = box;
        this.#address = address;
        this.#frame = box.querySelector('[data-frame]');
        this.#image = box.querySelector('[data-image]');
        this.#word = box.querySelector('[data-word]');
        this.#close = new Close(this.#frame, document.createElement('div'), address);
        this.#frame.addEventListener('pointerdown', (event) => {
            event.preventDefault();
            this.hold(true);
        });
        for (const over of ['pointerup', 'pointercancel', 'pointerleave']) {
            this.#frame.addEventListener(over, () => this.hold(false));
        }
        this.#image.addEventListener('error', () => {
            this.#problem = 'it cannot be shown: is the card still in its slot?';
            this.#tell();
        });
        window.addEventListener('resize', () => this.isOpen && this.#fit());
    }

    get isOpen() {
        return !this.#box.hidden;
    }

    open() {
        this.#box.hidden = false;
    }

    shut() {
        this.hold(false);
        this.#box.hidden = true;
        this.#shown = null;
        this.#image.removeAttribute('src');
    }

    hold(isHeld) {
        if (this.isOpen && this.#shown?.id > 0) {
            isHeld ? this.#close.open(this.#shown) : this.#close.shut();
        }
    }

    show(frames, at) {
        const frame = frames[at];
        if (frame === this.#shown) {
            this.#tell();

            return;
        }
        this.#shown = frame;
        this.#problem = '';
        this.#tell();
        this.#fit();
        if (frame.id < 0) {
            this.#image.removeAttribute('src');
            this.#problem = 'no picture';
            this.#tell();

            return;
        }
        this.#image.src = frame.large || this.#address(frame);
        this.#close.show(frame);
        this.#ahead = frames
            .slice(at + 1, at + 1 + AHEAD)
            .filter((next) => next.id > 0)
            .map((next) => Object.assign(new Image(), { src: next.large || this.#address(next) }));
    }

    /** What is seen, and what a key has made of it. */
    #tell() {
        const { name, pixels, isTicked, verdict } = this.#shown ?? {};
        this.#word.textContent = [
            name,
            this.#problem || pixels,
            isTicked ? 'ticked' : 'not ticked',
            { keep: 'kept', drop: 'dropped' }[verdict],
        ]
            .filter(Boolean)
            .join(' · ');
    }

    #fit() {
        const [width, height] = [this.#frame.parentElement.clientWidth, this.#frame.parentElement.clientHeight];
        const scale = Math.min(width / this.#shown.width, height / this.#shown.height);
        Object.assign(this.#frame.style, {
            width: `${Math.floor(this.#shown.width * scale)}px`,
            height: `${Math.floor(this.#shown.height * scale)}px`,
        });
    }
}
