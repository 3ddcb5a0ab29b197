/** What a guest has begun to write or draw on each picture and not sent; it is there again after a reload. */
export class Drafts {
    #key;
    #all;

    /** @param place names the gallery */
    constructor(place) {
        this.#key = `kanpai-drafts-${place}`;
        try {
            this.#all = JSON.parse(localStorage.getItem(this.#key) ?? '{}');
        } catch {
            this.#all = {};
        }
    }

    of(number) {
        return { text: '', marks: [], ...this.#all[number] };
    }

    keep(number, change) {
        const draft = { ...this.of(number), ...change };
        draft.text.trim() === '' && draft.marks.length === 0 ? delete this.#all[number] : (this.#all[number] = draft);
        this.#save();
    }

    forget(number) {
        delete this.#all[number];
        this.#save();
    }

    #save() {
        try {
            localStorage.setItem(this.#key, JSON.stringify(this.#all));
        } catch {
            // More than the browser keeps: it is still here until the page is left.
        }
    }
}
