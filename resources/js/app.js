import htmx from 'htmx.org';
import { startDayLine } from './studio/day-line.js';

window.htmx = htmx;
startDayLine();

const SAID = 'kanpai-said';

// A form whose choice shows at once: a filter is an address.
for (const select of document.querySelectorAll('select[data-goes]')) {
    select.addEventListener('change', () => { window.location.href = select.value; });
}

/** A task that ends asks the page to come anew; not while somebody has typed something that would be lost. */
let isTyped = false;
document.addEventListener('input', () => { isTyped = true; });
document.addEventListener('submit', () => { isTyped = false; });
document.addEventListener('htmx:beforeOnLoad', (event) => {
    if (!event.detail.xhr.getResponseHeader('HX-Refresh')) {
        return;
    }
    if (isTyped) {
        event.preventDefault();
        event.detail.elt.outerHTML = event.detail.xhr.responseText;
    } else {
        // What the page has just said is said by the one that takes its place.
        sessionStorage.setItem(SAID, JSON.stringify([window.location.pathname, document.querySelector('.said')?.textContent ?? '']));
    }
});
const [page, words] = JSON.parse(sessionStorage.getItem(SAID) ?? '["", ""]');
const said = document.querySelector('.said');
sessionStorage.removeItem(SAID);
if (page === window.location.pathname && said?.textContent === '') {
    said.textContent = words;
}
