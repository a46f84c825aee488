// Marking a paper without recording: verbs above the pages, marks on them, a list beside them.
import { Book } from './markbook.js';

const VERBS = { r: 'ring', u: 'underline', n: 'number', l: 'light', c: 'cover', i: 'ink', t: 'note', d: 'explain' };

document.addEventListener('alpine:init', () => {
  const book = new Book(JSON.parse(document.getElementById('marking-data').textContent), document.querySelector('.reader'));
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
