/** Amounts in words, as the server writes them. */
const KILO = 1024;

export const size = (bytes) =>
    bytes >= KILO ** 3 ? `${(bytes / KILO ** 3).toFixed(1)} GB` : `${(bytes / KILO ** 2).toFixed(1)} MB`;
