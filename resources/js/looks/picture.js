/** The picture of the frame that is looked at: fetched, decoded, drawn through its tables. */
import { colourTable } from './colour-table.js';
import { screen } from './colour.js';
import { boxOf, framingOf, sizeOf, sourceOf as rowsOf } from './framing.js';
import { cellsOf, gainField } from './gain-field.js';
import { Drawing } from './gl.js';
import { healed } from './healing.js';
import { darkeningOver, lensOf } from './lens.js';
import { lookOf } from './look.js';
import { PlacesDrawn } from './places-drawn.js';
import { PlainDrawing } from './plain.js';
import { looked } from './tetrahedra.js';

const COARSE = 17;
const FINE = 33;

/** Raw files hold light beyond white, which needs closer steps: as many as files are made with. */
const FINE_OF_RAWS = 49;

/** Pixels of the long side of what is drawn while something is dragged, and cells of the histogram. */
const DRAGGED = 900;
const LEVELS = 64;

const hash = (values) => JSON.stringify(values);

export class Shown {
    #canvas;
    #drawing;
    #bitmap = null;
    /** The same with its spots healed. */
    #healed = null;
    #source = screen;
    #lens = null;
    #small = null;
    #drawn = {};
    #plain = new Map();
    #places = new PlacesDrawn();

    /** By how much places are lighter or darker: values, columns and rows. */
    gains = [[1], 1, 1];

    constructor(canvas) {
        this.#canvas = canvas;
        try {
            this.#drawing = new Drawing(canvas);
        } catch {
            this.#drawing = new PlainDrawing(canvas);
        }
        this.isPlain = this.#drawing instanceof PlainDrawing;
    }

    /**
     * Takes another picture, decoded as it is.
     *
     * @param lens what is known of its lens
     */
    take(bitmap, source, lens = null) {
        this.#lens = lens;
        this.#bitmap = this.#healed = bitmap;
        this.#source = source;
        this.#small = null;
        this.#drawn = {};
        this.#drawing.picture(bitmap);
        this.#drawing.table('before', this.#plainTable());
    }

    /** Whether there is a picture at all. */
    get isThere() {
        return this.#bitmap !== null;
    }

    get sides() {
        return this.#bitmap ? [this.#bitmap.width, this.#bitmap.height] : [3, 2];
    }

    get #fine() {
        return this.#source === screen ? FINE : FINE_OF_RAWS;
    }

    /** What the picture is without a look. */
    #plainTable() {
        const key = hash(this.#source);
        if (!this.#plain.has(key)) {
            this.#plain.set(key, colourTable(lookOf({}), this.#fine, this.#source));
        }

        return this.#plain.get(key);
    }

    /**
     * Draws the picture with a look.
     *
     * @param isDragged whether more will come at once: then coarser
     * @param whole whether all of the turned picture is to be seen, as while it is cropped
     */
    draw(
        values,
        {
            isDragged = false,
            isBefore = false,
            split = 0,
            clipped = false,
            whole = false,
            room = null,
            cube = null,
            painted = -1,
        },
    ) {
        if (!this.#bitmap) {
            return;
        }
        this.#heal(values.spots);
        const framing = { ...framingOf(values), ...(whole ? { crop: null, isWhole: true } : {}) };
        const [width, height] = this.sides;
        const [across, down] = sizeOf(framing, width, height);
        this.#resize(across, down, isDragged ? DRAGGED : Infinity, room);
        this.#table(values, isDragged ? COARSE : this.#fine, cube);
        const rows = rowsOf(framing, width, height);
        this.#field(values, framing);
        const shape = { rows, size: [across, down], sides: [width, height] };
        const made = { grid: isDragged ? COARSE : this.#fine, source: this.#source, cube };
        this.#drawing.places(this.#places.of(values, { ...shape, ...made }));
        const lens = lensOf(values, this.#lens);
        this.#drawing.draw({ rows, split: isBefore ? 2 : split, clipped, painted, lens });
    }

    #heal(spots = []) {
        const key = hash(spots);
        if (key !== (this.#drawn.spots ?? '[]')) {
            this.#drawn.spots = key;
            this.#healed = healed(this.#bitmap, spots);
            this.#small = null;
            this.#drawing.picture(this.#healed);
        }
    }

    #resize(across, down, most, room) {
        const scale = Math.min(1, most / Math.max(across, down), room ? room / Math.max(across, down) : 1);
        const width = Math.max(1, Math.round(across * scale));
        const height = Math.max(1, Math.round(down * scale));
        if (this.#canvas.width !== width || this.#canvas.height !== height) {
            this.#canvas.width = width;
            this.#canvas.height = height;
        }
        this.#canvas.style.aspectRatio = `${across} / ${down}`;
    }

    #table(values, grid, cube) {
        const key = hash([{ ...values, places: 0, spots: 0 }, grid, cube !== null]);
        if (this.#drawn.table !== key) {
            this.#drawn.nodes = colourTable(lookOf(values), grid, this.#source, cube);
            this.#drawn.grid = grid;
            this.#drawn.table = key;
            this.#drawing.table('table', this.#drawn.nodes);
        }
    }

    #field(values, framing) {
        const local = Math.max(-1, Math.min(1, values.local ?? 0));
        const vignette = Math.max(-1, Math.min(1, values.vignette ?? 0));
        const lens = lensOf(values, this.#lens);
        const isDarkened = (lens?.darkening.length ?? 0) > 0;
        const key = hash([local, vignette, framing, lens?.scale, isDarkened]);
        if (this.#drawn.field === key) {
            return;
        }
        this.#drawn.field = key;
        if (local === 0 && vignette === 0 && !isDarkened) {
            this.gains = [[1], 1, 1];
        } else {
            const cells = this.#cells(framing);
            const own = gainField(cells, local, vignette);
            const rows = rowsOf(framing, ...this.sides);
            const lit = isDarkened ? darkeningOver(lens, rows, cells.width, cells.height) : null;
            this.gains = [lit ? own.map((gain, i) => gain * lit[i]) : own, cells.width, cells.height];
        }
        this.#drawing.gains(...this.gains);
    }

    /** The framed picture in blocks, which stay the same as long as it is framed the same way. */
    #cells(framing) {
        const key = hash(framing);
        if (this.#small?.key !== key) {
            const { pixels, width, height } = this.#pixels(framing, Infinity);
            this.#small = { key, cells: cellsOf(pixels, width, height) };
        }

        return this.#small.cells;
    }

    #pixels(framing, most) {
        const [width, height] = this.sides;
        const [across, down] = sizeOf(framing, width, height);
        const scale = Math.min(1, most / Math.max(across, down));
        const canvas = new OffscreenCanvas(
            Math.max(1, Math.round(across * scale)),
            Math.max(1, Math.round(down * scale)),
        );
        const context = canvas.getContext('2d', { willReadFrequently: true });
        const [[a, b, c], [d, e, f]] = rowsOf(framing, width, height);
        const determinant = a * e - b * d;
        const [p, q, r, s] = [e / determinant, -b / determinant, -d / determinant, a / determinant];
        context.setTransform(
            p * canvas.width,
            r * canvas.height,
            q * canvas.width,
            s * canvas.height,
            -(p * c + q * f) * canvas.width,
            -(r * c + s * f) * canvas.height,
        );
        context.drawImage(this.#healed, 0, 0, 1, 1);
        const { data } = context.getImageData(0, 0, canvas.width, canvas.height);

        return { pixels: data, width: canvas.width, height: canvas.height };
    }

    /** How many cells of the picture have which lightness, of so many levels, as shares of the most. */
    histogram(values) {
        const { pixels } = this.#pixels(framingOf(values), 160);
        const counts = new Array(LEVELS).fill(0);
        const out = [0, 0, 0];
        for (let i = 0; i < pixels.length; i += 4) {
            looked(
                this.#drawn.nodes,
                this.#drawn.grid,
                pixels[i] / 255,
                pixels[i + 1] / 255,
                pixels[i + 2] / 255,
                out,
                0,
            );
            counts[Math.min(LEVELS - 1, Math.floor((0.25 * out[0] + 0.65 * out[1] + 0.1 * out[2]) * LEVELS))]++;
        }
        const most = Math.max(1, ...counts.slice(1, -1));

        return counts.map((number) => Math.min(1, number / most));
    }

    /** The same before the curve of the tone: counts of even steps. */
    lightness(values) {
        const { zones: _, contrast: __, places: ___, spots: ____, ...before } = values;
        const nodes = colourTable(lookOf(before), COARSE, this.#source);
        const { pixels } = this.#pixels(framingOf(values), 160);
        const counts = new Array(LEVELS).fill(0);
        const out = [0, 0, 0];
        for (let i = 0; i < pixels.length; i += 4) {
            looked(nodes, COARSE, pixels[i] / 255, pixels[i + 1] / 255, pixels[i + 2] / 255, out, 0);
            counts[Math.min(LEVELS - 1, Math.floor((0.25 * out[0] + 0.65 * out[1] + 0.1 * out[2]) * LEVELS))]++;
        }

        return counts;
    }

    /** The mean of a few pixels where the framed picture is pointed at: as its file has them, 0 to 1. */
    valueAt(values, u, v) {
        const { pixels, width, height } = this.#pixels(framingOf(values), 600);
        const x = Math.min(width - 1, Math.max(0, Math.floor(u * width)));
        const y = Math.min(height - 1, Math.max(0, Math.floor(v * height)));
        const sums = [0, 0, 0];
        let count = 0;
        for (let j = Math.max(0, y - 2); j <= Math.min(height - 1, y + 2); j++) {
            for (let i = Math.max(0, x - 2); i <= Math.min(width - 1, x + 2); i++) {
                [0, 1, 2].forEach((c) => {
                    sums[c] += pixels[4 * (j * width + i) + c];
                });
                count++;
            }
        }

        return sums.map((sum) => sum / count / 255);
    }

    /** Where on the turned picture the crop lies, in shares. */
    box(values) {
        return boxOf(framingOf(values), ...this.sides);
    }
}
