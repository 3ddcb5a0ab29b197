/**
 * The page of clocks: lanes over time that can be dragged and nudged, the nearest frame of each body in large, ties.
 * What a clock does is worked out by the server; here a lane follows the hand until the answer is there.
 */
import { tinykeys } from 'tinykeys';
import { get, post, token } from '../studio/server.js';
import { firstAt, Lanes, nearest } from './lanes.js';
import { apart, Times } from './times.js';

const root = document.querySelector('[data-clocks]');
const $ = (name) => root.querySelector(`[data-${name}]`);
const form = root?.querySelector('[data-clock]');
const PARTS = ['days', 'hours', 'minutes', 'seconds'];
const NEARBY = 9;

if (root) {
    start();
}

async function start() {
    const table = await get(root.dataset.frames);
    const times = new Times(table.zone);
    const lanes = table.lanes.map((lane) => ({
        ...lane,
        frames: lane.frames.map((row) => Object.fromEntries(table.columns.map((name, i) => [name, row[i]]))),
    }));
    for (const lane of lanes) {
        for (const frame of lane.frames) {
            frame.lane = lane;
            frame.was = frame.at;
        }
        const small = new Map(lane.frames.map((frame) => [frame.id, frame]));
        lane.byId = small;
        lane.before = [...lane.frames];
    }
    const current = lanes.find((lane) => String(lane.body) === root.dataset.body);
    const drawing = new Lanes($('drawing'), lanes, times);
    drawing.current = current;
    const find = (id) => lanes.map((lane) => lane.byId.get(Number(id))).find(Boolean) ?? null;

    /* What is looked at is kept in the address, so that another body's page shows the same minute. */
    const kept = new URLSearchParams(location.hash.slice(1));
    if (kept.get('from')) {
        drawing.show(Number(kept.get('from')), Number(kept.get('to')));
        drawing.cursor = Number(kept.get('at')) || null;
    }
    for (const id of (kept.get('held') ?? '').split(',').filter(Boolean)) {
        const frame = find(id);
        if (frame) {
            drawing.held.set(frame.lane, frame);
        }
    }
    drawing.cursor ??= current.frames[0]?.at ?? null;

    let keeping = null;
    function keep() {
        clearTimeout(keeping);
        keeping = setTimeout(keepNow, 150);
    }
    function keepNow() {
        const held = [...drawing.held.values()].map((frame) => frame.id).join(',');
        const hash = `#from=${Math.round(drawing.from)}&to=${Math.round(drawing.to)}&at=${Math.round(drawing.cursor ?? 0)}&held=${held}`;
        history.replaceState(null, '', location.pathname + location.search + hash);
        for (const link of root.querySelectorAll('[data-lane-name]')) {
            link.hash = hash;
        }
    }

    const pointed = (lane) =>
        drawing.held.get(lane) ??
        (drawing.cursor === null ? null : nearest(lane.frames, drawing.cursor - drawing.shift(lane)));

    function look(isMoved = true) {
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
        const base = pointed(current);
        lanes.forEach((lane, i) => {
            const figure = holder.children[i];
            const frame = pointed(lane);
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
                time.textContent = `${times.exact(at)}${own} · camera ${frame.said ? frame.said.slice(11) : 'wrote no time'}`;
                time.title = frame.said ? `The camera said ${frame.said}` : '';
            } else {
                time.textContent = '';
            }
        });
    }

    let resting = null;
    function showLarge() {
        clearTimeout(resting);
        resting = setTimeout(() => {
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
        const base = pointed(current);
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

    function pair() {
        const held = [...drawing.held.values()];
        if (held.length === 2) {
            return held;
        }
        const mine = pointed(current);
        const others = lanes.filter((lane) => lane !== current && lane.frames.length);
        const other =
            held.find((frame) => frame.lane !== current) ??
            others.map(pointed).sort((a, b) => Math.abs(a.at - mine.at) - Math.abs(b.at - mine.at))[0];

        return mine && other ? [mine, other] : [];
    }

    function showTie() {
        const [a, b] = pair();
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

    function hold(frame) {
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
        look();
    }

    /* The clock in the form. */
    const milliseconds = () =>
        (form.elements.direction.value === 'earlier' ? -1 : 1) *
        (Number(form.elements.days.value) * 86_400_000 +
            Number(form.elements.hours.value) * 3_600_000 +
            Number(form.elements.minutes.value) * 60_000 +
            Math.round(Number(form.elements.seconds.value) * 1000));
    function fill(ms) {
        const rest = Math.abs(ms);
        form.elements.direction.value = ms < 0 ? 'earlier' : 'later';
        const values = [
            Math.floor(rest / 86_400_000),
            Math.floor(rest / 3_600_000) % 24,
            Math.floor(rest / 60_000) % 60,
            (rest % 60_000) / 1000,
        ];
        PARTS.forEach((part, i) => {
            form.elements[part].value = values[i];
        });
    }

    const fields = () => Object.fromEntries([...new FormData(form)].filter(([name]) => name !== '_token'));
    let asked = 0;
    let timer = null;

    function tryClock(after = 0) {
        clearTimeout(timer);
        timer = setTimeout(ask, after);
    }

    async function ask() {
        const turn = ++asked;
        const problems = $('problems');
        try {
            const told = await post(root.dataset.try, fields());
            if (turn !== asked) {
                return;
            }
            problems.replaceChildren();
            for (const frame of current.frames) {
                frame.at = told.after[frame.id] ?? frame.at;
            }
            current.frames.sort((a, b) => a.at - b.at || a.id - b.id);
            current.read = Object.values(told.read).sort((a, b) => a - b);
            const isMoved = current.frames.some((frame) => frame.at !== told.read[frame.id]);
            current.read = isMoved ? current.read : null;
            drawing.moved = 0;
            $('words').textContent = told.words === 'right as it is' ? '0 s' : told.words;
            $('state').textContent = told.words;
            $('moved').textContent =
                `${told.moved.toLocaleString('en')} of ${current.frames.length.toLocaleString('en')}`;
            $('changed').textContent = `${told.changed.toLocaleString('en')} of ${told.all.toLocaleString('en')}`;
            $('use').disabled = false;
            const doubts = [
                [
                    told.twice,
                    'were taken in the hour that happened twice when the clocks went back; the first is taken',
                ],
                [told.never, 'show a time that never happened, because the clocks went forward'],
            ].filter(([count]) => count > 0);
            $('doubtful').hidden = doubts.length === 0;
            $('doubtful').textContent = doubts
                .map(
                    ([count, words]) =>
                        `${count.toLocaleString('en')} frames ${words}. Give the zone it was set to as a distance to UTC.`,
                )
                .join(' ');
            look();
        } catch (refused) {
            if (turn !== asked) {
                return;
            }
            const errors = refused.told?.errors
                ? Object.values(refused.told.errors).flat()
                : ['The server does not answer. Nothing was changed; try again.'];
            problems.replaceChildren(
                ...errors.map((message) =>
                    Object.assign(document.createElement('p'), { className: 'invalid-feedback', textContent: message }),
                ),
            );
            $('use').disabled = true;
        }
    }

    function move(ms, after = 150) {
        drawing.moved += ms;
        fill(milliseconds() + ms);
        look();
        tryClock(after);
    }

    async function showTies() {
        const answer = await fetch(root.dataset.tiesOf, {
            method: 'POST',
            credentials: 'same-origin',
            headers: { 'Content-Type': 'application/json', Accept: 'text/html', 'X-CSRF-TOKEN': token() },
            body: JSON.stringify(fields()),
        });
        if (answer.ok) {
            $('ties').innerHTML = await answer.text();
        }
    }

    async function tie(body) {
        const problem = root.querySelector('[data-tie-problem]');
        try {
            await post(root.dataset.tie, body);
            problem.hidden = true;
            drawing.held.clear();
            root.querySelector('[data-tie-time]').value = '';
            await showTies();
            // What the ties ask for is tried at once; it is used only when somebody says so.
            root.querySelector('[data-ties] [data-fill]')?.click();
            look();
        } catch (refused) {
            problem.hidden = false;
            problem.textContent = refused.told?.errors
                ? Object.values(refused.told.errors).flat().join(' ')
                : 'The server does not answer. Try again.';
        }
    }

    const tieTwo = () => {
        const [a, b] = pair();
        if (a && b) {
            tie({ frame: a.id, other: b.id });
        }
    };
    const tieTyped = () =>
        tie({
            frame: (drawing.held.get(current) ?? [...drawing.held.values()][0])?.id,
            time: root.querySelector('[data-tie-time]').value,
        });
    root.querySelector('[data-tie-typed]').addEventListener('click', tieTyped);
    root.querySelector('[data-tie-time]').addEventListener('keydown', (event) => {
        if (event.key === 'Enter') {
            event.preventDefault();
            tieTyped();
        }
    });

    root.addEventListener('click', async (event) => {
        const filled = event.target.closest('[data-fill]');
        const untied = event.target.closest('[data-untie]');
        const line = event.target.closest('[data-tie-frame]');
        if (filled) {
            const clock = JSON.parse(filled.dataset.form);
            form.elements.direction.value = clock.direction;
            PARTS.forEach((part) => {
                form.elements[part].value = clock.parts[part];
            });
            form.elements.drift.value = clock.drift;
            form.elements.right_at.value = clock.rightAt;
            tryClock();
        } else if (untied) {
            await fetch(untied.dataset.untie, {
                method: 'DELETE',
                credentials: 'same-origin',
                headers: { Accept: 'application/json', 'X-CSRF-TOKEN': token() },
            });
            await showTies();
        } else if (line) {
            // A tie or a pair is looked at where it stands.
            drawing.held.clear();
            for (const id of [line.dataset.tieFrame, line.dataset.tieOther]) {
                const frame = id ? find(id) : null;
                if (frame) {
                    drawing.held.set(frame.lane, frame);
                    drawing.cursor = frame.at;
                }
            }
            drawing.show(drawing.cursor - 15_000, drawing.cursor + 15_000);
            look();
        }
    });

    form.addEventListener('input', () => tryClock(250));
    for (const name of ['zone', 'card', 'from', 'to']) {
        form.elements[name].addEventListener('change', showTies);
    }
    for (const button of root.querySelectorAll('[data-nudge]')) {
        button.addEventListener('click', () => move(Number(button.dataset.nudge) * 1000));
    }

    /* The mouse: pointing, holding, dragging the lane or the ground, the wheel. */
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
                look();
            }

            return;
        }
        drawing.cursor = drawing.instant(x);
        if (!pointing) {
            // Once for each refresh of the screen, however often the mouse tells.
            pointing = true;
            requestAnimationFrame(() => {
                pointing = false;
                look(false);
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

    /* The keys. */
    const step = (by) => {
        const frame = pointed(current);
        const next = current.frames[current.frames.indexOf(frame) + by];
        drawing.held.delete(current);
        if (next) {
            drawing.cursor = next.at + drawing.shift(current);
            drawing.reveal(drawing.cursor);
        }
        look();
    };
    const turn = (by) =>
        keepNow() ??
        root.querySelectorAll('[data-lane-name]')[(lanes.indexOf(current) + by + lanes.length) % lanes.length].click();
    const help = root.querySelector('dialog');
    const zoom = (factor) => {
        drawing.zoom(factor, drawing.cursor ?? (drawing.from + drawing.to) / 2);
        keep();
    };
    const actions = {
        ArrowRight: () => step(1),
        ArrowLeft: () => step(-1),
        ArrowDown: () => turn(1),
        ArrowUp: () => turn(-1),
        'Shift+ArrowRight': () => move(1000),
        'Shift+ArrowLeft': () => move(-1000),
        'Shift+Control+ArrowRight': () => move(10_000),
        'Shift+Control+ArrowLeft': () => move(-10_000),
        'Shift+Alt+ArrowRight': () => move(100),
        'Shift+Alt+ArrowLeft': () => move(-100),
        closer: () => zoom(0.5),
        wider: () => zoom(2),
        Home: () => {
            drawing.whole();
            look();
        },
        h: () => hold(pointed(current)),
        t: tieTwo,
        Escape: () => {
            drawing.held.clear();
            look();
        },
        u: () => form.requestSubmit($('use')),
        '?': () => help.showModal(),
        'Shift+?': () => help.showModal(),
    };
    const unless = (act) => (event) => {
        if (!event.target.matches('input, textarea, select') && !help.open) {
            event.preventDefault();
            act();
        }
    };
    tinykeys(window, Object.fromEntries(Object.entries(actions).map(([key, act]) => [key, unless(act)])));
    // Plus and minus stand on other keys in every country, with Shift and without.
    window.addEventListener('keydown', (event) => {
        const act = { '+': actions.closer, '=': actions.closer, '-': actions.wider }[event.key];
        if (act && !event.ctrlKey && !event.metaKey) {
            unless(act)(event);
        }
    });
    for (const button of root.querySelectorAll('[data-does]')) {
        button.addEventListener('click', () => actions[button.dataset.does]());
    }
    window.addEventListener('resize', () => drawing.draw());

    await Promise.all([ask(), showTies()]);
    look();
    root.dataset.ready = 'true';
}
