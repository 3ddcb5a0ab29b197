/** A picture through tables of colours, where there is no WebGL2: the same, pixel by pixel. */
import { quieten, sharpen } from './detail.js';
import { bend } from './bending.js';
import { isStraight } from './lens.js';
import { looked } from './tetrahedra.js';

/** The colour in which a place is shown while it is set. */
const PAINT = [0.78, 0.16, 0.32];

const ALL = [0, 0, 1, 1];

/** With the same methods as the drawing by WebGL2. */
export class PlainDrawing {
    #canvas;
    #context;
    #picture = null;
    #tables = {};
    #gains = { values: [1], width: 1, height: 1 };
    #places = [];

    constructor(canvas) {
        this.#canvas = canvas;
        this.#context = canvas.getContext('2d', { willReadFrequently: true });
    }

    picture(bitmap) {
        this.#picture = bitmap;
    }

    table(name, nodes) {
        this.#tables[name] = { nodes, grid: Math.round((nodes.length / 3) ** (1 / 3)) };
    }

    gains(values, width, height) {
        this.#gains = { values, width, height };
    }

    places(places) {
        this.#places = places.map(({ mask, nodes }) => ({
            mask,
            nodes,
            grid: Math.round((nodes.length / 3) ** (1 / 3)),
        }));
    }

    /**
     * @param part which part of what is shown the canvas is, in shares: left, top, width and height
     * @param values of the look, where noise and sharpness are to be seen: in true pixels
     * @param lens what it puts right
     */
    draw({ rows, split, clipped, painted = -1, part = ALL, values = {}, lens = null }) {
        const { width, height } = this.#canvas;
        this.#context.save();
        this.#context.fillStyle = '#6f6f6e';
        this.#context.fillRect(0, 0, width, height);
        this.#turn(rows, width, height);
        this.#context.drawImage(this.#picture, 0, 0, 1, 1);
        this.#context.restore();
        const image = this.#context.getImageData(0, 0, width, height);
        isStraight(lens) || bend(image, this.#picture, rows, lens);
        quieten(image.data, width, height, values);
        this.#look(image.data, width, height, split, { clipped, painted, part });
        sharpen(image.data, width, height, values);
        this.#context.putImageData(image, 0, 0);
    }

    /** The other way round than the rows: where each place of the picture goes. */
    #turn([[a, b, c], [d, e, f]], width, height) {
        const determinant = a * e - b * d;
        const [p, q, r, s] = [e / determinant, -b / determinant, -d / determinant, a / determinant];
        this.#context.setTransform(
            p * width,
            r * height,
            q * width,
            s * height,
            -(p * c + q * f) * width,
            -(r * c + s * f) * height,
        );
    }

    #look(data, width, height, split, { clipped, painted, part: [left, top, across, down] }) {
        const { nodes, grid } = this.#tables.table;
        const { nodes: plain, grid: plainGrid } = this.#tables.before;
        const out = [0, 0, 0];
        for (let y = 0, at = 0; y < height; y++) {
            for (let x = 0; x < width; x++, at += 4) {
                const isBefore = (x + 0.5) / width < split;
                const [u, v] = [left + (across * (x + 0.5)) / width, top + (down * (y + 0.5)) / height];
                const gain = isBefore ? 1 : between(this.#gains, u, v);
                const [r, g, b] = [0, 1, 2].map((i) => Math.min(1, (data[at + i] / 255) * gain));
                looked(isBefore ? plain : nodes, isBefore ? plainGrid : grid, r, g, b, out, 0);
                isBefore || this.#inside(out, [r, g, b], u, v, painted);
                const isClipped = clipped && !isBefore && Math.max(...out) > 0.9975;
                const isBlack = clipped && !isBefore && Math.max(...out) < 0.0025;
                for (let i = 0; i < 3; i++) {
                    data[at + i] = isClipped ? 0 : isBlack ? 255 : Math.round(255 * out[i]);
                }
            }
        }
    }

    /** Places have a look of their own where they are. */
    #inside(out, [r, g, b], u, v, painted) {
        const own = [0, 0, 0];
        this.#places.forEach(({ mask, nodes, grid }, n) => {
            const share = between(mask, u, v) / 255;
            if (share > 0) {
                looked(nodes, grid, r, g, b, own, 0);
                for (let i = 0; i < 3; i++) {
                    out[i] += (own[i] - out[i]) * share;
                    out[i] += n === painted ? (PAINT[i] - out[i]) * 0.55 * share : 0;
                }
            }
        });
    }
}

/** A value of a small grid, evenly between its cells. */
function between({ values, width, height }, u, v) {
    if (width * height === 1) {
        return values[0];
    }
    const x = Math.max(0, Math.min(width - 1, u * width - 0.5));
    const y = Math.max(0, Math.min(height - 1, v * height - 0.5));
    const i = Math.min(width - 2, x | 0);
    const j = Math.min(height - 2, y | 0);
    const at = (a, b) => values[Math.max(0, b) * width + Math.max(0, a)];
    const [s, t] = [x - i, y - j];

    return (at(i, j) * (1 - s) + at(i + 1, j) * s) * (1 - t) + (at(i, j + 1) * (1 - s) + at(i + 1, j + 1) * s) * t;
}
