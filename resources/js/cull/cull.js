/**
 * Culling. All frames of the shoot are in the page, so that a key is answered at once; the server has every step
 * within a second.
 */
import { find, keepPlace, keptPlace, listenToDayLine, listenToFilters } from './finding.js';
import { fetchChanges, load, refreshGaps } from './following.js';
import { listenToKeys, listenToKeySettings, readKeys } from './keys.js';
import { steps } from './marking.js';
import { $, root, SECOND } from './page.js';
import { listenToProposals, refreshProposals } from './proposals.js';
import { listenToHabits, listenToSets } from './sets.js';
import { state } from './store.js';
import { listenToTouch } from './touch.js';
import { current, pictures, refilter, show, wall } from './view.js';

/** Notes when the first pictures of the wall are there, for those who measure. */
function markWall() {
    const images = [...root.querySelectorAll('[data-wall] .tile img')].slice(0, 12);
    Promise.allSettled(images.map((image) => image.decode())).then(() => performance.mark('kanpai-first-wall'));
}

/** Goes back to where the page was left, or begins at the beginning. */
async function begin() {
    const kept = keptPlace();
    await load();
    if (kept !== null && state.byId.has(kept.frame)) {
        state.mode = kept.mode === 'one' ? 'one' : 'wall';
        refilter(state.byId.get(kept.frame));
        if (state.mode === 'wall') {
            $('wall').scrollTop = kept.scroll ?? 0;
            current() && wall.point(current());
        }
    }
    state.isLoaded = true;
}

function listenToTheRoom() {
    $('wall').addEventListener('scroll', keepPlace, { passive: true });
    window.addEventListener('resize', () => {
        state.mode === 'wall' && wall.lay(state.view);
        show();
    });
    new ResizeObserver(([room]) => {
        const scale = window.devicePixelRatio || 1;
        if (room.contentRect.width > 0) {
            pictures.fit(room.contentRect.width * scale, room.contentRect.height * scale);
            state.mode === 'one' && show();
        }
    }).observe($('view'));
}

readKeys();
listenToKeys();
listenToKeySettings();
listenToFilters();
listenToHabits();
listenToSets();
listenToDayLine();
listenToTouch();
listenToProposals(find);
await begin();
listenToTheRoom();
markWall();
steps.send();
root.dataset.ready = 'true';
refreshGaps();
refreshProposals();
setInterval(fetchChanges, 2 * SECOND);
document.addEventListener('visibilitychange', fetchChanges);
