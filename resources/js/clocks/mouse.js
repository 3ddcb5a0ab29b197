/**
 * The mouse over the lanes.
 */
import { fill, milliseconds, tryClock } from './form.js';
import { nearest } from './lanes.js';
import { hold, showAll } from './near.js';
import { $, current, drawing, keep, lanes } from './store.js';

/** Pointing, holding, dragging the lane or the ground, the wheel. */
export function listenToMouse() {
    const svg = $('drawing');
    let drag = null;
    let pointing = false;
    const at = (event) => {
        const box = svg.getBoundingClientRect();

        return { x: event.clientX - box.left, y: event.clientY - box.top };
    };
    svg.addEventListener('pointerdown', (event) => {
        const { x, y } = at(event);
        drag = { x, y, lane: drawing.laneAt(y), isDragged: false };
        svg.setPointerCapture(event.pointerId);
    });
    svg.addEventListener('pointermove', (event) => {
        const { x } = at(event);
        if (drag) {
            const by = ((x - drag.x) / drawing.width) * (drawing.to - drawing.from);
            if (drag.isDragged || Math.abs(x - drag.x) > 4) {
                drag.isDragged = true;
                if (drag.lane === current && drag.y < lanes.length * 62) {
                    drawing.moved += by;
                    drag.by = (drag.by ?? 0) + by;
                } else {
                    drawing.pan(-by);
                }
                drag.x = x;
                showAll();
            }

            return;
        }
        drawing.cursor = drawing.instant(x);
        if (!pointing) {
            // Once for each refresh of the screen, however often the mouse tells.
            pointing = true;
            requestAnimationFrame(() => {
                pointing = false;
                showAll(false);
            });
        }
    });
    svg.addEventListener('pointerup', (event) => {
        const { x, y } = at(event);
        const done = drag;
        drag = null;
        if (!done) {
            return;
        }
        if (!done.isDragged) {
            const lane = drawing.laneAt(y);
            hold(nearest(lane.frames, drawing.instant(x) - drawing.shift(lane)));
        } else if (done.by) {
            // Dragging is by the eye: to a hundredth of a second.
            const ms = Math.round(done.by / 10) * 10;
            drawing.moved += ms - done.by;
            fill(milliseconds() + ms);
            tryClock();
        }
    });
    svg.addEventListener('pointercancel', () => {
        drag = null;
    });
    svg.addEventListener(
        'wheel',
        (event) => {
            event.preventDefault();
            event.shiftKey
                ? drawing.pan((event.deltaY / 600) * (drawing.to - drawing.from))
                : drawing.zoom(event.deltaY > 0 ? 1.25 : 0.8, drawing.instant(at(event).x));
            keep();
        },
        { passive: false },
    );
}
