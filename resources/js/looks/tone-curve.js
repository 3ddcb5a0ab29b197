/** Brightness of what comes out for what goes in, as core/Looks/ToneCurve and Shoulder have it. */
export const ZONES = { deep: 0.1, dark: 0.3, middle: 0.5, light: 0.7, bright: 0.9 };

/** How far a zone is moved at most. */
export const REACH = 0.12;

const CONTRAST = 0.45;
const FURTHEST = 1.5;
const USUAL = 0.2;

const secantsOf = (x, y) => x.slice(1).map((value, i) => (y[i + 1] - y[i]) / (value - x[i]));

function slopesOf(secants) {
    const slopes = [secants[0]];
    for (let i = 1; i < secants.length; i++) {
        slopes.push(secants[i - 1] * secants[i] <= 0 ? 0 : (secants[i - 1] + secants[i]) / 2);
    }
    slopes.push(secants.at(-1));
    secants.forEach((secant, i) => {
        const size = secant === 0 ? Infinity : Math.hypot(slopes[i], slopes[i + 1]) / secant;
        if (size > 3) {
            slopes[i] *= 3 / size;
            slopes[i + 1] *= 3 / size;
        }
    });

    return slopes;
}

function contrasted(value, contrast) {
    const beside = 2 * value - 1;

    return 0.5 + (value - 0.5) * (1 + CONTRAST * contrast * (1 - beside ** 2));
}

/** @returns a function of an encoded value, which never falls */
export function toneCurve(zones, contrast) {
    const x = [0, ...Object.values(ZONES), 1];
    const y = [0];
    for (const [name, at] of Object.entries(ZONES)) {
        const moved = contrasted(at, contrast) + REACH * (zones[name] ?? 0);
        y.push(Math.max(y.at(-1), Math.min(1, moved)));
    }
    y.push(1);
    const slopes = slopesOf(secantsOf(x, y));
    const last = x.length - 1;

    return (value) => {
        let i = 0;
        while (i < last - 1 && value > x[i + 1]) {
            i++;
        }
        const width = x[i + 1] - x[i];
        const t = Math.max(0, Math.min(1, (value - x[i]) / width));
        const cubed = t ** 3;
        const squared = t ** 2;

        return (
            y[i] * (2 * cubed - 3 * squared + 1) +
            width * slopes[i] * (cubed - 2 * squared + t) +
            y[i + 1] * (3 * squared - 2 * cubed) +
            width * slopes[i + 1] * (cubed - squared)
        );
    };
}

/** How what is brighter than white is brought back. */
export function shoulder(white, brightest, lowered) {
    const base = Math.max(1, white);
    const share = USUAL + (1 - USUAL) * lowered;
    const furthest = Math.min(FURTHEST, base + Math.max(0, brightest - base) * share);
    const knee = 2 - furthest;

    return (value) => {
        if (value <= knee) {
            return value;
        }
        if (value >= furthest) {
            return 1;
        }
        const beyond = value - knee;

        return knee + beyond - (beyond * beyond) / (4 * (furthest - 1));
    };
}
