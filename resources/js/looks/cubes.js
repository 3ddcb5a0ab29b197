/** Tables of colours from elsewhere, fetched once. */
import { root } from './page.js';

const cubes = new Map();

/**
 * The table that a look names: at once where it is there.
 *
 * @param act is called when it has come, so that what was drawn without it is drawn anew
 */
export function cubeOf(values, act) {
    const hash = values.cube?.table;
    if (typeof hash !== 'string') {
        return null;
    }
    if (!cubes.has(hash)) {
        cubes.set(hash, null);
        fetch(`${root.dataset.cubes}/${hash}`, { credentials: 'same-origin' })
            .then((answer) => (answer.ok ? answer.arrayBuffer() : Promise.reject(new Error(`${answer.status}`))))
            .then((bytes) => {
                const nodes = new Uint16Array(bytes);
                cubes.set(hash, { nodes, grid: Math.round((nodes.length / 3) ** (1 / 3)) });
                act();
            })
            // A look whose table is gone does without.
            .catch(() => {});
    }

    return cubes.get(hash);
}
