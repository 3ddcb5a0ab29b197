/**
 * A picture as rows of pixels of red, green and blue, 0 to 255, and the parts that are cut out of it for models.
 */

/** Half as large, each pixel the mean of four. */
function halved({ data, width, height }) {
    const [w, h] = [width >> 1, height >> 1];
    const half = new Uint8Array(w * h * 3);
    let to = 0;
    for (let y = 0; y < h; y++) {
        let above = 2 * y * width * 3;
        let below = above + width * 3;
        for (let x = 0; x < w; x++, above += 6, below += 6) {
            for (let band = 0; band < 3; band++) {
                half[to++] =
                    (data[above + band] + data[above + band + 3] + data[below + band] + data[below + band + 3] + 2) >>
                    2;
            }
        }
    }

    return { data: half, width: w, height: h };
}

/** A square of a picture, which may be turned: its centre and its side in pixels, its angle in radians. */
export const square = (x, y, side, angle = 0) => ({ x, y, side, angle });

export class Pixels {
    #levels;

    constructor(data, width, height) {
        this.#levels = [{ data, width, height }];
        this.width = width;
        this.height = height;
    }

    get longSide() {
        return Math.max(this.width, this.height);
    }

    /** The picture halved so many times; made when it is first asked for. */
    level(times) {
        while (this.#levels.length <= times) {
            this.#levels.push(halved(this.#levels.at(-1)));
        }

        return this.#levels[times];
    }

    /**
     * A square as a plane for each colour, each value (v − offset) × factor. What lies outside of the picture is the
     * nearest pixel of its edge.
     *
     * @param size pixels of a side of what comes out
     * @returns {Float32Array} 3 × size × size values, or `out` with them from `at` on
     */
    crop(
        { x, y, side, angle },
        size,
        { offset = 0, factor = 1, out = new Float32Array(3 * size * size), at = 0 } = {},
    ) {
        // The level at which a pixel that comes out covers one to two of the picture.
        const times = Math.max(0, Math.floor(Math.log2(side / size)));
        const { data, width, height } = this.level(times);
        const scale = 1 / (1 << times);
        const [stepX, stepY] = [(Math.cos(angle) * side * scale) / size, (Math.sin(angle) * side * scale) / size];
        const middle = (size - 1) / 2;
        const startX = (x + 0.5) * scale - 0.5 - (stepX - stepY) * middle;
        const startY = (y + 0.5) * scale - 0.5 - (stepY + stepX) * middle;
        const plane = size * size;
        const [lastX, lastY] = [width - 1, height - 1];
        let to = at;
        for (let row = 0; row < size; row++) {
            let px = startX - stepY * row;
            let py = startY + stepX * row;
            for (let column = 0; column < size; column++, px += stepX, py += stepY, to++) {
                const cx = px < 0 ? 0 : px > lastX ? lastX : px;
                const cy = py < 0 ? 0 : py > lastY ? lastY : py;
                const [x0, y0] = [cx | 0, cy | 0];
                const [fx, fy] = [cx - x0, cy - y0];
                const a = (y0 * width + x0) * 3;
                const b = x0 < lastX ? a + 3 : a;
                const below = y0 < lastY ? width * 3 : 0;
                const both = fx * fy;
                const [wb, wc, wa] = [fx - both, fy - both, 1 - fx - fy + both];
                for (let band = 0; band < 3; band++) {
                    const value =
                        data[a + band] * wa +
                        data[b + band] * wb +
                        data[a + below + band] * wc +
                        data[b + below + band] * both;
                    out[to + band * plane] = (value - offset) * factor;
                }
            }
        }

        return out;
    }

    /** A square in grey, its values divided by `scale`. Weights are those that the models were trained with. */
    grey(part, size, scale, weights = [0.114, 0.587, 0.299]) {
        const planes = this.crop(part, size);
        const plane = size * size;
        const grey = new Float32Array(plane);
        for (let i = 0; i < plane; i++) {
            grey[i] =
                (planes[i] * weights[0] + planes[i + plane] * weights[1] + planes[i + 2 * plane] * weights[2]) / scale;
        }

        return grey;
    }

    /**
     * The whole picture, so many times smaller, as planes of (v − 127) ÷ 128; beyond its edges the nearest pixel.
     *
     * @param out planes of width × height values
     */
    fitted(scale, width, height, out) {
        const { data, width: w, height: h } = this.level(0);
        const left = new Int32Array(width);
        const right = new Int32Array(width);
        for (let x = 0; x < width; x++) {
            left[x] = Math.min(w - 1, Math.floor((x + 0.25) * scale)) * 3;
            right[x] = Math.min(w - 1, Math.floor((x + 0.75) * scale)) * 3;
        }
        const plane = width * height;
        let to = 0;
        for (let y = 0; y < height; y++) {
            const above = Math.min(h - 1, Math.floor((y + 0.25) * scale)) * w * 3;
            const below = Math.min(h - 1, Math.floor((y + 0.75) * scale)) * w * 3;
            for (let x = 0; x < width; x++, to++) {
                const [a, b, c, d] = [above + left[x], above + right[x], below + left[x], below + right[x]];
                for (let band = 0; band < 3; band++) {
                    out[to + band * plane] =
                        (data[a + band] + data[b + band] + data[c + band] + data[d + band]) / 512 - 127 / 128;
                }
            }
        }

        return out;
    }
}
