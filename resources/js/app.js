import htmx from 'htmx.org';
import { startDayLine } from './studio/day-line.js';

window.htmx = htmx;
startDayLine();

// A form whose choice shows at once: a filter is an address.
for (const select of document.querySelectorAll('select[data-goes]')) {
    select.addEventListener('change', () => { window.location.href = select.value; });
}
