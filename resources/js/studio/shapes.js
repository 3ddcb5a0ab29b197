/** Shapes for verdicts and ratings, told apart without colour. */
const SVG = 'http://www.w3.org/2000/svg';

export function element(name, attributes = {}, ...children) {
    const made = document.createElementNS(SVG, name);
    for (const [key, value] of Object.entries(attributes)) {
        made.setAttribute(key, value);
    }
    made.append(...children);

    return made;
}

/** A ring for keep, a slash for drop, nothing for open. */
export function verdict(said) {
    const svg = element('svg', { viewBox: '0 0 20 20', class: 'verdict', 'aria-hidden': 'true' });
    if (said === 'keep') {
        svg.append(element('circle', { cx: 10, cy: 10, r: 7.5, fill: 'none', stroke: 'currentColor', 'stroke-width': 3 }));
    } else if (said === 'drop') {
        svg.append(element('path', { d: 'M3 17L17 3', fill: 'none', stroke: 'currentColor', 'stroke-width': 3, 'stroke-linecap': 'round' }));
    }

    return svg;
}

/** Filled pips, and one hollow to say what is left. */
export function pips(rating) {
    const svg = element('svg', { viewBox: '0 0 60 12', class: 'pips', 'aria-hidden': 'true' });
    for (let i = 0; i < rating; i++) {
        svg.append(element('circle', { cx: 6 + 12 * i, cy: 6, r: 4, fill: 'currentColor' }));
    }
    if (rating > 0 && rating < 5) {
        svg.append(element('circle', { cx: 6 + 12 * rating, cy: 6, r: 3, fill: 'none', stroke: 'currentColor', 'stroke-width': 1.5 }));
    }

    return svg;
}
