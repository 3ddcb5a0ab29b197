/**
 * What the server has, and what others do meanwhile.
 */
import { showDayLine, showGaps, showInstant } from '../studio/day-line.js';
import { get } from '../studio/server.js';
import { find, refreshMatches } from './finding.js';
import { mark, steps } from './marking.js';
import { regroup } from './moments.js';
import { $, SECOND, after, count, root, say, words } from './page.js';
import { counts, tellPass } from './panels.js';
import { collected, filter, history, marksOf, state } from './store.js';
import { refreshProposals } from './proposals.js';
import { replay } from './undoing.js';
import { current, ladder, refilter, rivals, show, wall } from './view.js';

export function answered(answer) {
    for (const conflict of answer.conflicts ?? []) {
        const frame = state.byId.get(conflict.frame);
        if (frame) {
            const mine = marksOf(frame);
            Object.assign(frame, { verdict: conflict.verdict, rating: conflict.rating, uses: conflict.uses });
            askWhose(frame, mine, conflict);
        }
    }
    if (Object.keys(answer.refused).length > 0) {
        say(Object.values(answer.refused)[0]);
    }
    for (const id of answer.gone ?? []) {
        const frame = state.byId.get(id);
        if (frame) {
            frame.in = 0;
            frame.isAside = true;
            say(`${frame.name} is no longer in the shoot: it was set aside meanwhile.`);
        }
    }
    if (answer.conflicts?.length + answer.gone?.length > 0) {
        refilter(current());
    }
    if (answer.round !== undefined && answer.round !== state.round.id) {
        fetchChanges();
    }
    refreshMatches();
    refreshGaps();
}

/** Somebody else said something else meanwhile: both are shown, and one chooses. */
function askWhose(frame, mine, theirs) {
    const line = document.createElement('p');
    const inWords = ([said, rating]) =>
        `${{ keep: 'kept', drop: 'dropped', open: 'open' }[said]}${rating ? `, ${rating}` : ''}`;
    line.append(
        `${frame.name}: ${theirs.by || 'somebody'} has it ${inWords([theirs.verdict, theirs.rating])}, you ${inWords(mine)}. `,
    );
    for (const [label, act] of [
        [
            'Use mine',
            () =>
                mark(
                    [[frame, { verdict: mine[0], rating: mine[1] }]],
                    `${words[mine[0]]} ${frame.name} all the same`,
                    false,
                ),
        ],
        ['Leave theirs', () => {}],
    ]) {
        const button = document.createElement('button');
        button.type = 'button';
        button.className = 'btn-word';
        button.textContent = label;
        button.addEventListener('click', () => {
            line.remove();
            $('conflicts').hidden = $('conflicts').children.length === 0;
            act();
        });
        line.append(button, ' ');
    }
    $('conflicts').append(line);
    $('conflicts').hidden = false;
}

export async function fetchChanges() {
    if (document.hidden || steps.waiting.length > 0) {
        return;
    }
    const { made } = steps;
    try {
        const answer = await get(`${root.dataset.since}/${state.revision}`);
        if (steps.made !== made) {
            // Something was done here meanwhile, and this is how it was before.
            return;
        }
        const touched = [];
        let chosen = 0;
        for (const [id, said, rating, bits, wanted, noted] of answer.frames) {
            const frame = state.byId.get(id);
            if (frame && (frame.chosen !== wanted || frame.noted !== noted)) {
                Object.assign(frame, { chosen: wanted, noted });
                chosen++;
            }
            if (frame && (frame.verdict !== said || frame.rating !== rating || frame.uses !== bits)) {
                Object.assign(frame, { verdict: said, rating, uses: bits });
                touched.push(frame);
            }
        }
        state.revision = answer.revision;
        if (chosen > 0) {
            say(`Guests chose or said something of ${count(chosen, 'frame')}.`);
            show();
        }
        if (touched.length > 0) {
            ladder.refresh(touched);
            state.mode === 'rivals' ? rivals.draw() : refilter(current());
            wall.refresh(touched);
            if (answer.others.length > 0) {
                say(`${answer.others.join(' and ')} marked ${count(touched.length, 'frame')}.`);
            }
        }
        if (answer.arrangement !== state.table.arrangement) {
            await load();
            refreshGaps();
            refreshProposals();
            say('Clocks were set, or frames came or left: all stand in their new order.');
        }
        if (state.round && answer.round.id !== state.round.id) {
            // Another round goes on: what was marked for the old one stays with it.
            say(`${answer.round.name} goes on now. What you marked for ${state.round.name} is kept with it.`);
            await load();
        }
    } catch {
        // The next look will tell.
    }
}

/** The day line as it is now, and where nothing is kept along it. */
export function refreshGaps() {
    after('gaps', SECOND, () =>
        get(root.dataset.coverage)
            .then((told) => {
                ({ gaps: state.gaps, target: state.target, minutes: state.minutes } = told);
                showDayLine(told.line);
                showGaps(state.gaps);
                showStages(told.rail);
                $('pass').hidden || tellPass();
                counts();
                current() && showInstant(current().taken);
            })
            .catch(() => {}),
    );
}

/** What is left in each stage, as it is now. */
function showStages(rail) {
    const stages = new DOMParser().parseFromString(rail, 'text/html').querySelector('.stages');
    stages && document.querySelector('.rail .stages')?.replaceWith(stages);
}

export async function load() {
    let taken;
    do {
        // A step that arrives while the frames are on their way is in neither: they are asked for once more.
        taken = steps.taken;
        state.table = await get(root.dataset.frames);
    } while (taken !== steps.taken);
    const stay = current()?.id;
    state.bodyIds = state.table.bodyIds;
    state.uses = state.table.uses;
    state.round = state.table.round;
    state.revision = state.table.revision;
    state.frames = state.table.frames.map((row) => {
        const frame = {};
        for (let c = 0; c < row.length; c++) {
            frame[state.table.columns[c]] = row[c];
        }

        return frame;
    });
    state.byId = new Map(state.frames.map((frame) => [frame.id, frame]));
    collected.clear();
    state.table.collected.forEach((id) => collected.add(id));
    history.load(state.table.history);
    steps.waiting.forEach(replay);
    $('fineness').value = state.table.fineness;
    regroup();
    if (filter.where || filter.sort) {
        await find(filter.where, filter.sort);
    }
    refilter(state.byId.get(stay) ?? null);
}
