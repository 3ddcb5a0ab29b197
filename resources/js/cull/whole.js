/**
 * Whole pictures, decoded: one decoding of 24 megapixels serves all that looks at the same frame.
 */
let last = { address: null, picture: null };

/** @returns {Promise<ImageBitmap>} which belongs to this module: nobody else closes it */
export function wholeOf(address) {
    if (last.address !== address) {
        const before = last.picture;
        before?.then((picture) => picture.close()).catch(() => {});
        last = { address, picture: decoded(address) };
        last.picture.catch(() => {
            last = last.address === address ? { address: null, picture: null } : last;
        });
    }

    return last.picture;
}

async function decoded(address) {
    const answer = await fetch(address, { credentials: 'same-origin' });
    if (!answer.ok) {
        throw new Error(`The server answered ${answer.status}.`);
    }

    return createImageBitmap(await answer.blob());
}
