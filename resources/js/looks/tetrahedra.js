/** Tetrahedral interpolation in a table of sixteen bits, as littlecms2 does it. */
export function looked(nodes, grid, r, g, b, out, at) {
    const most = grid - 1;
    const x = r * most;
    const y = g * most;
    const z = b * most;
    const i = Math.min(x | 0, most - 1);
    const j = Math.min(y | 0, most - 1);
    const k = Math.min(z | 0, most - 1);
    const u = x - i;
    const v = y - j;
    const w = z - k;
    const red = 3 * grid * grid;
    const green = 3 * grid;
    const first = 3 * ((i * grid + j) * grid + k);
    let one;
    let two;
    let high;
    let middle;
    let low;
    if (u >= v) {
        if (v >= w) [one, two, high, middle, low] = [red, red + green, u, v, w];
        else if (u >= w) [one, two, high, middle, low] = [red, red + 3, u, w, v];
        else [one, two, high, middle, low] = [3, red + 3, w, u, v];
    } else if (w >= v) [one, two, high, middle, low] = [3, green + 3, w, v, u];
    else if (w >= u) [one, two, high, middle, low] = [green, green + 3, v, w, u];
    else [one, two, high, middle, low] = [green, red + green, v, u, w];
    const last = red + green + 3;
    for (let c = 0; c < 3; c++) {
        const p = first + c;
        out[at + c] =
            (nodes[p] * (1 - high) +
                nodes[p + one] * (high - middle) +
                nodes[p + two] * (middle - low) +
                nodes[p + last] * low) /
            65_535;
    }
}
