/** Looks carried from frame to frame: copied and pasted, saved by name, brought into line over a light. */
import { post, remove, token } from '../studio/server.js';
import { uuid } from '../studio/steps.js';
import { change, sent } from './changing.js';
import { $, count, html, root, say, SECOND } from './page.js';
import { current, FIRST, FRAMING, history, isRaw, ofLight, put, sourceOf, state, valuesOf } from './store.js';
import { after } from '../studio/timers.js';
import { asShotWhite, D65 } from './colour.js';
import { ALL, carried, chosenParts } from './parts.js';
import { thumb } from './thumbs.js';
import { weakened } from './look.js';
import { listen, redraw, tell } from './showing.js';
import { lookInWords } from './words.js';

/** The frames that are chosen in the strip; else the one that is looked at. */
const targets = () => (state.chosen.size > 0 ? [...state.chosen].map((id) => state.byId.get(id)) : [current()]);

export function copy() {
    state.copied = { values: carried(valuesOf(current()), ALL), name: current().name, from: current() };
    $('copied').textContent = `Copied: ${lookInWords(valuesOf(current())) || 'as shot'}`;
    say(`The look of ${current().name} is copied. Crop and level stay with their frame.`);
}

export function paste() {
    if (!state.copied) {
        say('Copy a look first.');

        return;
    }
    give(carried(state.copied.values), `Look of ${state.copied.name}`, state.copied.from);
}

/** Kelvin that a raw file was shot for; nothing for a JPEG, which was balanced already. */
const shotFor = (frame) => (isRaw(frame) ? asShotWhite(sourceOf(frame)).kelvin : null);

/** The white of one frame for another, as core/Looks/Light/LightWhite has it: between raw files and JPEGs a shift. */
function whiteFor(values, from, frame) {
    const [one, other] = [from && shotFor(from), shotFor(frame)];
    if (!values.kelvin || (one !== null && other !== null)) {
        return values.kelvin ?? null;
    }
    const shift = 1e6 / values.kelvin - 1e6 / (one ?? D65);

    return Math.round(1e6 / Math.max(40, Math.min(500, 1e6 / (other ?? D65) + shift)));
}

/** @param from the frame that the look comes from; nothing for a saved one, whose white is a shift from daylight */
function give(values, title, from = null) {
    const frames = targets();
    change(
        frames.map((frame) => [
            frame,
            'kelvin' in values ? { ...values, kelvin: whiteFor(values, from, frame) } : values,
        ]),
        frames.length === 1 ? `${title} on ${frames[0].name}` : `${title} on ${count(frames.length, 'frame')}`,
    );
    redraw(false);
}

/**
 * The others of the light get what the frame that is looked at has, each as bright as it needs.
 *
 * @param parts that are carried
 */
export async function bringIntoLine(parts = chosenParts()) {
    const frame = current();
    const rest = ofLight(frame).filter((other) => other !== frame);
    if (rest.length === 0) {
        return;
    }
    $('line').disabled = true;
    try {
        await sent();
        const answer = await post(root.dataset.line, {
            id: uuid(),
            frame: frame.id,
            frames: rest.map((other) => other.id),
            parts,
        });
        answer.step.changes.forEach(({ frame: id, now }) => {
            const own = state.byId.get(id);
            own && put(own, FIRST, now);
        });
        answer.step.changes.length > 0 && history.made(answer.step);
        tell();
        redraw(false);
        askAbout(answer.asked);
        say(
            answer.asked.length === 0
                ? `${count(answer.step.changes.length, 'frame')} brought into line.`
                : `${count(answer.step.changes.length, 'frame')} brought into line; ${count(answer.asked.length, 'frame')} left as ${answer.asked.length === 1 ? 'it is' : 'they are'}.`,
        );
    } catch {
        say('The server did not bring them into line. Try once more.');
    } finally {
        $('line').disabled = false;
    }
}

/** Frames that were meant dark, or bright: they are named, and only changed when somebody says so. */
function askAbout(asked) {
    $('asked').replaceChildren(
        ...asked.map(({ frame: id, reason, now }) => {
            const frame = state.byId.get(id);
            const line = html('p', {}, `${frame.name} ${reason} `);
            const button = html('button', { type: 'button', class: 'btn-word' }, 'Bring it into line too');
            button.addEventListener('click', () => {
                change([[frame, now]], `${frame.name} into line all the same`, FIRST);
                line.remove();
                $('asked').hidden = $('asked').children.length === 0;
                redraw(false);
            });
            line.append(button);

            return line;
        }),
    );
    $('asked').hidden = asked.length === 0;
}

function drawSaved() {
    const own = JSON.stringify(carried(valuesOf(current()), ALL));
    $('saved').replaceChildren(
        ...state.saved.map(({ id, name, values }) => {
            const button = html('button', { type: 'button', class: 'saved-look', 'data-saved-look': id }, name);
            button.title = lookInWords(values);
            JSON.stringify(carried(values, ALL)) === own && button.setAttribute('aria-pressed', 'true');
            button.addEventListener('click', () => give(carried(values, ALL), name));

            return button;
        }),
    );
}

export function startCarrying() {
    $('copy').addEventListener('click', copy);
    $('line').addEventListener('click', () => bringIntoLine());
    $('save-look').addEventListener('submit', async (event) => {
        event.preventDefault();
        const name = $('save-name').value.trim();
        if (name === '') {
            return;
        }
        try {
            await sent();
            ({ saved: state.saved } = await post(root.dataset.saved, {
                name,
                frame: current().id,
                number: state.number,
            }));
            $('save-name').value = '';
            drawSaved();
            say(`Saved as ${name}.`);
        } catch (reason) {
            say(Object.values(reason.told?.errors ?? {})[0]?.[0] ?? 'The look was not saved. Try once more.');
        }
    });
    $('cube-file').addEventListener('change', takeCube);
    $('remove-look').addEventListener('click', async () => {
        const pressed = $('saved').querySelector('[aria-pressed="true"]');
        if (!pressed) {
            say('Give this frame the saved look that is to go, then remove it.');

            return;
        }
        try {
            ({ saved: state.saved } = await remove(`${root.dataset.saved}/${pressed.dataset.savedLook}`));
            drawSaved();
            say('Removed. Frames that have it keep what they have.');
        } catch {
            say('The look was not removed. Try once more.');
        }
    });
    $('try').addEventListener('click', () => toggleTried());
    $('tried-close').addEventListener('click', () => toggleTried(false));
    $('strength').addEventListener('input', () => {
        $('strength-words').textContent = `${$('strength').value} %`;
        after('tried', SECOND / 8, drawTried);
    });
    listen(drawSaved);
    listen(() => $('tried').hidden || drawTried());
}

/** A table of colours from elsewhere becomes a saved look. */
async function takeCube() {
    const [file] = $('cube-file').files;
    const body = new FormData();
    body.append('table', file);
    try {
        const answer = await fetch(root.dataset.cubes, {
            method: 'POST',
            body,
            headers: { Accept: 'application/json', 'X-CSRF-TOKEN': token() },
        });
        const told = await answer.json();
        if (!answer.ok) {
            throw Object.assign(new Error('refused'), { told });
        }
        state.saved = told.saved;
        drawSaved();
        drawTried();
        say(`${file.name} is among the saved looks.`);
    } catch (reason) {
        say(Object.values(reason.told?.errors ?? {})[0]?.[0] ?? 'The file was not taken. Try once more.');
    } finally {
        $('cube-file').value = '';
    }
}

export function toggleTried(isOpen = $('tried').hidden) {
    $('tried').hidden = !isOpen;
    $('try').setAttribute('aria-expanded', String(isOpen));
    isOpen && drawTried();
}

/** All saved looks on this frame, in small, as strong as is said. */
function drawTried() {
    const frame = current();
    const strength = Number($('strength').value) / 100;
    const own = Object.fromEntries(FRAMING.map((part) => [part, valuesOf(frame)[part] ?? null]));
    $('tried-list').replaceChildren(
        ...state.saved.map(({ name, values }) => {
            const weak = weakened(values, strength);
            const button = html('button', { type: 'button' }, thumb(frame, { ...weak, ...own }), name);
            button.addEventListener('click', () =>
                give(carried(weak, ALL), strength === 1 ? name : `${name} at ${Math.round(100 * strength)} %`),
            );

            return button;
        }),
    );
}
