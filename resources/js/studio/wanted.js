/**
 * Tells the server which frames are on the screen, so that their previews are made first, and puts the pictures in when
 * they are there.
 */
import { post } from './server.js';

const SECOND = 1000;

export class Wanted {
    #address;
    #seen;
    #arrived;
    #timer = null;

    /**
     * @param seen gives the frames that are on the screen
     * @param arrived is told of the frames that have new pictures
     */
    constructor(address, seen, arrived) {
        this.#address = address;
        this.#seen = seen;
        this.#arrived = arrived;
    }

    /** To be called whenever the screen shows other frames. */
    look() {
        this.#timer ??= setTimeout(() => this.#ask(), 150);
    }

    async #ask() {
        const missing = this.#seen()
            .filter((frame) => frame.id > 0 && !frame.large)
            .slice(0, 300);
        if (missing.length > 0) {
            try {
                const { pictures } = await post(this.#address, { frames: missing.map((frame) => frame.id) });
                const byId = new Map(missing.map((frame) => [frame.id, frame]));
                const made = pictures
                    .filter(([, , large]) => large)
                    .map(([id, small, large]) => Object.assign(byId.get(id), { small, large, fetched: null }));
                if (made.length > 0) {
                    this.#arrived(made);
                }
            } catch {
                // The pictures come with the next look.
            }
        }
        this.#timer = missing.length > 0 ? setTimeout(() => this.#ask(), SECOND) : null;
    }
}
