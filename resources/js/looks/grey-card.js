/** What a grey card is for: its white for the whole light; then the frame that shows it is dropped, if somebody says so. */
import { post } from '../studio/server.js';
import { uuid } from '../studio/steps.js';
import { bringIntoLine } from './carrying.js';
import { group } from './lights.js';
import { $, count, html, root, say } from './page.js';
import { show } from './showing.js';
import { ofLight, state } from './store.js';

const button = (label, act) => {
    const own = html('button', { type: 'button', class: 'btn-word' }, label);
    own.addEventListener('click', act);

    return own;
};

function close() {
    $('asked').replaceChildren();
    $('asked').hidden = true;
}

/** Leaves the frame out of what goes out, as culling does it; there it can be taken back. */
async function drop(frame) {
    try {
        const title = `Dropped ${frame.name}, which shows a grey card`;
        await post(root.dataset.marks, {
            steps: [{ id: uuid(), title, marks: [{ frame: frame.id, verdict: 'drop' }] }],
        });
        state.frames = state.frames.filter((other) => other !== frame);
        state.byId.delete(frame.id);
        state.at = Math.min(state.at, Math.max(0, state.frames.length - 1));
        group();
        close();
        show();
        say(`${frame.name} is dropped. Culling has it, should you want it back.`);
    } catch {
        say('The server did not drop it. Try once more.');
    }
}

/** Asked after a white was picked: nothing is done unasked. */
export function askAboutCard(frame) {
    const others = ofLight(frame).length - 1;
    const line = html('p', {}, `${frame.name} gave the white. `);
    if (others > 0) {
        line.append(
            button(`Give it to the other ${count(others, 'frame')} of this light`, () => {
                close();
                bringIntoLine(['kelvin', 'beside']);
            }),
            ' ',
        );
    }
    line.append(
        button('Drop this frame, it shows a card', () => drop(frame)),
        ' ',
        button('Neither', close),
    );
    $('asked').replaceChildren(line);
    $('asked').hidden = false;
}
