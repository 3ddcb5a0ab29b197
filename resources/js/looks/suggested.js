/** What can be taken or left: level, crops around the people, the ends of the tone, dust. */
import { after } from '../studio/timers.js';
import { set } from './changing.js';
import { dustOn, healDust, knowDust } from './spots.js';
import { endsFor } from './ends.js';
import { $, count, html, SECOND } from './page.js';
import { current, shown, state } from './store.js';
import { listen, picture } from './showing.js';

/** Degrees from which a horizon is seen to lean. */
const LEANING = 0.3;

function level(frame, values) {
    const tilt = frame.tilt ?? 0;

    return Math.abs(tilt) < LEANING || values.level || values.crop
        ? []
        : [
              [
                  `Level, ${Math.abs(tilt).toFixed(1)}°`,
                  () => set({ level: Math.round(-10 * tilt) / 10 }, `Level ${(-tilt).toFixed(1)}°, as measured`),
              ],
          ];
}

function crops(frame, values) {
    if (values.crop || values.turns || values.level) {
        return [];
    }

    return [
        ['tight', 'Crop to heads'],
        ['loose', 'Crop to people'],
    ]
        .filter(([name]) => frame.crops?.[name])
        .map(([name, title]) => [title, () => set({ crop: frame.crops[name] }, title)]);
}

function ends(values) {
    const found = endsFor(picture.lightness(values), values.zones ?? {}, values.contrast ?? 0);

    return found === null
        ? []
        : [['Full tones', () => set({ zones: { ...(values.zones ?? {}), ...found } }, 'Full tones by the histogram')]];
}

function dust(frame) {
    const specks = dustOn(frame);

    return specks === 0 ? [] : [[`Heal ${count(specks, 'speck')}`, () => healDust([frame])]];
}

function draw() {
    const frame = current();
    if (!frame || !picture.isThere || state.draft !== null) {
        return;
    }
    const values = shown();
    const all = [...level(frame, values), ...crops(frame, values), ...ends(values), ...dust(frame)];
    $('suggested').hidden = all.length === 0;
    $('suggested-list').replaceChildren(
        ...all.map(([title, act]) => {
            const button = html('button', { type: 'button', class: 'btn-word' }, title);
            button.addEventListener('click', act);

            return button;
        }),
    );
}

export function startSuggested() {
    listen(() => {
        after('suggested', SECOND / 3, draw);
        current() && knowDust(current().body, draw);
    });
}
