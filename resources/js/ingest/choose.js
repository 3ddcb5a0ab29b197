/**
 * Choosing from a card before it is copied, while it is still being read.
 */
import { startDayLine } from '../studio/day-line.js';
import { get } from '../studio/server.js';
import { tinykeys } from 'tinykeys';
import { large, wall } from './card-wall.js';
import { $, root, say, state } from './card.js';
import { show } from './summary.js';
import { judge, lay, lookAt, step, tick, undo, untickAll } from './ticking.js';

const actions = {
    t: () => tick(![...state.highlighted].every((frame) => frame.isTicked)),
    f: () => judge('keep'),
    d: () => judge('drop'),
    s: () => judge('open'),
    Backspace: undo,
    ArrowRight: () => step(1, false),
    ArrowLeft: () => step(-1, false),
    ArrowDown: () => step(large.isOpen ? 1 : wall.columns, false),
    ArrowUp: () => step(large.isOpen ? -1 : -wall.columns, false),
    Enter: () => lookAt(!large.isOpen),
    'Shift+ArrowRight': () => step(1, !large.isOpen),
    'Shift+ArrowLeft': () => step(-1, !large.isOpen),
    'Shift+ArrowDown': () => step(wall.columns, !large.isOpen),
    'Shift+ArrowUp': () => step(-wall.columns, !large.isOpen),
    '$mod+a': () => {
        lookAt(false);
        state.highlighted = new Set(state.view);
        show();
    },
    Escape: () => {
        lookAt(false);
        state.highlighted = new Set(state.view[state.at] ? [state.view[state.at]] : []);
        show();
    },
    'Shift+?': () => root.querySelector('dialog').showModal(),
};

function listenToKeys() {
    tinykeys(
        window,
        Object.fromEntries(
            Object.entries(actions).map(([key, act]) => [
                key,
                (event) => {
                    if (
                        event.target.matches('input, textarea, select') ||
                        root.querySelector('dialog').open ||
                        (event.repeat && !event.key.startsWith('Arrow'))
                    ) {
                        return;
                    }
                    event.preventDefault();
                    act();
                },
            ]),
        ),
    );
    // Space is held, not pressed.
    for (const [type, isHeld] of [
        ['keydown', true],
        ['keyup', false],
    ]) {
        window.addEventListener(type, (event) => {
            if (event.key === ' ' && large.isOpen && !event.target.matches('input, textarea, select, button, a')) {
                event.preventDefault();
                event.repeat || large.hold(isHeld);
            }
        });
    }
}

function listenToButtons() {
    $('look').addEventListener('click', () => lookAt(!large.isOpen));
    $('tick').addEventListener('click', actions.t);
    $('untick-dropped').addEventListener('click', () => untickAll((frame) => frame.verdict === 'drop'));
    $('untick-known').addEventListener('click', () => untickAll((frame) => frame.isKnown));
    $('keys').addEventListener('click', () => root.querySelector('dialog').showModal());
    for (const button of root.querySelectorAll('[data-only]')) {
        button.addEventListener('click', () => {
            state.filter = button.dataset.only;
            lay();
        });
    }
    // What was ticked here is on the server before the copying begins.
    $('copy')?.form.addEventListener('submit', async (event) => {
        event.preventDefault();
        await state.ticksOnTheirWay;
        event.target.submit();
    });
    window.addEventListener('resize', lay);
}

/** Frames come as they are read; the first are here while the rest of the card is still being read. */
async function read() {
    let after = 0;
    let files = 0;
    for (;;) {
        const told = await get(`${root.dataset.frames}?after=${after}&files=${files}`).catch(() => null);
        if (told === null) {
            say('The server does not answer; asking again.');
            await new Promise((done) => {
                setTimeout(done, 1500);
            });
            continue;
        }
        say('');
        const rows = told.frames.map((row) => Object.fromEntries(told.columns.map((name, i) => [name, row[i]])));
        ({ after, files } = told);
        if (rows.length > 0) {
            state.frames = [...state.frames, ...rows].sort((a, b) => a.taken - b.taken || a.id - b.id);
            lay();
            $('wall')
                .querySelector('.tile img')
                ?.addEventListener('load', () => performance.mark('kanpai-first-picture'), { once: true });
        }
        if (told.isRead) {
            break;
        }
        $('reading').textContent = `Reading the card: ${state.frames.length.toLocaleString('en')} frames so far`;
        // Once something is to be seen, the machine is left to the reading: each batch makes the whole wall anew.
        await new Promise((done) => {
            setTimeout(done, state.frames.length === 0 ? 100 : 350);
        });
    }
    $('reading').hidden = true;
    root.dataset.ready = 'true';
    performance.mark('kanpai-all-frames');
    $('empty').hidden = state.frames.length > 0;
    state.highlighted = new Set(state.view[0] ? [state.view[0]] : []);
    $('wall').focus({ preventScroll: true });
    lay();
    await catchUp();
}

/** What the server could not know when the page was made: the day line with this card, and who shot it. */
async function catchUp() {
    if (root.dataset.unread === '' || state.frames.length === 0) {
        return;
    }
    const page = new DOMParser().parseFromString(await (await fetch(window.location.href)).text(), 'text/html');
    const line = page.querySelector('[data-line-of-day]');
    if (line) {
        $('line-of-day').replaceWith(line);
        startDayLine();
    }
    const shooter = page.querySelector('#shooter');
    if (shooter && root.querySelector('#shooter')?.value === '') {
        root.querySelector('#shooter').value = shooter.value;
    }
    lay();
}

listenToKeys();
listenToButtons();
await read();
