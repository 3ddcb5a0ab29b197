/** The ladder: each moment a line with its time, its name, and a small shape for each frame. */
import { element } from '../studio/shapes.js';

const MOST = 24;
let drawn = null;

export function drawLadder(list, frames, current, goTo) {
    const state = frames.map((frame) => frame.verdict[0]).join('');
    const moments = new Map();
    for (const frame of frames) {
        moments.has(frame.moment) ? moments.get(frame.moment).push(frame) : moments.set(frame.moment, [frame]);
    }
    if (drawn?.state !== state || drawn.list !== list) {
        drawn = { state, list };
        list.replaceChildren(...[...moments.values()].map((own) => line(own, goTo)));
    }
    let shown = null;
    for (const item of list.children) {
        const button = item.firstElementChild;
        if (Number(item.dataset.moment) === current.moment) {
            button.setAttribute('aria-current', 'true');
            shown = item;
        } else {
            button.removeAttribute('aria-current');
        }
    }
    shown?.scrollIntoView({ block: 'nearest' });
}

function line(own, goTo) {
    const item = document.createElement('li');
    item.dataset.moment = own[0].moment;
    const button = document.createElement('button');
    button.type = 'button';
    const top = document.createElement('span');
    top.className = 'row-top';
    const when = document.createElement('span');
    when.className = 'when';
    when.textContent = own[0].time.slice(0, 5);
    const name = document.createElement('span');
    name.className = 'clip';
    name.textContent = own.find((frame) => frame.headline)?.headline || `${own.length} ${own.length === 1 ? 'frame' : 'frames'}`;
    top.append(when, name);
    const shapes = element('svg', { width: Math.min(own.length, MOST) * 7.6, height: 9, 'aria-hidden': 'true' });
    own.slice(0, MOST).forEach((frame, i) => {
        const x = 4 + i * 7.6;
        if (frame.verdict === 'keep') {
            shapes.append(element('circle', { cx: x, cy: 4.5, r: 2.8, fill: 'none', stroke: '#000', 'stroke-width': 1.8 }));
        } else if (frame.verdict === 'drop') {
            shapes.append(element('path', { d: `M${x - 2.2} 7.5L${x + 2.2} 1.5`, stroke: '#333', 'stroke-width': 1.2 }));
        } else {
            shapes.append(element('circle', { cx: x, cy: 4.5, r: 1.2, fill: '#333' }));
        }
    });
    button.append(top, shapes);
    button.addEventListener('click', () => { goTo(own[0]); button.blur(); });
    item.append(button);

    return item;
}
