import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';

/** What a browser keeps, as far as steps need it. */
class Storage {
    constructor(kept = {}) {
        Object.assign(this, kept);
    }

    getItem(key) {
        return Object.hasOwn(this, key) ? this[key] : null;
    }

    setItem(key, value) {
        this[key] = String(value);
    }

    removeItem(key) {
        delete this[key];
    }
}

const answer = (status, body) => ({ ok: status < 400, status, json: async () => body });
let requests;
let answers;

beforeEach(() => {
    requests = [];
    answers = [];
    globalThis.localStorage = new Storage();
    globalThis.sessionStorage = new Storage({ 'kanpai-window': 'this' });
    globalThis.window = { addEventListener: () => {}, location: { reload: () => {} } };
    globalThis.document = { querySelector: () => ({ content: 'token' }) };
    globalThis.fetch = async (address, { body }) => {
        requests.push(JSON.parse(body).steps.map((step) => step.id));

        return answers.shift() ?? answer(200, {});
    };
});

const { Steps, uuid } = await import('../../../resources/js/studio/steps.js');
const kept = (window = 'this') =>
    JSON.parse(localStorage.getItem(`kanpai-steps-here-${window}`) ?? '[]').map((one) => one.id);

/** Resolves once the server has said something of so many steps. */
function server(count) {
    let told = 0;
    const all = [];
    let done;
    const promise = new Promise((resolve) => (done = resolve));
    const answered = (said, batch) => {
        all.push([said, batch.map((step) => step.id)]);
        told += batch.length;
        told >= count && done(all);
    };

    return { answered, promise };
}

test('steps are kept until the server has them, in the order in which they were made', async () => {
    const { answered, promise } = server(2);
    const steps = new Steps('here', '/steps', () => {}, answered);
    steps.add({ id: 'a', marks: [{}] });
    steps.add({ id: 'b', marks: [{}] });
    assert.deepEqual(kept(), ['a', 'b']);
    await promise;
    assert.deepEqual(requests, [['a', 'b']]);
    assert.deepEqual(kept(), []);
});

test('what another window has left behind is sent first', async () => {
    localStorage.setItem('kanpai-steps-here-gone', JSON.stringify([{ id: 'old' }]));
    const { answered, promise } = server(2);
    const steps = new Steps('here', '/steps', () => {}, answered);
    steps.add({ id: 'new' });
    await promise;
    assert.deepEqual(requests, [['old', 'new']]);
    assert.equal(localStorage.getItem('kanpai-steps-here-gone'), null);
});

test('a server that fails is asked again, and nothing is lost meanwhile', async () => {
    answers = [answer(500, {})];
    const problems = [];
    const { answered, promise } = server(1);
    const steps = new Steps(
        'here',
        '/steps',
        (waiting, problem) => problems.push([waiting, problem?.status]),
        answered,
    );
    steps.add({ id: 'a', marks: [{}, {}] });
    await promise;
    assert.deepEqual(requests, [['a'], ['a']]);
    assert.deepEqual(problems, [
        [2, 500],
        [0, undefined],
    ]);
});

test('a step that the server cannot read does not hold up the others', async () => {
    answers = [answer(422, {}), answer(422, { errors: { 'steps.0.id': ['No such step.'] } }), answer(200, {})];
    const { answered, promise } = server(2);
    const steps = new Steps('here', '/steps', () => {}, answered);
    steps.add({ id: 'bad' });
    steps.add({ id: 'good' });
    const all = await promise;
    assert.deepEqual(requests, [['bad', 'good'], ['bad'], ['good']]);
    assert.deepEqual(all[0], [{ refused: { bad: 'No such step.' } }, ['bad']]);
});

test('a UUID is one of version 4 (RFC 9562)', () => {
    assert.match(uuid(), /^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    assert.notEqual(uuid(), uuid());
});
