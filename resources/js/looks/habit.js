/** What the studio would make of a light, by what it made of others: shown beside what is there, taken or left. */
import { get, post, remove } from '../studio/server.js';
import { set } from './changing.js';
import { $, count, root, say } from './page.js';
import { current, FIRST, isNothing, isRaw, ofLight, sourceOf, state, valuesOf } from './store.js';
import { asShotWhite } from './colour.js';
import { listen } from './showing.js';
import { thumb } from './thumbs.js';
import { lookInWords, stops } from './words.js';

let habit = { shoots: 0, lights: [], isOff: false };

/** Frames of which somebody said that they stay as they are. */
const left = new Set();

/** What is proposed for the light of a frame: the server names lights by their first frames. */
const proposalFor = (frame) => {
    const ids = new Set(ofLight(frame).map(({ id }) => id));

    return habit.lights.find(({ frame: id }) => ids.has(id)) ?? null;
};

/** The parts for one frame: its white is moved as far from what it was shot for as that of the light. */
function partsFor(frame, { frame: id, now }) {
    const first = state.byId.get(id);
    if (!now.kelvin || !first) {
        return now;
    }
    const shot = (own) => 1e6 / (isRaw(own) ? asShotWhite(sourceOf(own)).kelvin : 6504);
    const mired = shot(frame) + 1e6 / now.kelvin - shot(first);

    return { ...now, kelvin: Math.round(1e6 / Math.max(40, Math.min(500, mired))) };
}

function draw() {
    $('habit-learn').hidden = !habit.isOff;
    const frame = current();
    const proposal = frame && state.number === FIRST && !left.has(frame.id) ? proposalFor(frame) : null;
    const own = valuesOf(frame, FIRST);
    const isUntouched = ['stops', 'kelvin', 'zones', 'contrast', 'greys'].every((part) => isNothing(own[part] ?? null));
    $('habit-card').hidden = proposal === null || !isUntouched || own.greys !== undefined || isNothing(proposal?.now);
    if ($('habit-card').hidden) {
        return;
    }
    const now = partsFor(frame, proposal);
    const apart = proposal.apart.stops ? ` ±${stops(proposal.apart.stops).replace('+', '')}` : '';
    $('habit-plain').replaceChildren(thumb(frame, own));
    $('habit-proposed').replaceChildren(thumb(frame, { ...own, ...now }));
    $('habit-words').textContent =
        `${lookInWords(now)}${apart}, by ${count(proposal.alike, 'light')} of ${count(habit.shoots, 'shoot')}`;
    $('habit-take').onclick = () => set(now, `As you finish such light: ${lookInWords(now)}`);
    $('habit-leave').onclick = () => {
        left.add(frame.id);
        draw();
    };
}

export async function startHabit() {
    listen(draw);
    $('habit-forget').addEventListener('click', async () => {
        try {
            habit = await remove(root.dataset.habit);
            draw();
            say('What was learned of how you finish is thrown away. Nothing is learned until you ask for it.');
        } catch {
            say('The server did not answer. Try once more.');
        }
    });
    $('habit-learn').addEventListener('click', async () => {
        try {
            habit = await post(root.dataset.habit, {});
            draw();
            say('It is learned from your finished shoots; here are its proposals the next time you open this page.');
        } catch {
            say('The server did not answer. Try once more.');
        }
    });
    try {
        habit = await get(root.dataset.habit);
        draw();
    } catch {
        // Nothing is proposed then.
    }
}
