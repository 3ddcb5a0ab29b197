/**
 * Frames chosen one by one: forms that are about them send them along, and the page says how many there are. Shift takes
 * all from the one before. What was chosen before the page was refused is chosen again.
 */
export function tickFrames(root) {
    const box = root.querySelector('[data-tiles]');
    if (!box) {
        return;
    }
    const button = root.querySelector('[data-look-over]');
    const untick = box.querySelector('[data-untick]');
    const words = button.textContent;
    const chosen = new Set(JSON.parse(box.dataset.tiles));
    const tiles = () => [...box.querySelectorAll('[data-tick-frame]')];
    let before = null;
    const tell = () => {
        tiles().forEach((tile) => {
            tile.checked = chosen.has(tile.value);
        });
        const said = `${chosen.size.toLocaleString('en')} frame${chosen.size === 1 ? '' : 's'}`;
        box.querySelector('[data-ticked]').textContent = chosen.size === 0 ? '' : `: ${said}`;
        untick.hidden = chosen.size === 0;
        button.textContent = chosen.size === 0 ? words : `Review ${said}`;
        for (const form of root.querySelectorAll('[data-of-ticked]')) {
            form.querySelectorAll('[name="frames[]"]').forEach((one) => one.remove());
            form.append(
                ...[...chosen].map((value) =>
                    Object.assign(document.createElement('input'), { type: 'hidden', name: 'frames[]', value }),
                ),
            );
        }
    };
    box.addEventListener('click', ({ target, shiftKey }) => {
        if (!target.matches('[data-tick-frame]')) {
            return;
        }
        const all = tiles();
        const ends = [all.indexOf(target), shiftKey && before?.isConnected ? all.indexOf(before) : all.indexOf(target)];
        for (const { value } of all.slice(Math.min(...ends), Math.max(...ends) + 1)) {
            chosen[target.checked ? 'add' : 'delete'](value);
        }
        before = target;
        tell();
    });
    untick.addEventListener('click', () => {
        chosen.clear();
        tell();
    });
    box.addEventListener('htmx:afterSettle', tell);
    tell();
}
