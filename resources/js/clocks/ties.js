/**
 * Ties: made, removed, and what they ask of the clock.
 */
import { post, token } from '../studio/server.js';
import { PARTS, fields, form, tryClock } from './form.js';
import { showAll } from './near.js';
import { $, current, drawing, frameById, heldPair, root } from './store.js';

export async function showTies() {
    const answer = await fetch(root.dataset.tiesOf, {
        method: 'POST',
        credentials: 'same-origin',
        headers: { 'Content-Type': 'application/json', Accept: 'text/html', 'X-CSRF-TOKEN': token() },
        body: JSON.stringify(fields()),
    });
    if (answer.ok) {
        $('ties').innerHTML = await answer.text();
    }
}

async function makeTie(body) {
    const problem = root.querySelector('[data-tie-problem]');
    try {
        await post(root.dataset.tie, body);
        problem.hidden = true;
        drawing.held.clear();
        root.querySelector('[data-tie-time]').value = '';
        await showTies();
        // What the ties ask for is tried at once; it is used only when somebody says so.
        root.querySelector('[data-ties] [data-fill]')?.click();
        showAll();
    } catch (refused) {
        problem.hidden = false;
        problem.textContent = refused.told?.errors
            ? Object.values(refused.told.errors).flat().join(' ')
            : 'The server does not answer. Try again.';
    }
}

export const tieTwo = () => {
    const [a, b] = heldPair();
    if (a && b) {
        makeTie({ frame: a.id, other: b.id });
    }
};

const tieTyped = () =>
    makeTie({
        frame: (drawing.held.get(current) ?? [...drawing.held.values()][0])?.id,
        time: root.querySelector('[data-tie-time]').value,
    });

export function listenToTyped() {
    root.querySelector('[data-tie-typed]').addEventListener('click', tieTyped);
    root.querySelector('[data-tie-time]').addEventListener('keydown', (event) => {
        if (event.key === 'Enter') {
            event.preventDefault();
            tieTyped();
        }
    });
}

/** Lists of ties and suggestions: used, removed, looked at. */
export function listenToLists() {
    root.addEventListener('click', async (event) => {
        const filled = event.target.closest('[data-fill]');
        const untied = event.target.closest('[data-untie]');
        const line = event.target.closest('[data-tie-frame]');
        if (filled) {
            const clock = JSON.parse(filled.dataset.form);
            form.elements.direction.value = clock.direction;
            PARTS.forEach((part) => {
                form.elements[part].value = clock.parts[part];
            });
            form.elements.drift.value = clock.drift;
            form.elements.right_at.value = clock.rightAt;
            tryClock();
        } else if (untied) {
            await fetch(untied.dataset.untie, {
                method: 'DELETE',
                credentials: 'same-origin',
                headers: { Accept: 'application/json', 'X-CSRF-TOKEN': token() },
            });
            await showTies();
        } else if (line) {
            // A tie or a pair is looked at where it is.
            drawing.held.clear();
            for (const id of [line.dataset.tieFrame, line.dataset.tieOther]) {
                const frame = id ? frameById(id) : null;
                if (frame) {
                    drawing.held.set(frame.lane, frame);
                    drawing.cursor = frame.at;
                }
            }
            drawing.show(drawing.cursor - 15_000, drawing.cursor + 15_000);
            showAll();
        }
    });
}
