/** The lanes follow what is typed; a body is chosen by clicking its lane. The server works it out. */
const form = document.querySelector('[data-clock]');
form?.querySelector('[name="drift"]').addEventListener('input', (event) => {
    form.querySelector('[data-right-at]').hidden = !Number(event.target.value);
});
