/** Which parts of a look are carried to other frames: pasted, and brought into line. What belongs to one frame never is. */
import { $, root } from './page.js';

const GROUPS = {
    stops: ['stops'],
    white: ['kelvin', 'beside'],
    tone: ['zones', 'contrast'],
    colour: ['hues', 'saturation', 'muted'],
    tints: ['tints'],
    grey: ['greys'],
    table: ['cube'],
    detail: ['local', 'vignette', 'sharpening', 'noise', 'lens'],
};

const boxes = () => [...root.querySelectorAll('[data-part]')];

/** The parts that are chosen. */
export const chosenParts = () =>
    boxes()
        .filter((box) => box.checked)
        .flatMap((box) => GROUPS[box.dataset.part]);

/** Of a look, what is carried: nothing in the place of what is not there, so that the other frame becomes the same. */
export const carried = (values, parts = chosenParts()) =>
    Object.fromEntries(parts.map((part) => [part, values[part] ?? null]));

/** All of it, whatever is chosen: what a saved look is. */
export const ALL = Object.values(GROUPS).flat();

function tell() {
    const all = boxes();
    const chosen = all.filter((box) => box.checked);
    $('parts-words').textContent =
        chosen.length === all.length
            ? 'All parts'
            : chosen.length === 0
              ? 'No part'
              : chosen.map((box) => box.parentElement.textContent.trim()).join(', ');
}

export function startParts() {
    boxes().forEach((box) => box.addEventListener('change', tell));
    document.addEventListener('click', (event) => {
        if (!$('parts').contains(event.target)) {
            $('parts').open = false;
        }
    });
    tell();
}
