/** Values and changes in words. */
const MINUS = '−';

export const signed = (value, digits = 0) =>
    `${value > 0 ? '+' : value < 0 ? MINUS : ''}${Math.abs(value).toFixed(digits)}`;

/** −1 to 1 as −100 to +100. */
export const share = (value) => signed(Math.round(100 * value));

export const stops = (value) => `${signed(value, 2)} EV`;

export function white(kelvin, beside) {
    const side = Math.round(Math.abs(beside));
    const where = side === 0 ? '' : beside > 0 ? `, +${side} green` : `, +${side} magenta`;

    return `${Math.round(kelvin).toLocaleString('en')} K${where}`;
}

const NAMES = {
    stops: 'Exposure',
    contrast: 'Contrast',
    zones: 'Tone',
    kelvin: 'White',
    beside: 'White',
    saturation: 'All colours',
    muted: 'Muted colours',
    hues: 'Colours',
    tints: 'Tints',
    greys: 'Black and white',
    local: 'Local contrast',
    vignette: 'Vignette',
    sharpening: 'Sharpening',
    noise: 'Noise',
    lens: 'Lens',
    places: 'Places',
    spots: 'Spots',
    turns: 'Turned',
    level: 'Level',
    crop: 'Crop',
    cube: 'Table of colours',
};

export const partName = (part) => NAMES[part] ?? part;

/** A look in a few words: what it does, each part once. */
export function lookInWords(values) {
    const words = [];
    if (values.greys) {
        words.push('black and white');
    }
    if (values.stops) {
        words.push(stops(values.stops));
    }
    if (values.kelvin) {
        words.push(white(values.kelvin, values.beside ?? 0));
    }
    for (const part of [
        'zones',
        'contrast',
        'hues',
        'saturation',
        'muted',
        'tints',
        'local',
        'vignette',
        'sharpening',
        'noise',
        'lens',
        'places',
        'spots',
        'cube',
    ]) {
        if (values[part] && !(values.greys && part === 'hues')) {
            words.push(NAMES[part].toLowerCase());
        }
    }
    for (const part of ['crop', 'level', 'turns']) {
        if (values[part]) {
            words.push(NAMES[part].toLowerCase());
        }
    }

    return words.join(', ');
}
