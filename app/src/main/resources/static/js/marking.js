// Marking a paper without recording: verbs above the pages, marks on them, a list beside them.
import { Sheet } from './markedsheet.js';
import { Keeping, replaces } from './snap.js';

const VERBS = { r: 'ring', u: 'underline', n: 'number', l: 'light', c: 'cover', i: 'ink', t: 'note', d: 'explain' };

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
