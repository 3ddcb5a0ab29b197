/**
 * The wall of a card's frames, which can be highlighted and ticked, and one of them in
 * large.
 */
import { element } from '../studio/shapes.js';
import { Wall } from '../studio/wall.js';
import { Wanted } from '../studio/wanted.js';
import { $, root, state } from './card.js';
import { Large } from './large.js';
import { highlight, lookAt, tick } from './ticking.js';

/** A wall whose frames can be highlighted and ticked. */
class CardWall extends Wall {
    tile(frame, number, isCurrent) {
        const tile = super.tile(frame, number, isCurrent, () => {});
        tile.classList.add('of-card');
        tile.classList.toggle('is-highlighted', state.highlighted.has(frame));
        tile.classList.toggle('is-unticked', !frame.isTicked);
        tile.setAttribute(
            'aria-label',
            `${frame.time} ${frame.name} · ${frame.kinds}, ${frame.isTicked ? 'ticked' : 'not ticked'}${state.highlighted.has(frame) ? ', highlighted' : ''}, ${frame.verdict}`,
        );
        tile.querySelector('.label').textContent = frame.time;
        if (!frame.small) {
            const word = document.createElement('span');
            word.className = 'no-picture';
            word.setAttribute('aria-hidden', 'true');
            word.textContent = `${frame.name} · ${frame.kinds}`;
            tile.querySelector('img').replaceWith(word);
        }
        const box = element(
            'svg',
            { viewBox: '0 0 20 20', class: 'tick', 'aria-hidden': 'true' },
            element('rect', { x: 2, y: 2, width: 16, height: 16, rx: 2 }),
        );
        if (frame.isTicked) {
            box.append(element('path', { d: 'M5.5 10.5l3.2 3.2L15 7' }));
        }
        tile.append(box);
        tile.addEventListener('mousedown', (event) => event.preventDefault());
        tile.addEventListener('click', (event) => {
            $('wall').focus({ preventScroll: true });
            if (event.target.closest('.tick')) {
                if (!state.highlighted.has(frame)) {
                    highlight(frame);
                }
                tick(!frame.isTicked);
            } else {
                highlight(frame, event.shiftKey, event.ctrlKey || event.metaKey);
            }
        });
        tile.addEventListener('dblclick', () => lookAt(true));

        return tile;
    }
}

export const large = new Large($('large'), (frame) => `${root.dataset.whole}/${frame.id}/whole`);
export const wall = new CardWall($('wall'), { open: () => {}, point: () => {}, shown: () => requests.look() });

const requests = new Wanted(
    root.dataset.wanted,
    () => (root.dataset.copying ? wall.seen : []),
    (made) => wall.refresh(made),
);
