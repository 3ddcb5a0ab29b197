/**
 * Looks. The page makes the same tables of colours as the server, so that a change is seen at once; the server has
 * every step within a second.
 */
import { get, post } from '../studio/server.js';
import { showInstant } from '../studio/day-line.js';
import { fetchChanges, goTo as goToStep, sent, steps, undo, redo } from './changing.js';
import { startCarrying } from './carrying.js';
import { startCrop } from './crop.js';
import { askAboutCard } from './grey-card.js';
import { listenToKeys, toggleClipped, toggleHistory, togglePicking, toggleSplit } from './keys.js';
import { fetchRaws, group, startLights } from './lights.js';
import { startHabit } from './habit.js';
import { startLens } from './lens-line.js';
import { startLines } from './lines.js';
import { $, count, drag, html, root, say, SECOND } from './page.js';
import { startPlaces } from './places.js';
import { startRing } from './ring.js';
import { follow, goTo, listen, redraw, show } from './showing.js';
import { current, history, isRaw, put, state, valuesOf } from './store.js';
import { startParts } from './parts.js';
import { startSeveral } from './several.js';
import { startSpots } from './spots.js';
import { startSuggested } from './suggested.js';
import { startTone } from './tone.js';
import { startTruePixels } from './true-pixels.js';
import { pick, startWhite } from './white.js';
import { lookInWords } from './words.js';

async function load() {
    if (steps.waiting.length > 0) {
        // What another page left behind comes first: an undo that the server has not got yet is not shown otherwise.
        steps.send();
        await sent().catch(() => {});
    }
    const table = await get(root.dataset.table);
    const stay = current()?.id ?? Number(new URLSearchParams(window.location.search).get('frame'));
    state.frames = table.frames.map((frame) => ({ ...frame, looks: { ...frame.looks } }));
    state.byId = new Map(state.frames.map((frame) => [frame.id, frame]));
    Object.assign(state, {
        revision: table.revision,
        fineness: table.fineness,
        saved: table.saved,
        isCut: table.isCut,
    });
    state.at = Math.max(0, state.frames.indexOf(state.byId.get(stay)));
    group();
    history.load(table.history ?? []);
    // What the server has not got yet is on the screen all the same.
    for (const step of steps.waiting.filter(({ changes }) => changes?.length > 0)) {
        step.changes.forEach(
            ({ frame, number, now }) => state.byId.has(frame) && put(state.byId.get(frame), number, now),
        );
        history.has(step.id) || history.made(step);
    }
}

function tellFrame() {
    const frame = current();
    $('frame-name').textContent = frame ? `${frame.name} · ${frame.time}` : '';
    $('frame-facts').textContent = frame?.exposure ?? '';
    $('frame-raw').textContent = !frame?.raw
        ? ''
        : isRaw(frame)
          ? 'raw file'
          : (frame.raw.problem ?? 'raw file, being developed; this is what the camera embedded');
    $('frame-look').textContent = lookInWords(frame ? valuesOf(frame) : {}) || 'as shot';
    for (const [name, ending] of [
        ['export-icc', 'icc'],
        ['export-cube', 'cube'],
    ]) {
        frame && ($(name).href = `${root.dataset.frames}/${frame.id}/look.${ending}?number=${state.number}`);
    }
    $('frame-place').textContent = frame ? `${state.at + 1} of ${count(state.frames.length, 'frame')}` : '';
    frame && showInstant(frame.taken);
}

function tellHistory() {
    $('history-list').replaceChildren(
        ...history.all.map((step, i) => {
            const button = html('button', { type: 'button' }, step.title);
            i >= history.place && button.classList.add('is-undone');
            i === history.place - 1 && button.setAttribute('aria-current', 'step');
            button.addEventListener('click', () => goToStep(step.id));

            return html('li', {}, button);
        }),
    );
    $('history-list').scrollTop = $('history-list').scrollHeight;
    $('undo').disabled = history.last === null;
    $('redo').disabled = history.next === null;
    $('undo').title = history.last ? `Undo: ${history.last.title}` : '';
}

function listenToPicture() {
    const line = $('split-line');
    drag(
        line,
        () => $('image'),
        ([x]) => {
            state.splitAt = Math.max(0.02, Math.min(0.98, x));
            redraw(false);
        },
        () => {},
    );
    follow(() => {
        line.hidden = !state.isSplit || state.isCropping;
        $('split-words').hidden = line.hidden;
        const image = $('image').getBoundingClientRect();
        const box = $('picture-box').getBoundingClientRect();
        line.style.left = `${image.left - box.left + state.splitAt * image.width}px`;
        for (const overlay of [$('crop-box'), $('level-line'), $('place-box'), $('spot-box')]) {
            Object.assign(overlay.style, {
                left: `${image.left - box.left}px`,
                top: `${image.top - box.top}px`,
                width: `${image.width}px`,
                height: `${image.height}px`,
            });
        }
    });
    $('image').addEventListener('click', (event) => {
        if (state.isPicking) {
            const { left, top, width, height } = $('image').getBoundingClientRect();
            pick((event.clientX - left) / width, (event.clientY - top) / height) && askAboutCard(current());
        }
    });
    document.addEventListener('kanpai:instant', (event) => {
        event.preventDefault();
        const near = state.frames.toSorted(
            (a, b) => Math.abs(a.taken - event.detail.at) - Math.abs(b.taken - event.detail.at),
        );
        near[0] && goTo(near[0]);
    });
    document.addEventListener('kanpai:window', (event) => event.preventDefault());
    window.addEventListener('resize', () => redraw(false));
}

function listenToButtons() {
    const acts = { split: toggleSplit, grey: togglePicking, clipped: toggleClipped, undo, redo };
    for (const [name, act] of Object.entries(acts)) {
        $(name).addEventListener('click', act);
    }
    $('history-button').addEventListener('click', toggleHistory);
    $('pairs')?.addEventListener('change', () =>
        post(root.dataset.pairsAddress, { first: $('pairs').value })
            .then(() => window.location.reload())
            .catch(() => say('The server did not take that. Try once more.')),
    );
    $('keys-button').addEventListener('click', () => document.querySelector('dialog.help').showModal());
}

await load();
startTone();
startWhite();
startRing();
startLines();
startLens();
startCrop();
startPlaces();
startSpots();
startSeveral();
startSuggested();
startHabit();
startLights();
startCarrying();
startParts();
startTruePixels();
listenToPicture();
listenToButtons();
listenToKeys();
listen(tellFrame);
listen(tellHistory);
follow((values) => {
    $('image').dataset.values = JSON.stringify(values);
});
$('nothing').hidden = state.frames.length > 0;
await show();
steps.send();
root.dataset.ready = 'true';
setInterval(fetchChanges, 2 * SECOND);
setInterval(fetchRaws, 2 * SECOND);
document.addEventListener('visibilitychange', fetchChanges);
