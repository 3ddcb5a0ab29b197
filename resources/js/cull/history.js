/** Steps that were made, taken back and made again: as many as there are, each by the words of what it did. */
export class History {
    #steps = [];
    #again = [];

    /** @param told steps as the server keeps them */
    load(told) {
        this.#steps = told.filter((step) => !step.back);
        this.#again = [];
        for (const step of [...told].reverse()) {
            if (!step.back) {
                break;
            }
            this.#again.push(step);
        }
    }

    get last() {
        return this.#steps.at(-1) ?? null;
    }

    get next() {
        return this.#again.at(-1) ?? null;
    }

    /** All steps in the order in which they were made, those that were undone last. */
    get all() {
        return [...this.#steps, ...[...this.#again].reverse()];
    }

    /** How many of them are not undone. */
    get place() {
        return this.#steps.length;
    }

    has(id) {
        return [...this.#steps, ...this.#again].some((step) => step.id === id);
    }

    made(step) {
        this.#steps.push(step);
        this.#again = [];
    }

    /** Takes back the last step, or the one of this id where it exists; null where there is none. */
    takeBack(id = this.last?.id) {
        return move(id, this.#steps, this.#again);
    }

    again(id = this.next?.id) {
        return move(id, this.#again, this.#steps);
    }
}

function move(id, from, to) {
    const place = from.findLastIndex((step) => step.id === id);
    if (place < 0) {
        return null;
    }
    const [step] = from.splice(place, 1);
    to.push(step);

    return step;
}

/** What a frame becomes when a change is undone: as far as nothing has changed it since. */
export function withdrawn(frame, [verdictBefore, ratingBefore, usesBefore], [verdict, rating, uses]) {
    return {
        verdict: frame.verdict === verdict ? verdictBefore : frame.verdict,
        rating: frame.rating === rating ? ratingBefore : frame.rating,
        uses: (frame.uses & ~(uses & ~usesBefore)) | (usesBefore & ~uses),
    };
}
