// Marking a paper without recording: verbs above the pages, marks on them, a list beside them.
import { KINDS } from './kinds.js';
import { aimed, boxOf, distance, isDrawn, Keeping, meant, nextNumber, Pen, replaces, targetsOf, within } from './snap.js';
import { drawSheet } from './stage.js';

const VERBS = { r: 'ring', u: 'underline', n: 'number', l: 'light', c: 'cover', i: 'ink', t: 'note', d: 'explain' };
const PEN_SHARE = 5 / 1600; // of the page's width: as thick as on the stage

/** One page with its canvas. */
class Sheet {
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
    this.targets ??= await targetsOf(this.page.id);
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

/** All marks of the paper, and what is done to them. */
class Book {
  tool = '';
  marks;
  sheets = [];
  keeping = new Keeping();
  doing = Promise.resolve();
  onChange = () => {};
  onUsed = () => {};
  /** @type {(sheet: any, at: any) => void} */
  onNote = () => {};
  /** @type {(term: string) => void} */
  onExplain = () => {};
  #made = [];

  constructor(data) {
    this.marks = data.marks;
    this.pages = new Map(data.pages.map((p) => [p.id, p]));
  }

  open() {
    document.querySelectorAll('.reader canvas.marks').forEach((canvas) => {
      this.sheets.push(new Sheet(canvas, this.pages.get(canvas.dataset.page), this));
    });
    const show = () => this.sheets.forEach((s) => s.draw());
    new ResizeObserver(show).observe(document.querySelector('.reader'));
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

document.addEventListener('alpine:init', () => {
  const book = new Book(JSON.parse(document.getElementById('marking-data').textContent));
  const words = { ...document.getElementById('marking-words').dataset };

  /** A mark in words: "Ringed: two sketches, page 1". */
  const said = (m) => {
    const page = book.pages.get(m.page);
    const what = m.kind === 'ink' || !m.words ? words.none : m.words.replaceAll('\n', ' ');
    const where = page.of > 1 ? `, ${words.page} ${page.printed || page.number}` : '';
    return `${words[m.kind]}${m.number ? ` ${m.number}` : ''}: ${what}${where}`;
  };

  Alpine.data('marking', () => {
    let place;
    return {
      noting: false,
      explaining: false,
      nothing: true,
      selected: '',
      state: '',
      problem: '',

      init() {
        book.open();
        book.onNote = (sheet, at) => {
          place = { sheet, at };
          this.noting = true;
          this.$nextTick(() => this.$refs.note.focus());
        };
        book.onExplain = (term) => {
          this.explaining = true;
          this.$refs.term.value = term.replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, '');
          this.$nextTick(() => this.$refs.meaning.focus());
        };
        book.onUsed = () => this.seeTool();
        const list = book.onChange;
        book.onChange = () => {
          list();
          document.dispatchEvent(new CustomEvent('kerygma:marks'));
          this.nothing = !book.canTakeBack;
          this.problem = book.problem ?? '';
          this.selected = book.selected ? said(book.selected) : '';
          this.state = book.keeping.left > 0 ? this.$root.dataset.busy : this.$root.dataset.kept;
        };
        this.$root.dataset.ready = 'true';
      },

      verb(event) {
        this.choose(event.currentTarget.dataset.verb);
      },
      choose(verb) {
        book.choose(verb);
        this.seeTool();
        this.state = book.tool === 'note' ? this.$root.dataset.placeFirst : '';
      },
      seeTool() {
        this.$root.querySelectorAll('[data-verb]').forEach((b) => {
          b.setAttribute('aria-pressed', String(b.dataset.verb === book.tool));
        });
      },

      takeBack() {
        book.takeBack();
      },
      takeSelected() {
        book.take(book.selected.id);
      },

      key(event) {
        const typing = ['SELECT', 'INPUT', 'TEXTAREA'].includes(event.target.tagName);
        if (typing || event.ctrlKey || event.metaKey || event.altKey) {
          if (event.key === 'Escape') {
            this.dropNote();
          }
          return;
        }
        const sheet = book.sheets.find((s) => s.canvas === event.target);
        const letter = event.key.toLowerCase();
        if (book.selected && (event.key === 'Delete' || event.key === 'Backspace')) {
          event.preventDefault();
          this.takeSelected();
        } else if (letter === 'b' || (event.key === 'Escape' && book.tool)) {
          event.preventDefault();
          if (letter === 'b') {
            this.takeBack();
          } else {
            this.choose(book.tool);
          }
        } else if (sheet && event.key.startsWith('Arrow')) {
          event.preventDefault();
          book.doing = book.doing.then(() => sheet.aim(event));
        } else if (VERBS[letter]) {
          event.preventDefault();
          this.byKey(VERBS[letter], sheet);
        }
      },

      /** A key marks what the pointer is on, or what the arrow keys have aimed at; it arms nothing. */
      async byKey(kind, focused) {
        await book.doing;
        const sheet = focused?.pointed ? focused : book.sheets.find((s) => s.pointed);
        this.state = sheet && kind !== 'ink' ? '' : this.$root.dataset.pointFirst;
        if (sheet && kind !== 'ink') {
          book.doing = sheet.byKey(kind);
        }
      },

      keepNote() {
        const { sheet, at } = place;
        const text = this.$refs.note.value.trim();
        const own = { kind: 'note', boxes: [{ ...at, width: 120, height: 20 }], number: 0, words: text, ink: [] };
        book.make(sheet, own);
        this.dropNote();
        sheet.canvas.focus();
      },
      dropNote() {
        this.noting = false;
        this.explaining = false;
        this.$refs.note.value = '';
      },
    };
  });

  Alpine.data('markList', () => ({
    marks: [],
    get none() {
      return this.marks.length === 0;
    },
    get any() {
      return this.marks.length > 0;
    },
    init() {
      const show = () => {
        this.marks = book.marks.map((m) => {
          const label = said(m);
          return { id: m.id, label, away: `${words.away}: ${label}`, take: () => book.take(m.id) };
        });
      };
      document.addEventListener('kerygma:marks', show);
      show();
    },
  }));
});
