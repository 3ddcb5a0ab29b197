/** A few lines for the rest: exposure, contrast, colourfulness, local contrast, vignette, sharpening. */
import { draft, set, settle } from './changing.js';
import { root } from './page.js';
import { shown } from './store.js';
import { follow } from './showing.js';
import { partName, share, stops } from './words.js';

/** A part, or a place in one: `sharpening.amount`. */
function read(values, path) {
    return path.split('.').reduce((group, name) => group?.[name], values) ?? 0;
}

function written(path, value) {
    const [part, name] = path.split('.');

    return name ? { [part]: { ...(shown()[part] ?? {}), [name]: value } } : { [part]: value };
}

const inWords = (path, value) => (path === 'stops' ? stops(value) : share(value));

const title = (path, value) => `${partName(path.split('.')[0])} ${inWords(path, value)}`;

export function startLines() {
    for (const input of root.querySelectorAll('[data-slide]')) {
        const path = input.dataset.slide;
        const said = root.querySelector(`[data-slide-words="${path}"]`);
        input.addEventListener('input', () => draft(written(path, Number(input.value))));
        input.addEventListener('change', () => settle(() => title(path, Number(input.value))));
        input.addEventListener('dblclick', () => set(written(path, 0), `${partName(path.split('.')[0])} as it was`));
        input.addEventListener('keydown', (event) => event.key.startsWith('Arrow') && event.stopPropagation());
        follow((values) => {
            const value = read(values, path);
            input.value = value;
            said.textContent = value === 0 ? '0' : inWords(path, value);
        });
    }
}
