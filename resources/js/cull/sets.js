/**
 * Sets, uses and habits of the member.
 */
import { post } from '../studio/server.js';
import { slide } from './moments.js';
import { $, count, inWords, root, say } from './page.js';
import { drawUses } from './panels.js';
import { collected, filter, highlighted, state } from './store.js';
import { current, refilter, show } from './view.js';

/** How the shoot is grouped, and how this member works. */
export function listenToHabits() {
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
        state.ratingMovesOn = event.target.checked;
        event.target.blur();
        post(root.dataset.movesOnAddress, { ratingMovesOn: state.ratingMovesOn }).catch(() =>
            say('The server did not take it; it holds until the page is left.'),
        );
    });
    $('moves-on').addEventListener('change', (event) => {
        state.movesOn = event.target.checked;
        event.target.blur();
        post(root.dataset.movesOnAddress, { movesOn: state.movesOn }).catch(() =>
            say('The server did not take it; it holds until the page is left.'),
        );
    });
    $('add').addEventListener('change', (event) => {
        const [subject, example] = event.target.value.split('|');
        if (subject) {
            $('where').value =
                `${$('where').value.trim()} ${$('where').value.trim() ? 'and ' : ''}${subject}${example}`;
            $('where').focus();
        }
        event.target.value = '';
    });
}

/** Sets and uses: chosen, and made anew. */
export function listenToSets() {
    $('collects').addEventListener('change', async (event) => {
        event.target.blur();
        if (event.target.value) {
            const told = await post(root.dataset.collect, { set: Number(event.target.value) }).catch(() => null);
            if (told) {
                state.collectsInto = told.set;
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
            const asked = new URLSearchParams(
                Object.entries(filter).filter(([key, value]) => value && key !== 'outside'),
            );
            const set = await post(`${root.dataset.sets}?${asked}`, {
                name: $('set-name').value,
                live,
                frames: own.map((frame) => frame.id),
                everywhere: $('everywhere').checked,
            });
            state.table.sets.push(set);
            if (set.rule === null) {
                $('collects').append(new Option(set.name, set.id));
                $('collects').value = String(set.id);
                state.collectsInto = set.id;
                collected.clear();
                own.forEach((frame) => collected.add(frame.id));
                show();
            }
            $('set-name').value = '';
            say(
                live
                    ? `“${set.name}” is always what “${set.rule}” means: ${count(set.frames, 'frame')} now.`
                    : `The set “${set.name}” has ${count(set.frames, 'frame')}; ${inWords(state.keys.collect)} collects into it.`,
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
            state.uses = (await post(root.dataset.usesAddress, { name: $('use-name').value })).uses;
            $('use-name').value = '';
            drawUses();
        } catch (reason) {
            say(Object.values(reason.told?.errors ?? {})[0]?.[0] ?? 'The server did not take it.');
        }
    });
}
