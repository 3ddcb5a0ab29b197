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

    made(step) {
        this.#steps.push(step);
        this.#again = [];
    }

    takeBack() {
        const step = this.#steps.pop() ?? null;
        if (step) {
            this.#again.push(step);
        }

        return step;
    }

    again() {
        const step = this.#again.pop() ?? null;
        if (step) {
            this.#steps.push(step);
        }

        return step;
    }
}

/** What a frame becomes when a change is undone: as far as nothing has changed it since. */
export function withdrawn(frame, [verdictBefore, ratingBefore, usesBefore], [verdict, rating, uses]) {
    return {
        verdict: frame.verdict === verdict ? verdictBefore : frame.verdict,
        rating: frame.rating === rating ? ratingBefore : frame.rating,
        uses: (frame.uses & ~(uses & ~usesBefore)) | (usesBefore & ~uses),
    };
}
