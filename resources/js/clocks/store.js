/**
 * The lanes of the shoot, the drawing of them, and what is pointed at.
 */
import { get } from '../studio/server.js';
import { Lanes, nearest } from './lanes.js';
import { Times } from './times.js';

/** All that changes while the page is. */
export const state = {
    placeTimer: null,
    restTimer: null,
    requests: 0,
    tryTimer: null,
};

export const root = document.querySelector('[data-clocks]');
export const $ = (name) => root.querySelector(`[data-${name}]`);
const table = await get(root.dataset.frames);
export const times = new Times(table.zone);
export const lanes = table.lanes.map(laneOf);

function laneOf(row) {
    const lane = {
        ...row,
        frames: row.frames.map((values) => Object.fromEntries(table.columns.map((name, i) => [name, values[i]]))),
    };
    for (const frame of lane.frames) {
        frame.lane = lane;
        frame.was = frame.at;
    }
    lane.byId = new Map(lane.frames.map((frame) => [frame.id, frame]));
    lane.before = [...lane.frames];

    return lane;
}

export const current = lanes.find((lane) => String(lane.body) === root.dataset.body);
export const drawing = new Lanes($('drawing'), lanes, times);
export const frameById = (id) => lanes.map((lane) => lane.byId.get(Number(id))).find(Boolean) ?? null;

/** What is looked at is kept in the address, so that another body's page shows the same minute. */
export function restorePlace() {
    drawing.current = current;
    const kept = new URLSearchParams(location.hash.slice(1));
    if (kept.get('from')) {
        drawing.show(Number(kept.get('from')), Number(kept.get('to')));
        drawing.cursor = Number(kept.get('at')) || null;
    }
    for (const id of (kept.get('held') ?? '').split(',').filter(Boolean)) {
        const frame = frameById(id);
        if (frame) {
            drawing.held.set(frame.lane, frame);
        }
    }
    drawing.cursor ??= current.frames[0]?.at ?? null;
}

export function keep() {
    clearTimeout(state.placeTimer);
    state.placeTimer = setTimeout(keepNow, 150);
}

export function keepNow() {
    const held = [...drawing.held.values()].map((frame) => frame.id).join(',');
    const hash = `#from=${Math.round(drawing.from)}&to=${Math.round(drawing.to)}&at=${Math.round(drawing.cursor ?? 0)}&held=${held}`;
    history.replaceState(null, '', location.pathname + location.search + hash);
    for (const link of root.querySelectorAll('[data-lane-name]')) {
        link.hash = hash;
    }
}

export const frameAt = (lane) =>
    drawing.held.get(lane) ??
    (drawing.cursor === null ? null : nearest(lane.frames, drawing.cursor - drawing.shift(lane)));

export function heldPair() {
    const held = [...drawing.held.values()];
    if (held.length === 2) {
        return held;
    }
    const mine = frameAt(current);
    const others = lanes.filter((lane) => lane !== current && lane.frames.length);
    const other =
        held.find((frame) => frame.lane !== current) ??
        others.map(frameAt).sort((a, b) => Math.abs(a.at - mine.at) - Math.abs(b.at - mine.at))[0];

    return mine && other ? [mine, other] : [];
}
