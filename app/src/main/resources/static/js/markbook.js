// All marks of a paper or of a student's work, and what is done to them.
import { Sheet } from './markedsheet.js';
import { Keeping, replaces, targetsOf } from './snap.js';

/** All marks of the paper, and what is done to them. */
export class Book {
  tool = '';
  marks;
  sheets = [];
  doing = Promise.resolve();
  onChange = () => {};
  onUsed = () => {};
  /** @type {(sheet: any, at: any) => void} */
  onNote = () => {};
  /** @type {(term: string) => void} */
  onExplain = () => {};
  #made = [];

  /**
   * @param data the marks, and the pages on which they lie
   * @param root what has a canvas for each page
   * @param {(page: string, id: string) => string} [address] where a mark is kept
   */
  constructor(data, root, address) {
    this.root = root;
    this.keeping = new Keeping(address);
    this.marks = data.marks;
    this.pages = new Map(data.pages.map((p) => [p.id, p]));
  }

  /** What can be pointed at on a page. */
  targetsOf(page) {
    return page.targets ?? targetsOf(page.id);
  }

  open() {
    this.root.querySelectorAll('canvas.marks[data-page]').forEach((canvas) => {
      this.sheets.push(new Sheet(canvas, this.pages.get(canvas.dataset.page), this));
    });
    const show = () => this.sheets.forEach((s) => s.draw());
    new ResizeObserver(show).observe(this.root);
    document.fonts.ready.then(show);
    document.addEventListener('kerygma:covered', (e) => {
      this.marks.push(...e.detail);
      this.#changed();
    });
    addEventListener('beforeunload', (e) => {
      if (this.keeping.left > 0) {
        e.preventDefault();
      }
    });
    this.keeping.onRefused = (why, id) => {
      this.marks = this.marks.filter((m) => m.id !== id);
      this.problem = why;
      this.#changed();
    };
    this.keeping.onChange = () => this.onChange();
  }

  #changed() {
    this.sheets.forEach((s) => s.draw());
    this.onChange();
  }

  choose(tool) {
    this.tool = this.tool === tool ? '' : tool;
    this.sheets.forEach((s) => s.canvas.classList.toggle('armed', this.tool !== ''));
  }

  /** A verb is armed for one use. */
  used() {
    this.choose(this.tool);
    this.onUsed();
  }

  note(sheet, place) {
    this.onNote(sheet, place);
  }

  async make(sheet, mark) {
    const { sent, ...shown } = mark;
    const own = { ...shown, id: crypto.randomUUID(), page: sheet.page.id };
    this.problem = '';
    this.marks = this.marks.filter((m) => m.page !== own.page || !replaces(own, m));
    this.marks.push(own);
    this.#made.push(own.id);
    this.#changed();
    const body = {
      kind: own.kind.toUpperCase(),
      boxes: own.boxes,
      number: own.number,
      words: own.words,
      width: 0,
      ...sent,
    };
    const kept = await this.keeping.put(own.page, own.id, body);
    const at = this.marks.findIndex((m) => m.id === own.id);
    if (kept && at >= 0) {
      this.marks[at] = kept;
      this.#changed();
    }
  }

  take(id) {
    const gone = this.marks.find((m) => m.id === id);
    if (gone) {
      this.marks = this.marks.filter((m) => m.id !== id);
      this.#made = this.#made.filter((m) => m !== id);
      this.selected = null;
      this.#changed();
      this.keeping.remove(gone.page, id);
    }
  }

  select(mark) {
    this.selected = mark;
    this.#changed();
  }

  get canTakeBack() {
    return this.#made.length > 0;
  }

  /** What was done last, even if it is only being done now. */
  async takeBack() {
    await this.doing;
    this.take(this.#made[this.#made.length - 1]);
  }
}
