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

/** The same shape twice: a dark rim, drawn only where it is on a picture, and the shape itself. Blurred shadows cost too much for something that changes with every key. */
function rimmed(name, attributes, width) {
    const line = { fill: 'none', 'stroke-linecap': 'round' };

    return [
        element(name, {
            ...line,
            ...attributes,
            class: 'rim',
            stroke: '#000',
            'stroke-opacity': 0.7,
            'stroke-width': width + 2,
        }),
        element(name, { ...line, ...attributes, stroke: 'currentColor', 'stroke-width': width }),
    ];
}

/** A ring for keep, a slash for drop, nothing for open. */
export function verdict(said) {
    const svg = element('svg', { viewBox: '0 0 20 20', class: 'verdict', 'aria-hidden': 'true' });
    if (said === 'keep') {
        svg.append(...rimmed('circle', { cx: 10, cy: 10, r: 7.5 }, 3));
    } else if (said === 'drop') {
        svg.append(...rimmed('path', { d: 'M3 17L17 3' }, 3));
    }

    return svg;
}

/** Five places, as many of them filled as the rating; the others are small, so that nobody counts them with the filled. */
export function pips(rating) {
    const svg = element('svg', { viewBox: '0 0 60 12', class: 'pips', 'aria-hidden': 'true' });
    for (let i = 0; i < (rating > 0 ? 5 : 0); i++) {
        // A dot is a line without length.
        svg.append(
            ...(i < rating
                ? rimmed('path', { d: `M${6 + 12 * i} 6h0` }, 8)
                : [
                      element('path', {
                          d: `M${6 + 12 * i} 6h0`,
                          fill: 'none',
                          'stroke-linecap': 'round',
                          stroke: 'currentColor',
                          'stroke-opacity': 0.55,
                          'stroke-width': 2,
                      }),
                  ]),
        );
    }

    return svg;
}
