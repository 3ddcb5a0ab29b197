/**
 * Marks on their way to the server. They are kept in the browser until the server has said that it has them, in the
 * order in which they were made; a mark that arrives twice counts once.
 */
import { post } from './server.js';

const SECOND = 1000;

export class Marks {
    #key;
    #address;
    #waiting;
    #isSending = false;
    #changed;

    constructor(shoot, address, changed) {
        this.#key = `kanpai-marks-${shoot}`;
        this.#address = address;
        this.#changed = changed;
        this.#waiting = JSON.parse(localStorage.getItem(this.#key) ?? '[]');
        window.addEventListener('online', () => this.send());
    }

    get waiting() {
        return this.#waiting;
    }

    add(mark) {
        this.#waiting.push(mark);
        this.#keep();
        this.send();
    }

    async send() {
        if (this.#isSending || this.#waiting.length === 0) {
            return;
        }
        this.#isSending = true;
        const batch = this.#waiting.slice(0, 200);
        try {
            await post(this.#address, { marks: batch });
            this.#waiting = this.#waiting.slice(batch.length);
            this.#keep();
            this.#changed(this.#waiting.length, null);
        } catch (reason) {
            this.#changed(this.#waiting.length, reason);
            if (reason.status === 419 || reason.status === 401) {
                window.location.reload();
            }
            setTimeout(() => { this.#isSending = false; this.send(); }, 2 * SECOND);

            return;
        }
        this.#isSending = false;
        this.send();
    }

    #keep() {
        localStorage.setItem(this.#key, JSON.stringify(this.#waiting));
    }
}

export function uuid() {
    const bytes = crypto.getRandomValues(new Uint8Array(16));
    bytes[6] = (bytes[6] & 0x0f) | 0x40;
    bytes[8] = (bytes[8] & 0x3f) | 0x80;
    const digits = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');

    return digits.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}
