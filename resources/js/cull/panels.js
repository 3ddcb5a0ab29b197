/**
 * Beside the picture: facts, counts, tags, the other frames of the moment, the end of a
 * pass.
 */
import { asShot } from '../studio/close.js';
import { framesForKey, use } from './marking.js';
import { goTo } from './moving.js';
import { $, SECOND, count, inWords, root } from './page.js';
import { tellProposals } from './proposals.js';
import { collected, filter, highlighted, history, setName, state, tally, useNames } from './store.js';
import { wall } from './view.js';

const NEAR = 24;

/** Milliseconds over which the speed is taken, and frames that tell it. */
const SPEED_SPAN = 15 * 60 * SECOND;

const SPEED_LEAST = 8;

export function tellPass() {
    const said = tally();
    $('pass-title').textContent = `${state.round.name} is done: ${count(said.keep + said.drop, 'frame')} decided`;
    $('pass-counts').textContent =
        `${said.keep.toLocaleString('en')} kept, ${said.drop.toLocaleString('en')} dropped${state.target === null ? '' : `, target ${state.target.toLocaleString('en')}`}.`;
    $('pass-gaps').textContent =
        state.gaps === null
            ? ''
            : state.gaps.length === 0
              ? 'Every minute with frames has one that is kept.'
              : `In ${count(state.gaps.length, 'span')} of the day nothing is kept.`;
    $('pass-gap').hidden = !state.gaps?.length;
}

export function facts(frame) {
    if (!$('facts').hidden) {
        const said = [
            ['Name', frame.name],
            ['Lens', state.table.lenses[frame.lens]],
            ['Exposure', frame.exposure],
            ['Taken', frame.time.slice(0, 12)],
            ['Camera said', frame.camera],
            ['Body', state.table.bodies[frame.body]],
            ['Sharpness', frame.sharpness === null ? '' : String(frame.sharpness)],
            [
                'Pixels shown',
                frame.pixels ||
                    `all ${asShot(frame).width.toLocaleString('en')} × ${asShot(frame).height.toLocaleString('en')}`,
            ],
            ['Uses', useNames(frame.uses).join(', ')],
        ];
        $('facts').replaceChildren(
            ...said
                .filter(([, value]) => value)
                .flatMap(([name, value]) => {
                    const dt = document.createElement('dt');
                    const dd = document.createElement('dd');
                    dt.textContent = name;
                    dd.textContent = value;

                    return [dt, dd];
                }),
        );
    }
}

export function drawOthers(frame) {
    // Only those near it: a moment may have hundreds.
    let first = state.at;
    while (first > 0 && state.at - first < NEAR && state.view[first - 1].moment === frame.moment) {
        first--;
    }
    const same = state.view.slice(first, state.at + NEAR).filter((other) => other.moment === frame.moment);
    // What is there already stays; a picture that is laid anew is painted anew.
    const box = $('others');
    const before = state.momentTiles;
    state.momentTiles = new Map();
    const tiles = same.map((other, i) => {
        const said = `${first + i} ${other.verdict} ${other.rating} ${other.small} ${highlighted.has(other)}`;
        const there = before.get(other.id);
        const tile = there?.said === said ? there.tile : wall.tile(other, first + i + 1, false, () => goTo(other));
        state.momentTiles.set(other.id, { said, tile });
        other === frame ? tile.setAttribute('aria-current', 'true') : tile.removeAttribute('aria-current');

        return tile;
    });
    tiles.forEach((tile, i) => {
        if (box.children[i] !== tile) {
            box.insertBefore(tile, box.children[i] ?? null);
        }
    });
    while (box.children.length > tiles.length) {
        box.lastElementChild.remove();
    }
    box.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' });
}

/** What a frame is for, and what guests said of it. */
export function labelsOf(frame) {
    return [
        ...useNames(frame.uses),
        ...(collected.has(frame.id) ? [setName()] : []),
        ...(frame.chosen ? [`${count(frame.chosen, 'guest')} chose it`] : []),
        ...(frame.noted ? [count(frame.noted, 'comment')] : []),
    ];
}

export function tags(frame) {
    return labelsOf(frame).map((name) => {
        const tag = document.createElement('span');
        tag.className = 'tag';
        tag.textContent = name;

        return tag;
    });
}

/** How fast frames are decided just now, and how long the open ones take at that speed. */
function speed(open) {
    const now = Date.now();
    state.decided = state.decided.filter((at) => now - at < SPEED_SPAN);
    const span = now - (state.decided[0] ?? now);
    if (state.decided.length < SPEED_LEAST || span < 10 * SECOND) {
        return '';
    }
    const anHour = Math.round((state.decided.length / span) * 3600 * SECOND);
    const left = Math.ceil((60 * open) / anHour);

    return `${anHour.toLocaleString('en')} frames an hour${open === 0 ? '' : ` · ${left < 60 ? `${left} min` : `${Math.floor(left / 60)} h ${left % 60} min`} left`}`;
}

export function counts() {
    const said = tally();
    $('kept').textContent = said.keep.toLocaleString('en');
    $('total').textContent = (said.keep + said.drop + said.open).toLocaleString('en');
    $('dropped').textContent = said.drop.toLocaleString('en');
    $('open').textContent = said.open.toLocaleString('en');
    $('meant').textContent = state.view.length.toLocaleString('en');
    $('target').hidden = state.target === null;
    $('target').textContent = state.target === null ? '' : `target ${state.target.toLocaleString('en')}`;
    $('rate').textContent = state.minutes
        ? `${(said.keep / state.minutes).toFixed(1)} kept per minute of coverage`
        : '';
    $('speed').textContent = speed(said.open);
    $('round').textContent = state.round
        ? `${state.round.name}${state.round.doubt === 'nothing' ? '' : `, in doubt ${state.round.doubt}`}`
        : '';
    for (const button of root.querySelectorAll('[data-says]')) {
        button.setAttribute('aria-pressed', String(button.dataset.says === (filter.verdict ?? '')));
    }
    for (const button of root.querySelectorAll('[data-least]')) {
        button.setAttribute('aria-pressed', String(Number(button.dataset.least) === filter.rating));
    }
    $('window').hidden = !filter.from;
    $('highlighted').hidden = highlighted.size === 0;
    $('highlighted').textContent = highlighted.size === 0 ? '' : `${count(highlighted.size, 'frame')} highlighted ×`;
    const several = framesForKey().length;
    $('several').hidden = several < 2;
    $('several').textContent =
        several < 2 ? '' : `${inWords(state.keys.keep)} keeps ${several}, ${inWords(state.keys.drop)} drops ${several}`;
    $('proposals').hidden || tellProposals();
    $('undo').textContent = history.last ? history.last.title : '';
    $('undo-word').hidden = !history.last;
}

export function drawUses() {
    const own = framesForKey();
    $('uses').replaceChildren(
        ...Object.entries(state.uses).map(([bit, label], i) => {
            const button = document.createElement('button');
            button.type = 'button';
            button.className = 'choice';
            button.setAttribute(
                'aria-pressed',
                String(own.length > 0 && own.every((frame) => frame.uses & (1 << bit))),
            );
            if (i < 9) {
                const key = document.createElement('kbd');
                key.textContent = i + 1;
                button.append(key, ' ');
            }
            button.append(label);
            button.addEventListener('click', () => {
                use(Number(bit));
                button.blur();
            });

            return button;
        }),
    );
}

export function toggleUses(isOpen = $('uses-panel').hidden) {
    $('uses-panel').hidden = !isOpen;
    if (isOpen) {
        drawUses();
    }
}
