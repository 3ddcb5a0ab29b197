/**
 * Sends the folder of a card by tus 1.0.0: several files at a time, each hashed here first and compared where it
 * arrives. Choosing the same folder again goes on where it stopped.
 */
import { post, token } from '../studio/server.js';
import { size } from '../studio/words.js';
import { createXXHash128 } from 'hash-wasm';
import { Upload } from 'tus-js-client';

const AT_ONCE = 3;
const PIECE = 4 * 1024 * 1024;
const TRIES = 3;
const RETRY = [0, 500, 1000, 2000, 5000, 10000, 10000, 20000, 30000, 60000];

const time = (seconds) => (seconds >= 90 ? `${Math.ceil(seconds / 60)} min` : `${Math.ceil(seconds)} s`);

/** The path on the card: without the name of the chosen folder. */
function pathOf(file) {
    return file.webkitRelativePath.split('/').slice(1).join('/') || file.name;
}

async function hashOf(file) {
    const hash = await createXXHash128();
    for (let at = 0; at < file.size; at += PIECE) {
        hash.update(new Uint8Array(await file.slice(at, at + PIECE).arrayBuffer()));
    }

    return hash.digest('hex');
}

class Sending {
    #root;
    #running = new Set();
    #isStopped = false;
    #sent = new Map();
    #began = 0;
    #filesDone = 0;
    #hurt = [];

    constructor(root) {
        this.#root = root;
        this.#$('folder').addEventListener('change', (event) => this.start([...event.target.files]));
        this.#$('upload-stop').addEventListener('click', () => this.stop());
        window.addEventListener('beforeunload', (event) => {
            if (this.#running.size > 0) {
                event.preventDefault();
            }
        });
    }

    #$(name) {
        return this.#root.querySelector(`[data-${name}]`);
    }

    #say(name, text) {
        this.#$(name).textContent = text;
        this.#$(name).hidden = text === '';
    }

    async start(chosen) {
        const files = new Map(
            chosen
                .filter((file) => !file.webkitRelativePath.split('/').some((part) => part.startsWith('.')))
                .map((file) => [pathOf(file), file]),
        );
        this.#isStopped = false;
        this.#hurt = [];
        this.#say('upload-problem', '');
        this.#say('upload-done', '');
        let told;
        try {
            told = await post(this.#root.dataset.upload, {
                name: chosen[0]?.webkitRelativePath.split('/')[0] ?? '',
                files: [...files].map(([path, file]) => [path, file.size, Math.floor(file.lastModified / 1000)]),
            });
        } catch (reason) {
            this.#say('upload-problem', reason.told?.problem ?? `${reason.message} Nothing was sent.`);

            return;
        }
        const wanted = told.wanted.filter((one) => files.has(one.path));
        if (wanted.length === 0) {
            this.#say(
                'upload-done',
                `${told.name}: ${told.known || 'everything of it is here'}. Nothing has to be sent.`,
            );
            this.#finished(told);

            return;
        }
        this.#$('sending').hidden = false;
        this.#say('upload-title', `Sending ${told.name}${told.known ? ` · ${told.known}` : ''}`);
        this.#began = performance.now();
        this.#filesDone = 0;
        this.#sent = new Map(wanted.map((one) => [one.id, one.offset]));
        const before = wanted.reduce((sum, one) => sum + one.offset, 0);
        const total = wanted.reduce((sum, one) => sum + files.get(one.path).size, 0);
        const show = () => this.#show(before, total, wanted.length);
        const queue = [...wanted];
        const work = async () => {
            for (let one = queue.shift(); one && !this.#isStopped; one = queue.shift()) {
                await this.#send(one, files.get(one.path), told.tus, show);
            }
        };
        await Promise.all(Array.from({ length: AT_ONCE }, work));
        this.#$('sending').hidden = true;
        if (this.#isStopped) {
            this.#say(
                'upload-problem',
                `Stopped with ${this.#filesDone} of ${wanted.length} files sent. Choose the same again to go on.`,
            );
        } else if (this.#hurt.length > 0) {
            this.#say(
                'upload-problem',
                `${this.#hurt.length} of ${wanted.length} files did not arrive: ${this.#hurt.slice(0, 5).join('; ')}. Choose the same again to send them.`,
            );
        } else {
            this.#say(
                'upload-done',
                `All ${wanted.length} files of ${told.name} are here and the same as they were sent.`,
            );
            this.#finished(told);
        }
    }

    #finished(told) {
        document.body.dispatchEvent(new CustomEvent('kanpai:sent'));
        if (told.page && told.wanted.length > 0) {
            window.location.href = told.page;
        }
    }

    stop() {
        this.#isStopped = true;
        for (const upload of this.#running) {
            upload.abort();
            upload.give?.();
        }
    }

    async #send(one, file, endpoint, show) {
        let hash;
        try {
            hash = await hashOf(file);
        } catch {
            this.#hurt.push(`${one.path} cannot be read, is the card still there?`);

            return;
        }
        let problem = '';
        for (let tried = 0; tried < TRIES && !this.#isStopped; tried++) {
            problem = await this.#once(one, file, hash, endpoint, show);
            if (problem === '') {
                this.#filesDone++;
                show();

                return;
            }
        }
        if (!this.#isStopped) {
            this.#hurt.push(`${one.path}: ${problem}`);
        }
    }

    /** @returns {Promise<string>} why it did not arrive, empty when it did */
    #once(one, file, hash, endpoint, show) {
        return new Promise((done) => {
            const upload = new Upload(file, {
                endpoint,
                chunkSize: PIECE,
                retryDelays: RETRY,
                storeFingerprintForResuming: false,
                metadata: { path: one.path, hash },
                headers: {
                    'X-CSRF-TOKEN': token(),
                    ...(this.#root.dataset.uploadToken ? { 'Kanpai-Upload-Link': this.#root.dataset.uploadToken } : {}),
                },
                onProgress: (sent) => {
                    this.#sent.set(one.id, sent);
                    show();
                },
                onShouldRetry: (error) => {
                    const status = error.originalResponse?.getStatus() ?? 0;

                    return (
                        !this.#isStopped &&
                        (status === 0 || status === 409 || status === 423 || (status >= 500 && status !== 507))
                    );
                },
                onSuccess: () => {
                    this.#running.delete(upload);
                    done('');
                },
                onError: (error) => {
                    this.#running.delete(upload);
                    done(error.originalResponse?.getBody() || 'the connection broke');
                },
            });
            upload.give = () => done('stopped');
            this.#running.add(upload);
            upload.start();
        });
    }

    #show(before, total, count) {
        const sent = [...this.#sent.values()].reduce((sum, bytes) => sum + bytes, 0);
        const seconds = (performance.now() - this.#began) / 1000;
        const rate = (sent - before) / Math.max(0.5, seconds);
        this.#$('upload-bar').value = total > 0 ? Math.floor((1000 * sent) / total) : 1000;
        this.#say(
            'upload-progress',
            `${size(sent)} of ${size(total)} · ${this.#filesDone.toLocaleString('en')} of ${count.toLocaleString('en')} files${rate > 0 ? ` · ${size(rate)} a second · ${time((total - sent) / rate)} left` : ''}`,
        );
    }
}

for (const root of document.querySelectorAll('[data-upload]')) {
    new Sending(root);
}
