/**
 * What is ticked and highlighted, in counts and bytes.
 */
import { showInstant } from '../studio/day-line.js';
import { size } from '../studio/words.js';
import { large, wall } from './card-wall.js';
import { $, count, root, state } from './card.js';

export function show() {
    const ticked = state.frames.filter((frame) => frame.isTicked);
    const sum = (some) => some.reduce((bytes, frame) => bytes + frame.bytes, 0);
    const own = [...state.highlighted];
    $('ticked').textContent = `${ticked.length.toLocaleString('en')} of ${state.frames.length.toLocaleString('en')}`;
    $('ticked-size').textContent = `${size(sum(ticked))} of ${size(sum(state.frames))}`;
    $('highlighted').textContent = own.length.toLocaleString('en');
    $('tick').textContent =
        own.length > 0 && own.every((frame) => frame.isTicked)
            ? `Untick ${own.length.toLocaleString('en')} highlighted`
            : `Tick ${own.length.toLocaleString('en')} highlighted`;
    $('tick').disabled = own.every((frame) => frame.isCopied);
    if ($('copy')) {
        const left = ticked.filter((frame) => !frame.isCopied);
        $('copy').disabled = left.length === 0 || root.dataset.ready !== 'true';
        $('copy').textContent =
            left.length === 0
                ? 'Nothing is ticked'
                : `Copy ${count(left.length, 'frame')}, ${size(sum(left))}, to ${count(Number($('copy').dataset.copy), 'place')}`;
    }
    for (const name of ['dropped', 'known']) {
        const meant = state.frames.filter(
            (frame) =>
                frame.isTicked && !frame.isCopied && (name === 'dropped' ? frame.verdict === 'drop' : frame.isKnown),
        );
        $(`untick-${name}`).hidden = meant.length === 0;
        $(`untick-${name}`).textContent =
            name === 'dropped'
                ? `Untick the ${meant.length.toLocaleString('en')} dropped`
                : `Untick the ${meant.length.toLocaleString('en')} that the studio has`;
    }
    for (const button of root.querySelectorAll('[data-only]')) {
        button.setAttribute('aria-pressed', String(button.dataset.only === state.filter));
    }
    const frame = state.view[state.at];
    $('line').textContent = frame
        ? [
              frame.name,
              frame.time,
              frame.facts,
              size(frame.bytes),
              frame.kinds,
              frame.isCopied ? 'copied' : '',
              frame.problem,
          ]
              .filter(Boolean)
              .join(' · ')
        : '';
    if (frame) {
        large.isOpen ? large.show(state.view, state.at) : wall.point(frame);
        showInstant(frame.taken);
    }
    for (const tile of $('wall').querySelectorAll('.tile')) {
        const shown = state.view.find((other) => other.id === Number(tile.dataset.id));
        tile.classList.toggle('is-highlighted', state.highlighted.has(shown));
    }
    $('none').hidden = state.view.length > 0 || state.frames.length === 0;
    $('look').disabled = !frame;
    $('look').textContent = large.isOpen ? 'All frames' : 'Large';
}
