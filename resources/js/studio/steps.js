/**
 * Steps on their way to the server. They are kept in the browser until the server has said that it has them, in the
 * order in which they were made; a step that arrives twice counts once, so two windows may send the same one.
 */
import { post, token } from './server.js';

const SECOND = 1000;
const TOGETHER = 350;
/** Steps, and marks in them, that go in one request. */
const MOST_STEPS = 200;
const MOST_MARKS = 8000;
/** Characters that a browser sends for a page that is gone: it allows 64 KB. */
const MOST_LEAVING = 60_000;
/** Answers to what is too large or not what was asked for. */
const UNREADABLE = [413, 422];

export class Steps {
    #prefix;
    #key;
    #address;
    #waiting = [];
    #isSending = false;
    #changed;
    #answered;
    #most = MOST_STEPS;

    /**
     * @param place names what the steps are done to
     * @param changed is told how many marks wait, and why the server does not answer
     * @param answered is told what the server said of the steps it took, or refused
     */
    constructor(place, address, changed, answered = () => {}) {
        this.#prefix = `kanpai-steps-${place}-`;
        const own = sessionStorage.getItem('kanpai-window') ?? uuid();
        sessionStorage.setItem('kanpai-window', own);
        this.#key = this.#prefix + own;
        this.#address = address;
        this.#changed = changed;
        this.#answered = answered;
        // What a window that is gone has left behind goes first.
        for (const key of Object.keys(localStorage).filter((name) => name.startsWith(this.#prefix))) {
            this.#waiting.push(...JSON.parse(localStorage.getItem(key) ?? '[]'));
        }
        window.addEventListener('online', () => this.send());
        // A last try with the page going; what is lost of it is in the browser, and what arrives twice counts once.
        window.addEventListener('pagehide', () => {
            this.#keep();
            this.#leave();
        });
    }

    get waiting() {
        return this.#waiting;
    }

    /** How many steps were made in this window: what the server said before the last one is old. */
    made = 0;

    /** How many batches the server has taken. */
    taken = 0;

    add(step) {
        this.made++;
        this.#waiting.push(step);
        this.#keep();
        this.send();
    }

    async send() {
        if (this.#isSending || this.#waiting.length === 0) {
            return;
        }
        this.#isSending = true;
        // A moment for those that come one upon another: the server has them within a second all the same.
        await new Promise((done) => setTimeout(done, TOGETHER));
        const batch = this.#batch();
        try {
            const answer = await post(this.#address, { steps: batch });
            this.#waiting = this.#waiting.slice(batch.length);
            this.taken++;
            this.#keep();
            this.#changed(this.#marks(), null);
            this.#answered(answer, batch);
            this.#most = MOST_STEPS;
        } catch (reason) {
            if (UNREADABLE.includes(reason.status) && this.#refuse(batch, reason)) {
                this.#isSending = false;
                this.send();

                return;
            }
            this.#changed(this.#marks(), reason);
            if (reason.status === 419 || reason.status === 401) {
                window.location.reload();
            }
            setTimeout(() => {
                this.#isSending = false;
                this.send();
            }, 2 * SECOND);

            return;
        }
        this.#isSending = false;
        this.send();
    }

    #leave() {
        const batch = this.#batch();
        let body = JSON.stringify({ steps: batch });
        while (batch.length > 0 && body.length > MOST_LEAVING) {
            batch.pop();
            body = JSON.stringify({ steps: batch });
        }
        if (batch.length > 0) {
            fetch(this.#address, {
                method: 'POST',
                keepalive: true,
                credentials: 'same-origin',
                headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-CSRF-TOKEN': token() },
                body,
            }).catch(() => {});
        }
    }

    /** A step that the server will never take must not hold up those behind it: they go one by one until it is found. */
    #refuse(batch, reason) {
        if (batch.length > 1) {
            this.#most = 1;

            return true;
        }
        this.#waiting = this.#waiting.slice(1);
        this.#keep();
        this.#changed(this.#marks(), null);
        this.#answered(
            {
                refused: {
                    [batch[0].id]: Object.values(reason.told?.errors ?? {})[0]?.[0] ?? 'The server cannot read this.',
                },
            },
            batch,
        );

        return true;
    }

    #marks() {
        return this.#waiting.reduce((sum, step) => sum + (step.marks?.length ?? 1), 0);
    }

    #batch() {
        let marks = 0;
        let count = 0;
        while (count < Math.min(this.#most, this.#waiting.length)) {
            marks += this.#waiting[count].marks?.length ?? 0;
            if (count > 0 && marks > MOST_MARKS) {
                break;
            }
            count++;
        }

        return this.#waiting.slice(0, count);
    }

    #keep() {
        try {
            for (const key of Object.keys(localStorage)) {
                if (key.startsWith(this.#prefix) && key !== this.#key) {
                    localStorage.removeItem(key);
                }
            }
            this.#waiting.length === 0
                ? localStorage.removeItem(this.#key)
                : localStorage.setItem(this.#key, JSON.stringify(this.#waiting));
        } catch {
            // More than the browser keeps: they are still here, and on their way.
        }
    }
}

export function uuid() {
    const bytes = crypto.getRandomValues(new Uint8Array(16));
    bytes[6] = (bytes[6] & 0x0f) | 0x40;
    bytes[8] = (bytes[8] & 0x3f) | 0x80;
    const digits = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');

    return digits.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}
