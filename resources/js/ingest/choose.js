/**
 * Choosing from a card before it is copied. What is highlighted (a light mat around the picture) is what a key acts on;
 * what is ticked (the box on the picture) is what will be copied. All is ticked at first.
 */
import { tinykeys } from 'tinykeys';
import { showInstant, startDayLine } from '../studio/day-line.js';
import { Steps, uuid } from '../studio/steps.js';
import { get, post } from '../studio/server.js';
import { element } from '../studio/shapes.js';
import { size } from '../studio/words.js';
import { Wall } from '../studio/wall.js';
import { Wanted } from '../studio/wanted.js';
import { Large } from './large.js';

const root = document.querySelector('[data-choose]');
const $ = (name) => root.querySelector(`[data-${name}]`);
let frames = [];
let at = 0;
let anchor = 0;
let highlighted = new Set();
const history = [];
let view = [];
let only = 'all';
let answers = Promise.resolve();

const count = (number, word) => `${number.toLocaleString('en')} ${word}${number === 1 ? '' : 's'}`;
const shows = {
    all: () => true,
    ticked: (frame) => frame.isTicked,
    unticked: (frame) => !frame.isTicked,
    dropped: (frame) => frame.verdict === 'drop',
    troubled: (frame) => frame.problem !== '',
};

/** A wall whose frames can be highlighted and ticked. */
class CardWall extends Wall {
    tile(frame, number, isCurrent) {
        const tile = super.tile(frame, number, isCurrent, () => {});
        tile.classList.add('of-card');
        tile.classList.toggle('is-highlighted', highlighted.has(frame));
        tile.classList.toggle('is-unticked', !frame.isTicked);
        tile.setAttribute(
            'aria-label',
            `${frame.time} ${frame.name} · ${frame.kinds}, ${frame.isTicked ? 'ticked' : 'not ticked'}${highlighted.has(frame) ? ', highlighted' : ''}, ${frame.verdict}`,
        );
        tile.querySelector('.label').textContent = frame.time;
        if (!frame.small) {
            const word = document.createElement('span');
            word.className = 'no-picture';
            word.setAttribute('aria-hidden', 'true');
            word.textContent = `${frame.name} · ${frame.kinds}`;
            tile.querySelector('img').replaceWith(word);
        }
        const box = element(
            'svg',
            { viewBox: '0 0 20 20', class: 'tick', 'aria-hidden': 'true' },
            element('rect', { x: 2, y: 2, width: 16, height: 16, rx: 2 }),
        );
        if (frame.isTicked) {
            box.append(element('path', { d: 'M5.5 10.5l3.2 3.2L15 7' }));
        }
        tile.append(box);
        tile.addEventListener('mousedown', (event) => event.preventDefault());
        tile.addEventListener('click', (event) => {
            $('wall').focus({ preventScroll: true });
            if (event.target.closest('.tick')) {
                if (!highlighted.has(frame)) {
                    highlight(frame);
                }
                tick(!frame.isTicked);
            } else {
                highlight(frame, event.shiftKey, event.ctrlKey || event.metaKey);
            }
        });
        tile.addEventListener('dblclick', () => look(true));

        return tile;
    }
}

const large = new Large($('large'), (frame) => `${root.dataset.whole}/${frame.id}/whole`);
const wall = new CardWall($('wall'), { open: () => {}, point: () => {}, shown: () => wanted.look() });
const wanted = new Wanted(
    root.dataset.wanted,
    () => (root.dataset.copying ? wall.seen : []),
    (made) => wall.refresh(made),
);
const steps = new Steps(root.dataset.shoot, root.dataset.marks, (waiting, problem) =>
    say(problem === null ? '' : `${count(waiting, 'mark')} kept here until the server answers`),
);

function say(text) {
    $('note').textContent = text;
    $('note').hidden = text === '';
}

/** One frame, a range from the last one on, or one more or less. */
function highlight(frame, isRange = false, isMore = false) {
    const place = view.indexOf(frame);
    if (isRange) {
        const [from, to] = [Math.min(anchor, place), Math.max(anchor, place)];
        highlighted = new Set([...(isMore ? highlighted : []), ...view.slice(from, to + 1)]);
    } else if (isMore) {
        highlighted.has(frame) ? highlighted.delete(frame) : highlighted.add(frame);
        anchor = place;
    } else {
        highlighted = new Set([frame]);
        anchor = place;
    }
    at = place;
    show();
}

function step(by, isRange) {
    const frame = view[Math.min(view.length - 1, Math.max(0, at + by))];
    if (frame) {
        highlight(frame, isRange);
    }
}

/** The frame that was highlighted last, large and alone: what a key acts on is what is seen. */
function look(isLarge) {
    if (isLarge && view[at]) {
        large.open();
        highlight(view[at]);
    } else if (!isLarge && large.isOpen) {
        large.shut();
        wall.lay(view);
        show();
    }
}

/** One tick for all that is highlighted. What was copied stays ticked. */
function tick(isTicked, own = [...highlighted]) {
    const changed = own.filter((frame) => !frame.isCopied && frame.isTicked !== isTicked);
    if (changed.length === 0) {
        return;
    }
    for (const frame of changed) {
        frame.isTicked = isTicked;
    }
    send(changed, isTicked);
    wall.refresh(changed);
    show();
}

function send(changed, isTicked) {
    const body = {
        frames: changed.filter((frame) => frame.id > 0).map((frame) => frame.id),
        files: changed.filter((frame) => frame.id < 0).map((frame) => -frame.id),
        ticked: isTicked,
    };
    answers = answers
        .then(() => post(root.dataset.ticks, body))
        .then(() => say(''))
        .catch(() => {
            say('The server did not take the ticks; they are sent again.');

            return new Promise((done) => {
                setTimeout(done, 2000);
            }).then(() => send(changed, isTicked));
        });
}

/** Verdicts can be given here and now; they stay with the frame. */
function judge(verdict) {
    const changed = [...highlighted].filter((frame) => frame.id > 0 && frame.verdict !== verdict);
    if (changed.length === 0) {
        return;
    }
    const id = uuid();
    history.push({ id, frames: changed.map((frame) => [frame, frame.verdict]) });
    steps.add({
        id,
        said: `${{ keep: 'Keep', drop: 'Drop', open: 'Open' }[verdict]} ${count(changed.length, 'frame')} before the copy`,
        marks: changed.map((frame) => ({ frame: frame.id, verdict })),
    });
    changed.forEach((frame) => {
        frame.verdict = verdict;
    });
    wall.refresh(changed);
    highlighted.size === 1 ? step(1, false) : show();
}

function takeBack() {
    const step = history.pop();
    if (step) {
        steps.add({ id: step.id, takeBack: true });
        step.frames.forEach(([frame, before]) => {
            frame.verdict = before;
        });
        wall.refresh(step.frames.map(([frame]) => frame));
    }
    show();
}

function show() {
    const ticked = frames.filter((frame) => frame.isTicked);
    const sum = (some) => some.reduce((bytes, frame) => bytes + frame.bytes, 0);
    const own = [...highlighted];
    $('ticked').textContent = `${ticked.length.toLocaleString('en')} of ${frames.length.toLocaleString('en')}`;
    $('ticked-size').textContent = `${size(sum(ticked))} of ${size(sum(frames))}`;
    $('highlighted').textContent = own.length.toLocaleString('en');
    $('tick').textContent =
        own.length > 0 && own.every((frame) => frame.isTicked)
            ? `Untick ${own.length.toLocaleString('en')} highlighted`
            : `Tick ${own.length.toLocaleString('en')} highlighted`;
    $('tick').disabled = own.every((frame) => frame.isCopied);
    if ($('copy')) {
        const left = ticked.filter((frame) => !frame.isCopied);
        $('copy').disabled = left.length === 0 || root.dataset.ready !== 'true';
        $('copy').textContent =
            left.length === 0
                ? 'Nothing is ticked'
                : `Copy ${count(left.length, 'frame')}, ${size(sum(left))}, to ${count(Number($('copy').dataset.copy), 'place')}`;
    }
    for (const name of ['dropped', 'known']) {
        const meant = frames.filter(
            (frame) =>
                frame.isTicked && !frame.isCopied && (name === 'dropped' ? frame.verdict === 'drop' : frame.isKnown),
        );
        $(`untick-${name}`).hidden = meant.length === 0;
        $(`untick-${name}`).textContent =
            name === 'dropped'
                ? `Untick the ${meant.length.toLocaleString('en')} dropped`
                : `Untick the ${meant.length.toLocaleString('en')} that the studio has`;
    }
    for (const button of root.querySelectorAll('[data-only]')) {
        button.setAttribute('aria-pressed', String(button.dataset.only === only));
    }
    const frame = view[at];
    $('line').textContent = frame
        ? [
              frame.name,
              frame.time,
              frame.facts,
              size(frame.bytes),
              frame.kinds,
              frame.isCopied ? 'copied' : '',
              frame.problem,
          ]
              .filter(Boolean)
              .join(' · ')
        : '';
    if (frame) {
        large.isOpen ? large.show(view, at) : wall.point(frame);
        showInstant(frame.taken);
    }
    for (const tile of $('wall').querySelectorAll('.tile')) {
        const shown = view.find((other) => other.id === Number(tile.dataset.id));
        tile.classList.toggle('is-highlighted', highlighted.has(shown));
    }
    $('none').hidden = view.length > 0 || frames.length === 0;
    $('look').disabled = !frame;
    $('look').textContent = large.isOpen ? 'All frames' : 'Large';
}

function lay() {
    const current = view[at];
    view = frames.filter(shows[only]);
    at = Math.max(0, view.indexOf(current));
    highlighted = new Set([...highlighted].filter((frame) => view.includes(frame)));
    view.length === 0 && look(false);
    wall.lay(view);
    show();
}

const untick = (meant) => tick(false, frames.filter(meant));
const actions = {
    t: () => tick(![...highlighted].every((frame) => frame.isTicked)),
    f: () => judge('keep'),
    d: () => judge('drop'),
    s: () => judge('open'),
    Backspace: takeBack,
    ArrowRight: () => step(1, false),
    ArrowLeft: () => step(-1, false),
    ArrowDown: () => step(large.isOpen ? 1 : wall.columns, false),
    ArrowUp: () => step(large.isOpen ? -1 : -wall.columns, false),
    Enter: () => look(!large.isOpen),
    'Shift+ArrowRight': () => step(1, !large.isOpen),
    'Shift+ArrowLeft': () => step(-1, !large.isOpen),
    'Shift+ArrowDown': () => step(wall.columns, !large.isOpen),
    'Shift+ArrowUp': () => step(-wall.columns, !large.isOpen),
    '$mod+a': () => {
        look(false);
        highlighted = new Set(view);
        show();
    },
    Escape: () => {
        look(false);
        highlighted = new Set(view[at] ? [view[at]] : []);
        show();
    },
    'Shift+?': () => root.querySelector('dialog').showModal(),
};
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
$('look').addEventListener('click', () => look(!large.isOpen));
$('tick').addEventListener('click', actions.t);
$('untick-dropped').addEventListener('click', () => untick((frame) => frame.verdict === 'drop'));
$('untick-known').addEventListener('click', () => untick((frame) => frame.isKnown));
$('keys').addEventListener('click', () => root.querySelector('dialog').showModal());
for (const button of root.querySelectorAll('[data-only]')) {
    button.addEventListener('click', () => {
        only = button.dataset.only;
        lay();
    });
}
// What was ticked here is on the server before the copying begins.
$('copy')?.form.addEventListener('submit', async (event) => {
    event.preventDefault();
    await answers;
    event.target.submit();
});
window.addEventListener('resize', lay);

/** Frames come as they are read; the first stand here while the rest of the card is still being read. */
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
            frames = [...frames, ...rows].sort((a, b) => a.taken - b.taken || a.id - b.id);
            lay();
            $('wall')
                .querySelector('.tile img')
                ?.addEventListener('load', () => performance.mark('kanpai-first-picture'), { once: true });
        }
        if (told.isRead) {
            break;
        }
        $('reading').textContent = `Reading the card: ${frames.length.toLocaleString('en')} frames so far`;
        // Once something is to be seen, the machine is left to the reading: each batch makes the whole wall anew.
        await new Promise((done) => {
            setTimeout(done, frames.length === 0 ? 100 : 350);
        });
    }
    $('reading').hidden = true;
    root.dataset.ready = 'true';
    performance.mark('kanpai-all-frames');
    $('empty').hidden = frames.length > 0;
    highlighted = new Set(view[0] ? [view[0]] : []);
    $('wall').focus({ preventScroll: true });
    lay();
    await catchUp();
}

/** What the server could not know when the page was made: the day line with this card, and who shot it. */
async function catchUp() {
    if (root.dataset.unread === '' || frames.length === 0) {
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
read();
