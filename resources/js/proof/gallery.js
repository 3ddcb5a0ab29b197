/**
 * The gallery of a guest. Whatever is done comes back on every device of the same guest.
 */
import { get } from '../studio/server.js';
import { adopt, base, root } from './choices.js';
import { draw, lay, listenToLists } from './screen.js';
import { fetchChanges, steps } from './sending.js';

const EVERY = 5000;

listenToLists();
window.addEventListener('resize', lay);
adopt(await get(`${base}/frames`), steps.waiting);
draw();
steps.send();
root.dataset.ready = 'true';
setInterval(fetchChanges, EVERY);
document.addEventListener('visibilitychange', fetchChanges);
