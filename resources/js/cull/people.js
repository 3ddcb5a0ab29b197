/**
 * People against frames: a row for each person, a column for each frame of a moment. People are told apart by where
 * they are in these frames; who they are is neither asked nor kept.
 */
import { asShot } from '../studio/close.js';
import { get } from '../studio/server.js';
import { verdict as verdictShape } from '../studio/shapes.js';
import { $, root, say } from './page.js';
import { partsOf } from './people-words.js';
import { isProposed } from './proposals.js';
import { state } from './store.js';

/** Pixels of a cell, and how much of its height a face takes. */
const CELL = { width: 142, height: 104 };
const FACE = 0.8;

/** Moment => what the server says of its people. */
const known = new Map();

root.addEventListener('kanpai:proposals', () => known.clear());

/** @returns {Promise<object>} people and frames of the moment that a frame is of */
export function peopleOf(frame) {
    if (!known.has(frame.moment)) {
        const asked = get(`${root.dataset.people}/${frame.id}/people`);
        known.set(frame.moment, asked);
        asked.catch(() => known.delete(frame.moment));
    }

    return known.get(frame.moment);
}

export const forgetPeople = () => known.clear();

export class People {
    #box;
    #address;
    #point;
    #answer = null;
    /** The answer that the grid shows. */
    #drawn = null;
    #moment = null;
    #close = null;
    /** Place of the person among the rows. */
    row = 0;

    /**
     * @param address gives where the whole picture of a frame is
     * @param point is called with the frame whose column is chosen
     */
    constructor(box, address, point) {
        this.#box = box;
        this.#address = address;
        this.#point = point;
        box.addEventListener('click', (event) => {
            const cell = event.target.closest('[data-frame]');
            if (cell) {
                this.row = Number(cell.dataset.person ?? this.row);
                this.#point(state.byId.get(Number(cell.dataset.frame)));
            }
        });
        this.#listenToTouch();
    }

    /** Held by a finger, a cell is shown at 100 %. */
    #listenToTouch() {
        let timer = null;
        const end = () => {
            clearTimeout(timer);
            this.close(false);
        };
        this.#box.addEventListener('pointerdown', (event) => {
            const cell = event.target.closest('.face-cell');
            if (event.pointerType !== 'mouse' && cell) {
                this.row = Number(cell.dataset.person);
                this.#point(state.byId.get(Number(cell.dataset.frame)));
                timer = setTimeout(() => this.close(true), 350);
            }
        });
        this.#box.addEventListener('pointerup', end);
        this.#box.addEventListener('pointercancel', end);
    }

    get frames() {
        return (this.#answer?.frames ?? []).map((row) => state.byId.get(row.id)).filter(Boolean);
    }

    get count() {
        return this.#answer?.people.length ?? 0;
    }

    async show(frame) {
        if (this.#moment !== frame.moment || this.#answer === null) {
            this.#moment = frame.moment;
            try {
                const answer = await peopleOf(frame);
                if (this.#moment !== frame.moment) {
                    return;
                }
                this.#answer = answer;
            } catch {
                say('The server does not answer; the people of this moment are not shown.');

                return;
            }
            this.row = Math.min(this.row, Math.max(0, this.count - 1));
        }
        this.#draw(frame);
    }

    /** Another moment is asked for anew, with what is proposed by now. */
    forget() {
        this.#answer = null;
    }

    move(by) {
        this.row = Math.max(0, Math.min(this.count - 1, this.row + by));
    }

    #draw(frame) {
        if (this.#drawn === this.#answer) {
            this.#drawAgain(frame);
        } else {
            this.#drawAll(frame);
        }
        $('people-none').hidden = this.#answer.people.length > 0;
        this.#tell(frame);
        const current = $('people-grid').querySelector('.face-cell[aria-current]');
        (current ?? $('people-grid').querySelector('[aria-current]'))?.scrollIntoView({
            block: 'nearest',
            inline: 'nearest',
        });
        if (this.#close) {
            this.close(true);
        }
    }

    /** Of the same moment only the heads, and which cell is the current one: there may be thousands. */
    #drawAgain(frame) {
        const grid = $('people-grid');
        grid.querySelectorAll('.people-head').forEach((head, i) =>
            head.replaceWith(this.#head(this.#answer.frames[i], frame)),
        );
        grid.querySelector('.face-cell[aria-current]')?.removeAttribute('aria-current');
        grid.querySelector(`.face-cell[data-frame="${frame.id}"][data-person="${this.row}"]`)?.setAttribute(
            'aria-current',
            'true',
        );
    }

    #drawAll(frame) {
        const { people, frames } = this.#answer;
        this.#drawn = this.#answer;
        const grid = $('people-grid');
        grid.style.setProperty('--frames', frames.length);
        const cells = [blank('corner')];
        frames.forEach((row) => cells.push(this.#head(row, frame)));
        people.forEach((name, person) => {
            cells.push(label(name));
            const tallest = Math.max(
                ...frames.flatMap((row) =>
                    row.faces.filter((face) => face.person === person).map((face) => face.box[3]),
                ),
            );
            frames.forEach((row) => cells.push(this.#cell(row, person, tallest, frame)));
        });
        grid.replaceChildren(...cells);
    }

    #head(row, frame) {
        const own = state.byId.get(row.id);
        const head = document.createElement('button');
        head.type = 'button';
        head.className = 'people-head';
        head.dataset.frame = row.id;
        own === frame && head.setAttribute('aria-current', 'true');
        const image = document.createElement('img');
        image.src = own ? asShot(own).small : '';
        image.alt = '';
        const name = document.createElement('b');
        name.textContent = row.name;
        const word = document.createElement('span');
        word.textContent = row.faces.length === 0 ? 'no faces' : `${row.good} of ${row.faces.length} good`;
        const shown = document.createElement('span');
        shown.className = `marks${own && own.verdict === 'open' && isProposed(own) ? ' is-proposed' : ''}`;
        shown.append(
            verdictShape(own && own.verdict === 'open' && isProposed(own) ? 'keep' : (own?.verdict ?? 'open')),
        );
        head.setAttribute('aria-label', `Frame ${row.name}, ${word.textContent}, ${own?.verdict ?? ''}`);
        head.append(image, shown, name, word);

        return head;
    }

    #cell(row, person, tallest, frame) {
        const face = row.faces.find((other) => other.person === person);
        const own = state.byId.get(row.id);
        if (!face || !own) {
            return blank('people-gap', 'not seen');
        }
        const cell = document.createElement('button');
        cell.type = 'button';
        cell.className = `face-cell${face.isFault ? ' is-fault' : ''}`;
        cell.dataset.frame = row.id;
        cell.dataset.person = person;
        const [left, top, width, height] = face.box;
        // The same scale for all faces of a row, so that what is larger is nearer.
        const tall = (CELL.height * FACE) / tallest;
        const plain = asShot(own);
        const wide = (tall * plain.width) / plain.height;
        Object.assign(cell.style, {
            backgroundImage: `url("${plain.large || plain.small}")`,
            backgroundSize: `${wide}px ${tall}px`,
            backgroundPosition: `${CELL.width / 2 - (left + width / 2) * wide}px ${CELL.height / 2 - (top + height / 2) * tall}px`,
        });
        cell.setAttribute('aria-label', `${this.#answer.people[person]}, frame ${row.name}: ${face.word}`);
        if (own === frame && person === this.row) {
            cell.setAttribute('aria-current', 'true');
        }
        if (face.word !== 'eyes open') {
            const word = document.createElement('span');
            word.textContent = face.word;
            cell.append(word);
        }

        return cell;
    }

    #tell(frame) {
        const { frames, warning } = this.#answer;
        const row = frames.find((other) => other.id === frame.id);
        const best = frames.find((other) => other.rank === 1);
        $('people-title').textContent =
            row === undefined
                ? 'This frame is not measured yet'
                : `Frame ${row.name} ${isProposed(frame) ? 'is proposed' : row === best ? 'is the best of these' : `is number ${row.rank} of ${frames.length}`}`;
        $('people-reason').textContent = row?.reason ?? '';
        $('people-warning').textContent = warning;
        $('people-warning').hidden = warning === '';
        $('people-when').textContent =
            `${frame.time.slice(0, 5)} · ${frames.length} ${frames.length === 1 ? 'frame' : 'frames'}`;
        $('people-only').textContent = `Keep ${row?.name ?? 'this one'}, drop the rest`;
        $('people-keep').textContent = `Keep ${row?.name ?? 'this one'}`;
        $('people-why').replaceChildren(...partsOf(row));
        $('people-why-title').hidden = row === undefined;
    }

    /** The cell that is outlined, in true pixels, over the grid. */
    close(isOpen) {
        this.#close?.remove();
        this.#close = null;
        const cell = this.#box.querySelector('.face-cell[aria-current]');
        const frame = state.byId.get(Number(cell?.dataset.frame));
        const face = this.#answer?.frames
            .find((row) => row.id === frame?.id)
            ?.faces.find((other) => other.person === this.row);
        if (!isOpen || !frame || !face) {
            return;
        }
        const room = $('people-room');
        this.#close = document.createElement('div');
        this.#close.className = 'people-close';
        const image = new Image();
        image.alt = '';
        image.src = this.#address(frame);
        const scale = window.devicePixelRatio || 1;
        const [width, height] = [asShot(frame).width / scale, asShot(frame).height / scale];
        const [x, y] = [face.box[0] + face.box[2] / 2, face.box[1] + face.box[3] / 2];
        Object.assign(image.style, {
            width: `${width}px`,
            height: `${height}px`,
            transform: `translate(${room.clientWidth / 2 - x * width}px, ${room.clientHeight / 2 - y * height}px)`,
        });
        this.#close.append(image);
        room.append(this.#close);
    }
}

function blank(name, title = '') {
    const cell = document.createElement('span');
    cell.className = name;
    cell.textContent = title;

    return cell;
}

function label(name) {
    const cell = document.createElement('span');
    cell.className = 'people-name';
    cell.textContent = name;

    return cell;
}
