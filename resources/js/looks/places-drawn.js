/** What a drawing needs of the places of a look: how much of each there is where, and the table of colours inside. */
import { colourTable } from './colour-table.js';
import { lookOf } from './look.js';
import { cellsOf, insideOf, maskOf, MOST_PLACES } from './place-mask.js';

const KEPT = 24;

/** Keeps what it made last, since a drag changes one of many things. */
export class PlacesDrawn {
    #made = new Map();

    #once(key, make) {
        const own = this.#made.get(key) ?? make();
        // The last used are the last in the map.
        this.#made.delete(key);
        this.#made.set(key, own);
        this.#made.size > KEPT && this.#made.delete(this.#made.keys().next().value);

        return own;
    }

    /**
     * @param rows of what is shown: where in the picture its places lie, in shares
     * @param size sides of what is shown
     * @param sides of the picture
     * @returns a list of masks, 0 to 255, with the nodes of the table inside
     */
    of(values, { rows, size, sides, grid, source, cube = null }) {
        const places = Array.isArray(values.places) ? values.places.slice(0, MOST_PLACES) : [];
        const { places: _, spots: __, crop: ___, ...own } = values;

        return places.map((place) => {
            const where = JSON.stringify([place.kind, shapeOf(place), rows, size]);
            const inside = insideOf(own, place, source);

            return {
                mask: this.#once(where, () => bytesOf(place, cellsOf(rows, size, sides))),
                nodes: this.#once(JSON.stringify([inside, grid, source.asShot, cube !== null]), () =>
                    colourTable(lookOf(inside), grid, source, cube),
                ),
            };
        });
    }
}

const shapeOf = ({ from, to, middle, radii, degrees, strokes, feather, inverse }) => [
    from,
    to,
    middle,
    radii,
    degrees,
    strokes,
    feather,
    inverse,
];

function bytesOf(place, cells) {
    const shares = maskOf(place, cells);

    return {
        width: cells.columns,
        height: cells.rows,
        values: Uint8Array.from(shares, (share) => Math.floor(255 * share + 0.5)),
    };
}
