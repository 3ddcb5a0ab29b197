/** How the ends of the tone have to be set so that a flat picture reaches from black to white, as core/Looks/Suggest has it. */
import { toneCurve } from './tone-curve.js';

const BEYOND = 0.005;
const BLACK = 0.03;
const WHITE = 0.97;
const NEAR = 0.03;
const STEP = 0.015;
const HALVINGS = 20;

function endsOf(histogram) {
    const steps = histogram.length;
    const beyond = BEYOND * histogram.reduce((sum, own) => sum + own, 0);
    let low = 0;
    for (let sum = histogram[0]; low < steps - 1 && sum <= beyond; sum += histogram[low]) {
        low++;
    }
    let high = steps - 1;
    for (let sum = histogram[high]; high > 0 && sum <= beyond; sum += histogram[high]) {
        high--;
    }

    return [low / steps, (high + 1) / steps];
}

function found(zone, zones, contrast, from, to) {
    let [least, most] = [-1, 1];
    for (let i = 0; i < HALVINGS; i++) {
        const middle = (least + most) / 2;
        const isBelow = toneCurve({ ...zones, [zone]: middle }, contrast)(from) < to;
        [least, most] = isBelow ? [middle, most] : [least, middle];
    }

    return (least + most) / 2;
}

const rounded = (value) => Math.round(100 * value) / 100;

/**
 * @param histogram counts of even steps of encoded lightness, before the tone curve
 * @returns what deep and bright have to be; nothing where both ends are well as they are
 */
export function endsFor(histogram, zones = {}, contrast = 0) {
    const [low, high] = endsOf(histogram);
    let { deep = 0, bright = 0 } = zones;
    const curve = toneCurve(zones, contrast);
    if (curve(low) > BLACK + NEAR) {
        deep = found('deep', zones, contrast, low, BLACK);
    }
    if (curve(high) < WHITE - NEAR) {
        bright = found('bright', zones, contrast, high, WHITE);
    }
    const ends = { deep: rounded(deep), bright: rounded(bright) };
    const isNear = (zone) => Math.abs(ends[zone] - (zones[zone] ?? 0)) < STEP;

    return isNear('deep') && isNear('bright') ? null : ends;
}
