/**
 * Typing captions: a short code behind the studio's mark becomes a name, keywords complete themselves, and what IIM has
 * no room for is told while it is typed. Which names and words there are is asked of the server.
 */
import { get } from '../studio/server.js';
import { keepDraft } from './draft.js';
import { tickFrames } from './ticked.js';

const root = document.querySelector('[data-captions]');
const mark = root.dataset.mark;
const list = document.createElement('ul');
list.className = 'completions';
list.setAttribute('role', 'listbox');
list.id = 'completions';
let field = null;
let found = [];
let at = 0;
let asked = 0;
let timer = null;

/** What is being typed behind the mark, or the keyword after the last comma. */
function word(input) {
    const before = input.value.slice(0, input.selectionStart);
    if (input.dataset.words !== undefined) {
        const from = Math.max(before.lastIndexOf(','), before.lastIndexOf(';')) + 1;
        const typed = before.slice(from).trimStart();

        return typed.length > 0 ? { from: before.length - typed.length, typed, of: root.dataset.listed } : null;
    }
    if (!mark) {
        return null;
    }
    const from = before.lastIndexOf(mark);
    const typed = from < 0 ? '' : before.slice(from + mark.length);

    return from >= 0 && !/[\p{L}\p{N}]$/u.test(before.slice(0, from)) && /^[\p{L}\p{N}_ -]{0,30}$/u.test(typed)
        ? { from, typed, of: root.dataset.people }
        : null;
}

function close() {
    list.remove();
    found = [];
    field?.removeAttribute('aria-activedescendant');
}

function show(input) {
    field = input;
    list.replaceChildren(
        ...found.map((one, i) => {
            const item = document.createElement('li');
            item.setAttribute('role', 'option');
            item.setAttribute('aria-selected', String(i === at));
            item.id = `completion-${i}`;
            const more = document.createElement('small');
            more.textContent = one.words;
            item.append(one.more, more);
            item.addEventListener('pointerdown', (event) => {
                event.preventDefault();
                take(one);
            });

            return item;
        }),
    );
    input.after(list);
    input.setAttribute('aria-activedescendant', `completion-${at}`);
}

async function look(input) {
    const typing = word(input);
    const turn = ++asked;
    if (!typing) {
        close();

        return;
    }
    const answer = await get(`${typing.of}?q=${encodeURIComponent(typing.typed)}`).catch(() => []);
    if (turn === asked && document.activeElement === input) {
        found = answer;
        at = 0;
        found.length ? show(input) : close();
    }
}

function insert(input, from, to, text) {
    input.setRangeText(text, from, to, 'end');
    input.dispatchEvent(new Event('input', { bubbles: true }));
}

/** Puts a name or a keyword in; a person named goes into Person Shown too. */
function take(one, behind = '') {
    const typing = word(field);
    close();
    if (!typing) {
        return;
    }
    const end = field.selectionStart;
    if (field.dataset.words !== undefined) {
        const there = field.value.split(/[,;]/).map((item) => item.trim());
        insert(
            field,
            typing.from,
            end,
            one.insert.filter((item) => item === one.name || !there.includes(item)).join(', '),
        );

        return;
    }
    insert(field, typing.from, end, one.name + behind);
    const persons = root.querySelector('[name="persons"]');
    if (
        persons &&
        persons !== field &&
        !persons.value
            .split(',')
            .map((item) => item.trim())
            .includes(one.name)
    ) {
        persons.value = persons.value.trim() ? `${persons.value.trim().replace(/,$/, '')}, ${one.name}` : one.name;
        persons.dispatchEvent(new Event('input', { bubbles: true }));
    }
}

/** A whole code turns into its name when a space or a stop follows it. */
async function turnCode(input, sign) {
    const before = input.value.slice(0, input.selectionStart - sign.length);
    const from = mark ? before.lastIndexOf(mark) : -1;
    const typed = from < 0 ? '' : before.slice(from + mark.length);
    if (from < 0 || !/^[\p{L}\p{N}_-]+$/u.test(typed) || /[\p{L}\p{N}]$/u.test(before.slice(0, from))) {
        return;
    }
    const answer = await get(`${root.dataset.people}?q=${encodeURIComponent(typed)}`).catch(() => []);
    const exact = answer.filter((one) => one.exact);
    if (exact.length === 1 && input.value.slice(from, from + mark.length + typed.length) === mark + typed) {
        const end = from + mark.length + typed.length;
        const cursor = input.selectionStart;
        field = input;
        input.setSelectionRange(end, end);
        const length = input.value.length;
        take(exact[0]);
        input.setSelectionRange(cursor + input.value.length - length, cursor + input.value.length - length);
    }
}

function bytes(input) {
    const holder = input.closest('[data-iim]');
    const told = holder?.querySelector('[data-bytes]');
    if (!told) {
        return;
    }
    const most = Number(holder.dataset.iim);
    const isList = input.matches('[data-words], [name="creator"]');
    const used = Math.max(
        0,
        ...(isList ? input.value.split(/[,;]/) : [input.value]).map(
            (item) => new TextEncoder().encode(item.trim()).length,
        ),
    );
    const isFilledIn = input.value.includes('{{');
    told.textContent =
        input.value === ''
            ? `IIM takes ${most.toLocaleString('en')} bytes${isList ? ' each' : ''}.`
            : `${used.toLocaleString('en')} of ${most.toLocaleString('en')} bytes in IIM${isFilledIn ? ' before it is filled in' : used > most ? ': the rest is cut there' : ''}.`;
    told.classList.toggle('strong', used > most && !isFilledIn);
}

root.addEventListener('input', (event) => {
    const input = event.target;
    if (!input.matches('[data-codes], [data-words]')) {
        return;
    }
    bytes(input);
    if (event.isTrusted && input.dataset.codes !== undefined && /[\s.,;:!?)]/.test(event.data ?? '')) {
        close();
        turnCode(input, event.data);

        return;
    }
    if (event.isTrusted) {
        clearTimeout(timer);
        timer = setTimeout(() => look(input), 90);
    }
});
root.addEventListener('keydown', (event) => {
    if (found.length === 0 || event.target !== field) {
        return;
    }
    const moves = { ArrowDown: 1, ArrowUp: -1 };
    if (moves[event.key]) {
        at = (at + moves[event.key] + found.length) % found.length;
        show(field);
    } else if (event.key === 'Enter' || event.key === 'Tab') {
        take(found[at]);
    } else if (event.key === 'Escape') {
        close();
    } else {
        return;
    }
    event.preventDefault();
});
root.addEventListener('focusout', () => close());

const writing = root.querySelector('[data-draft]');
const forgetDraft =
    writing &&
    keepDraft(writing, writing.dataset.draft, (back) => {
        const note = writing.querySelector('[data-draft-note]');
        note.hidden = false;
        note.querySelector('button').addEventListener('click', () => {
            back();
            note.hidden = true;
        });
    });
const saving = root.querySelector('[data-save-as]');
saving?.querySelector('button').addEventListener('click', () => {
    const sheet = root.querySelector('[data-sheet]');
    const name =
        sheet.querySelector('[name="name"]') ??
        sheet.appendChild(Object.assign(document.createElement('input'), { type: 'hidden', name: 'name' }));
    name.value = saving.querySelector('input').value;
    sheet.querySelector('[name="level"]').value = 'saved';
    forgetDraft?.();
    sheet.submit();
});
for (const input of root.querySelectorAll('[data-codes], [data-words]')) {
    bytes(input);
    input.setAttribute('aria-autocomplete', 'list');
}
tickFrames(root);
root.dataset.ready = 'true';
