/**
 * Borders of moments: by the slider, and by hand.
 */
import { post } from '../studio/server.js';
import { $, after, count, root, say } from './page.js';
import { state } from './store.js';
import { refreshProposals } from './proposals.js';
import { current, ladder, show } from './view.js';

export function regroup() {
    const least = state.table.leasts[Number($('fineness').value)];
    let number = -1;
    state.frames.forEach((frame, i) => {
        const hand = state.table.byHand[i];
        if (i === 0 || hand === 'split' || (hand !== 'join' && frame.border >= least)) {
            number++;
        }
        frame.moment = number;
    });
    ladder.lay(state.frames);
    $('moments').textContent = count(number + 1, 'moment');
}

export function slide() {
    regroup();
    show();
    after('fineness', 400, () =>
        post(root.dataset.fineness, { fineness: Number($('fineness').value) })
            .then(refreshProposals)
            .catch(() => say('The server did not take the place of the slider; it is asked again with the next move.')),
    );
}

export async function splitHere() {
    const frame = current();
    const i = state.frames.indexOf(frame);
    if (i < 1) {
        return;
    }
    const isBorder = state.frames[i - 1].moment !== frame.moment;
    const kind = isBorder ? 'join' : 'split';
    const isUsual = frame.border >= state.table.leasts[Number($('fineness').value)] !== isBorder;
    isUsual ? delete state.table.byHand[i] : (state.table.byHand[i] = kind);
    regroup();
    show();
    say(
        isBorder
            ? 'Joined with the moment before; regrouping leaves it so.'
            : 'A moment begins here; regrouping leaves it so.',
    );
    await post(root.dataset.border, { frame: frame.id, kind: isUsual ? null : kind })
        .then(refreshProposals)
        .catch(() => say('The server did not take it. Try once more.'));
}
