/** By how much each place is made lighter or darker, as core/Looks/GainField has it. */
export const SIDE = 192;

const RADIUS = 12;
const EDGE = 0.01;
const LOCAL = 1.2;
const DARK = 0.02;
const LEAST = 0.4;
const MOST = 2.5;
const CORNER = 2 / 2.4;
const INNER = 0.3;

/**
 * Means of blocks of the green of a picture, as many as fit.
 *
 * @param pixels red, green, blue and another of each, 0 to 255
 */
export function cellsOf(pixels, width, height) {
    const side = Math.max(1, Math.ceil(Math.max(width, height) / SIDE));
    const across = Math.max(1, Math.floor(width / side));
    const down = Math.max(1, Math.floor(height / side));
    const green = new Float64Array(across * down);
    for (let y = 0; y < down; y++) {
        for (let x = 0; x < across; x++) {
            let sum = 0;
            let count = 0;
            for (let v = y * side; v < Math.min(height, (y + 1) * side); v++) {
                for (let u = x * side; u < Math.min(width, (x + 1) * side); u++) {
                    sum += pixels[4 * (v * width + u) + 1];
                    count++;
                }
            }
            green[y * across + x] = Math.round(sum / count) / 255;
        }
    }

    return { green, width: across, height: down };
}

export function gainField({ green, width, height }, local, vignette) {
    const gains = local === 0 ? new Float64Array(green.length).fill(1) : localGains(green, width, height, local);
    if (vignette !== 0) {
        for (let i = 0; i < gains.length; i++) {
            const x = (((i % width) + 0.5) / width) * 2 - 1;
            const y = ((Math.floor(i / width) + 0.5) / height) * 2 - 1;
            const out = Math.max(0, Math.min(1, (Math.sqrt((x * x + y * y) / 2) - INNER) / (1 - INNER)));
            gains[i] *= 2 ** (vignette * CORNER * out * out * (3 - 2 * out));
        }
    }

    return gains;
}

function localGains(green, width, height, local) {
    const mean = boxed(green, width, height);
    const squares = boxed(
        green.map((value) => value * value),
        width,
        height,
    );
    const a = new Float64Array(green.length);
    const b = new Float64Array(green.length);
    mean.forEach((value, i) => {
        const variance = Math.max(0, squares[i] - value * value);
        a[i] = variance / (variance + EDGE);
        b[i] = value * (1 - a[i]);
    });
    const slopes = boxed(a, width, height);
    const bases = boxed(b, width, height);

    return green.map((value, i) => {
        const beside = value - (slopes[i] * value + bases[i]);
        const dark = Math.max(DARK, value);

        return Math.max(LEAST, Math.min(MOST, (dark + local * LOCAL * beside) / dark));
    });
}

function boxed(values, width, height) {
    const rows = new Float64Array(values.length);
    for (let y = 0; y < height; y++) {
        averaged(values, rows, y * width, 1, width);
    }
    const out = new Float64Array(values.length);
    for (let x = 0; x < width; x++) {
        averaged(rows, out, x, width, height);
    }

    return out;
}

function averaged(from, to, start, step, count) {
    const sums = [0];
    for (let i = 0; i < count; i++) {
        sums.push(sums[i] + from[start + i * step]);
    }
    for (let i = 0; i < count; i++) {
        const first = Math.max(0, i - RADIUS);
        const last = Math.min(count, i + RADIUS + 1);
        to[start + i * step] = (sums[last] - sums[first]) / (last - first);
    }
}
