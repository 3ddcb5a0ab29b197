import assert from 'node:assert/strict';
import test from 'node:test';
import { nearestWhite, screen, whiteOfSpot, whitePoint } from '../../../resources/js/looks/colour.js';
import { colourTable } from '../../../resources/js/looks/colour-table.js';
import { boxOf, framingOf, sizeOf, sourceOf } from '../../../resources/js/looks/framing.js';
import { cellsOf, gainField } from '../../../resources/js/looks/gain-field.js';
import { lookOf, weakened } from '../../../resources/js/looks/look.js';
import { looked } from '../../../resources/js/looks/tetrahedra.js';

test('a plain look changes nothing, whatever lies between the nodes', () => {
    const nodes = colourTable(lookOf({}), 17);
    const out = [0, 0, 0];
    for (const colour of [
        [0, 0, 0],
        [1, 1, 1],
        [0.2, 0.9, 0.4],
        [0.71, 0.13, 0.13],
    ]) {
        looked(nodes, 17, ...colour, out, 0);
        colour.forEach((value, i) => assert.ok(Math.abs(value - out[i]) < 1e-3));
    }
});

test('a chromaticity and its light lead to each other, and a grey spot to its light', () => {
    for (const [kelvin, beside] of [
        [2600, 0],
        [4300, -20],
        [7000, 25],
    ]) {
        const found = nearestWhite(whitePoint(kelvin, beside));
        assert.ok(Math.abs(found.kelvin - kelvin) < 0.004 * kelvin);
        assert.ok(Math.abs(found.beside - beside) < 0.5);
    }
    assert.ok(Math.abs(whiteOfSpot([0.5, 0.5, 0.5], screen).kelvin - 6504) < 30);
    assert.match(whiteOfSpot([1, 0.9, 0.8], screen).problem, /clipped/);
    assert.match(whiteOfSpot([0.01, 0.01, 0], screen).problem, /black/);
    assert.match(whiteOfSpot([0.9, 0.02, 0.02], screen).problem, /colourful/);
});

test('what is framed has the sizes that the core gives', () => {
    const size = (values) => sizeOf(framingOf(values), 600, 400);
    assert.deepEqual(size({}), [600, 400]);
    assert.deepEqual(size({ turns: 1 }), [400, 600]);
    assert.deepEqual(size({ level: 2 }), [570, 380]);
    assert.deepEqual(size({ crop: { left: 0.25, top: 0, width: 0.5, height: 1 } }), [300, 400]);
    assert.deepEqual(size({ turns: 'twice', level: NaN }), [600, 400]);
    const box = boxOf(framingOf({ crop: { left: 5, top: 5, width: 1, height: 1 } }), 600, 400);
    assert.ok(box.left >= -1e-6 && box.left + box.width <= 1 + 1e-6);
    const [[, , x], [, , y]] = sourceOf(framingOf({ turns: 3 }), 600, 400);
    assert.deepEqual([x, y], [1, 0]);
});

test('local contrast makes a faint spot stand out, and leaves grey alone', () => {
    const pixels = new Uint8Array(4 * 60 * 40).fill(128);
    for (let y = 17; y < 23; y++) {
        for (let x = 27; x < 33; x++) {
            pixels[4 * (y * 60 + x) + 1] = 142;
        }
    }
    const gains = gainField(cellsOf(pixels, 60, 40), 1, 0);
    assert.ok(gains[20 * 60 + 30] > 1.05);
    assert.ok(Math.abs(gains[0] - 1) < 1e-6);
});

test('half a look is half of each part', () => {
    const half = weakened({ stops: 1, zones: { dark: 0.4 }, kelvin: 4000, crop: { width: 0.5 } }, 0.5);
    assert.equal(half.stops, 0.5);
    assert.deepEqual(half.zones, { dark: 0.2 });
    assert.deepEqual(half.crop, { width: 0.5 });
    assert.ok(Math.abs(half.kelvin - 4953) < 2);
});
