/** Times as the lanes show them, in the zone of the shoot. */
const MINUTE = 60_000;
const HOUR = 3_600_000;
const STEPS = [
    100,
    200,
    500,
    1000,
    2000,
    5000,
    10_000,
    15_000,
    30_000,
    MINUTE,
    2 * MINUTE,
    5 * MINUTE,
    10 * MINUTE,
    15 * MINUTE,
    30 * MINUTE,
    HOUR,
    2 * HOUR,
    3 * HOUR,
    6 * HOUR,
    12 * HOUR,
    24 * HOUR,
];

export class Times {
    constructor(zone) {
        this.clock = new Intl.DateTimeFormat('en-GB', {
            timeZone: zone,
            hour: '2-digit',
            minute: '2-digit',
            second: '2-digit',
            hourCycle: 'h23',
        });
        this.day = new Intl.DateTimeFormat('en-GB', { timeZone: zone, weekday: 'short', day: 'numeric' });
    }

    /** 10:41:07.31 */
    exact(at) {
        return `${this.clock.format(at)}.${String(Math.floor((((at % 1000) + 1000) % 1000) / 10)).padStart(2, '0')}`;
    }

    label(at, step) {
        if (step >= 24 * HOUR) {
            return this.day.format(at);
        }
        const said = this.clock.format(at);

        return step >= MINUTE ? said.slice(0, 5) : step >= 1000 ? said : `${said}.${Math.floor((at % 1000) / 100)}`;
    }

    /** Marks of the scale between two instants, some ninety units apart at least. */
    marks(from, to, width) {
        const step = STEPS.find((candidate) => (candidate / (to - from)) * width >= 90) ?? STEPS[STEPS.length - 1];
        const marks = [];
        for (let at = Math.ceil(from / step) * step; at <= to; at += step) {
            marks.push([at, this.label(at, step)]);
        }

        return marks;
    }
}

/** +0.53 s, −12 s, +3 min 17 s */
export function apart(ms) {
    const s = Math.abs(ms) / 1000;
    const sign = ms < 0 ? '−' : '+';
    if (s < 60) {
        return `${sign}${s.toFixed(2)} s`;
    }
    if (s < 3600) {
        return `${sign}${Math.floor(s / 60)} min ${Math.round(s % 60)} s`;
    }

    return `${sign}${Math.floor(s / 3600)} h ${Math.round((s % 3600) / 60)} min`;
}
