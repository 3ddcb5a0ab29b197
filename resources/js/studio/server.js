/** Talking with the server: JSON, with the token against forged requests. */
export const token = () => document.querySelector('meta[name="csrf-token"]')?.content ?? '';

/** @param isLeaving whether it has to arrive even where the page is left meanwhile */
export const post = (address, body, isLeaving = false) => send('POST', address, body, isLeaving);

export const remove = (address) => send('DELETE', address, {});

async function send(method, address, body, keepalive = false) {
    const answer = await fetch(address, {
        method,
        credentials: 'same-origin',
        headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-CSRF-TOKEN': token() },
        body: JSON.stringify(body),
        keepalive,
    });
    if (!answer.ok) {
        throw Object.assign(new Error(`The server answered ${answer.status}.`), {
            status: answer.status,
            told: await answer.json().catch(() => null),
        });
    }

    return answer.json();
}

export async function get(address) {
    const answer = await fetch(address, { credentials: 'same-origin', headers: { Accept: 'application/json' } });
    if (!answer.ok) {
        throw Object.assign(new Error(`The server answered ${answer.status}.`), {
            status: answer.status,
            told: await answer.json().catch(() => null),
        });
    }

    return answer.json();
}
