let isBrushed = false;

/**
 * The day line can be brushed: dragging marks a window of time. A page that can show it at once listens for
 * `kanpai:window`; on all others the window goes into the address.
 */
export function startDayLine() {
    const line = document.querySelector('[data-day-line]');
    if (!line) {
        return;
    }
    const field = line.querySelector('.field');
    const shown = line.querySelector('.window');
    const first = Number(line.dataset.from);
    const last = Number(line.dataset.to);
    const share = (event) => {
        const box = field.getBoundingClientRect();

        return Math.min(1, Math.max(0, (event.clientX - box.left) / box.width));
    };
    const draw = (a, b) => {
        shown.setAttribute('x', `${100 * Math.min(a, b)}%`);
        shown.setAttribute('width', `${100 * Math.abs(b - a)}%`);
        shown.removeAttribute('hidden');
    };
    const tell = (from, to) => {
        const told = new CustomEvent('kanpai:window', { detail: { from, to }, cancelable: true });
        if (document.dispatchEvent(told)) {
            const address = new URL(window.location.href);
            from === null ? address.searchParams.delete('from') : address.searchParams.set('from', from);
            to === null ? address.searchParams.delete('to') : address.searchParams.set('to', to);
            window.location.href = address;
        }
    };
    let start = null;
    field.addEventListener('pointerdown', (event) => {
        start = share(event);
        isBrushed = true;
        field.setPointerCapture(event.pointerId);
    });
    field.addEventListener('pointermove', (event) => {
        if (start !== null) {
            draw(start, share(event));
        }
    });
    field.addEventListener('pointerup', (event) => {
        const end = share(event);
        const [a, b] = [Math.min(start, end), Math.max(start, end)];
        start = null;
        isBrushed = false;
        if (b - a < 0.004) {
            const at = first + a * (last - first);
            const went = new CustomEvent('kanpai:instant', { detail: { at }, cancelable: true });
            shown.setAttribute('hidden', '');
            if (document.dispatchEvent(went)) {
                tell(null, null);
            }

            return;
        }
        tell(Math.round(first + a * (last - first)), Math.round(first + b * (last - first)));
    });
    field.addEventListener('pointercancel', () => {
        start = null;
        isBrushed = false;
    });
    if (line.dataset.windowFrom) {
        draw(
            (Number(line.dataset.windowFrom) - first) / (last - first),
            (Number(line.dataset.windowTo || last) - first) / (last - first),
        );
    }
}

/** Puts another day line in the place of the one that is there; what was brushed stays. */
export function showDayLine(markup) {
    const old = document.querySelector('[data-day-line]');
    const box = document.createElement('template');
    box.innerHTML = markup;
    const line = box.content.firstElementChild;
    if (!old || !line || isBrushed) {
        return;
    }
    const [before, now] = [old, line].map((one) => one.querySelector('.window'));
    const isSame = old.dataset.from === line.dataset.from && old.dataset.to === line.dataset.to;
    if (isSame && !before.hasAttribute('hidden')) {
        ['x', 'width'].forEach((name) => now.setAttribute(name, before.getAttribute(name)));
        now.removeAttribute('hidden');
    }
    old.replaceWith(line);
    startDayLine();
}

/** Shows where one is. */
export function showInstant(instant) {
    const line = document.querySelector('[data-day-line]');
    const now = line?.querySelector('.now');
    if (now) {
        // A layer of its own: the ticks of thousands of frames are not painted anew for it.
        const share = (instant - Number(line.dataset.from)) / (Number(line.dataset.to) - Number(line.dataset.from));
        showInstant.width ??= now.parentElement.clientWidth;
        now.style.transform = `translateX(${share * showInstant.width}px)`;
        now.hidden = false;
    }
}

window.addEventListener('resize', () => {
    showInstant.width = undefined;
});

/** Draws the minutes of which nothing is kept below the lanes. */
export function showGaps(gaps) {
    const line = document.querySelector('[data-day-line]');
    const drawing = line?.querySelector('.field > svg');
    if (!drawing) {
        return;
    }
    drawing.querySelectorAll('.gap-mark').forEach((mark) => mark.remove());
    const [first, last] = [Number(line.dataset.from), Number(line.dataset.to)];
    const y = Number(drawing.getAttribute('height')) - 22;
    for (const { from, to, frames } of gaps) {
        const mark = document.createElementNS('http://www.w3.org/2000/svg', 'line');
        const title = document.createElementNS('http://www.w3.org/2000/svg', 'title');
        title.textContent = `Nothing is kept of ${frames} ${frames === 1 ? 'frame' : 'frames'}`;
        mark.setAttribute('class', 'gap-mark');
        mark.setAttribute('x1', `${(100 * (from - first)) / (last - first)}%`);
        mark.setAttribute(
            'x2',
            `${(100 * Math.max(from - first + 0.002 * (last - first), to - first)) / (last - first)}%`,
        );
        mark.setAttribute('y1', y);
        mark.setAttribute('y2', y);
        mark.append(title);
        drawing.append(mark);
    }
}
