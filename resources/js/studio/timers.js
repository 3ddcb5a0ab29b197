/** What is done after a while, unless it is asked for again before. */
const timers = new Map();

export function after(name, wait, act) {
    clearTimeout(timers.get(name));
    timers.set(name, setTimeout(act, wait));
}

/** What waits to be done, and is done at once where the page is left before. */
const pending = new Map();

/** As `after`, for what must not be lost. */
export function soon(name, wait, act) {
    pending.set(name, act);
    after(name, wait, () => {
        pending.delete(name);
        act();
    });
}

window.addEventListener('pagehide', () => {
    for (const act of pending.values()) {
        act();
    }
    pending.clear();
});
