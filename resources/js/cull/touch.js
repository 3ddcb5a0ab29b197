/**
 * By touch: swipe for the next, hold for true pixels.
 */
import { step } from './moving.js';
import { $ } from './page.js';
import { closeUp } from './view.js';

/** Swipe for the next, hold for true pixels. */
export function listenToTouch() {
    let touch = null;
    $('view').addEventListener('pointerdown', (event) => {
        if (event.pointerType !== 'mouse') {
            touch = {
                x: event.clientX,
                y: event.clientY,
                timer: setTimeout(() => {
                    touch.isClose = true;
                    closeUp(true);
                }, 350),
            };
        }
    });
    $('view').addEventListener('pointermove', (event) => {
        if (touch && !touch.isClose && Math.hypot(event.clientX - touch.x, event.clientY - touch.y) > 12) {
            clearTimeout(touch.timer);
        }
    });
    $('view').addEventListener('pointerup', (event) => {
        if (!touch) {
            return;
        }
        clearTimeout(touch.timer);
        const [dx, dy] = [event.clientX - touch.x, event.clientY - touch.y];
        if (touch.isClose) {
            closeUp(false);
        } else if (Math.abs(dx) > 50 && Math.abs(dx) > 2 * Math.abs(dy)) {
            step(dx < 0 ? 1 : -1);
        }
        touch = null;
    });
    $('view').addEventListener('pointercancel', () => {
        clearTimeout(touch?.timer);
        touch = null;
        closeUp(false);
    });
}
