/**
 * Keys and what each does.
 */
import { nextToDecide, takeMoment, toggleProposals } from './proposals.js';
import { closeUp, current, loupe, refilter, show, wall } from './view.js';
import { redo, undo } from './undoing.js';
import { highlighted, state } from './store.js';
import { facts, toggleUses } from './panels.js';
import { $, openMore, root, say } from './page.js';
import {
    goTo,
    highlight,
    hurry,
    moment,
    moveRival,
    play,
    press,
    removeRival,
    showOne,
    showPeople,
    showRivals,
    showWall,
} from './moving.js';
import { toggleFinished } from './finished.js';
import { splitHere } from './moments.js';
import { collect, ofMoment, onlyThis, rate, rateAndKeep, use, verdict, wholeMoment } from './marking.js';
import { post } from '../studio/server.js';

const help = root.querySelector('dialog');

export const actions = {
    keep: () => verdict('keep'),
    drop: () => verdict('drop'),
    open: () => verdict('open'),
    only: onlyThis,
    keepMoment: () => wholeMoment('keep'),
    dropMoment: () => wholeMoment('drop'),
    openMoment: () => wholeMoment('open'),
    ...Object.fromEntries([0, 1, 2, 3, 4, 5].map((rating) => [`rate${rating}`, () => rate(rating)])),
    ...Object.fromEntries([1, 2, 3, 4, 5].map((rating) => [`keepRated${rating}`, () => rateAndKeep(rating)])),
    rivalLeft: () => moveRival(-1),
    rivalRight: () => moveRival(1),
    uses: () => toggleUses(),
    collect,
    takeBack: undo,
    again: redo,
    next: () => press(1),
    before: () => press(-1),
    nextMoment: () => moment(1),
    momentBefore: () => moment(-1),
    highlight: () => {
        const frame = current();
        highlight(frame, { ctrlKey: true });
        show();
    },
    highlightMoment: () => {
        ofMoment().forEach((frame) => highlighted.add(frame));
        wall.refresh([...highlighted]);
        show();
    },
    close: () => closeUp(true),
    pin: () => {
        if (state.mode === 'one') {
            loupe.pin(current()) || say('Four spots can be pinned. Let one go first.');
        }
    },
    bare: () => {
        root.classList.toggle('is-bare');
        window.dispatchEvent(new Event('resize'));
    },
    facts: () => {
        $('facts').hidden = !$('facts').hidden;
        facts(current());
    },
    finished: toggleFinished,
    play,
    wall: showWall,
    one: showOne,
    rivals: showRivals,
    people: showPeople,
    decide: () => {
        const next = nextToDecide();
        next && goTo(next);
    },
    takeMoment,
    proposals: () => toggleProposals(),
    away: removeRival,
    split: splitHere,
    filter: () => {
        openMore();
        $('where').focus();
        $('where').select();
    },
    help: () => help.showModal(),
};

const repeats = ['next', 'before', 'nextMoment', 'momentBefore', 'takeBack', 'again'];

export function readKeys() {
    state.byKey = Object.fromEntries(Object.entries(state.keys).map(([action, key]) => [key, action]));
}

const pressed = (event) => {
    if (event.shiftKey && /^Digit\d$/.test(event.code)) {
        // What a digit with Shift writes differs from keyboard to keyboard.
        return `Shift+${event.code.slice(5)}`;
    }
    const key = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toLowerCase() : event.key;

    return event.shiftKey && (event.key.length > 1 || /\p{L}/u.test(event.key)) ? `Shift+${key}` : key;
};

export function listenToKeys() {
    window.addEventListener('keydown', (event) => {
        const isTyping =
            event.target.matches('input, textarea, select') &&
            event.target.type !== 'range' &&
            event.target.type !== 'checkbox';
        const isPressing =
            event.target.matches('button, a, summary') &&
            ['Enter', ' '].includes(event.key) &&
            !event.target.closest('[data-wall]');
        if (isTyping || isPressing || help.open || event.ctrlKey || event.metaKey || event.altKey) {
            if (event.key === 'Escape' && isTyping) {
                event.target.blur();
            }

            return;
        }
        if (event.key === 'Escape') {
            if (!$('uses-panel').hidden) {
                toggleUses(false);
            } else if (root.classList.contains('is-bare')) {
                actions.bare();
            } else if (['rivals', 'people'].includes(state.mode)) {
                showOne();
            } else {
                highlighted.clear();
                refilter(current());
            }

            return;
        }
        if (!$('uses-panel').hidden && /^[1-9]$/.test(event.key)) {
            const bit = Object.keys(state.uses)[Number(event.key) - 1];
            if (bit !== undefined && !event.repeat) {
                use(Number(bit));
            }
            event.preventDefault();

            return;
        }
        const action = state.byKey[pressed(event)] ?? state.byKey[event.key];
        if (!action || (event.repeat && !repeats.includes(action))) {
            if (action) {
                event.preventDefault();
            }

            return;
        }
        event.preventDefault();
        if (event.repeat && ['next', 'before'].includes(action)) {
            hurry(action === 'next' ? 1 : -1);

            return;
        }
        if (state.playing && action !== 'play') {
            clearInterval(state.playing.timer);
            state.playing = null;
        }
        actions[action]();
    });
    window.addEventListener('keyup', (event) => {
        if (state.byKey[pressed(event)] === 'close') {
            closeUp(false);
        }
    });
    window.addEventListener('blur', () => closeUp(false));
}

export function listenToKeySettings() {
    $('keys').addEventListener('submit', async (event) => {
        event.preventDefault();
        const chosen = Object.fromEntries(
            [...root.querySelectorAll('[data-key]')].map((input) => [input.dataset.key, input.value]),
        );
        try {
            const told = await post(root.dataset.keysAddress, { keys: chosen });
            state.keys = told.keys;
            readKeys();
            $('keys-problem').textContent = '';
            help.close();
            say('Your keys are kept with your account.');
        } catch (reason) {
            $('keys-problem').textContent = reason.told?.errors?.keys?.[0] ?? 'The server did not take the keys.';
        }
        $('keys-problem').hidden = $('keys-problem').textContent === '';
    });
    for (const input of root.querySelectorAll('[data-key]')) {
        // The key is pressed, not spelt.
        input.addEventListener('keydown', (event) => {
            if (!['Tab', 'Escape', 'Shift', 'Control', 'Alt', 'Meta'].includes(event.key)) {
                event.preventDefault();
                event.stopPropagation();
                input.value = pressed(event);
            }
        });
    }
}
