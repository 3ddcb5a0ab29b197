/**
 * The page of clocks: lanes over time that can be dragged and nudged, the nearest frame of each body in large, ties.
 */
import { askServer, listenToForm } from './form.js';
import { listenToKeys } from './keys.js';
import { listenToMouse } from './mouse.js';
import { showAll } from './near.js';
import { drawing, restorePlace, root } from './store.js';
import { listenToLists, listenToTyped, showTies } from './ties.js';

restorePlace();
listenToTyped();
listenToLists();
listenToForm();
listenToMouse();
listenToKeys();
window.addEventListener('resize', () => drawing.draw());
await Promise.all([askServer(), showTies()]);
showAll();
root.dataset.ready = 'true';
