/**
 * What is typed and not kept yet stays in the browser: a filter that is clicked, a reload or another page loses nothing.
 * A select that was touched belongs to it too.
 */
export function keepDraft(form, key, restored) {
    const place = `kanpai-caption-${key}`;
    const fields = () =>
        [...form.elements].filter((one) => one.name && one.type !== 'hidden' && one.matches('input, textarea, select'));
    const values = () => Object.fromEntries(fields().map((one) => [one.name, one.value]));
    // What was refused is in the page again, and is not kept either.
    const isRefused = form.dataset.refused !== undefined;
    const kept = values();
    let draft = null;
    try {
        draft = JSON.parse(localStorage.getItem(place) ?? 'null');
    } catch {
        // Written by something else.
    }
    const forget = () => localStorage.removeItem(place);
    const put = (wanted) => {
        for (const one of fields()) {
            if (typeof wanted[one.name] === 'string') {
                one.value = wanted[one.name];
            }
        }
        form.dispatchEvent(new Event('input', { bubbles: true }));
    };
    form.addEventListener('input', () => {
        const now = values();
        !isRefused && Object.keys(now).every((name) => now[name] === kept[name])
            ? forget()
            : localStorage.setItem(place, JSON.stringify(now));
    });
    form.addEventListener('submit', forget);
    if (isRefused) {
        localStorage.setItem(place, JSON.stringify(kept));
    } else if (draft && Object.keys(draft).some((name) => name in kept && draft[name] !== kept[name])) {
        put(draft);
        restored(() => {
            put(kept);
            forget();
        });
    }

    return forget;
}
