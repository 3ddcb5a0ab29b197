/**
 * What the studio keeps, learned from its finished shoots: offered where it finds more than the usual weights do.
 */
import { get, post, remove } from '../studio/server.js';
import { $, SECOND, root, say } from './page.js';

/** How often it is asked whether it is learned by now. */
const TRIES = 30;

let learned = null;

/** @param taste as the server answers it; null where nobody asked to learn */
export function tellTaste(taste) {
    learned = taste;
    $('forget-taste').hidden = taste === null;
    $('use-taste').hidden = !taste?.isBetter;
    $('learn').textContent = taste === null ? 'Learn it' : 'Learn it again';
    $('taste').textContent =
        taste === null
            ? 'What this studio keeps can be learned from its finished shoots, on this machine alone.'
            : words(taste);
}

function words({ isEnough, isBetter, hits, usual, shoots, moments, words: said }) {
    if (!isEnough) {
        return 'There is too little to learn from: it needs two finished shoots, with twenty moments of which some frames were kept and some dropped.';
    }
    const from = `Learned from ${shoots} finished shoots, ${moments.toLocaleString('en')} moments: it finds what was kept in ${hits} %, the usual weights in ${usual} %.`;

    return isBetter ? `${from} ${said}` : `${from} The usual weights are as good, so that it is not offered.`;
}

/**
 * @param taken takes in what the server answers
 * @param change changes what counts
 */
export function listenToTaste(taken, change) {
    $('learn').addEventListener('click', async () => {
        $('taste').textContent = 'Learning …';
        try {
            const before = JSON.stringify(learned);
            let answer = await post(root.dataset.taste, {});
            for (let i = 0; i < TRIES && JSON.stringify(answer.taste) === before; i++) {
                await new Promise((go) => setTimeout(go, SECOND / 2));
                answer = await get(root.dataset.proposals);
            }
            taken(answer);
        } catch {
            say('The server did not begin to learn. Try once more.');
        }
    });
    $('use-taste').addEventListener('click', () => {
        // Forgotten meanwhile, here or by somebody else.
        if (learned !== null) {
            change({ weights: learned.weights });
        }
    });
    $('forget-taste').addEventListener('click', () =>
        remove(root.dataset.taste)
            .then(taken)
            .catch(() => say('The server did not forget it. Try once more.')),
    );
}
