// A student's own sheet: filled in on its pages. Every mark is kept here first, and goes when there is a line.
import { send } from './api.js';
import { element, fill } from './dom.js';
import { PAUSE_MS, pictures } from './sheetpictures.js';
import { filled, lay } from './sheetfilling.js';
import { byHand } from './sheethand.js';

const AGAIN_MS = 5000;

/** What has to go to the server, on this device until it has gone. */
class Waiting {
  /** @param mine names the task and the student: others may use this device too */
  constructor(task, mine) {
    this.task = task;
    this.name = `kerygma:sheet:${mine}`;
    this.all = JSON.parse(localStorage.getItem(this.name) ?? '{}');
  }

  get left() {
    return Object.keys(this.all).length;
  }

  add(id, what) {
    this.all[id] = { ...what, at: performance.now() };
    this.#write();
  }

  #write() {
    if (this.left > 0) {
      localStorage.setItem(this.name, JSON.stringify(this.all));
    } else {
      localStorage.removeItem(this.name);
    }
  }

  /** One after the other; what was changed meanwhile goes once more. */
  async go(kept, refused) {
    for (const [id, what] of Object.entries(this.all)) {
      const address = `/class/tasks/${this.task}/sheet/${id}`;
      let answer = null;
      try {
        answer = what.away ? await send('DELETE', address) : await send('PUT', address, what.body);
      } catch (e) {
        if (!e.status) {
          return false;
        }
        refused(id, e.message);
      }
      if (this.all[id]?.at === what.at) {
        delete this.all[id];
        this.#write();
      }
      kept(id, answer?.mark ?? null, what);
    }
    return true;
  }
}

document.addEventListener('alpine:init', () => {
  Alpine.data('ownSheet', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    /** @type {Record<string, any>} */
    const its = {
      words: undefined,
      pages: [],
      marks: new Map(),
      waiting: undefined,
      timer: undefined,
      going: null,
      place: null, // that is being filled in
      pen: null,
      from: null,
      aim: null, // of the arrow keys: a page, and where on it
      taken: null, // a word of the page that is being moved
      pictures: [],
      made: [],
    };
    return {
      ...pictures(its),
      ...filled(its),
      ...byHand(its),
      tool: 'fill',
      color: 'spruce',
      filling: false,
      label: '',
      state: '',
      problem: '',
      nothing: true,
      large: false,
      allTools: false,
      bank: [],

      async init() {
        its.words = this.$root.dataset;
        its.waiting = new Waiting(its.words.task, its.words.mine);
        addEventListener('online', () => this.go());
        visualViewport?.addEventListener('resize', () => this.aboveKeys());
        try {
          const shown = await send('GET', `/class/tasks/${its.words.task}/sheet`);
          its.pages = shown.pages;
          its.marks = new Map(shown.marks.map((m) => [m.id, m]));
          its.pictures = shown.pictures;
        } catch (e) {
          this.problem = e.message || its.words.lost;
          return;
        }
        for (const [id, what] of Object.entries(its.waiting.all)) {
          if (what.away) {
            its.marks.delete(id);
          } else {
            its.marks.set(id, { ...what.body, id, edits: what.body.seen, ink: what.ink ?? [] });
          }
        }
        this.$refs.pages.replaceChildren(...its.pages.map((p) => this.page(p)));
        new ResizeObserver(() => this.draw()).observe(this.$refs.pages);
        document.fonts.ready.then(() => this.draw());
        this.see();
        this.$root.dataset.ready = 'true';
        if (its.waiting.left > 0) {
          this.go();
        }
        its.pictures.filter((f) => !f.ready && !f.arriving).forEach((f) => this.untilSeen(f.file));
      },

      get hasBank() {
        return this.bank.length > 0;
      },

      get still() {
        return its.words?.still === 'true';
      },

      // ---- pages

      page(page) {
        const canvas = element('canvas', { class: 'marks', 'data-page': page.id, 'aria-hidden': 'true', role: 'application' });
        const picture = element('img', { src: `/media/pages/${page.id}/l`, alt: fill(its.words.page, page.number, page.of), width: page.width, height: page.height });
        const over = element('span', { class: 'places' });
        for (const p of page.places) {
          p.page = page;
          p.name = `${page.id.slice(0, 8)}:${p.key}`;
          p.button = this.placeButton(p);
          over.append(p.button);
        }
        for (const item of page.bank) {
          over.append(this.bankButton(page, item));
        }
        page.targets = { ...page.aims, places: page.places };
        canvas.addEventListener('keydown', (e) => this.key(e, page));
        canvas.addEventListener('blur', () => this.endAim());
        canvas.addEventListener('pointerdown', (e) => this.down(e, page, canvas));
        canvas.addEventListener('pointermove', (e) => this.move(e, page, canvas));
        canvas.addEventListener('pointerup', (e) => this.up(e, page, canvas));
        page.canvas = canvas;
        const read = element('div', { class: 'visually-hidden' }, ...page.aims.lines.map((l) => element('p', {}, l.text)));
        return element('figure', { class: 'paper-page' }, read, element('span', { class: 'paper' }, picture, canvas, over));
      },

      placeButton(p) {
        const b = element('button', { type: 'button', class: `place ${p.kind}` });
        lay(b, p.box, p.page);
        b.disabled = !this.still;
        b.addEventListener('click', () => this.press(p));
        return b;
      },

      press(p) {
        if (p.kind === 'frame') {
          this.choosePicture(p);
        } else if (p.kind === 'box') {
          this.tickPlace(p);
        } else if (its.taken) {
          this.moveTo(p, its.taken.item.text);
        } else {
          this.open(p);
        }
      },

      // ---- keeping

      put(mark, sent = {}) {
        if (mark.words === '' && mark.kind === 'filled') {
          its.marks.delete(mark.id);
        } else {
          its.marks.set(mark.id, mark);
        }
        const { page, kind, boxes, words: text, color } = mark;
        its.waiting.add(mark.id, { ink: mark.ink, body: { page, place: mark.place?.split(':').pop() ?? null, kind, boxes, words: text, color, seen: mark.edits, width: 0, ink: [], ...sent } });
        this.draw();
        this.soon();
      },

      soon() {
        this.state = '';
        document.dispatchEvent(new CustomEvent('kerygma:own-mark'));
        clearTimeout(its.timer);
        its.timer = setTimeout(() => this.go(), PAUSE_MS);
      },

      go() {
        clearTimeout(its.timer);
        its.going = (its.going ?? Promise.resolve()).then(() => this.goNow());
        return its.going;
      },

      async goNow() {
        const all = await its.waiting.go(
          (id, kept, what) => this.kept(id, kept, what),
          (id, why) => {
            its.marks.delete(id);
            this.problem = why || its.words.lost;
          },
        );
        this.state = all ? its.words.kept : its.words.here;
        if (!all) {
          its.timer = setTimeout(() => this.go(), AGAIN_MS);
        }
        this.draw();
        return all;
      },

      /** What the server has kept may have another id: another tab has written into the same place. */
      kept(id, mark, what) {
        if (!mark || its.waiting.all[id]) {
          const own = its.marks.get(id);
          if (own && mark) {
            own.edits = mark.edits;
            its.waiting.all[id].body.seen = mark.edits;
          }
          return;
        }
        if (mark.id !== id) {
          its.marks.delete(id);
        }
        its.marks.set(mark.id, { ...mark, number: 0 });
        if (its.place && this.markAt(its.place)?.id === mark.id && mark.words !== what.body.words) {
          this.$refs.words.value = mark.words;
        }
      },
    };
  });
});
