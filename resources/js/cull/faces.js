/**
 * Up to six faces of the frame in true pixels under it, in the order in which they are, each with a word; and why the
 * frame is proposed or not.
 */
import { asShot } from '../studio/close.js';
import { after, $ } from './page.js';
import { peopleOf } from './people.js';
import { isProposed, proposals } from './proposals.js';
import { wholeOf } from './whole.js';

const MOST = 6;
const WIDTH = 122;
const HEIGHT = 84;

/** Milliseconds that somebody stays with a frame before its whole picture is fetched. */
const PAUSE = 160;

/** Where in a box the eyes are, from its top. */
const EYES = 0.42;

let shown = null;

/**
 * @param addressOf gives where the whole picture of a frame is
 * @param previewOf gives what is decoded of the frame by then, or null
 */
export async function showFaces(frame, addressOf, previewOf) {
    if (!proposals.isOn) {
        $('faces').hidden = true;

        return;
    }
    shown = frame;
    let answer;
    try {
        answer = await peopleOf(frame);
    } catch {
        return;
    }
    if (shown !== frame) {
        return;
    }
    const row = answer.frames.find((other) => other.id === frame.id);
    $('faces').hidden = row === undefined;
    if (row === undefined) {
        return;
    }
    tell(frame, row, answer);
    const faces = row.faces
        .toSorted((a, b) => b.box[3] - a.box[3])
        .slice(0, MOST)
        .toSorted((a, b) => a.box[0] - b.box[0]);
    // Asked for now: what was decoded when the server was asked may be closed by the time it answers.
    const preview = previewOf();
    $('faces-row').replaceChildren(...faces.map((face) => figure(frame, face, preview)));
    if (preview === null) {
        fillFrom(frame, faces, () => decoded(frame));
    }
    after('faces', PAUSE, () => fillFrom(frame, faces, () => wholeOf(addressOf(frame)), true));
}

function tell(frame, row, answer) {
    const best = answer.frames.length === 1 ? 'Alone.' : row.rank === 1 ? `Best of ${answer.frames.length}.` : '';
    $('why').textContent = best || (isProposed(frame) ? 'Proposed.' : `Number ${row.rank} of ${answer.frames.length}.`);
    $('why-reason').textContent = row.reason;
    const warning = answer.warning;
    $('why-warning').textContent = warning;
    $('why-warning').hidden = warning === '';
}

/** From the preview at once; the true pixels follow. */
function figure(frame, face, preview) {
    const made = document.createElement('figure');
    made.classList.toggle('is-fault', face.isFault);
    const canvas = document.createElement('canvas');
    const scale = window.devicePixelRatio || 1;
    [canvas.width, canvas.height] = [WIDTH * scale, HEIGHT * scale];
    const word = document.createElement('figcaption');
    word.textContent = face.word;
    made.append(canvas, word);
    if (preview !== null) {
        paint(canvas, preview, frame, face);
    }

    return made;
}

async function decoded(frame) {
    const preview = new Image();
    preview.src = asShot(frame).large || asShot(frame).small;
    await preview.decode();

    return preview;
}

/** The spot around the eyes, each pixel of the frame one of the screen. */
function paint(canvas, picture, frame, { box: [left, top, width, height] }) {
    const plain = asShot(frame);
    const scale = picture.width / plain.width;
    const [x, y] = [(left + width / 2) * plain.width, (top + height * EYES) * plain.height];
    const [w, h] = [canvas.width, canvas.height];
    const fromX = Math.max(0, Math.min(plain.width - w, x - w / 2));
    const fromY = Math.max(0, Math.min(plain.height - h, y - h / 2));
    canvas.getContext('2d').drawImage(picture, fromX * scale, fromY * scale, w * scale, h * scale, 0, 0, w, h);
}

/** @param isWhole whether the picture is the frame's own, and not its preview */
async function fillFrom(frame, faces, pictureOf, isWhole = false) {
    if (shown !== frame || faces.length === 0) {
        return;
    }
    try {
        const picture = await pictureOf();
        if (shown !== frame) {
            return;
        }
        [...$('faces-row').querySelectorAll('canvas')].forEach((canvas, i) => {
            if (faces[i] && (isWhole || canvas.dataset.whole === undefined)) {
                isWhole && canvas.setAttribute('data-whole', frame.id);
                paint(canvas, picture, frame, faces[i]);
            }
        });
    } catch {
        $('why-reason').textContent += isWhole ? ' · no copy within reach, this is the preview' : '';
    }
}
