/** One picture large, or two side by side: turning, choosing, rating, what is said of it, drawing on it. */
import { choiceButtons, commentItem, drawings, askWord, ratingButtons } from './details.js';
import { Drafts } from './drafts.js';
import { Draw } from './draw.js';

const SWIPE = 50;

export class Large {
    #dialog;
    #acts;
    #frames = [];
    #at = 0;
    #beside = false;
    #draw = null;
    #touched = null;
    #drafts;
    /** Number of the picture whose comment is in the field. */
    #written = null;

    /**
     * @param acts what the gallery knows and does: chosen, choose, rating, rate, comments, comment, lists, list, can
     */
    constructor(dialog, acts) {
        this.#dialog = dialog;
        this.#acts = acts;
        this.#drafts = new Drafts(acts.place);
        const on = (name, act) => this.$(name)?.addEventListener('click', act);
        // After a click the space bar is to choose, not to turn again.
        on('back', (event) => {
            this.turn(-1);
            event.detail && this.#view.focus();
        });
        on('on', (event) => {
            this.turn(1);
            event.detail && this.#view.focus();
        });
        on('close', () => dialog.close());
        on('beside', () => this.#compare(!this.#beside));
        dialog.addEventListener('close', () => {
            this.#compare(false);
            acts.closed();
        });
        dialog.addEventListener('keydown', (event) => this.#key(event));
        this.#view.addEventListener('pointerdown', (event) => {
            this.#touched = event.pointerType === 'touch' && !this.#draw?.tool ? event.clientX : null;
        });
        this.#view.addEventListener('pointerup', (event) => {
            if (this.#touched !== null && Math.abs(event.clientX - this.#touched) > SWIPE) {
                this.turn(event.clientX < this.#touched ? 1 : -1);
            }
            this.#touched = null;
        });
        this.$('form')?.addEventListener('submit', (event) => this.#say(event));
        this.#field?.addEventListener('input', () => this.#drafts.keep(this.frame.number, { text: this.#field.value }));
        if (this.$('tools')) {
            this.#draw = new Draw(
                this.$('drawing'),
                () => {
                    this.#drafts.keep(this.frame.number, { marks: this.#draw.marks });
                    this.#tools();
                },
                () => askWord(this.$('asking')),
            );
            for (const button of this.$('tools').querySelectorAll('[data-tool]')) {
                button.addEventListener('click', () => {
                    this.#draw.take(this.#draw.tool === button.dataset.tool ? null : button.dataset.tool);
                    this.#tools();
                });
            }
            on('undraw', () => this.#draw.takeBack());
        }
        new ResizeObserver(() => dialog.open && this.#fit()).observe(this.#view);
    }

    $(name) {
        return this.#dialog.querySelector(`[data-${name}]`);
    }

    get #view() {
        return this.#dialog.querySelector('.view');
    }

    get #field() {
        return this.$('form')?.elements.text ?? null;
    }

    get frame() {
        return this.#frames[this.#at] ?? null;
    }

    open(frames, frame) {
        this.#frames = frames;
        this.#at = frames.indexOf(frame);
        if (!this.#dialog.open) {
            this.#dialog.showModal();
            this.#view.focus();
        }
        this.show();
    }

    /** What is shown may have changed under the eyes. */
    refresh(frames) {
        if (this.#dialog.open) {
            const { number } = this.frame;
            this.#frames = frames;
            const found = frames.findIndex((frame) => frame.number === number);
            this.#at = found >= 0 ? found : Math.min(this.#at, frames.length - 1);
            this.show();
        }
    }

    turn(by) {
        const last = this.#frames.length - 1 - (this.#beside ? 1 : 0);
        this.#at = Math.min(Math.max(0, last), Math.max(0, this.#at + by));
        this.show();
    }

    show() {
        const frame = this.frame;
        if (!frame) {
            this.#dialog.close();

            return;
        }
        const pair = this.#beside ? [frame, this.#frames[this.#at + 1] ?? this.#frames[this.#at - 1]] : [frame];
        for (const [i, figure] of [...this.#view.querySelectorAll('figure')].entries()) {
            const own = pair[i];
            figure.hidden = !own;
            if (own) {
                const image = figure.querySelector('img');
                if (image.getAttribute('src') !== own.large) {
                    image.src = own.large;
                    image.alt = own.caption || `Picture ${own.number}`;
                }
                const button = figure.querySelector('button');
                button.hidden = !this.#beside || !this.#acts.can.choose;
                button.setAttribute('aria-pressed', String(this.#acts.chosen(own)));
                button.textContent = `${this.#acts.chosen(own) ? 'Chosen' : 'Choose'} ${own.number}`;
                button.onclick = () => this.#acts.choose(own);
            }
        }
        for (const next of [this.#at + 1, this.#at - 1, this.#at + 2]) {
            if (this.#frames[next]) {
                new Image().src = this.#frames[next].large;
            }
        }
        this.#fit();
        this.$('place').textContent = this.#beside
            ? `Pictures ${pair.map((own) => own.number).join(' and ')}`
            : `Picture ${frame.number} · ${this.#at + 1} of ${this.#frames.length}`;
        this.$('caption').textContent = frame.isGone
            ? 'The studio has taken this picture out of the gallery. What you said of it is kept.'
            : frame.caption;
        this.$('caption').hidden = this.$('caption').textContent === '';
        this.$('choices').hidden = !this.#acts.can.choose;
        this.$('choices').replaceChildren(...choiceButtons(frame, this.#acts));
        this.$('ratings')?.replaceChildren(...ratingButtons(frame, this.#acts));
        this.#comments(frame);
        const download = this.$('download');
        if (download) {
            download.href = this.#acts.download(frame);
            download.hidden = frame.isGone;
        }
        const draft = this.#drafts.of(frame.number);
        if (this.#draw) {
            this.#draw.lay(frame, draft.marks);
            this.#tools();
        }
        if (this.#field && this.#written !== frame.number) {
            // What was begun on another picture stays with that one.
            this.#written = frame.number;
            this.#field.value = draft.text;
        }
    }

    #fit() {
        const pair = this.#view.querySelectorAll('figure:not([hidden])');
        const room = this.#view.getBoundingClientRect();
        const style = getComputedStyle(this.#view);
        const wide =
            (room.width - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight) - 12 * (pair.length - 1)) /
            pair.length;
        const tall =
            room.height - parseFloat(style.paddingTop) - parseFloat(style.paddingBottom) - (this.#beside ? 52 : 0);
        for (const [i, figure] of [...pair].entries()) {
            const frame = i === 0 ? this.frame : (this.#frames[this.#at + 1] ?? this.#frames[this.#at - 1]);
            const scale = Math.min(wide / frame.width, tall / frame.height);
            Object.assign(figure.querySelector('.drawn').style, {
                width: `${Math.floor(frame.width * scale)}px`,
                height: `${Math.floor(frame.height * scale)}px`,
            });
        }
    }

    #compare(isOn) {
        this.#beside = isOn && this.#frames.length > 1;
        this.#dialog.classList.toggle('is-beside', this.#beside);
        this.$('beside').setAttribute('aria-pressed', String(this.#beside));
        if (this.#beside && this.#at === this.#frames.length - 1) {
            this.#at--;
        }
        if (this.#dialog.open) {
            this.show();
        }
    }

    #comments(frame) {
        const comments = this.#acts.comments(frame);
        this.$('comments').hidden = comments.length === 0;
        this.$('comments').replaceChildren(...comments.map(commentItem));
        this.$('drawn').replaceChildren(...drawings(comments));
        if (this.$('form')) {
            this.$('form').hidden = this.#acts.isSent;
        }
    }

    #tools() {
        const tools = this.$('tools');
        tools.hidden = this.#beside || this.#acts.isSent;
        for (const button of tools.querySelectorAll('[data-tool]')) {
            button.setAttribute('aria-pressed', String(button.dataset.tool === this.#draw.tool));
        }
        this.$('undraw').hidden = this.#draw.marks.length === 0;
        const send = this.$('form')?.querySelector('.btn');
        if (send) {
            send.textContent = this.#draw.marks.length > 0 ? 'Send the drawing' : 'Send the comment';
        }
    }

    #say(event) {
        event.preventDefault();
        const field = event.target.elements.text;
        const marks = this.#draw?.marks ?? [];
        const problem = this.$('problem');
        const most = Number(field.dataset.most);
        problem.hidden = true;
        if (field.value.trim().length > most) {
            problem.textContent = `A comment has ${most.toLocaleString('en')} characters at most; this one has ${field.value.trim().length.toLocaleString('en')}.`;
            problem.hidden = false;

            return;
        }
        if (field.value.trim() !== '' || marks.length > 0) {
            this.#acts.comment(this.frame, field.value.trim(), marks.length > 0 ? marks : null);
            field.value = '';
            this.#draw?.clear();
            this.#drafts.forget(this.frame.number);
            this.show();
        }
    }

    /** Why something could not be taken. */
    tell(text) {
        this.$('problem').textContent = text;
        this.$('problem').hidden = text === '';
    }

    #key(event) {
        if (event.target.matches('textarea, input') || event.metaKey || event.ctrlKey || event.altKey) {
            return;
        }
        if (event.key === 'ArrowRight' || event.key === 'ArrowLeft') {
            this.turn(event.key === 'ArrowRight' ? 1 : -1);
            event.preventDefault();
        } else if (event.key === ' ' && !event.target.matches('button, summary')) {
            this.#acts.choose(this.frame);
            event.preventDefault();
        } else if (/^[0-5]$/.test(event.key) && this.$('ratings')) {
            this.#acts.rate(this.frame, Number(event.key));
        } else if (event.key === 'c') {
            this.#compare(!this.#beside);
        }
    }
}
