/** Copies the list of names. */
document.addEventListener('click', async (event) => {
    const button = event.target.closest('[data-copies]');
    if (!button) {
        return;
    }
    const list = document.querySelector(button.dataset.copies);
    list.select();
    try {
        await navigator.clipboard.writeText(list.value);
    } catch {
        document.execCommand('copy');
    }
    button.textContent = 'Copied';
    setTimeout(() => {
        button.textContent = 'Copy the names';
    }, 2000);
});
