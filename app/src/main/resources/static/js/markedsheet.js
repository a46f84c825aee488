// A page that is marked: its canvas, and what is drawn on it with pointer and keys.
import { KINDS, LOOK } from './kinds.js';
import { aimed, boxOf, distance, isDrawn, meant, nextNumber, Pen, within } from './snap.js';
import { drawSheet } from './stage.js';

const PEN_SHARE = LOOK.ring / LOOK.width; // of the page's width: as thick as on the stage

/** One page with its canvas. */
export class Sheet {
  #pointer = null;
  #hover = null;
  #aiming = false;
  #from = null;
  #pen = null;
  targets = null;

  constructor(canvas, page, book) {
    this.canvas = canvas;
    this.page = page;
    this.book = book;
    canvas.addEventListener('pointerdown', (e) => this.down(e));
    canvas.addEventListener('pointermove', (e) => this.move(e));
    canvas.addEventListener('pointerup', (e) => this.up(e));
    canvas.addEventListener('pointercancel', () => this.forget());
    canvas.addEventListener('focus', () => this.load());
    canvas.addEventListener('pointerenter', () => this.load());
    canvas.addEventListener('pointerleave', () => this.#leave());
  }

  async load() {
    this.targets ??= await this.book.targetsOf(this.page);
  }

  get marks() {
    return this.book.marks.filter((m) => m.page === this.page.id);
  }

  draw() {
    const marks = [...this.marks];
    const chosen = this.book.selected;
    if (chosen?.page === this.page.id) {
      chosen.boxes.forEach((b) => marks.push({ kind: 'ring', boxes: [b] }));
    }
    if (this.#pen) {
      marks.push(this.#pen.shown(this.penWidth));
    } else if (this.#from && isDrawn(boxOf(this.#from, this.#pointer))) {
      marks.push({ kind: 'ring', boxes: [boxOf(this.#from, this.#pointer)] });
    } else if (this.#aiming) {
      marks.push({ kind: 'ink', ink: [{ ...this.#pointer, width: 6 }] });
    }
    drawSheet(this.canvas, this.page, marks);
    this.canvas.dataset.marks = this.marks.map((m) => m.kind).join(' ');
  }

  get penWidth() {
    return this.page.width * PEN_SHARE;
  }

  #place(event) {
    const r = this.canvas.getBoundingClientRect();
    const scale = this.page.width / r.width;
    return { x: (event.clientX - r.left) * scale, y: (event.clientY - r.top) * scale };
  }

  /** Whether a key would mark something here: the pointer is over the page, or the arrow keys aim. */
  get pointed() {
    return this.#aiming ? this.#pointer : this.#hover;
  }

  #leave() {
    this.#hover = null;
  }

  down(event) {
    this.#aiming = false;
    if (!this.book.tool) {
      const place = this.#place(event);
      const under = this.marks.filter((m) => !KINDS[m.kind].beneath && m.boxes.some((b) => distance(b, place) < 6));
      this.book.select(under[under.length - 1] ?? null);
      return;
    }
    this.canvas.setPointerCapture(event.pointerId);
    this.#from = this.#place(event);
    this.#pointer = this.#from;
    if (this.book.tool === 'ink') {
      this.#pen = new Pen(event);
      this.#pen.add(event, (e) => this.#place(e));
    }
  }

  move(event) {
    this.#hover = this.#place(event);
    if (this.#aiming) {
      this.#aiming = false; // The hand has taken over.
      this.draw();
    }
    if (!this.#from) {
      return;
    }
    this.#pointer = this.#place(event);
    this.#pen?.add(event, (e) => this.#place(e));
    this.draw();
  }

  up(event) {
    const from = this.#from;
    const pen = this.#pen;
    const to = this.#place(event);
    const whole = event.shiftKey;
    this.forget();
    if (!from) {
      return;
    }
    if (pen) {
      this.book.used();
      this.book.make(this, {
        ...pen.shown(this.penWidth),
        boxes: [pen.box],
        sent: { ink: pen.points.slice(0, 5000), width: this.penWidth },
      });
      return;
    }
    const kind = this.book.tool;
    this.book.used();
    this.book.doing = this.load().then(() => this.mark(kind, boxOf(from, to), from, whole));
  }

  mark(kind, box, place, whole) {
    if (kind === 'note') {
      this.book.note(this, place);
      return;
    }
    const target = isDrawn(box) ? within(this.targets, box) : meant(this.targets, kind, place, whole);
    if (target && kind === 'explain') {
      this.book.onExplain(target.text);
    } else if (target) {
      const number = kind === 'number' ? nextNumber(this.marks) : 0;
      this.book.make(this, { kind, boxes: target.boxes, number, words: target.text, ink: [] });
    }
  }

  /** Arrow keys aim. */
  async aim(event) {
    await this.load();
    const by = { ArrowDown: 1, ArrowUp: -1, ArrowRight: 1, ArrowLeft: -1 }[event.key];
    const unit = event.key === 'ArrowDown' || event.key === 'ArrowUp' ? 'lines' : 'words';
    const view = { x: 0, y: 0, width: this.page.width, height: this.page.height };
    this.#pointer = aimed(this.targets, unit, this.pointed ?? this.#pointer, by, view) ?? this.#pointer;
    this.#aiming = Boolean(this.#pointer);
    this.draw();
  }

  /** A letter marks what is pointed at. */
  async byKey(kind) {
    const place = this.pointed;
    await this.load();
    this.mark(kind, { ...place, width: 0, height: 0 }, place, false);
  }

  forget() {
    this.#from = null;
    this.#pen = null;
    this.draw();
  }
}
