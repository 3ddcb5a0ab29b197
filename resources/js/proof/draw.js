/**
 * Drawing on a picture: circle, arrow, freehand, word. Places are in pixels of the whole picture, whatever the size in
 * which it is shown.
 */
import { element } from '../studio/shapes.js';

/** Pixels of the screen between two points of a line. */
const STEP = 3;
const MOST_POINTS = 1500;
const STROKE = 0.005;

export class Draw {
    #svg;
    #changed;
    #frame = null;
    #tool = null;
    #marks = [];
    #begun = null;

    /**
     * @param svg lies over the picture
     * @param changed is told when something was drawn or taken back
     * @param ask gives a word for a place, or nothing
     */
    constructor(svg, changed, ask) {
        this.#svg = svg;
        this.#changed = changed;
        svg.addEventListener('pointerdown', (event) => this.#begin(event, ask));
        svg.addEventListener('pointermove', (event) => this.#go(event));
        svg.addEventListener('pointerup', () => this.#end());
        svg.addEventListener('pointercancel', () => this.#end());
    }

    get marks() {
        return this.#marks;
    }

    get tool() {
        return this.#tool;
    }

    /** Another picture, with what was drawn on it and not sent. */
    lay(frame, marks) {
        if (this.#frame !== frame) {
            this.#frame = frame;
            this.#marks = marks;
            this.#begun = null;
        }
        this.#svg.setAttribute('viewBox', `0 0 ${frame.width} ${frame.height}`);
        this.paint();
    }

    take(tool) {
        this.#tool = tool;
        this.#svg.classList.toggle('is-drawn-on', tool !== null);
    }

    takeBack() {
        this.#marks.pop();
        this.paint();
        this.#changed();
    }

    clear() {
        this.#marks = [];
        this.take(null);
        this.paint();
    }

    #at(event) {
        const room = this.#svg.getBoundingClientRect();

        return [
            Math.round(((event.clientX - room.left) / room.width) * this.#frame.width),
            Math.round(((event.clientY - room.top) / room.height) * this.#frame.height),
        ];
    }

    async #begin(event, ask) {
        if (!this.#tool) {
            return;
        }
        event.preventDefault();
        const [x, y] = this.#at(event);
        if (this.#tool === 'word') {
            const text = await ask();
            if (text) {
                this.#marks.push({ kind: 'word', x, y, text });
                this.paint();
                this.#changed();
            }

            return;
        }
        this.#svg.setPointerCapture(event.pointerId);
        this.#begun =
            this.#tool === 'line'
                ? { kind: 'line', points: [[x, y]] }
                : this.#tool === 'arrow'
                  ? { kind: 'arrow', x, y, toX: x, toY: y }
                  : { kind: 'circle', from: [x, y], x, y, rx: 0, ry: 0 };
    }

    #go(event) {
        const mark = this.#begun;
        if (!mark) {
            return;
        }
        const [x, y] = this.#at(event);
        if (mark.kind === 'line') {
            const [lastX, lastY] = mark.points.at(-1);
            const step = (STEP * this.#frame.width) / this.#svg.getBoundingClientRect().width;
            if (Math.hypot(x - lastX, y - lastY) >= step && mark.points.length < MOST_POINTS) {
                mark.points.push([x, y]);
            }
        } else if (mark.kind === 'arrow') {
            [mark.toX, mark.toY] = [x, y];
        } else {
            const [fromX, fromY] = mark.from;
            Object.assign(mark, {
                x: Math.round((fromX + x) / 2),
                y: Math.round((fromY + y) / 2),
                rx: Math.round(Math.abs(x - fromX) / 2),
                ry: Math.round(Math.abs(y - fromY) / 2),
            });
        }
        this.paint();
    }

    #end() {
        const mark = this.#begun;
        this.#begun = null;
        if (!mark) {
            return;
        }
        delete mark.from;
        const size =
            mark.kind === 'line'
                ? mark.points.length - 1
                : mark.kind === 'arrow'
                  ? Math.hypot(mark.toX - mark.x, mark.toY - mark.y)
                  : mark.rx + mark.ry;
        if (size > 1) {
            this.#marks.push(mark);
        }
        this.paint();
        this.#changed();
    }

    paint() {
        const stroke = Math.max(this.#frame.width, this.#frame.height) * STROKE;
        const marks = this.#begun ? [...this.#marks, this.#begun] : this.#marks;
        const layer = (attributes) =>
            element(
                'g',
                { fill: 'none', 'stroke-linecap': 'round', 'stroke-linejoin': 'round', ...attributes },
                ...marks.map((mark) => shape(mark, stroke)),
            );
        this.#svg.replaceChildren(
            layer({ stroke: '#111', 'stroke-opacity': 0.75, 'stroke-width': stroke * 1.9 }),
            layer({ stroke: '#fff', 'stroke-width': stroke }),
        );
    }
}

function shape(mark, stroke) {
    switch (mark.kind) {
        case 'circle':
            return element('ellipse', { cx: mark.x, cy: mark.y, rx: mark.rx, ry: mark.ry });
        case 'arrow': {
            const angle = Math.atan2(mark.toY - mark.y, mark.toX - mark.x);
            const head = [-0.5, 0.5]
                .map(
                    (turn) =>
                        `M${mark.toX - 6 * stroke * Math.cos(angle + turn)} ${mark.toY - 6 * stroke * Math.sin(angle + turn)}L${mark.toX} ${mark.toY}`,
                )
                .join('');

            return element('path', { d: `M${mark.x} ${mark.y}L${mark.toX} ${mark.toY}${head}` });
        }
        case 'line':
            return element('path', { d: `M${mark.points.map((point) => point.join(' ')).join('L')}` });
        default: {
            const text = element('text', {
                x: mark.x,
                y: mark.y,
                'font-family': 'sans-serif',
                'font-size': 6 * stroke,
                fill: '#fff',
                'stroke-width': stroke / 3,
            });
            text.textContent = mark.text;

            return text;
        }
    }
}
