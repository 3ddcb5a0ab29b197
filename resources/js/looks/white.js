/** White: a place on the line of daylight, and beside it; or something that should be neutral, pointed at. */
import { draft, set, settle } from './changing.js';
import { asShotWhite, screen, whiteOfSpot } from './colour.js';
import { $, drag, say, svg } from './page.js';
import { current, isRaw, shown, sourceOf, state } from './store.js';
import { follow, listen, picture } from './showing.js';
import * as words from './words.js';

const WIDTH = 260;
const HEIGHT = 24;
const WARM = 1e6 / 2500;
const COOL = 1e6 / 13000;
const MOST_BESIDE = 100;

const place = (kelvin) => (WIDTH * (WARM - 1e6 / kelvin)) / (WARM - COOL);
const kelvinAt = (share) => Math.round(1e6 / (WARM - Math.max(0, Math.min(1, share)) * (WARM - COOL)) / 10) * 10;

const spot = svg('circle', { r: 6, tabindex: 0, role: 'slider', 'aria-label': 'White', 'data-white-spot': '' });
const shot = svg('circle', { r: 3, class: 'as-shot' });

const sourceShown = () => (isRaw(current()) ? sourceOf(current()) : screen);

/** The white that is set, or the one the frame was shot for. */
function whiteShown(values) {
    return values.kelvin
        ? { kelvin: values.kelvin, beside: values.beside ?? 0 }
        : { ...asShotWhite(sourceShown()), isAsShot: true };
}

const title = () => {
    const { kelvin, beside } = whiteShown(shown());

    return `White ${words.white(kelvin, beside)}`;
};

export function startWhite() {
    const box = $('white');
    box.setAttribute('viewBox', `0 0 ${WIDTH} ${HEIGHT}`);
    const stops = [
        [0, '#f0b268'],
        [0.5, '#fbf6ec'],
        [0.62, '#ffffff'],
        [1, '#9dbdf3'],
    ].map(([offset, colour]) => svg('stop', { offset, 'stop-color': colour }));
    box.append(
        svg('defs', {}, svg('linearGradient', { id: 'white-line' }, ...stops)),
        svg('rect', { width: WIDTH, height: HEIGHT, fill: 'url(#white-line)' }),
        svg('line', { x1: 0, x2: WIDTH, y1: HEIGHT / 2, y2: HEIGHT / 2 }),
        shot,
        spot,
    );
    drag(
        box,
        () => box,
        ([x, y]) => {
            const beside = Math.round(2 * MOST_BESIDE * (0.5 - y));
            // Near the line it is on it: few lights are beside it by a little.
            draft({ kelvin: kelvinAt(x), beside: Math.abs(beside) < 12 ? 0 : Math.max(-100, Math.min(100, beside)) });
        },
        () => settle(title),
    );
    spot.addEventListener('keydown', (event) => {
        const { kelvin, beside } = whiteShown(shown());
        const [x, y] = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, 2], ArrowDown: [0, -2] }[event.key] ?? [];
        if (x !== undefined) {
            event.preventDefault();
            event.stopPropagation();
            const now = {
                kelvin: Math.round(1e6 / (1e6 / kelvin - 2 * x)),
                beside: Math.max(-MOST_BESIDE, Math.min(MOST_BESIDE, Math.round(beside + y))),
            };
            set(now, `White ${words.white(now.kelvin, now.beside)}`);
        }
    });
    $('white-as-shot').addEventListener('click', () => set({ kelvin: null, beside: null }, 'White as shot'));
    follow((values) => {
        const { kelvin, beside, isAsShot } = whiteShown(values);
        spot.setAttribute('cx', Math.max(6, Math.min(WIDTH - 6, place(kelvin))).toFixed(1));
        spot.setAttribute('cy', (HEIGHT * (0.5 - beside / (2 * MOST_BESIDE))).toFixed(1));
        spot.setAttribute('aria-valuenow', Math.round(kelvin));
        spot.setAttribute('aria-valuetext', words.white(kelvin, beside));
        $('white-words').textContent = `${words.white(kelvin, beside)}${isAsShot ? ', as shot' : ''}`;
        $('white-as-shot').hidden = Boolean(isAsShot);
    });
    listen(() => {
        const own = asShotWhite(sourceShown());
        shot.setAttribute('cx', place(own.kelvin).toFixed(1));
        shot.setAttribute('cy', HEIGHT / 2);
    });
}

/** Makes what is pointed at neutral. @returns whether it could */
export function pick(u, v) {
    const answer = whiteOfSpot(picture.valueAt(shown(), u, v), sourceShown());
    if (answer.problem) {
        say(answer.problem);

        return false;
    }
    const now = { kelvin: Math.round(answer.kelvin), beside: Math.round(answer.beside) };
    set(now, `White of a grey spot: ${words.white(now.kelvin, now.beside)}`);
    state.isPicking = false;
    $('grey').setAttribute('aria-pressed', 'false');

    return true;
}
