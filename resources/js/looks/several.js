/** The looks of one frame: its own, and others beside it, each for some uses, without a copy of the original. */
import { change } from './changing.js';
import { $, html, say } from './page.js';
import { current, FIRST, shown, state, valuesOf } from './store.js';
import { listen, redraw, tell } from './showing.js';

/** Looks of one frame, its own among them. */
const MOST = 20;

const isThere = (frame, number) => number === FIRST || Object.keys(valuesOf(frame, number)).length > 0;

/** Numbers of the looks that a frame has. */
export const numbersOf = (frame) =>
    frame ? [...new Set([FIRST, ...Object.keys(frame.looks).map(Number)])].filter((n) => isThere(frame, n)) : [];

const nameOf = (frame, number) => valuesOf(frame, number).name ?? (number === FIRST ? 'Own look' : `Look ${number}`);

function goTo(number) {
    state.number = number;
    state.draft = null;
    redraw(false);
    tell();
}

function add() {
    const frame = current();
    const number = Math.max(...numbersOf(frame)) + 1;
    if (number > MOST) {
        say(`A frame has ${MOST} looks at most.`);

        return;
    }
    const { name: _, uses: __, ...values } = shown();
    change([[frame, { ...values, name: `Look ${number}` }]], `Another look of ${frame.name}`, number);
    goTo(number);
}

function remove() {
    const frame = current();
    const { number } = state;
    const gone = Object.fromEntries(Object.keys(valuesOf(frame, number)).map((part) => [part, null]));
    change([[frame, gone]], `${nameOf(frame, number)} of ${frame.name} removed`, number);
    goTo(FIRST);
}

function use(name, isOn) {
    const frame = current();
    const before = valuesOf(frame).uses ?? [];
    const uses = isOn ? [...before, name] : before.filter((own) => own !== name);
    const title = isOn
        ? `${nameOf(frame, state.number)} is for ${name}`
        : `${nameOf(frame, state.number)} not for ${name}`;
    change([[frame, { uses: uses.length > 0 ? uses : null }]], title);
}

function drawTabs(frame) {
    const tabs = numbersOf(frame).map((number) => {
        const uses = (valuesOf(frame, number).uses ?? []).join(', ');
        const button = html('button', { type: 'button', 'data-number': number }, nameOf(frame, number));
        uses && button.append(html('span', {}, ` for ${uses}`));
        number === state.number && button.setAttribute('aria-current', 'true');
        button.addEventListener('click', () => goTo(number));

        return button;
    });
    $('look-tabs').replaceChildren(...tabs);
}

function drawUses(frame) {
    const chosen = valuesOf(frame).uses ?? [];
    const names = [...new Set([...JSON.parse($('look-uses').dataset.names), ...chosen])];
    $('look-uses').replaceChildren(
        ...names.map((name) => {
            const box = html('input', { type: 'checkbox', class: 'form-check-input' });
            box.checked = chosen.includes(name);
            box.addEventListener('change', () => use(name, box.checked));

            return html('label', {}, box, ` ${name}`);
        }),
    );
}

function draw() {
    const frame = current();
    if (!frame) {
        return;
    }
    if (!isThere(frame, state.number)) {
        state.number = FIRST;
        redraw(false);
    }
    drawTabs(frame);
    $('look-about').hidden = state.number === FIRST;
    if (state.number !== FIRST) {
        document.activeElement === $('look-name') || ($('look-name').value = nameOf(frame, state.number));
        drawUses(frame);
    }
}

export function startSeveral() {
    $('look-add').addEventListener('click', add);
    $('look-remove').addEventListener('click', remove);
    $('look-name').addEventListener('change', () => {
        const name = $('look-name').value.trim();
        name && change([[current(), { name }]], `${nameOf(current(), state.number)} is called ${name}`);
    });
    listen(draw);
}
