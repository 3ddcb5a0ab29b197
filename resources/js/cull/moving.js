/**
 * From frame to frame, from moment to moment, and between the wall, one frame and rivals.
 */
import { keepFilter } from './finding.js';
import { mark } from './marking.js';
import { say, words } from './page.js';
import { MOST_RIVALS } from './rivals.js';
import { filter, highlighted, isPassOver, state } from './store.js';
import { arrange, current, later, people, pictures, rivals, show, wall } from './view.js';

const PLAY_RATE = 120;

export function goTo(frame) {
    const found = state.view.indexOf(frame);
    if (found >= 0) {
        state.at = found;
        state.mode = state.mode === 'rivals' ? 'one' : state.mode;
        show();
    }
}

export function step(by) {
    if (state.mode === 'rivals') {
        const free = state.view.filter(
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
    state.direction = by > 0 ? 1 : -1;
    if (state.mode === 'people') {
        const own = people.frames.filter((other) => state.view.includes(other));
        const next = own[own.indexOf(frame) + by];
        next && goTo(next);

        return;
    }
    // Moving past an open frame without a key, where the round says what that means.
    if (
        by === 1 &&
        state.mode === 'one' &&
        frame.verdict === 'open' &&
        state.round &&
        state.round.doubt !== 'nothing' &&
        frame.in === 1
    ) {
        // It is moving that marks here, so it moves whatever the habit of marks is.
        mark([[frame, { verdict: state.round.doubt }]], `${words[state.round.doubt]} in doubt: ${frame.name}`, true);

        return;
    }
    if (by > 0 && state.at === state.view.length - 1 && isPassOver()) {
        // After the last frame comes the end of the pass.
        filter.verdict = 'open';
        keepFilter();

        return;
    }
    state.at = Math.min(state.view.length - 1, Math.max(0, state.at + by));
    show();
}

/** A key that is held may come faster than the screen is painted: every frame is shown, one with each painting. */
export function hurry(by) {
    state.owedSteps += by;
    if (state.isPainted) {
        state.isPainted = false;
        requestAnimationFrame(pace);
    }
}

/** A key that is pressed is answered at once, whatever is on its way. */
export function press(by) {
    step(by);
    waitForPaint();
}

function pace() {
    const way = Math.sign(state.owedSteps);
    state.isPainted = true;
    if (way !== 0) {
        state.owedSteps -= way;
        step(way);
        state.isPainted = false;
        requestAnimationFrame(pace);
    }
}

/** The paint of what a key did comes after the next turn of the screen begins, so the turn after that is the first that may go on. */
function waitForPaint() {
    if (state.isPainted) {
        state.isPainted = false;
        requestAnimationFrame(() => requestAnimationFrame(pace));
    }
}

export function moment(by) {
    const frame = current();
    if (!frame) {
        return;
    }
    if (state.mode === 'wall') {
        step(by * wall.columns);

        return;
    }
    if (state.mode === 'people') {
        people.move(by);
        show();

        return;
    }
    if (state.mode === 'rivals') {
        rivals.at = (rivals.at + by + rivals.frames.length) % rivals.frames.length;
        rivals.draw();
        later();

        return;
    }
    const target =
        by > 0
            ? state.view.find((other) => other.moment > frame.moment)
            : state.view.findLast((other) => other.moment < frame.moment);
    if (target) {
        state.direction = by;
        goTo(by > 0 ? target : state.view.find((other) => other.moment === target.moment));
    }
}

export function showOne() {
    if (state.mode === 'rivals' && rivals.current) {
        state.at = Math.max(0, state.view.indexOf(rivals.current));
    }
    state.mode = 'one';
    show();
}

export function showWall() {
    if (state.mode === 'rivals' && rivals.current) {
        state.at = Math.max(0, state.view.indexOf(rivals.current));
    }
    state.mode = 'wall';
    arrange();
    wall.lay(state.view);
    show();
}

export function showRivals() {
    if (state.mode === 'rivals') {
        showOne();

        return;
    }
    const frame = current();
    if (!frame) {
        return;
    }
    const own =
        highlighted.size >= 2
            ? state.view.filter((other) => highlighted.has(other))
            : state.view
                  .slice(state.at)
                  .filter((other) => other.moment === frame.moment)
                  .slice(0, 2);
    if (own.length < 2) {
        own.push(...state.view.filter((other) => other.moment === frame.moment && !own.includes(other)).slice(-1));
    }
    if (own.length < 2) {
        say('There is no rival in this moment. Highlight two to six frames, and they stand side by side.');

        return;
    }
    if (highlighted.size > MOST_RIVALS) {
        say(`The first ${MOST_RIVALS} of ${highlighted.size} highlighted frames stand side by side.`);
    }
    state.mode = 'rivals';
    rivals.open(own);
    show();
}

/** The people of the moment against its frames, and back to the frame. */
export function showPeople() {
    if (state.mode === 'people') {
        showOne();
    } else if (current()) {
        state.at = Math.max(0, state.view.indexOf(current()));
        state.mode = 'people';
        people.forget();
        show();
    }
}

export function removeRival() {
    if (state.mode === 'rivals' && rivals.frames.length > 1) {
        rivals.away(rivals.current);
        rivals.frames.length === 1 ? showOne() : later();
    }
}

export function moveRival(by) {
    if (state.mode === 'rivals') {
        rivals.move(rivals.at, rivals.at + by);
        later();
    }
}

/** Shows each frame of the moment for a short while, and comes back to where it began. */
export function play() {
    if (state.playing) {
        clearInterval(state.playing.timer);
        state.at = state.playing.from;
        state.playing = null;
        show();

        return;
    }
    const frame = current();
    if (!frame || state.mode === 'rivals') {
        return;
    }
    state.mode = 'one';
    const own = state.view.map((other, i) => (other.moment === frame.moment ? i : -1)).filter((i) => i >= 0);
    state.playing = {
        from: state.at,
        left: own,
        timer: setInterval(() => {
            const next = state.playing.left.shift();
            if (next === undefined) {
                play();
            } else {
                state.at = next;
                show();
            }
        }, PLAY_RATE),
    };
    pictures.wantOnly(own.slice(0, 30).map((i) => state.view[i]));
}

export function highlight(frame, event) {
    if (event?.shiftKey) {
        const [from, to] = [state.at, state.view.indexOf(frame)].sort((a, b) => a - b);
        state.view.slice(from, to + 1).forEach((other) => highlighted.add(other));
        wall.refresh(state.view.slice(from, to + 1));
    } else if (event?.ctrlKey || event?.metaKey) {
        highlighted.has(frame) ? highlighted.delete(frame) : highlighted.add(frame);
        wall.refresh([frame]);
    }
}
