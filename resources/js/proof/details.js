/**
 * What is beside a large picture: buttons of lists, ratings, comments and drawings, and the field for a word.
 */
import { element } from '../studio/shapes.js';

function button(className, isOn, isDisabled, act) {
    const made = document.createElement('button');
    made.type = 'button';
    made.className = className;
    made.disabled = isDisabled;
    made.setAttribute('aria-pressed', String(isOn));
    made.addEventListener('click', act);

    return made;
}

function paragraph(text, className = '') {
    const made = document.createElement('p');
    made.className = className;
    made.textContent = text;

    return made;
}

/** A button for each list that a picture can be chosen for. */
export function choiceButtons(frame, acts) {
    return (acts.can.choose ? acts.lists : []).map((list) => {
        const isOn = acts.chosen(frame, list.name);
        const made = button('big-choice', isOn, acts.isSent || (frame.isGone && !isOn), () =>
            acts.choose(frame, list.name),
        );
        made.dataset.choose = list.name;
        const words = document.createElement('span');
        words.textContent =
            acts.lists.length > 1
                ? `${isOn ? 'Chosen for' : 'Choose for'} ${list.name}`
                : isOn
                  ? 'Chosen'
                  : 'Choose this picture';
        made.append(
            element(
                'svg',
                { class: 'shape', viewBox: '0 0 16 16', 'aria-hidden': 'true' },
                element('circle', { cx: 8, cy: 8, r: 6 }),
            ),
            words,
        );

        return made;
    });
}

export function ratingButtons(frame, acts) {
    const rating = acts.rating(frame);

    return [1, 2, 3, 4, 5].map((value) => {
        const made = button('pip', value <= rating, acts.isSent, () => acts.rate(frame, value === rating ? 0 : value));
        made.setAttribute('aria-label', `Rate ${value} of 5`);

        return made;
    });
}

export function commentItem(comment) {
    const item = document.createElement('li');
    item.append(paragraph(comment.text || 'Drawn on the picture'));
    if (comment.answer) {
        item.append(paragraph(comment.answer, 'answer'));
    }
    if (comment.isDone || comment.isWaiting) {
        item.append(paragraph(comment.isDone ? 'Done' : 'On its way', 'small quiet'));
    }

    return item;
}

/** What comments have drawn on the picture. */
export function drawings(comments) {
    return comments
        .filter((comment) => comment.svg)
        .map((comment) =>
            document.importNode(new DOMParser().parseFromString(comment.svg, 'image/svg+xml').documentElement, true),
        );
}

/** Asks for a word to be put on the picture; nothing written comes as an empty text. */
export function askWord(asking) {
    const field = asking.querySelector('input');
    field.value = '';
    asking.hidden = false;
    field.focus();

    return new Promise((done) => {
        const end = (text) => {
            asking.hidden = true;
            field.onkeydown = null;
            asking.querySelector('button').onclick = null;
            done(text);
        };
        field.onkeydown = (event) => {
            if (event.key === 'Enter' || event.key === 'Escape') {
                event.preventDefault();
                event.stopPropagation();
                end(event.key === 'Enter' ? field.value.trim() : '');
            }
        };
        asking.querySelector('button').onclick = () => end(field.value.trim());
    });
}
