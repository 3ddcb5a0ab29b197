/** The drawing of the lanes: ticks, pictures where there is room for them, the scale, and what is under the cursor. */
const NS = 'http://www.w3.org/2000/svg';
const LANE = 62;
const THUMB = { width: 48, height: 32 };
const LEAST = 1000;

const make = (name, attributes) => {
    const node = document.createElementNS(NS, name);
    for (const [key, value] of Object.entries(attributes)) {
        node.setAttribute(key, value);
    }

    return node;
};

/** The place of the first frame at or after an instant, in frames sorted by it. */
export function firstAt(frames, at, by = 'at') {
    let low = 0;
    let high = frames.length;
    while (low < high) {
        const middle = (low + high) >> 1;
        frames[middle][by] < at ? (low = middle + 1) : (high = middle);
    }

    return low;
}

export function nearest(frames, at) {
    const after = firstAt(frames, at);
    if (after === 0 || after === frames.length) {
        return frames[after === 0 ? 0 : frames.length - 1] ?? null;
    }

    return at - frames[after - 1].at < frames[after].at - at ? frames[after - 1] : frames[after];
}

export class Lanes {
    constructor(svg, lanes, times) {
        Object.assign(this, {
            svg,
            lanes,
            times,
            from: 0,
            to: 1,
            cursor: null,
            current: null,
            held: new Map(),
            moved: 0,
            waiting: false,
            isStale: true,
        });
        this.still = make('g', {});
        this.over = make('g', {});
        this.svg.replaceChildren(this.still, this.over);
        this.svg.setAttribute('height', lanes.length * LANE + 26);
        this.whole();
    }

    get width() {
        return this.svg.clientWidth || 1;
    }

    place(at) {
        return ((at - this.from) / (this.to - this.from)) * this.width;
    }

    instant(x) {
        return this.from + (x / this.width) * (this.to - this.from);
    }

    laneAt(y) {
        return this.lanes[Math.min(this.lanes.length - 1, Math.max(0, Math.floor(y / LANE)))];
    }

    /** Instants of a lane as they are shown: the current one follows the hand. */
    shift(lane) {
        return lane === this.current ? this.moved : 0;
    }

    whole() {
        const all = this.lanes.flatMap((lane) =>
            lane.frames.length ? [lane.frames[0].at, lane.frames[lane.frames.length - 1].at] : [],
        );
        const [first, last] = [Math.min(...all), Math.max(...all)];
        const air = Math.max(30_000, (last - first) * 0.02);
        this.show(first - air, last + air);
    }

    show(from, to) {
        const middle = (from + to) / 2;
        const span = Math.max(LEAST, to - from);
        this.from = middle - span / 2;
        this.to = middle + span / 2;
        this.draw();
    }

    /** Closer or wider, while what is under the point stays there. */
    zoom(factor, at) {
        const span = Math.max(LEAST, (this.to - this.from) * factor);
        const share = (at - this.from) / (this.to - this.from);
        this.show(at - share * span, at + (1 - share) * span);
    }

    pan(by) {
        this.show(this.from + by, this.to + by);
    }

    /** Brings an instant into sight. */
    reveal(at) {
        const span = this.to - this.from;
        if (at < this.from + span * 0.05 || at > this.to - span * 0.05) {
            this.show(at - span / 2, at + span / 2);
        }
    }

    /** Draws everything anew at the next refresh of the screen. */
    draw() {
        this.isStale = true;
        this.point();
    }

    /** Draws only what is under the cursor: thousands of ticks stay where they are. */
    point() {
        if (!this.waiting) {
            this.waiting = true;
            requestAnimationFrame(() => {
                this.waiting = false;
                if (this.isStale) {
                    this.isStale = false;
                    this.paint();
                }
                this.paintOver();
            });
        }
    }

    paintOver() {
        const tall = this.lanes.length * LANE;
        const parts = this.lanes.flatMap((lane, row) => this.marked(lane, row * LANE));
        if (this.cursor !== null) {
            const x = this.place(this.cursor).toFixed(1);
            parts.push(make('line', { class: 'cursor', x1: x, x2: x, y1: 0, y2: tall + 4 }));
        }
        this.over.replaceChildren(...parts);
    }

    paint() {
        const tall = this.lanes.length * LANE;
        const parts = [];
        for (const [at, label] of this.times.marks(this.from, this.to, this.width)) {
            const x = this.place(at).toFixed(1);
            parts.push(make('line', { class: 'grid', x1: x, x2: x, y1: 0, y2: tall + 4 }));
            const text = make('text', { x, y: tall + 19 });
            text.textContent = label;
            parts.push(text);
        }
        this.lanes.forEach((lane, row) =>
            parts.unshift(
                make('rect', {
                    class: lane === this.current ? 'ground current' : 'ground',
                    x: 0,
                    y: row * LANE + 3,
                    width: this.width,
                    height: LANE - 6,
                }),
            ),
        );
        this.lanes.forEach((lane, row) => parts.push(...this.lane(lane, row * LANE)));
        this.still.replaceChildren(...parts);
    }

    lane(lane, top) {
        const parts = [];
        const shift = this.shift(lane);
        const frames = lane.frames;
        const first = firstAt(frames, this.from - shift);
        const end = firstAt(frames, this.to - shift + 1);
        let path = '';
        let last = -9;
        let free = -THUMB.width;
        for (let i = first; i < end; i++) {
            const x = this.place(frames[i].at + shift);
            if (x - last >= 0.5) {
                path += `M${x.toFixed(1)} ${top + LANE - 24}v16`;
                last = x;
            }
        }
        // Where frames are close, the picture of the first of them stands for them.
        for (let i = first; i < end; i++) {
            const x = this.place(frames[i].at + shift);
            if (
                x >= free &&
                frames[i].small &&
                frames[i].at - (frames[i - 1]?.at ?? -Infinity) > ((this.to - this.from) / this.width) * 2
            ) {
                parts.push(
                    make('image', {
                        href: frames[i].small,
                        x: (x - 1).toFixed(1),
                        y: top + 6,
                        width: THUMB.width,
                        height: THUMB.height,
                        preserveAspectRatio: 'xMinYMid meet',
                    }),
                );
                free = x + THUMB.width + 3;
            }
        }
        parts.push(make('path', { class: 'after', d: path }));
        if (lane.read) {
            let before = '';
            last = -9;
            for (const at of lane.read) {
                const x = this.place(at);
                if (x >= 0 && x <= this.width && x - last >= 1) {
                    before += `M${x.toFixed(1)} ${top + LANE - 9}v6`;
                    last = x;
                }
            }
            parts.push(make('path', { class: 'before', d: before }));
        }

        return parts;
    }

    /** The frame that is held in a lane, or else the nearest to the cursor. */
    marked(lane, top) {
        const parts = [];
        const shift = this.shift(lane);
        const held = this.held.get(lane);
        const pointed = held ?? (this.cursor === null ? null : nearest(lane.frames, this.cursor - shift));
        if (pointed) {
            const x = this.place(pointed.at + shift).toFixed(1);
            parts.push(make('path', { class: held ? 'held' : 'pointed', d: `M${x} ${top + LANE - 28}v22` }));
            if (held) {
                parts.push(make('circle', { class: 'held', cx: x, cy: top + LANE - 30, r: 4 }));
            }
        }

        return parts;
    }
}
