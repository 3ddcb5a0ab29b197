/** What of the lens is put right, where it is known. */
import { set } from './changing.js';
import { $, root } from './page.js';
import { current, shown } from './store.js';
import { follow, listen } from './showing.js';

const boxes = () => [...root.querySelectorAll('[data-lens-part]')];

function change(box) {
    const lens = { ...(shown().lens ?? {}), [box.dataset.lensPart]: box.checked };
    const isAny = Object.values(lens).some((isOn) => isOn === true);
    const name = box.parentElement.textContent.trim().toLowerCase();
    set({ lens: isAny ? lens : null }, `Lens: ${box.checked ? '' : 'not '}${name}`);
}

/** What was measured of the lens: a part of it may be missing. */
const isKnown = ({ distortion, darkening, red }, part) => ({ distortion, darkening, fringes: red })[part]?.length > 0;

export function startLens() {
    boxes().forEach((box) => box.addEventListener('change', () => change(box)));
    follow((values) =>
        boxes().forEach((box) => {
            box.checked = values.lens?.[box.dataset.lensPart] === true;
        }),
    );
    listen(() => {
        const lens = current()?.lens ?? null;
        $('lens').hidden = lens === null;
        if (lens === null) {
            return;
        }
        $('lens-name').textContent = lens.name;
        $('lens-parts').hidden = Boolean(lens.problem);
        $('lens-problem').hidden = !lens.problem;
        $('lens-problem').textContent = lens.problem ? `${lens.problem} Nothing is put right.` : '';
        boxes().forEach((box) => {
            box.parentElement.hidden = lens.problem || !isKnown(lens, box.dataset.lensPart);
        });
    });
}
