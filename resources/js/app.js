import htmx from 'htmx.org';
import { startDayLine } from './studio/day-line.js';

window.htmx = htmx;
startDayLine();

const SAID = 'kanpai-said';
/** Milliseconds after which a form that brought no page may be sent again: a file was fetched by it. */
const SENT_AGAIN = 8000;

// A form whose choice shows at once: a filter is an address.
for (const select of document.querySelectorAll('select[data-goes]')) {
    select.addEventListener('change', () => {
        window.location.href = select.value;
    });
}

/** A task that ends asks the page to come anew; not while somebody has typed something that would be lost. */
let isTyped = false;
document.addEventListener('input', () => {
    isTyped = true;
});
document.addEventListener('submit', () => {
    isTyped = false;
});
document.addEventListener('htmx:beforeOnLoad', (event) => {
    if (!event.detail.xhr.getResponseHeader('HX-Refresh')) {
        return;
    }
    if (isTyped) {
        event.preventDefault();
        event.detail.elt.outerHTML = event.detail.xhr.responseText;
    } else {
        // What the page has just said is said by the one that takes its place.
        sessionStorage.setItem(
            SAID,
            JSON.stringify([window.location.pathname, document.querySelector('.said')?.textContent ?? '']),
        );
    }
});
// What is wrong is in view: a folded part opens, and the first wrong field is where the eye is.
if (document.querySelector('[data-problems]')) {
    const first = document.querySelector('.is-invalid, .invalid-feedback');
    first?.closest('details')?.setAttribute('open', '');
    first?.scrollIntoView({ block: 'center' });
    first?.matches('input, select, textarea')
        ? first.focus({ preventScroll: true })
        : document.querySelector('[data-problems]').focus({ preventScroll: true });
}

// A form is sent once, however often its button is pressed, until another page is here.
const sent = new WeakSet();
document.addEventListener('submit', (event) => {
    const form = event.target;
    if (event.defaultPrevented || form.method !== 'post' || form.target === '_blank') {
        return;
    }
    if (sent.has(form)) {
        event.preventDefault();

        return;
    }
    sent.add(form);
    setTimeout(() => sent.delete(form), SENT_AGAIN);
});
window.addEventListener('pageshow', (event) => {
    event.persisted && window.location.reload();
});

const [page, words] = JSON.parse(sessionStorage.getItem(SAID) ?? '["", ""]');
const said = document.querySelector('.said');
sessionStorage.removeItem(SAID);
if (page === window.location.pathname && said?.textContent === '') {
    said.textContent = words;
}
