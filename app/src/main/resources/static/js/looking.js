// Looking at work: points and words beside it, marks on its pages, and the next student's page before it is asked for.
import { send } from './api.js';
import { LOOK } from './kinds.js';
import { Book } from './markbook.js';
import { showChanges } from './pagechanges.js';
import { drawSheet } from './stage.js';

const VERBS = { r: 'ring', u: 'underline', n: 'number', l: 'light', i: 'ink', t: 'note' };
const PAUSE_MS = 350;
const NOTHING = { words: [], lines: [], sentences: [], blocks: [], cells: [], places: [] };

/** Work on the screen; another student's is another. */
class Looked {
  #timer = 0;
  #going = Promise.resolve(true);
  #changes = 0;
  #ahead = null;
  #away = new AbortController();

  constructor(main) {
    this.main = main;
    this.data = main.dataset;
    this.rows = [...main.querySelectorAll('.mark-row')];
    this.active = this.rows.find((r) => !this.#points(r) && !this.#level(r)) ?? this.rows[0];
    this.rows.forEach((r) => this.#listen(r));
    this.points = main.querySelector('#points');
    this.words = main.querySelector('#words');
    this.late = main.querySelector('#late');
    [this.points, this.words].forEach((f) => f?.addEventListener('input', () => this.changed()));
    main.querySelectorAll('[data-phrase]').forEach((b) => b.addEventListener('click', () => this.#say(b)));
    main.querySelectorAll('[data-go]').forEach((a) => a.addEventListener('click', (e) => this.#click(e, a.href)));
    this.#showActive();
    this.#openBook();
    const { signal } = this.#away;
    addEventListener('keydown', (e) => this.#key(e), { signal });
    addEventListener('beforeunload', (e) => this.#changes > 0 && e.preventDefault(), { signal });
    this.next = main.querySelector('a[data-next]')?.href;
    this.before = main.querySelector('a[data-before]')?.href;
    main.querySelector('.seats [aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
    this.#lookAhead();
    main.dataset.ready = 'true';
  }

  // ---- points and words

  #level(row) {
    return row.querySelector('[data-level][aria-pressed=true]')?.dataset.level ?? '';
  }

  #points(row) {
    return row.querySelector('.points').value.trim();
  }

  #listen(row) {
    row.addEventListener('focusin', () => this.#activate(row));
    row.querySelectorAll('[data-level]').forEach((b) => b.addEventListener('click', () => this.#choose(row, b)));
    row.querySelectorAll('[data-points]').forEach((b) =>
      b.addEventListener('click', () => {
        row.querySelector('.points').value = b.dataset.points;
        this.changed();
      }),
    );
    row.querySelectorAll('.points, .row-words').forEach((f) => f.addEventListener('input', () => this.changed()));
    row.querySelectorAll('[data-row-phrase]').forEach((b) =>
      b.addEventListener('click', () => {
        row.querySelector('.row-words').value = b.textContent.trim();
        this.changed();
      }),
    );
  }

  /** A level that is chosen again is taken back. */
  #choose(row, button) {
    const chosen = button.getAttribute('aria-pressed') === 'true';
    row.querySelectorAll('[data-level]').forEach((b) => b.setAttribute('aria-pressed', String(b === button && !chosen)));
    if (button.querySelector('.numeral')) {
      row.querySelector('.points').value = ''; // The level gives them.
    }
    this.changed();
  }

  #activate(row) {
    this.active = row;
    this.#showActive();
  }

  #showActive() {
    this.rows.forEach((r) => r.classList.toggle('active', r === this.active));
  }

  /** Said before: it comes to what is written already. */
  #say(button) {
    const said = button.textContent.trim();
    const written = this.words.value.trim();
    this.words.value = written ? `${written} ${said}` : said;
    this.words.focus();
    this.changed();
  }

  changed() {
    this.#changes += 1;
    this.#tell(this.data.keeping);
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => this.keep(), PAUSE_MS);
  }

  /** One after the other; resolves to whether all of it is kept. */
  keep() {
    clearTimeout(this.#timer);
    this.#going = this.#going.then(() => this.#keepNow());
    return this.#going;
  }

  async #keepNow() {
    const changes = this.#changes;
    if (changes === 0) {
      return true;
    }
    const rows = this.rows.map((r) => ({ criterion: r.dataset.criterion, level: this.#level(r), points: this.#points(r), words: r.querySelector('.row-words').value }));
    try {
      const kept = await send('PUT', this.data.result, { rows, points: this.points?.value ?? '', words: this.words.value, seen: this.data.seen, late: this.late?.checked ?? null });
      this.data.seen = kept.seen;
      this.#changes -= changes;
      this.#showSum(kept);
      this.#problem('');
      this.#tell(this.#changes === 0 ? this.data.kept : this.data.keeping);
      return this.#changes === 0;
    } catch (e) {
      this.#problem(e.status >= 400 && e.status !== 401 ? e.message : this.data.lost);
      this.#tell('');
      return false;
    }
  }

  #showSum({ sum, outOf, whole, late }) {
    const got = Math.round(100 * (Number(sum) + Number(late))) / 100;
    this.main.querySelector('.off').textContent = late ? this.data.lessWords.replace('%1', String(got)).replace('%2', late) : '';
    const output = this.main.querySelector('.sum output');
    output.textContent = sum ? (outOf ? this.data.ofWords.replace('%1', sum).replace('%2', outOf) : sum) : '';
    output.classList.toggle('pencil', !whole);
  }

  #tell(state) {
    this.main.querySelector('.state').textContent = state;
  }

  #problem(text) {
    const told = this.main.querySelector('.problem');
    told.hidden = !text;
    told.textContent = text;
  }

  // ---- the next

  async #click(event, url) {
    if (event.ctrlKey || event.metaKey || event.shiftKey) {
      return;
    }
    event.preventDefault();
    await this.go(url);
  }

  /** What is given is kept first; where it cannot be, one stays and reads why. */
  async go(url) {
    if (!url || !(await this.keep())) {
      return;
    }
    const html = this.#ahead?.url === url ? await this.#ahead.html : await this.#fetch(url);
    const main = html && new DOMParser().parseFromString(html, 'text/html').querySelector('main.looking');
    if (!main) {
      location.assign(url);
      return;
    }
    this.#away.abort();
    this.main.replaceWith(main);
    history.pushState(null, '', url);
    document.title = main.dataset.title;
    window.scrollTo(0, 0);
    begin();
    main.querySelector('h1').focus();
  }

  async #fetch(url) {
    const answer = await fetch(url, { headers: { Accept: 'text/html' } }).catch(() => null);
    return answer?.ok && !answer.redirected ? answer.text() : '';
  }

  /** The next student's page, and its pictures, are here before they are asked for. */
  #lookAhead() {
    if (!this.next) {
      return;
    }
    const html = this.#fetch(this.next);
    this.#ahead = { url: this.next, html };
    html.then((text) => {
      for (const picture of new DOMParser().parseFromString(text, 'text/html').querySelectorAll('main .work img')) {
        new Image().src = picture.getAttribute('src');
      }
    });
  }

  // ---- marks on the pages

  #openBook() {
    const text = this.main.querySelector('#result-marks')?.textContent;
    if (!text) {
      return;
    }
    const pages = [...this.main.querySelectorAll('.work canvas.marks[data-page]')].map((canvas) => {
      const image = canvas.parentElement.querySelector('img');
      const sheet = canvas.dataset.width;
      // A page of a file is as high as its picture, once that is there.
      const height = () => (image.naturalWidth > 0 ? (LOOK.filePage * image.naturalHeight) / image.naturalWidth : LOOK.filePage * 1.3);
      return sheet
        ? { id: canvas.dataset.page, width: Number(sheet), height: Number(canvas.dataset.height) }
        : {
            id: canvas.dataset.page,
            width: LOOK.filePage,
            get height() {
              return height();
            },
            targets: NOTHING,
          };
    });
    const { version } = this.data;
    this.book = new Book({ marks: JSON.parse(text), pages }, this.main.querySelector('.work'), (page, id) => `/hand-ins/${version}/marks/${id}?page=${encodeURIComponent(page)}`);
    const { book } = this;
    book.onNote = (sheet, at) => this.#openNote(sheet, at);
    book.onUsed = () => this.#showTool();
    book.onChange = () => {
      this.#problem(book.problem ?? '');
      this.main.querySelectorAll('[data-deed=back]').forEach((b) => (b.disabled = !book.canTakeBack));
      this.main.querySelectorAll('[data-deed=away]').forEach((b) => (b.hidden = !book.selected));
      this.#tellNotes();
    };
    book.open();
    this.#tellNotes();
    this.main.querySelectorAll('.work img').forEach((i) => i.addEventListener('load', () => book.sheets.forEach((s) => s.draw())));
    this.main.querySelectorAll('[data-verb]').forEach((b) =>
      b.addEventListener('click', () => {
        book.choose(b.dataset.verb);
        this.#showTool();
      }),
    );
    if (pages.length === 0) {
      return;
    }
    this.main.querySelector('[data-deed=back]').addEventListener('click', () => book.takeBack());
    this.main.querySelector('[data-deed=away]').addEventListener('click', () => book.take(book.selected.id));
    const form = this.main.querySelector('.note-form');
    form.addEventListener('submit', (e) => {
      e.preventDefault();
      this.#keepNote();
    });
    this.#drawOwn();
  }

  /** At a note a word can be spoken. */
  #tellNotes() {
    this.main.notes = this.book.marks.filter((m) => m.kind === 'note').map((m) => ({ id: m.id, words: m.words.replaceAll('\n', ' ') }));
    document.dispatchEvent(new CustomEvent('kerygma:notes', { detail: this.main.notes }));
  }

  #showTool() {
    this.main.querySelectorAll('[data-verb]').forEach((b) => b.setAttribute('aria-pressed', String(b.dataset.verb === this.book.tool)));
  }

  #openNote(sheet, at) {
    this.noting = { sheet, at };
    const form = this.main.querySelector('.note-form');
    form.hidden = false;
    form.querySelector('input').value = '';
    form.querySelector('input').focus();
  }

  #keepNote() {
    const form = this.main.querySelector('.note-form');
    const words = form.querySelector('input').value.trim();
    if (words) {
      this.book.make(this.noting.sheet, { kind: 'note', boxes: [{ ...this.noting.at, width: 120, height: 20 }], number: 0, words, ink: [] });
    }
    form.hidden = true;
  }

  /** What the student has put on their own sheet. */
  #drawOwn() {
    const text = this.main.querySelector('#drawings')?.textContent;
    const drawings = text ? JSON.parse(text) : [];
    for (const picture of this.main.querySelectorAll('img.framed')) {
      const [left, top, width, height] = picture.dataset.box.split(' ').map((n) => `${n}%`);
      Object.assign(picture.style, { left, top, width, height });
    }
    const show = () => {
      for (const canvas of this.main.querySelectorAll('canvas.own[data-own]')) {
        const page = drawings.find((d) => d.page === canvas.dataset.own);
        drawSheet(canvas, page, page.marks);
        canvas.dataset.marks = page.marks.map((m) => m.kind).join(' ');
      }
    };
    new ResizeObserver(show).observe(this.main.querySelector('.work'));
    document.fonts.ready.then(show);
  }

  // ---- keys

  #key(event) {
    const typing = ['SELECT', 'INPUT', 'TEXTAREA'].includes(event.target.tagName);
    if (event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    if (event.key === 'PageDown' || event.key === 'PageUp') {
      event.preventDefault();
      this.go(event.key === 'PageDown' ? this.next : this.before);
      return;
    }
    if (typing) {
      if (event.key === 'Escape') {
        event.target.blur();
      }
      return;
    }
    const { book } = this;
    const letter = event.key.toLowerCase();
    const sheet = book?.sheets.find((s) => s.canvas === event.target);
    if (/^[1-9]$/.test(event.key) && this.active) {
      event.preventDefault();
      this.#byNumber(Number(event.key));
    } else if (book?.selected && (event.key === 'Delete' || event.key === 'Backspace')) {
      event.preventDefault();
      book.take(book.selected.id);
    } else if (book && letter === 'b') {
      event.preventDefault();
      book.takeBack();
    } else if (book?.tool && event.key === 'Escape') {
      book.choose(book.tool);
      this.#showTool();
    } else if (sheet && event.key.startsWith('Arrow')) {
      event.preventDefault();
      book.doing = book.doing.then(() => sheet.aim(event));
    } else if (book && VERBS[letter]) {
      event.preventDefault();
      this.#byVerb(VERBS[letter], sheet);
    }
  }

  /** The number of a level chooses it, and the next row is at hand. */
  #byNumber(number) {
    const button = this.active.querySelectorAll('[data-level]')[number - 1];
    if (!button) {
      return;
    }
    this.#choose(this.active, button);
    const after = this.rows[this.rows.indexOf(this.active) + 1];
    if (after) {
      this.#activate(after);
      after.scrollIntoView({ block: 'nearest' });
    }
  }

  /** A key marks what is pointed at; where nothing is, the verb is armed. */
  async #byVerb(kind, focused) {
    const { book } = this;
    await book.doing;
    const sheet = focused?.pointed ? focused : book.sheets.find((s) => s.pointed);
    if (sheet && kind !== 'ink') {
      book.doing = sheet.byKey(kind);
    } else {
      book.choose(kind);
      this.#showTool();
    }
  }
}

function begin() {
  const main = document.querySelector('main.looking');
  if (main) {
    new Looked(main);
    showChanges(main);
    // What is on the screen is read; what was only fetched ahead is not.
    const read = main.querySelector('.replies')?.getAttribute('data-read');
    if (read) {
      send('POST', read).catch(() => {});
    }
  }
}

addEventListener('popstate', () => location.reload());
begin();
