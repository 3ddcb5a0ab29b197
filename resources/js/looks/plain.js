/** A picture through tables of colours, where there is no WebGL2: the same, pixel by pixel. */
import { looked } from './tetrahedra.js';

/** With the same methods as the drawing by WebGL2. */
export class PlainDrawing {
    #canvas;
    #context;
    #picture = null;
    #tables = {};
    #gains = { values: [1], width: 1, height: 1 };

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

    draw({ rows, split, clipped }) {
        const { width, height } = this.#canvas;
        this.#context.save();
        this.#context.fillStyle = '#6f6f6e';
        this.#context.fillRect(0, 0, width, height);
        this.#turn(rows, width, height);
        this.#context.drawImage(this.#picture, 0, 0, 1, 1);
        this.#context.restore();
        const image = this.#context.getImageData(0, 0, width, height);
        this.#look(image.data, width, height, split, clipped);
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

    #look(data, width, height, split, clipped) {
        const { nodes, grid } = this.#tables.table;
        const { nodes: plain, grid: plainGrid } = this.#tables.before;
        const out = [0, 0, 0];
        for (let y = 0, at = 0; y < height; y++) {
            for (let x = 0; x < width; x++, at += 4) {
                const isBefore = (x + 0.5) / width < split;
                const gain = isBefore ? 1 : this.#gain((x + 0.5) / width, (y + 0.5) / height);
                const [r, g, b] = [0, 1, 2].map((i) => Math.min(1, (data[at + i] / 255) * gain));
                looked(isBefore ? plain : nodes, isBefore ? plainGrid : grid, r, g, b, out, 0);
                const isClipped = clipped && !isBefore && Math.max(...out) > 0.9975;
                const isBlack = clipped && !isBefore && Math.max(...out) < 0.0025;
                for (let i = 0; i < 3; i++) {
                    data[at + i] = isClipped ? 0 : isBlack ? 255 : Math.round(255 * out[i]);
                }
            }
        }
    }

    #gain(u, v) {
        const { values, width, height } = this.#gains;
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
}
