import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { History, withdrawn } from '../../../resources/js/cull/history.js';

const cases = JSON.parse(readFileSync(new URL('../../cases/undone-marks.json', import.meta.url)));

for (const { name, now, before, after, undone } of cases) {
    test(`undoing marks: ${name}`, () => {
        const [verdict, rating, uses] = now;
        const frame = withdrawn({ verdict, rating, uses }, before, after);
        assert.deepEqual([frame.verdict, frame.rating, frame.uses], undone);
    });
}

const step = (id, back = false) => ({ id, back });

test('steps are undone from the last to the first and redone in the order in which they were made', () => {
    const history = new History();
    ['a', 'b', 'c'].forEach((id) => history.made(step(id)));
    assert.deepEqual([history.takeBack().id, history.takeBack().id], ['c', 'b']);
    assert.equal(history.again().id, 'b');
    assert.equal(history.last.id, 'b');
    assert.equal(history.next.id, 'c');
});

test('a new step ends what could be redone', () => {
    const history = new History();
    history.made(step('a'));
    history.takeBack();
    history.made(step('b'));
    assert.equal(history.next, null);
    assert.equal(history.again(), null);
    assert.ok(!history.has('a'));
});

test('after a reload only the undone steps at the end can be redone', () => {
    const history = new History();
    history.load([step('a', true), step('b'), step('c', true), step('d', true)]);
    assert.equal(history.last.id, 'b');
    assert.deepEqual([history.again().id, history.again().id, history.again()], ['c', 'd', null]);
});
