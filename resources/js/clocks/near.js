/**
 * What is around the cursor: the nearest frame of each body in large, the row of all bodies, what is
 * held.
 */
import { firstAt } from './lanes.js';
import { $, current, drawing, frameAt, heldPair, keep, lanes, root, state, times } from './store.js';
import { apart } from './times.js';

const NEARBY = 9;

export function showAll(isMoved = true) {
    isMoved ? drawing.draw() : drawing.point();
    keep();
    showNear();
    showLarge();
    showOrders();
    showTie();
}

/** The nearest frame of each body, in large. */
function showNear() {
    const holder = $('near');
    while (holder.children.length < lanes.length) {
        const figure = document.createElement('figure');
        figure.innerHTML =
            '<div class="view"><img alt=""></div><figcaption><span class="strong clip"></span><span class="clip"></span></figcaption>';
        holder.append(figure);
    }
    const base = frameAt(current);
    lanes.forEach((lane, i) => {
        const figure = holder.children[i];
        const frame = frameAt(lane);
        const image = figure.querySelector('img');
        // The small picture at once, the large one when the hand rests.
        if (figure.shown !== frame) {
            figure.shown = frame;
            image.src = frame?.small || frame?.large || '';
        }
        image.alt = frame?.name ?? '';
        figure.toggleAttribute('data-held', drawing.held.has(lane));
        const [name, time] = figure.querySelectorAll('figcaption span');
        name.textContent = lane.name;
        name.title = lane.name;
        if (frame) {
            const at = frame.at + drawing.shift(lane);
            const own = base && frame !== base ? ` · ${apart(at - base.at - drawing.shift(current))}` : '';
            time.textContent = `${times.exact(at)}${own} · camera ${frame.camera ? frame.camera.slice(11) : 'wrote no time'}`;
            time.title = frame.camera ? `The camera said ${frame.camera}` : '';
        } else {
            time.textContent = '';
        }
    });
}

function showLarge() {
    clearTimeout(state.restTimer);
    state.restTimer = setTimeout(() => {
        for (const figure of $('near').children) {
            const address = figure.shown?.large;
            const image = figure.querySelector('img');
            if (address && image.getAttribute('src') !== address) {
                image.src = address;
            }
        }
    }, 100);
}

/** The row of all bodies around the cursor, as it is and as it would be. */
function showOrders() {
    const base = frameAt(current);
    if (!base) {
        return;
    }
    for (const [name, time] of [
        ['order-now', (frame) => frame.was],
        ['order-then', (frame) => frame.at + drawing.shift(frame.lane)],
    ]) {
        const around = lanes
            .flatMap((lane) => {
                const middle =
                    name === 'order-now'
                        ? firstAt(lane.before, time(base), 'was')
                        : firstAt(lane.frames, time(base) - drawing.shift(lane));
                const row = name === 'order-now' ? lane.before : lane.frames;

                return row.slice(Math.max(0, middle - NEARBY), middle + NEARBY);
            })
            .sort((a, b) => time(a) - time(b) || a.id - b.id);
        const at = around.indexOf(base);
        const row = around.slice(Math.max(0, at - NEARBY), at + NEARBY + 1);
        const holder = $(name);
        while (holder.children.length < row.length) {
            const one = document.createElement('span');
            one.append(Object.assign(document.createElement('img'), { alt: '' }), document.createElement('small'));
            holder.append(one);
        }
        [...holder.children].forEach((one, i) => {
            const frame = row[i];
            one.hidden = !frame;
            if (frame && one.shown !== frame) {
                one.shown = frame;
                one.firstChild.src = frame.small;
                one.lastChild.textContent = lanes.indexOf(frame.lane) + 1;
            }
            if (frame) {
                one.className = frame === base ? 'is-current' : '';
                one.title = `${frame.lane.name} · ${times.exact(time(frame))}`;
            }
        });
    }
}

function showTie() {
    const [a, b] = heldPair();
    const held = drawing.held.size;
    $('tie-two').disabled = !a || !b || held === 0;
    $('tie-words').textContent =
        held === 0
            ? 'Point at the lanes. Click a frame to hold it, then one of another body.'
            : held === 1
              ? `${[...drawing.held.values()][0].name} is held. Hold a frame of another body, or type the time it shows.`
              : `${a.name} and ${b.name} are held.`;
    const typed = drawing.held.get(current) ?? [...drawing.held.values()][0];
    $('tie-typed').disabled = !typed;
    root.querySelector('[data-tie-time]').disabled = !typed;
}

export function hold(frame) {
    if (!frame) {
        return;
    }
    if (drawing.held.get(frame.lane) === frame) {
        drawing.held.delete(frame.lane);
    } else {
        drawing.held.set(frame.lane, frame);
        // Two at most: a third takes the place of the one held longest.
        if (drawing.held.size > 2) {
            drawing.held.delete(
                [...drawing.held.keys()].find((lane) => lane !== frame.lane && lane !== current) ??
                    [...drawing.held.keys()][0],
            );
        }
    }
    showAll();
}
