import htmx from 'htmx.org';
import { startDayLine } from './studio/day-line.js';

window.htmx = htmx;
startDayLine();

// A form whose choice shows at once: a filter is an address.
for (const select of document.querySelectorAll('select[data-goes]')) {
    select.addEventListener('change', () => { window.location.href = select.value; });
}

/** A task that ends asks the page to come anew; not while somebody has typed something that would be lost. */
let isTyped = false;
document.addEventListener('input', () => { isTyped = true; });
document.addEventListener('submit', () => { isTyped = false; });
document.addEventListener('htmx:beforeOnLoad', (event) => {
    if (isTyped && event.detail.xhr.getResponseHeader('HX-Refresh')) {
        event.preventDefault();
        event.detail.elt.outerHTML = event.detail.xhr.responseText;
    }
});
