/**
 * Culling: the wall, the single frame, rivals. All frames of the shoot are here, so that a key is answered at once; the
 * server has every step within a second. What need not be painted with the key is painted after it.
 */
import { showDayLine, showGaps, showInstant } from '../studio/day-line.js';
import { get, post } from '../studio/server.js';
import { pips, verdict as verdictShape } from '../studio/shapes.js';
import { Steps, uuid } from '../studio/steps.js';
import { Wall } from '../studio/wall.js';
import { Wanted } from '../studio/wanted.js';
import { Close } from '../studio/close.js';
import { History, withdrawn } from './history.js';
import { Ladder } from './ladder.js';
import { paint, Pictures } from './pictures.js';
import { MOST_RIVALS, Rivals } from './rivals.js';

const NEAR = 24;
const SECOND = 1000;
const PLAY_RATE = 120;
const FLASH = 700;
/** Milliseconds over which the speed is taken, and frames that tell it. */
const SPEED_SPAN = 15 * 60 * SECOND;
const SPEED_LEAST = 8;
/** Milliseconds without a key after which the rest of the page follows, and those after which it does in any case. */
const PAUSE = 45;
const LONGEST = 350;
const root = document.querySelector('[data-cull]');
const parts = new Map();
/** A part of the page by its name, looked up once. */
const $ = (name) => parts.get(name) ?? parts.set(name, root.querySelector(`[data-${name}]`)).get(name);
const keepKey = `kanpai-cull-${root.dataset.cull}`;
const words = { keep: 'Keep', drop: 'Drop', open: 'Open again' };
const filter = {
    verdict: root.dataset.verdict,
    rating: Number(root.dataset.rating),
    body: root.dataset.body,
    from: Number(root.dataset.from) || null,
    to: Number(root.dataset.to) || null,
    where: root.dataset.where,
    sort: root.dataset.sort,
    outside: false,
};
const history = new History();
const highlighted = new Set();
const collected = new Set();
let frames = [];
let byId = new Map();
let bodyIds = [];
let table = null;
let view = [];
let at = 0;
let way = 1;
/** wall, one or rivals */
let mode = 'wall';
let meeting = null;
let round = null;
let turn = 0;
let uses = {};
let keys = JSON.parse(root.dataset.keys);
let movesOn = root.dataset.movesOn === '1';
let ratingMovesOn = root.dataset.ratingMovesOn === '1';
/** When frames were decided here, for the speed. */
let decided = [];
let target = null;
let isLoaded = false;
let collects = Number(root.dataset.collects) || null;
let soon = null;
let playing = null;

const wholeOf = (frame) => `${root.dataset.whole}/${frame.id}/whole`;
const meets = (frame) =>
    (filter.outside || frame.in === 1) &&
    (!filter.verdict || frame.verdict === filter.verdict) &&
    frame.rating >= filter.rating &&
    (!filter.body || String(bodyIds[frame.body]) === filter.body) &&
    (!filter.from || frame.taken >= filter.from) &&
    (!filter.to || frame.taken <= filter.to) &&
    (meeting === null || meeting.has(frame.id));
const saw = (frame) => [frame.verdict, frame.rating, frame.uses];
const count = (number, word) => `${number.toLocaleString('en')} ${word}${number === 1 ? '' : 's'}`;

const steps = new Steps(
    root.dataset.cull,
    root.dataset.marks,
    (waiting, problem) => {
        $('waiting').hidden = problem === null;
        $('waiting').textContent =
            problem === null
                ? ''
                : `${waiting} ${waiting === 1 ? 'mark is' : 'marks are'} kept here until the server answers`;
    },
    answered,
);
const pictures = new Pictures((frame) => {
    if (mode === 'rivals') {
        rivals.refresh(frame);
    } else if (frame === current() && mode === 'one') {
        paint($('image'), pictures.of(frame), frame);
    }
});
const close = new Close($('frame'), $('pins'), wholeOf);
const rivals = new Rivals($('rivals'), pictures, wholeOf, (i) => {
    rivals.at = i;
    rivals.draw();
    later();
});
const wall = new Wall($('wall'), {
    open: (frame) => {
        at = view.indexOf(frame);
        showOne();
    },
    point: (frame, event) => {
        highlight(frame, event);
        at = view.indexOf(frame);
        show();
    },
    shown: () => wanted.look(),
    isHighlighted: (frame) => highlighted.has(frame),
});
const wanted = new Wanted(
    root.dataset.wanted,
    () => (mode === 'wall' ? wall.seen : view.slice(Math.max(0, at - 2), at + 8)),
    (made) => {
        made.forEach((frame) => pictures.forget(frame));
        wall.refresh(made);
        if (mode !== 'wall' && made.includes(current())) {
            show();
        }
    },
);
const ladder = new Ladder($('ladder'), (own) => goTo(own.find((frame) => view.includes(frame))));

function current() {
    return mode === 'rivals' ? rivals.current : (view[at] ?? null);
}

/* ---- what is shown ---- */

function refilter(stay) {
    view = frames.filter(meets);
    if (filter.sort) {
        const place = meeting ?? new Map();
        view.sort((a, b) => (place.get(a.id) ?? 0) - (place.get(b.id) ?? 0));
    }
    const found = stay ? view.indexOf(stay) : -1;
    at = found >= 0 ? found : Math.min(at, Math.max(0, view.length - 1));
    arrange();
    mode === 'wall' ? wall.lay(view) : wall.hold(view);
    show();
}

/** Which part of the page stands there; before anything is laid out in it, since what is hidden has no width. */
function arrange() {
    const isEmpty = current() === null;
    const isOver = isEmpty && frames.length > 0 && isPassOver();
    $('none').hidden = !isEmpty || isOver;
    $('pass').hidden = !isOver;
    $('wall').hidden = mode !== 'wall' || isEmpty;
    $('look').hidden = mode !== 'one' || isEmpty;
    $('rivals').hidden = mode !== 'rivals' || isEmpty;
    root.dataset.mode = mode;
    if (isOver) {
        tellPass();
    }
}

/** Whether every frame of the round is decided, and an open one is what is looked for. */
function isPassOver() {
    return (
        !filter.where &&
        ['open', ''].includes(filter.verdict ?? '') &&
        filter.rating === 0 &&
        frames.some((frame) => frame.in === 1) &&
        frames.every((frame) => frame.in !== 1 || frame.verdict !== 'open')
    );
}

function tellPass() {
    const said = tally();
    $('pass-title').textContent = `${round.name} is done: ${count(said.keep + said.drop, 'frame')} decided`;
    $('pass-counts').textContent =
        `${said.keep.toLocaleString('en')} kept, ${said.drop.toLocaleString('en')} dropped${target === null ? '' : `, target ${target.toLocaleString('en')}`}.`;
    $('pass-gaps').textContent =
        gaps === null
            ? ''
            : gaps.length === 0
              ? 'Every minute with frames has one that is kept.'
              : `In ${count(gaps.length, 'span')} of the day nothing is kept.`;
    $('pass-gap').hidden = !gaps?.length;
}

/** Keeps where one is, for a reload and for coming back. */
function keepPlace() {
    if (!isLoaded) {
        return;
    }
    clearTimeout(keepPlace.timer);
    keepPlace.timer = setTimeout(() => {
        localStorage.setItem(
            keepKey,
            JSON.stringify({
                round: root.dataset.roundId,
                frame: current()?.id ?? null,
                mode: mode === 'rivals' ? 'one' : mode,
                filter: { ...filter, outside: false },
                scroll: $('wall').scrollTop,
            }),
        );
    }, 300);
}

/** What was kept when the page was left; an address that asks for something goes before it. */
function keptPlace() {
    try {
        const kept = JSON.parse(localStorage.getItem(keepKey) ?? 'null');
        if (kept?.round !== root.dataset.roundId) {
            // Another round begins at the beginning.
            return null;
        }
        if (window.location.search === '') {
            Object.assign(filter, kept.filter);
            $('where').value = filter.where ?? '';
            $('sort').value = filter.sort ?? '';
            $('of-body').value = filter.body ?? '';
        }

        return kept;
    } catch {
        return null;
    }
}

function show() {
    const frame = current();
    arrange();
    keepPlace();
    if (frame === null) {
        later();

        return;
    }
    if (mode === 'wall') {
        wall.point(frame);
    } else if (mode === 'one') {
        pictures.want(view, at, way);
        const [width, height] = pictures.size(frame);
        const scale = window.devicePixelRatio || 1;
        $('frame').style.width = `${width / scale}px`;
        $('frame').style.height = `${height / scale}px`;
        paint($('image'), pictures.of(frame), frame);
        $('image').setAttribute('aria-label', frame.name);
        $('image').dataset.id = frame.id;
        $('line').textContent =
            `${(at + 1).toLocaleString('en')} of ${view.length.toLocaleString('en')} · ${frame.time.slice(0, 11)}${highlighted.has(frame) ? ' · highlighted on the wall' : ''}`;
        showMarks(frame);
        close.show(frame);
    }
    later();
}

/** What was said of the frame, drawn anew only where it differs: most keys leave most of it as it is. */
function showMarks(frame) {
    const said = `${frame.verdict}, rating ${frame.rating}${told(frame)
        .map((name) => `, ${name}`)
        .join('')}`;
    if (showMarks.said !== said) {
        showMarks.said = said;
        $('shown').replaceChildren(verdictShape(frame.verdict), pips(frame.rating), ...tags(frame));
        $('shown').setAttribute('aria-label', said);
    }
}

/** What may come a moment after the key: counts, ladder, the other frames of the moment, the place on the day line. */
function later() {
    // While keys come one upon another only the place on the day line goes along; the rest when they pause.
    const now = performance.now();
    later.first = soon === null ? now : later.first;
    clearTimeout(soon);
    const isPause = now - later.first <= LONGEST;
    soon = setTimeout(() => settle(isPause), isPause ? PAUSE : 0);
}

/** @param isPause whether the keys rest; while one is held, large pictures would only be in the way */
function settle(isPause) {
    soon = null;
    const frame = current();
    counts();
    wanted.look();
    if (frame !== null) {
        showInstant(frame.taken);
        if (mode === 'one') {
            isPause && pictures.want(view, at, way);
            ladder.point(frame);
            drawOthers(frame);
            facts(frame);
        }
    }
}

function facts(frame) {
    if (!$('facts').hidden) {
        const said = [
            ['Name', frame.name],
            ['Lens', table.lenses[frame.lens]],
            ['Exposure', frame.exposure],
            ['Taken', frame.time.slice(0, 12)],
            ['Camera said', frame.camera],
            ['Body', table.bodies[frame.body]],
            ['Sharpness', frame.sharpness === null ? '' : String(frame.sharpness)],
            [
                'Pixels shown',
                frame.pixels || `all ${frame.width.toLocaleString('en')} × ${frame.height.toLocaleString('en')}`,
            ],
            ['Uses', named(frame.uses).join(', ')],
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

let strip = new Map();
let minutes = 0;
/** Spans of the day of which nothing is kept; null before they are known. */
let gaps = null;
const inWords = (key) => (key === 'Space' ? 'space' : key.length === 1 ? key.toUpperCase() : key);

function drawOthers(frame) {
    // Only those near it: a moment may have hundreds.
    let first = at;
    while (first > 0 && at - first < NEAR && view[first - 1].moment === frame.moment) {
        first--;
    }
    const same = view.slice(first, at + NEAR).filter((other) => other.moment === frame.moment);
    // What stands there already stays; a picture that is laid anew is painted anew.
    const box = $('others');
    const before = strip;
    strip = new Map();
    const tiles = same.map((other, i) => {
        const said = `${first + i} ${other.verdict} ${other.rating} ${other.small} ${highlighted.has(other)}`;
        const there = before.get(other.id);
        const tile = there?.said === said ? there.tile : wall.tile(other, first + i + 1, false, () => goTo(other));
        strip.set(other.id, { said, tile });
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

function named(bits) {
    return Object.entries(uses)
        .filter(([bit]) => bits & (1 << bit))
        .map(([, name]) => name);
}

/** What a frame is for, and what guests said of it. */
function told(frame) {
    return [
        ...named(frame.uses),
        ...(collected.has(frame.id) ? [setName()] : []),
        ...(frame.chosen ? [`${count(frame.chosen, 'guest')} chose it`] : []),
        ...(frame.noted ? [count(frame.noted, 'comment')] : []),
    ];
}

function tags(frame) {
    return told(frame).map((name) => {
        const tag = document.createElement('span');
        tag.className = 'tag';
        tag.textContent = name;

        return tag;
    });
}

function setName() {
    return table.sets.find((set) => set.id === collects)?.name ?? '';
}

function tally() {
    const said = { keep: 0, drop: 0, open: 0 };
    for (const frame of frames) {
        if (frame.in === 1) {
            said[frame.verdict]++;
        }
    }

    return said;
}

/** How fast frames are decided just now, and how long the open ones take at that speed. */
function speed(open) {
    const now = Date.now();
    decided = decided.filter((at) => now - at < SPEED_SPAN);
    const span = now - (decided[0] ?? now);
    if (decided.length < SPEED_LEAST || span < 10 * SECOND) {
        return '';
    }
    const anHour = Math.round((decided.length / span) * 3600 * SECOND);
    const left = Math.ceil((60 * open) / anHour);

    return `${anHour.toLocaleString('en')} frames an hour${open === 0 ? '' : ` · ${left < 60 ? `${left} min` : `${Math.floor(left / 60)} h ${left % 60} min`} left`}`;
}

function counts() {
    const said = tally();
    $('kept').textContent = said.keep.toLocaleString('en');
    $('total').textContent = (said.keep + said.drop + said.open).toLocaleString('en');
    $('dropped').textContent = said.drop.toLocaleString('en');
    $('open').textContent = said.open.toLocaleString('en');
    $('meant').textContent = view.length.toLocaleString('en');
    $('target').hidden = target === null;
    $('target').textContent = target === null ? '' : `target ${target.toLocaleString('en')}`;
    $('rate').textContent = minutes ? `${(said.keep / minutes).toFixed(1)} kept per minute of coverage` : '';
    $('speed').textContent = speed(said.open);
    $('round').textContent = round
        ? `${round.name}${round.doubt === 'nothing' ? '' : `, in doubt ${round.doubt}`}`
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
    const several = meant().length;
    $('several').hidden = several < 2;
    $('several').textContent =
        several < 2 ? '' : `${inWords(keys.keep)} keeps ${several}, ${inWords(keys.drop)} drops ${several}`;
    $('undo').textContent = history.last ? history.last.said : '';
    $('undo-word').hidden = !history.last;
}

/** Shows the mark large for a moment. */
function flash(change) {
    const box = $('flash');
    box.replaceChildren(
        ...(change.verdict ? [verdictShape(change.verdict)] : []),
        ...(change.rating !== undefined ? [pips(change.rating)] : []),
        document.createTextNode(change.word ?? ''),
    );
    // Shown and taken away, without fading: what moves is painted again and again while the next key is on its way.
    box.classList.add('is-on');
    clearTimeout(flash.timer);
    flash.timer = setTimeout(() => box.classList.remove('is-on'), FLASH);
}

function say(text) {
    $('note').textContent = text;
    $('note').hidden = text === '';
    clearTimeout(say.timer);
    say.timer = setTimeout(() => {
        $('note').hidden = true;
    }, 5 * SECOND);
}

/* ---- going ---- */

function goTo(frame) {
    const found = view.indexOf(frame);
    if (found >= 0) {
        at = found;
        mode = mode === 'rivals' ? 'one' : mode;
        show();
    }
}

function step(by) {
    if (mode === 'rivals') {
        const free = view.filter(
            (frame) =>
                frame.moment === rivals.current?.moment && (frame === rivals.current || !rivals.frames.includes(frame)),
        );
        const next = free[free.indexOf(rivals.current) + by];
        if (next) {
            rivals.challenge(next);
            later();
        }

        return;
    }
    const frame = current();
    if (!frame) {
        return;
    }
    way = by > 0 ? 1 : -1;
    // Moving past an open frame without a key, where the round says what that means.
    if (
        by === 1 &&
        mode === 'one' &&
        frame.verdict === 'open' &&
        round &&
        round.doubt !== 'nothing' &&
        frame.in === 1
    ) {
        // It is moving that marks here, so it moves whatever the habit of marks is.
        mark([[frame, { verdict: round.doubt }]], `${words[round.doubt]} in doubt: ${frame.name}`, true);

        return;
    }
    if (by > 0 && at === view.length - 1 && isPassOver()) {
        // After the last frame comes the end of the pass.
        filter.verdict = 'open';
        keepFilter();

        return;
    }
    at = Math.min(view.length - 1, Math.max(0, at + by));
    show();
}

let owed = 0;
let isPainted = true;

/** A key that is held may come faster than the screen is painted: every frame is shown, one with each painting. */
function hurry(by) {
    owed += by;
    if (isPainted) {
        isPainted = false;
        requestAnimationFrame(pace);
    }
}

/** A key that is pressed is answered at once, whatever is on its way. */
function press(by) {
    step(by);
    waitForPaint();
}

function pace() {
    const way = Math.sign(owed);
    isPainted = true;
    if (way !== 0) {
        owed -= way;
        step(way);
        isPainted = false;
        requestAnimationFrame(pace);
    }
}

/** The paint of what a key did comes after the next turn of the screen begins, so the turn after that is the first that may go on. */
function waitForPaint() {
    if (isPainted) {
        isPainted = false;
        requestAnimationFrame(() => requestAnimationFrame(pace));
    }
}

function moment(by) {
    const frame = current();
    if (!frame) {
        return;
    }
    if (mode === 'wall') {
        step(by * wall.columns);

        return;
    }
    if (mode === 'rivals') {
        rivals.at = (rivals.at + by + rivals.frames.length) % rivals.frames.length;
        rivals.draw();
        later();

        return;
    }
    const target =
        by > 0
            ? view.find((other) => other.moment > frame.moment)
            : view.findLast((other) => other.moment < frame.moment);
    if (target) {
        way = by;
        goTo(by > 0 ? target : view.find((other) => other.moment === target.moment));
    }
}

function showOne() {
    if (mode === 'rivals' && rivals.current) {
        at = Math.max(0, view.indexOf(rivals.current));
    }
    mode = 'one';
    show();
}

function showWall() {
    if (mode === 'rivals' && rivals.current) {
        at = Math.max(0, view.indexOf(rivals.current));
    }
    mode = 'wall';
    arrange();
    wall.lay(view);
    show();
}

function showRivals() {
    if (mode === 'rivals') {
        showOne();

        return;
    }
    const frame = current();
    if (!frame) {
        return;
    }
    const own =
        highlighted.size >= 2
            ? view.filter((other) => highlighted.has(other))
            : view
                  .slice(at)
                  .filter((other) => other.moment === frame.moment)
                  .slice(0, 2);
    if (own.length < 2) {
        own.push(...view.filter((other) => other.moment === frame.moment && !own.includes(other)).slice(-1));
    }
    if (own.length < 2) {
        say('There is no rival in this moment. Highlight two to six frames, and they stand side by side.');

        return;
    }
    if (highlighted.size > MOST_RIVALS) {
        say(`The first ${MOST_RIVALS} of ${highlighted.size} highlighted frames stand side by side.`);
    }
    mode = 'rivals';
    rivals.open(own);
    show();
}

function takeAway() {
    if (mode === 'rivals' && rivals.frames.length > 1) {
        rivals.away(rivals.current);
        rivals.frames.length === 1 ? showOne() : later();
    }
}

function moveRival(by) {
    if (mode === 'rivals') {
        rivals.move(rivals.at, rivals.at + by);
        later();
    }
}

/** Shows each frame of the moment for a short while, and comes back to where it began. */
function play() {
    if (playing) {
        clearInterval(playing.timer);
        at = playing.from;
        playing = null;
        show();

        return;
    }
    const frame = current();
    if (!frame || mode === 'rivals') {
        return;
    }
    mode = 'one';
    const own = view.map((other, i) => (other.moment === frame.moment ? i : -1)).filter((i) => i >= 0);
    playing = {
        from: at,
        left: own,
        timer: setInterval(() => {
            const next = playing.left.shift();
            if (next === undefined) {
                play();
            } else {
                at = next;
                show();
            }
        }, PLAY_RATE),
    };
    pictures.wantOnly(own.slice(0, 30).map((i) => view[i]));
}

function highlight(frame, event) {
    if (event?.shiftKey) {
        const [from, to] = [at, view.indexOf(frame)].sort((a, b) => a - b);
        view.slice(from, to + 1).forEach((other) => highlighted.add(other));
        wall.refresh(view.slice(from, to + 1));
    } else if (event?.ctrlKey || event?.metaKey) {
        highlighted.has(frame) ? highlighted.delete(frame) : highlighted.add(frame);
        wall.refresh([frame]);
    }
}

/* ---- deciding ---- */

/** The frames that a key is meant for: on the wall, where they are seen, all highlighted ones; else the one that is current. */
function meant() {
    const frame = current();

    return highlighted.size > 0 && mode === 'wall'
        ? view.filter((other) => highlighted.has(other))
        : frame
          ? [frame]
          : [];
}

function ofMoment() {
    const frame = current();

    return frame ? view.filter((other) => other.moment === frame.moment) : [];
}

/**
 * Puts marks on frames, shows them, and moves on.
 *
 * @param changes frames with what is said of them: verdict, rating, uses, collect
 */
function mark(changes, said, goOn = movesOn && meant().length < 2) {
    const real = changes.filter(([frame, change]) =>
        Object.entries(change).some(([name, value]) =>
            name === 'collect' ? collected.has(frame.id) !== value : frame[name] !== value,
        ),
    );
    const before = current();
    if (real.length > 0) {
        const id = uuid();
        const own = [];
        const marks = real.map(([frame, change]) => {
            const then = saw(frame);
            const sent = { frame: frame.id, saw: then };
            if (change.verdict !== undefined) {
                sent.verdict = change.verdict;
            }
            if (change.rating !== undefined) {
                sent.rating = change.rating;
            }
            if (change.uses !== undefined) {
                sent.given = change.uses & ~frame.uses;
                sent.taken = frame.uses & ~change.uses;
            }
            if (change.collect !== undefined) {
                sent.collect = change.collect;
                change.collect ? collected.add(frame.id) : collected.delete(frame.id);
            }
            Object.assign(frame, Object.fromEntries(Object.entries(change).filter(([name]) => name !== 'collect')));
            own.push([frame.id, then, saw(frame), change.collect ?? null]);

            return sent;
        });
        history.made({ id, said, marks: own });
        decided.push(...real.filter(([, change]) => change.verdict !== undefined).map(() => Date.now()));
        steps.add({
            id,
            said,
            round: round.id,
            marks,
            ...(changes.some(([, change]) => change.collect !== undefined) ? { set: collects } : {}),
        });
    }
    if (changes.length > 0) {
        flash({ ...changes[0][1], word: name(changes.map(([frame]) => frame)) });
    }
    const touched = changes.map(([frame]) => frame);
    ladderSoon(touched);
    if (mode === 'rivals') {
        const frame = rivals.current;
        frame && frame.verdict === 'drop' && touched.includes(frame) && rivals.frames.length > 1
            ? takeAway()
            : rivals.draw();
        later();

        return;
    }
    wall.refresh(touched);
    const goes = before !== null && meets(before) && goOn;
    if (touched.some((frame) => !meets(frame))) {
        // What the filter hides leaves at once, and the next one stands there.
        leave(touched);
    }
    if (goes && at < view.length - 1) {
        at++;
        way = 1;
    }
    show();
}

/** Takes frames out of the view without laying all of it anew. */
function leave(touched) {
    const gone = new Set(touched.filter((frame) => !meets(frame)));
    const next =
        view.slice(at).find((frame) => !gone.has(frame)) ?? view.slice(0, at).findLast((frame) => !gone.has(frame));
    view = view.filter((frame) => !gone.has(frame));
    gone.forEach((frame) => highlighted.delete(frame));
    at = Math.max(0, view.indexOf(next));
    arrange();
    mode === 'wall' ? wall.lay(view) : wall.hold(view);
}

let changedLines = new Set();

function ladderSoon(touched) {
    touched.forEach((frame) => changedLines.add(frame));
    ladderSoon.timer ??= setTimeout(() => {
        ladderSoon.timer = null;
        ladder.refresh([...changedLines]);
        changedLines = new Set();
    }, 50);
}

const name = (own) => (own.length === 1 ? own[0].name : count(own.length, 'frame'));

function verdict(said, own = meant()) {
    mark(
        own.map((frame) => [frame, { verdict: said }]),
        `${words[said]} ${name(own)}`,
    );
}

function rate(rating) {
    const own = meant();
    mark(
        own.map((frame) => [frame, { rating }]),
        `Rate ${name(own)} ${rating}`,
        movesOn && ratingMovesOn && own.length < 2,
    );
}

/** A rating and the verdict that mostly comes with it, by one key. */
function rateAndKeep(rating) {
    const own = meant();
    mark(
        own.map((frame) => [frame, { rating, verdict: 'keep' }]),
        `Rate ${name(own)} ${rating} and keep`,
    );
}

function wholeMoment(said) {
    const own = ofMoment();
    const frame = current();
    if (!frame) {
        return;
    }
    const after = view.find((other, i) => i > at && other.moment !== frame.moment);
    mark(
        own.map((other) => [other, { verdict: said }]),
        `${words[said]} the moment at ${own[0].time.slice(0, 5)}, ${count(own.length, 'frame')}`,
        false,
    );
    if (after && movesOn && meets(frame)) {
        goTo(after);
    }
}

function onlyThis() {
    const frame = current();
    if (!frame) {
        return;
    }
    const others = frames.filter(
        (other) => other.moment === frame.moment && other !== frame && (other.in === 1 || filter.outside),
    );
    const after = view.find((other, i) => i > at && other.moment !== frame.moment);
    mark(
        [[frame, { verdict: 'keep' }], ...others.map((other) => [other, { verdict: 'drop' }])],
        `Keep only ${frame.name} of ${count(others.length + 1, 'frame')}`,
        false,
    );
    if (after && movesOn && meets(frame) && mode !== 'rivals') {
        goTo(after);
    }
}

function collect() {
    if (collects === null) {
        openMore('collects');
        say('Choose the set that frames are collected into first.');

        return;
    }
    const own = meant();
    const isIn = !own.every((frame) => collected.has(frame.id));
    mark(
        own.map((frame) => [frame, { collect: isIn }]),
        `${isIn ? 'Collect' : 'Take'} ${name(own)} ${isIn ? 'into' : 'out of'} ${setName()}`,
        false,
    );
    say(`${isIn ? 'Collected into' : 'Taken out of'} ${setName()}: ${name(own)}.`);
}

function use(bit) {
    const own = meant();
    const isGiven = !own.every((frame) => frame.uses & (1 << bit));
    mark(
        own.map((frame) => [frame, { uses: isGiven ? frame.uses | (1 << bit) : frame.uses & ~(1 << bit) }]),
        `${isGiven ? 'For' : 'Not for'} ${uses[bit]}: ${name(own)}`,
        false,
    );
    drawUses();
}

function drawUses() {
    const own = meant();
    $('uses').replaceChildren(
        ...Object.entries(uses).map(([bit, label], i) => {
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

function toggleUses(isOpen = $('uses-panel').hidden) {
    $('uses-panel').hidden = !isOpen;
    if (isOpen) {
        drawUses();
    }
}

function undo() {
    const step = history.takeBack();
    if (!step) {
        say('Nothing is left to undo in this round.');

        return;
    }
    const undone = turnStep(step, true);
    steps.add({ id: step.id, takeBack: true, said: step.said });
    sayTurned('Undone', step, undone);
}

function redo() {
    const step = history.again();
    if (!step) {
        say('Nothing was undone that could be done again.');

        return;
    }
    const redone = turnStep(step, false);
    steps.add({ id: step.id, again: true, said: step.said });
    sayTurned('Redone', step, redone);
}

/** What became of a step that was undone or redone: frames that are set aside stay as they are. */
function sayTurned(what, step, touched) {
    const aside = step.marks.length - touched;
    say(
        aside === 0
            ? `${what}: ${step.said}.`
            : touched === 0
              ? `Nothing was changed: ${step.marks.length === 1 ? 'the frame is' : `all ${step.marks.length} frames are`} set aside. Take ${step.marks.length === 1 ? 'it' : 'them'} back into the shoot first.`
              : `${what} for ${count(touched, 'frame')}: ${step.said}. ${count(aside, 'frame')} set aside ${aside === 1 ? 'stays' : 'stay'} as before.`,
    );
}

/** Puts frames as they stand without a step, or with it again. */
function turned(step, isBack) {
    const touched = [];
    for (const [id, before, after, isCollected] of step.marks) {
        const frame = byId.get(id);
        if (frame && !frame.isAside) {
            Object.assign(frame, isBack ? withdrawn(frame, before, after) : withdrawn(frame, after, before));
            if (isCollected !== null) {
                isCollected !== isBack ? collected.add(id) : collected.delete(id);
            }
            touched.push(frame);
        }
    }

    return touched;
}

function turnStep(step, isBack) {
    const touched = turned(step, isBack);
    ladder.refresh(touched);
    if (mode === 'rivals') {
        rivals.draw();
        later();
    } else {
        refilter(touched[0] ?? current());
        wall.refresh(touched);
    }

    return touched.length;
}

/* ---- the server, and others ---- */

function answered(answer) {
    for (const conflict of answer.conflicts ?? []) {
        const frame = byId.get(conflict.frame);
        if (frame) {
            const mine = saw(frame);
            Object.assign(frame, { verdict: conflict.verdict, rating: conflict.rating, uses: conflict.uses });
            ask(frame, mine, conflict);
        }
    }
    if (Object.keys(answer.refused).length > 0) {
        say(Object.values(answer.refused)[0]);
    }
    for (const id of answer.gone ?? []) {
        const frame = byId.get(id);
        if (frame) {
            frame.in = 0;
            frame.isAside = true;
            say(`${frame.name} is no longer in the shoot: it was set aside meanwhile.`);
        }
    }
    if (answer.conflicts?.length + answer.gone?.length > 0) {
        refilter(current());
    }
    if (answer.round !== undefined && answer.round !== round.id) {
        look();
    }
    refreshMeeting();
    refreshGaps();
}

/** Somebody else said something else meanwhile: both are shown, and one chooses. */
function ask(frame, mine, theirs) {
    const line = document.createElement('p');
    const inWords = ([said, rating]) =>
        `${{ keep: 'kept', drop: 'dropped', open: 'open' }[said]}${rating ? `, ${rating}` : ''}`;
    line.append(
        `${frame.name}: ${theirs.by || 'somebody'} has it ${inWords([theirs.verdict, theirs.rating])}, you ${inWords(mine)}. `,
    );
    for (const [label, act] of [
        [
            'Use mine',
            () =>
                mark(
                    [[frame, { verdict: mine[0], rating: mine[1] }]],
                    `${words[mine[0]]} ${frame.name} all the same`,
                    false,
                ),
        ],
        ['Leave theirs', () => {}],
    ]) {
        const button = document.createElement('button');
        button.type = 'button';
        button.className = 'btn-word';
        button.textContent = label;
        button.addEventListener('click', () => {
            line.remove();
            $('conflicts').hidden = $('conflicts').children.length === 0;
            act();
        });
        line.append(button, ' ');
    }
    $('conflicts').append(line);
    $('conflicts').hidden = false;
}

async function look() {
    if (document.hidden || steps.waiting.length > 0) {
        return;
    }
    const { made } = steps;
    try {
        const answer = await get(`${root.dataset.since}/${turn}`);
        if (steps.made !== made) {
            // Something was done here meanwhile, and this is how it stood before.
            return;
        }
        const touched = [];
        let chosen = 0;
        for (const [id, said, rating, bits, wanted, noted] of answer.frames) {
            const frame = byId.get(id);
            if (frame && (frame.chosen !== wanted || frame.noted !== noted)) {
                Object.assign(frame, { chosen: wanted, noted });
                chosen++;
            }
            if (frame && (frame.verdict !== said || frame.rating !== rating || frame.uses !== bits)) {
                Object.assign(frame, { verdict: said, rating, uses: bits });
                touched.push(frame);
            }
        }
        turn = answer.turn;
        if (chosen > 0) {
            say(`Guests chose or said something of ${count(chosen, 'frame')}.`);
            show();
        }
        if (touched.length > 0) {
            ladder.refresh(touched);
            mode === 'rivals' ? rivals.draw() : refilter(current());
            wall.refresh(touched);
            if (answer.others.length > 0) {
                say(`${answer.others.join(' and ')} marked ${count(touched.length, 'frame')}.`);
            }
        }
        if (answer.arrangement !== table.arrangement) {
            await load();
            refreshGaps();
            say('Clocks were set, or frames came or left: all stand in their new order.');
        }
        if (round && answer.round.id !== round.id) {
            // Another round goes on: what was marked for the old one stays with it.
            say(`${answer.round.name} goes on now. What you marked for ${round.name} is kept with it.`);
            await load();
        }
    } catch {
        // The next look will tell.
    }
}

/* ---- moments ---- */

function regroup() {
    const least = table.leasts[Number($('fineness').value)];
    let number = -1;
    frames.forEach((frame, i) => {
        const hand = table.byHand[i];
        if (i === 0 || hand === 'split' || (hand !== 'join' && frame.border >= least)) {
            number++;
        }
        frame.moment = number;
    });
    ladder.lay(frames);
    $('moments').textContent = count(number + 1, 'moment');
}

function slide() {
    regroup();
    show();
    clearTimeout(slide.timer);
    slide.timer = setTimeout(
        () =>
            post(root.dataset.fineness, { fineness: Number($('fineness').value) }).catch(() =>
                say('The server did not take the place of the slider; it is asked again with the next move.'),
            ),
        400,
    );
}

async function splitHere() {
    const frame = current();
    const i = frames.indexOf(frame);
    if (i < 1) {
        return;
    }
    const isBorder = frames[i - 1].moment !== frame.moment;
    const kind = isBorder ? 'join' : 'split';
    const isUsual = frame.border >= table.leasts[Number($('fineness').value)] !== isBorder;
    isUsual ? delete table.byHand[i] : (table.byHand[i] = kind);
    regroup();
    show();
    say(
        isBorder
            ? 'Joined with the moment before; regrouping leaves it so.'
            : 'A moment begins here; regrouping leaves it so.',
    );
    await post(root.dataset.border, { frame: frame.id, kind: isUsual ? null : kind }).catch(() =>
        say('The server did not take it. Try once more.'),
    );
}

/* ---- finding ---- */

/** The address says what is shown, so that it can be kept and comes back. */
function keepFilter() {
    const address = new URL(window.location.href);
    for (const [name, value] of Object.entries(filter)) {
        value && name !== 'outside' ? address.searchParams.set(name, value) : address.searchParams.delete(name);
    }
    window.history.replaceState(null, '', address);
    refilter(current());
}

/** Conditions beyond verdict, rating, body and time are looked up by the server. */
async function find(text, sort) {
    try {
        if (text.trim() === '' && !sort) {
            meeting = null;
            filter.where = '';
        } else {
            const told = await get(`${root.dataset.meeting}?${new URLSearchParams({ where: text, sort: sort ?? '' })}`);
            filter.where = told.where;
            meeting = new Map(told.frames.map((id, i) => [id, i]));
        }
        filter.sort = sort ?? '';
        $('where-problem').textContent = '';
        keepFilter();
    } catch (reason) {
        $('where-problem').textContent =
            reason.told?.errors?.where?.[0] ?? 'The server does not answer; what is shown stays as it was.';
    }
    $('where-problem').hidden = $('where-problem').textContent === '';
}

/** The day line as it is now, and where nothing is kept along it. */
function refreshGaps() {
    clearTimeout(refreshGaps.timer);
    refreshGaps.timer = setTimeout(
        () =>
            get(root.dataset.coverage)
                .then((told) => {
                    ({ gaps, target, minutes } = told);
                    showDayLine(told.line);
                    showGaps(gaps);
                    showStages(told.rail);
                    $('pass').hidden || tellPass();
                    counts();
                    current() && showInstant(current().taken);
                })
                .catch(() => {}),
        SECOND,
    );
}

/** What is left in each stage, as it is now. */
function showStages(rail) {
    const stages = new DOMParser().parseFromString(rail, 'text/html').querySelector('.stages');
    stages && document.querySelector('.rail .stages')?.replaceWith(stages);
}

/** After marks, what is asked about marks may mean other frames. */
function refreshMeeting() {
    if (meeting !== null && (/verdict|rating|use|set/.test(filter.where) || filter.sort === 'rating')) {
        clearTimeout(refreshMeeting.timer);
        refreshMeeting.timer = setTimeout(() => find(filter.where, filter.sort), SECOND);
    }
}

function openMore(focus = null) {
    $('more').hidden = false;
    $('more-button').setAttribute('aria-expanded', 'true');
    if (focus) {
        $(focus).focus();
    }
}

/* ---- keys, mouse and touch ---- */

const help = root.querySelector('dialog');
const actions = {
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
        if (mode === 'one') {
            close.pin(current()) || say('Four spots can be pinned. Let one go first.');
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
    play,
    wall: showWall,
    one: showOne,
    rivals: showRivals,
    away: takeAway,
    split: splitHere,
    filter: () => {
        openMore();
        $('where').focus();
        $('where').select();
    },
    help: () => help.showModal(),
};
const repeats = ['next', 'before', 'nextMoment', 'momentBefore', 'takeBack', 'again'];
let byKey = {};

function readKeys() {
    byKey = Object.fromEntries(Object.entries(keys).map(([action, key]) => [key, action]));
}

function closeUp(isOpen) {
    if (mode === 'rivals') {
        rivals.close(isOpen);
    } else if (mode === 'one' && current()) {
        isOpen ? close.open(current()) : close.shut();
    }
}

const pressed = (event) => {
    if (event.shiftKey && /^Digit\d$/.test(event.code)) {
        // What a digit with Shift writes differs from keyboard to keyboard.
        return `Shift+${event.code.slice(5)}`;
    }
    const key = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toLowerCase() : event.key;

    return event.shiftKey && (event.key.length > 1 || /\p{L}/u.test(event.key)) ? `Shift+${key}` : key;
};

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
        } else if (mode === 'rivals') {
            showOne();
        } else {
            highlighted.clear();
            refilter(current());
        }

        return;
    }
    if (!$('uses-panel').hidden && /^[1-9]$/.test(event.key)) {
        const bit = Object.keys(uses)[Number(event.key) - 1];
        if (bit !== undefined && !event.repeat) {
            use(Number(bit));
        }
        event.preventDefault();

        return;
    }
    const action = byKey[pressed(event)] ?? byKey[event.key];
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
    if (playing && action !== 'play') {
        clearInterval(playing.timer);
        playing = null;
    }
    actions[action]();
});
window.addEventListener('keyup', (event) => {
    if (byKey[pressed(event)] === 'close') {
        closeUp(false);
    }
});
window.addEventListener('blur', () => closeUp(false));

for (const button of root.querySelectorAll('[data-does]')) {
    button.addEventListener('click', () => {
        actions[button.dataset.does]();
        button.blur();
    });
}
for (const button of root.querySelectorAll('[data-says]')) {
    button.addEventListener('click', () => {
        filter.verdict = button.dataset.says;
        keepFilter();
        button.blur();
    });
}
for (const button of root.querySelectorAll('[data-least]')) {
    button.addEventListener('click', () => {
        filter.rating = Number(button.dataset.least);
        keepFilter();
        button.blur();
    });
}
$('of-body').addEventListener('change', (event) => {
    filter.body = event.target.value;
    event.target.blur();
    keepFilter();
});
$('window').addEventListener('click', () => {
    filter.from = filter.to = null;
    document.querySelector('.day-line .window').setAttribute('hidden', '');
    keepFilter();
});
$('highlighted').addEventListener('click', () => {
    const own = [...highlighted];
    highlighted.clear();
    wall.refresh(own);
    show();
});
$('find').addEventListener('submit', (event) => {
    event.preventDefault();
    find($('where').value, $('sort').value);
    $('where').blur();
});
$('sort').addEventListener('change', () => {
    find($('where').value, $('sort').value);
    $('sort').blur();
});
$('pass-gap').addEventListener('click', () => {
    Object.assign(filter, { from: gaps[0].from, to: gaps[0].to, verdict: '' });
    keepFilter();
});
for (const button of root.querySelectorAll('[data-pass-shows]')) {
    button.addEventListener('click', () => {
        filter.verdict = button.dataset.passShows;
        at = 0;
        keepFilter();
    });
}
$('fineness').addEventListener('input', slide);
$('fineness').addEventListener('change', () => $('fineness').blur());
$('more-button').addEventListener('click', () => {
    $('more').hidden = !$('more').hidden;
    $('more-button').setAttribute('aria-expanded', String(!$('more').hidden));
});
$('outside').addEventListener('change', (event) => {
    filter.outside = event.target.checked;
    event.target.blur();
    refilter(current());
});
$('rating-moves-on').addEventListener('change', (event) => {
    ratingMovesOn = event.target.checked;
    event.target.blur();
    post(root.dataset.movesOnAddress, { ratingMovesOn }).catch(() =>
        say('The server did not take it; it holds until the page is left.'),
    );
});
$('moves-on').addEventListener('change', (event) => {
    movesOn = event.target.checked;
    event.target.blur();
    post(root.dataset.movesOnAddress, { movesOn }).catch(() =>
        say('The server did not take it; it holds until the page is left.'),
    );
});
$('add').addEventListener('change', (event) => {
    const [subject, example] = event.target.value.split('|');
    if (subject) {
        $('where').value = `${$('where').value.trim()} ${$('where').value.trim() ? 'and ' : ''}${subject}${example}`;
        $('where').focus();
    }
    event.target.value = '';
});
$('collects').addEventListener('change', async (event) => {
    event.target.blur();
    if (event.target.value) {
        const told = await post(root.dataset.collect, { set: Number(event.target.value) }).catch(() => null);
        if (told) {
            collects = told.set;
            collected.clear();
            told.frames.forEach((id) => collected.add(id));
            show();
        }
    }
});
$('new-set').addEventListener('submit', async (event) => {
    event.preventDefault();
    const live = event.submitter?.value === 'live';
    const own = live ? [] : highlighted.size > 0 ? [...highlighted] : [];
    try {
        const asked = new URLSearchParams(Object.entries(filter).filter(([key, value]) => value && key !== 'outside'));
        const set = await post(`${root.dataset.sets}?${asked}`, {
            name: $('set-name').value,
            live,
            frames: own.map((frame) => frame.id),
            everywhere: $('everywhere').checked,
        });
        table.sets.push(set);
        if (set.rule === null) {
            $('collects').append(new Option(set.name, set.id));
            $('collects').value = String(set.id);
            collects = set.id;
            collected.clear();
            own.forEach((frame) => collected.add(frame.id));
            show();
        }
        $('set-name').value = '';
        say(
            live
                ? `“${set.name}” is always what “${set.rule}” means: ${count(set.frames, 'frame')} now.`
                : `The set “${set.name}” has ${count(set.frames, 'frame')}; ${inWords(keys.collect)} collects into it.`,
        );
        $('set-problem').textContent = '';
    } catch (reason) {
        $('set-problem').textContent =
            Object.values(reason.told?.errors ?? {})[0]?.[0] ?? 'The server did not take it.';
    }
    $('set-problem').hidden = $('set-problem').textContent === '';
});
$('new-use').addEventListener('submit', async (event) => {
    event.preventDefault();
    try {
        uses = (await post(root.dataset.usesAddress, { name: $('use-name').value })).uses;
        $('use-name').value = '';
        drawUses();
    } catch (reason) {
        say(Object.values(reason.told?.errors ?? {})[0]?.[0] ?? 'The server did not take it.');
    }
});
$('keys').addEventListener('submit', async (event) => {
    event.preventDefault();
    const chosen = Object.fromEntries(
        [...root.querySelectorAll('[data-key]')].map((input) => [input.dataset.key, input.value]),
    );
    try {
        const told = await post(root.dataset.keysAddress, { keys: chosen });
        keys = told.keys;
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
document.addEventListener('kanpai:window', (event) => {
    event.preventDefault();
    Object.assign(filter, event.detail);
    keepFilter();
});
document.addEventListener('kanpai:instant', (event) => {
    event.preventDefault();
    const nearest = view.reduce(
        (best, frame) =>
            !best || Math.abs(frame.taken - event.detail.at) < Math.abs(best.taken - event.detail.at) ? frame : best,
        null,
    );
    goTo(nearest);
});

/* By touch: swipe for the next, hold for true pixels, tap twice for the wall. */
let touch = null;
$('view').addEventListener('pointerdown', (event) => {
    if (event.pointerType !== 'mouse') {
        touch = {
            x: event.clientX,
            y: event.clientY,
            timer: setTimeout(() => {
                touch.isClose = true;
                closeUp(true);
            }, 350),
        };
    }
});
$('view').addEventListener('pointermove', (event) => {
    if (touch && !touch.isClose && Math.hypot(event.clientX - touch.x, event.clientY - touch.y) > 12) {
        clearTimeout(touch.timer);
    }
});
$('view').addEventListener('pointerup', (event) => {
    if (!touch) {
        return;
    }
    clearTimeout(touch.timer);
    const [dx, dy] = [event.clientX - touch.x, event.clientY - touch.y];
    if (touch.isClose) {
        closeUp(false);
    } else if (Math.abs(dx) > 50 && Math.abs(dx) > 2 * Math.abs(dy)) {
        step(dx < 0 ? 1 : -1);
    }
    touch = null;
});
$('view').addEventListener('pointercancel', () => {
    clearTimeout(touch?.timer);
    touch = null;
    closeUp(false);
});

/* ---- the beginning ---- */

/** Notes when the first pictures of the wall are there, for those who measure. */
function markWall() {
    const images = [...root.querySelectorAll('[data-wall] .tile img')].slice(0, 12);
    Promise.allSettled(images.map((image) => image.decode())).then(() => performance.mark('kanpai-first-wall'));
}

/** What the server has not got yet stands on the screen all the same. */
function replay(step) {
    if (step.takeBack || step.again) {
        const known = step.takeBack ? history.takeBack(step.id) : history.again(step.id);
        known && turned(known, Boolean(step.takeBack));

        return;
    }
    const own = [];
    for (const sent of history.has(step.id) ? [] : step.marks) {
        const frame = byId.get(sent.frame);
        if (frame) {
            const before = saw(frame);
            Object.assign(frame, {
                verdict: sent.verdict ?? frame.verdict,
                rating: sent.rating ?? frame.rating,
                uses: (frame.uses | (sent.given ?? 0)) & ~(sent.taken ?? 0),
            });
            own.push([frame.id, before, saw(frame), sent.collect ?? null]);
        }
    }
    if (own.length > 0) {
        history.made({ id: step.id, said: step.said, marks: own });
    }
}

async function load() {
    let taken;
    do {
        // A step that arrives while the frames are on their way is in neither: they are asked for once more.
        taken = steps.taken;
        table = await get(root.dataset.frames);
    } while (taken !== steps.taken);
    const stay = current()?.id;
    bodyIds = table.bodyIds;
    uses = table.uses;
    round = table.round;
    turn = table.turn;
    frames = table.frames.map((row) => {
        const frame = {};
        for (let c = 0; c < row.length; c++) {
            frame[table.columns[c]] = row[c];
        }

        return frame;
    });
    byId = new Map(frames.map((frame) => [frame.id, frame]));
    collected.clear();
    table.collected.forEach((id) => collected.add(id));
    history.load(table.history);
    steps.waiting.forEach(replay);
    $('fineness').value = table.fineness;
    regroup();
    if (filter.where || filter.sort) {
        await find(filter.where, filter.sort);
    }
    refilter(byId.get(stay) ?? null);
}

readKeys();
const kept = keptPlace();
await load();
if (kept !== null && byId.has(kept.frame)) {
    mode = kept.mode === 'one' ? 'one' : 'wall';
    refilter(byId.get(kept.frame));
    if (mode === 'wall') {
        $('wall').scrollTop = kept.scroll ?? 0;
        current() && wall.point(current());
    }
}
isLoaded = true;
$('wall').addEventListener('scroll', keepPlace, { passive: true });
markWall();
steps.send();
root.dataset.ready = 'true';
refreshGaps();
setInterval(look, 2 * SECOND);
document.addEventListener('visibilitychange', look);
window.addEventListener('resize', () => {
    mode === 'wall' && wall.lay(view);
    show();
});
new ResizeObserver(([room]) => {
    const scale = window.devicePixelRatio || 1;
    if (room.contentRect.width > 0) {
        pictures.fit(room.contentRect.width * scale, room.contentRect.height * scale);
        mode === 'one' && show();
    }
}).observe($('view'));
