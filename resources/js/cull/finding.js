/**
 * Filters, order, and the place to come back to.
 */
import { get } from '../studio/server.js';
import { actions } from './keys.js';
import { goTo } from './moving.js';
import { $, SECOND, after, root } from './page.js';
import { filter, highlighted, state } from './store.js';
import { current, refilter, show, wall } from './view.js';

const keepKey = `kanpai-cull-${root.dataset.cull}`;

/** Keeps where one is, for a reload and for coming back. */
export function keepPlace() {
    if (!state.isLoaded) {
        return;
    }
    after('place', 300, () =>
        localStorage.setItem(
            keepKey,
            JSON.stringify({
                round: root.dataset.roundId,
                frame: current()?.id ?? null,
                mode: state.mode === 'rivals' ? 'one' : state.mode,
                filter: { ...filter, outside: false },
                scroll: $('wall').scrollTop,
            }),
        ),
    );
}

/** What was kept when the page was left; an address that asks for something goes before it. */
export function keptPlace() {
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

/** The address says what is shown, so that it can be kept and comes back. */
export function keepFilter() {
    const address = new URL(window.location.href);
    for (const [name, value] of Object.entries(filter)) {
        value && name !== 'outside' ? address.searchParams.set(name, value) : address.searchParams.delete(name);
    }
    window.history.replaceState(null, '', address);
    refilter(current());
}

/** Conditions beyond verdict, rating, body and time are looked up by the server. */
export async function find(text, sort) {
    try {
        if (text.trim() === '' && !sort) {
            state.matching = null;
            filter.where = '';
        } else {
            const told = await get(`${root.dataset.meeting}?${new URLSearchParams({ where: text, sort: sort ?? '' })}`);
            filter.where = told.where;
            state.matching = new Map(told.frames.map((id, i) => [id, i]));
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

/** After marks, what is asked about marks may mean other frames. */
export function refreshMatches() {
    if (state.matching !== null && (/verdict|rating|use|set/.test(filter.where) || filter.sort === 'rating')) {
        after('matches', SECOND, () => find(filter.where, filter.sort));
    }
}

/** Buttons, chips and fields that say what is shown. */
export function listenToFilters() {
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
        Object.assign(filter, { from: state.gaps[0].from, to: state.gaps[0].to, verdict: '' });
        keepFilter();
    });
    for (const button of root.querySelectorAll('[data-pass-shows]')) {
        button.addEventListener('click', () => {
            filter.verdict = button.dataset.passShows;
            state.at = 0;
            keepFilter();
        });
    }
}

export function listenToDayLine() {
    document.addEventListener('kanpai:window', (event) => {
        event.preventDefault();
        Object.assign(filter, event.detail);
        keepFilter();
    });
    document.addEventListener('kanpai:instant', (event) => {
        event.preventDefault();
        const nearest = state.view.reduce(
            (best, frame) =>
                !best || Math.abs(frame.taken - event.detail.at) < Math.abs(best.taken - event.detail.at)
                    ? frame
                    : best,
            null,
        );
        goTo(nearest);
    });
}
