/**
 * Pictures that are decoded before they are wanted. What is on the screen is painted by copying pixels, so that a key
 * is answered within one refresh; the decoding is done beside the page.
 */
const AT_ONCE = 2;
const AHEAD = 10;
const BEHIND = 3;
const SMALL_AHEAD = 40;
/** Milliseconds between two frames below which nobody sees more than the small picture. */
const FAST = 70;
/** Addresses whose bytes are kept, so that a frame that comes back is not fetched again. */
const KEPT = 400;

export class Pictures {
    #width = 1200;
    #height = 800;
    #ready = new Map();
    #small = new Map();
    #bytes = new Map();
    #queue = [];
    #working = 0;
    #asked = 0;
    #last = null;
    #arrived;

    /** @param arrived is told of a frame whose picture is there */
    constructor(arrived) {
        this.#arrived = arrived;
    }

    /** The room in which pictures are shown, in the screen's own pixels. */
    fit(width, height) {
        if (Math.abs(width - this.#width) > 1 || Math.abs(height - this.#height) > 1) {
            [this.#width, this.#height] = [width, height];
            this.forget();
        }
    }

    /** How large a frame is shown, in whole pixels of the screen: a picture that is drawn as it is costs nothing. */
    size(frame) {
        const scale = Math.min(this.#width / frame.width, this.#height / frame.height);

        return [Math.max(1, Math.floor(frame.width * scale)), Math.max(1, Math.floor(frame.height * scale))];
    }

    forget(frame = null) {
        for (const pool of [this.#ready, this.#small]) {
            for (const [id, bitmap] of pool) {
                if (frame === null || id === frame.id) {
                    bitmap?.close?.();
                    pool.delete(id);
                }
            }
        }
    }

    /** The best picture that can be painted now, or null. */
    of(frame) {
        return this.#ready.get(frame.id) ?? this.#small.get(frame.id) ?? null;
    }

    isWhole(frame) {
        return Boolean(this.#ready.get(frame.id)) || !frame.large;
    }

    /** Tells where one is in a row of frames and which way one goes; pictures are made ready in that order. */
    want(frames, at, way = 1) {
        const large = [];
        for (let i = 0; i <= AHEAD; i++) {
            large.push(frames[at + way * i]);
            if (i > 0 && i <= BEHIND) {
                large.push(frames[at - way * i]);
            }
        }
        const small = [];
        for (let i = 0; i <= SMALL_AHEAD; i++) {
            small.push(frames[at + way * i]);
        }
        // Only another frame is a step; whoever asks once more for the same one has time for all of it.
        const now = performance.now();
        const isStep = frames[at] !== this.#last;
        const isFast = isStep && now - this.#asked < FAST;
        if (isStep) {
            this.#asked = now;
            this.#last = frames[at];
        }
        this.#wantThese(large.filter(Boolean), small.filter(Boolean), !isFast);
    }

    wantOnly(frames) {
        this.#wantThese(frames, frames);
    }

    #wantThese(large, small, isLargeMade = true) {
        const keep = new Set(large.map((frame) => frame.id));
        const keepSmall = new Set(small.map((frame) => frame.id));
        for (const [pool, wanted] of [
            [this.#ready, keep],
            [this.#small, keepSmall],
        ]) {
            for (const [id, bitmap] of pool) {
                if (!wanted.has(id)) {
                    bitmap?.close?.();
                    pool.delete(id);
                }
            }
        }
        // The one that is shown first, then what can be shown in small, then the rest in large.
        const made = isLargeMade ? large : [];
        const first = made.slice(0, 2);
        this.#queue = [
            ...first.filter((frame) => frame.large && !this.#ready.has(frame.id)).map((frame) => [frame, true]),
            ...small
                .filter((frame) => frame.small && !this.#small.has(frame.id) && !this.#ready.has(frame.id))
                .slice(0, 6)
                .map((frame) => [frame, false]),
            ...made
                .slice(2)
                .filter((frame) => frame.large && !this.#ready.has(frame.id))
                .map((frame) => [frame, true]),
            ...small
                .filter((frame) => frame.small && !this.#small.has(frame.id) && !this.#ready.has(frame.id))
                .slice(6)
                .map((frame) => [frame, false]),
        ];
        while (this.#working < AT_ONCE && this.#queue.length > 0) {
            this.#next();
        }
    }

    async #next() {
        const [frame, isLarge] = this.#queue.shift();
        const pool = isLarge ? this.#ready : this.#small;
        if (pool.has(frame.id)) {
            return;
        }
        this.#working++;
        pool.set(frame.id, null);
        try {
            const blob = await this.#fetch(isLarge ? frame.large : frame.small);
            const [resizeWidth, resizeHeight] = this.size(frame);
            const bitmap = isLarge
                ? await createImageBitmap(blob, { resizeWidth, resizeHeight, resizeQuality: 'medium' })
                : await createImageBitmap(blob);
            if (pool.has(frame.id)) {
                pool.get(frame.id)?.close();
                pool.set(frame.id, bitmap);
                this.#arrived(frame);
            } else {
                bitmap.close();
            }
        } catch {
            pool.delete(frame.id);
        }
        this.#working--;
        if (this.#queue.length > 0) {
            this.#next();
        }
    }

    async #fetch(address) {
        let blob = this.#bytes.get(address);
        if (!blob) {
            const answer = await fetch(address, { credentials: 'same-origin' });
            if (!answer.ok) {
                throw new Error(`No picture: ${answer.status}.`);
            }
            blob = await answer.blob();
            this.#bytes.set(address, blob);
            if (this.#bytes.size > KEPT) {
                this.#bytes.delete(this.#bytes.keys().next().value);
            }
        }

        return blob;
    }
}

/** Paints a picture into a canvas of its size, so that its pixels stay as they are. */
export function paint(canvas, bitmap, frame) {
    // Where nothing is decoded yet, a small empty one of its shape.
    const width = bitmap?.width ?? 300;
    const height = bitmap?.height ?? Math.round((300 * frame.height) / frame.width);
    if (canvas.width !== width || canvas.height !== height) {
        canvas.width = width;
        canvas.height = height;
    }
    canvas.dataset.picture = bitmap ? 'there' : 'none';
    const context = canvas.getContext('2d', { alpha: false });
    if (bitmap) {
        context.drawImage(bitmap, 0, 0);
    } else {
        context.fillStyle = '#6f6f6e';
        context.fillRect(0, 0, width, height);
    }
}
