/**
 * True pixels: the spot under the pointer while a key is held, the same spot in the next frame without letting go, and
 * up to four spots pinned in small windows under the frame.
 */
const MOST_PINS = 4;
const PIN_WIDTH = 150;
const PIN_HEIGHT = 100;
const PAUSE = 140;

/** A frame whose finished picture is shown has that of the camera beside it: true pixels are those. */
export const asShot = (frame) => frame.plain ?? frame;

export class Close {
    #box;
    #pane;
    #image;
    #word;
    #row;
    #address;
    #spot = [0.5, 0.4];
    #pins = [];
    #isOpen = false;
    #timer = null;
    #shown = null;

    /**
     * @param box holds the frame; its picture is the element `picture` gives
     * @param row holds the pinned windows
     * @param address gives where the whole picture of a frame is
     */
    constructor(box, row, address) {
        this.#box = box;
        this.#row = row;
        this.#address = address;
        this.#pane = document.createElement('div');
        this.#pane.className = 'close-up';
        this.#pane.hidden = true;
        this.#image = document.createElement('img');
        this.#image.alt = '';
        this.#word = document.createElement('p');
        this.#word.className = 'facts-line';
        this.#pane.append(this.#image, this.#word);
        box.append(this.#pane);
        box.addEventListener('pointermove', (event) => {
            this.#spot = this.#at(event);
            if (this.#isOpen) {
                this.#place();
            }
        });
    }

    get isOpen() {
        return this.#isOpen;
    }

    get pins() {
        return this.#pins;
    }

    open(frame) {
        this.#isOpen = true;
        this.#pane.hidden = false;
        this.show(frame);
    }

    shut() {
        this.#isOpen = false;
        this.#pane.hidden = true;
        this.#image.removeAttribute('src');
    }

    /** Pins the spot under the pointer; a pin that is there already is let go. */
    pin(frame) {
        const [x, y] = this.#spot;
        const there = this.#pins.findIndex((pin) => Math.abs(pin[0] - x) < 0.04 && Math.abs(pin[1] - y) < 0.04);
        if (there >= 0) {
            this.#pins.splice(there, 1);
        } else if (this.#pins.length < MOST_PINS) {
            this.#pins.push([x, y]);
        }
        this.#drawPins(frame);

        return there >= 0 || this.#pins.length <= MOST_PINS;
    }

    /** The next frame is shown as the last one was. */
    show(frame) {
        this.#shown = frame;
        if (this.#isOpen) {
            const address = this.#address(frame);
            const before = new Image();
            const { large, small } = asShot(frame);
            this.#image.src = large || small;
            this.#word.textContent = `${frame.name}: preview, the true pixels follow`;
            this.#place();
            before.src = address;
            before
                .decode()
                .then(() => {
                    if (this.#isOpen && this.#shown === frame) {
                        this.#image.src = address;
                        // A raw file may embed fewer pixels than it has: judging focus on those misleads.
                        this.#word.textContent = frame.pixels
                            ? `${frame.name}: ${frame.pixels}, coarse pixels, no true 100 %`
                            : `${frame.name}: 100 %${frame.plain ? ', as shot' : ''}`;
                        this.#place();
                    }
                })
                .catch(() => {
                    if (this.#shown === frame) {
                        this.#word.textContent = `${frame.name}: no copy within reach, this is the preview`;
                    }
                });
        }
        if (this.#pins.length > 0) {
            clearTimeout(this.#timer);
            this.#drawPins(frame);
        }
    }

    #at(event) {
        const box = this.#box.getBoundingClientRect();

        return [
            Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)),
            Math.min(1, Math.max(0, (event.clientY - box.top) / box.height)),
        ];
    }

    #place() {
        const frame = this.#shown;
        const scale = window.devicePixelRatio || 1;
        const { width: w, height: h } = asShot(frame);
        const [width, height] = [w / scale, h / scale];
        const [u, v] = this.#spot;
        const [x, y] = frame.onto?.(this.#spot) ?? this.#spot;
        Object.assign(this.#image.style, {
            width: `${width}px`,
            height: `${height}px`,
            transform: `translate(${u * this.#box.clientWidth - x * width}px, ${v * this.#box.clientHeight - y * height}px)`,
        });
    }

    #drawPins(frame) {
        while (this.#row.children.length > this.#pins.length) {
            this.#row.lastElementChild.remove();
        }
        this.#pins.forEach(([x, y], i) => {
            let figure = this.#row.children[i];
            if (!figure) {
                figure = document.createElement('figure');
                const canvas = document.createElement('canvas');
                const caption = document.createElement('figcaption');
                const away = document.createElement('button');
                away.type = 'button';
                away.textContent = '×';
                away.setAttribute('aria-label', `Remove spot ${i + 1}`);
                away.addEventListener('click', () => {
                    this.#pins.splice([...this.#row.children].indexOf(figure), 1);
                    this.#drawPins(this.#shown);
                });
                figure.append(canvas, caption, away);
                this.#row.append(figure);
            }
            figure.querySelector('figcaption').textContent = frame.pixels ? 'coarse' : '100 %';
            figure.dataset.spot = `${x.toFixed(3)} ${y.toFixed(3)}`;
            figure.dataset.of = '';
        });
        this.#row.hidden = this.#pins.length === 0;
        if (this.#pins.length > 0) {
            // Only where somebody stays: one decoding of the whole picture serves all pins.
            this.#timer = setTimeout(() => this.#fill(frame), PAUSE);
        }
    }

    async #fill(frame) {
        try {
            const answer = await fetch(this.#address(frame), { credentials: 'same-origin' });
            const whole = await createImageBitmap(await answer.blob());
            if (this.#shown === frame) {
                const scale = window.devicePixelRatio || 1;
                const [width, height] = [PIN_WIDTH * scale, PIN_HEIGHT * scale];
                this.#pins.forEach((spot, i) => {
                    const [x, y] = frame.onto?.(spot) ?? spot;
                    const figure = this.#row.children[i];
                    const canvas = figure.querySelector('canvas');
                    canvas.width = width;
                    canvas.height = height;
                    canvas
                        .getContext('2d')
                        .drawImage(
                            whole,
                            Math.max(0, Math.min(whole.width - width, x * whole.width - width / 2)),
                            Math.max(0, Math.min(whole.height - height, y * whole.height - height / 2)),
                            width,
                            height,
                            0,
                            0,
                            width,
                            height,
                        );
                    figure.dataset.of = frame.id;
                });
            }
            whole.close();
        } catch {
            [...this.#row.children].forEach((figure) => {
                figure.querySelector('figcaption').textContent = 'no copy within reach';
            });
        }
    }
}
