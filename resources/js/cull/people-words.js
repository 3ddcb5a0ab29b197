/**
 * What counts of a frame in words, beside the people of its moment.
 */
const PARTS = {
    sharp: (share) => `sharpness ${share.toFixed(2)} of the usual`,
    eyes: (_, { eyes: [open, known] }) => (known === 0 ? '' : `eyes open ${open} of ${known}`),
    contact: (_, { looks: [looks, known] }) => `looks at the camera ${looks} of ${known}`,
    smile: (share) => `smiles ${share.toFixed(2)}`,
    light: (share) => (share > 0.99 ? 'exposed like the others' : `exposure ${share.toFixed(2)}`),
    peak: (share) => (share > 0.99 ? 'at the peak of the movement' : `beside the peak ${share.toFixed(2)}`),
    whole: (share) => (share > 0.99 ? 'nothing cut off' : `cut off or tilted ${share.toFixed(2)}`),
};

/** @returns {HTMLLIElement[]} what was measured of a frame and counts */
export function partsOf(row) {
    return Object.entries(row?.parts ?? {})
        .filter(([, share]) => share !== null)
        .map(([name, share]) => PARTS[name](share, row))
        .filter(Boolean)
        .map((text) => {
            const item = document.createElement('li');
            item.textContent = text;

            return item;
        });
}
