// A student's own sheet: filled in on its pages. Every mark is kept here first, and goes when there is a line.
import { send } from './api.js';
import { element } from './dom.js';
import { boxOf, distance, isDrawn, Pen } from './snap.js';
import { drawSheet } from './stage.js';

const PAUSE_MS = 700;
const AGAIN_MS = 5000;
const LINE = 15; // points
const PEN_SHARE = 2.4 / 612; // of the page's width
const LETTERS = 0.72; // of a line's height; Mark.FilledIn
const TICK = '\u2713';

const ruler = document.createElement('canvas').getContext('2d');

/** How wide words are, in points, in a line of some height. */
function widthOf(words, height) {
  ruler.font = `${height * LETTERS}px "Atkinson Hyperlegible", sans-serif`;
  return ruler.measureText(words).width;
}

/** Where words stand in a place: on its lower edge, in a cell in its middle, and smaller where they would not fit. */
function lineIn(place, words) {
  const { box, kind } = place;
  let height = kind === 'free' ? LINE : Math.min(box.height, kind === 'box' ? 60 : LINE + 3);
  if (kind === 'box') {
    height = Math.max(12, height * 1.25);
    return { x: box.x + box.width / 2 - widthOf(words, height) / 2, y: box.y + box.height / 2 - height * 0.55, width: widthOf(words, height), height };
  }
  const room = kind === 'free' ? Infinity : box.width - 2;
  height = Math.max(height / 2, Math.min(height, (height * room) / Math.max(1, widthOf(words, height))));
  const y = kind === 'cell' ? box.y + (box.height - height) / 2 : box.y + box.height - height;
  return { x: box.x + 1, y, width: Math.max(1, widthOf(words, height)), height };
}

/** What has to go to the server, on this device until it has gone. */
class Waiting {
  constructor(task) {
    this.task = task;
    this.name = `kerygma:sheet:${task}`;
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
    let words;
    let pages = [];
    let marks = new Map();
    let waiting;
    let timer;
    let going = null;
    let place = null; // that is being filled in
    let pen = null;
    let from = null;
    const made = [];
    return {
      tool: 'fill',
      color: 'spruce',
      filling: false,
      label: '',
      state: '',
      problem: '',
      nothing: true,
      large: false,

      async init() {
        words = this.$root.dataset;
        waiting = new Waiting(words.task);
        addEventListener('online', () => this.go());
        visualViewport?.addEventListener('resize', () => this.aboveKeys());
        try {
          const shown = await send('GET', `/class/tasks/${words.task}/sheet`);
          pages = shown.pages;
          marks = new Map(shown.marks.map((m) => [m.id, m]));
        } catch (e) {
          this.problem = e.message || words.lost;
          return;
        }
        for (const [id, what] of Object.entries(waiting.all)) {
          if (what.away) {
            marks.delete(id);
          } else {
            marks.set(id, { ...what.body, id, edits: what.body.seen, ink: what.ink ?? [] });
          }
        }
        this.$refs.pages.replaceChildren(...pages.map((p) => this.page(p)));
        new ResizeObserver(() => this.draw()).observe(this.$refs.pages);
        document.fonts.ready.then(() => this.draw());
        this.see();
        this.$root.dataset.ready = 'true';
        if (waiting.left > 0) {
          this.go();
        }
      },

      get still() {
        return words?.still === 'true';
      },

      // ---- pages

      page(page) {
        const canvas = element('canvas', { class: 'marks', 'data-page': page.id, 'aria-hidden': 'true' });
        const picture = element('img', { src: `/media/pages/${page.id}/l`, alt: words.page.replace('%1', page.number).replace('%2', page.of), width: page.width, height: page.height });
        const over = element('span', { class: 'places' });
        for (const p of page.places) {
          p.page = page;
          p.name = `${page.id.slice(0, 8)}:${p.key}`;
          p.button = this.placeButton(p);
          over.append(p.button);
        }
        canvas.addEventListener('pointerdown', (e) => this.down(e, page, canvas));
        canvas.addEventListener('pointermove', (e) => this.move(e, page, canvas));
        canvas.addEventListener('pointerup', (e) => this.up(e, page, canvas));
        page.canvas = canvas;
        return element('figure', { class: 'paper-page' }, element('span', { class: 'paper' }, picture, canvas, over));
      },

      placeButton(p) {
        const b = element('button', { type: 'button', class: `place ${p.kind}` });
        const share = (n, of) => `${(100 * n) / of}%`;
        Object.assign(b.style, { left: share(p.box.x, p.page.width), top: share(p.box.y, p.page.height), width: share(p.box.width, p.page.width), height: share(p.box.height, p.page.height) });
        b.disabled = !this.still;
        b.addEventListener('click', () => (p.kind === 'box' ? this.tickPlace(p) : this.open(p)));
        return b;
      },

      markAt(p) {
        return [...marks.values()].find((m) => m.place === p.name || m.place === p.key && m.page === p.page.id);
      },

      draw() {
        for (const page of pages) {
          const own = [...marks.values()].filter((m) => m.page === page.id);
          if (pen && pen.page === page) {
            own.push({ ...pen.line.shown(page.width * PEN_SHARE), color: this.color });
          }
          drawSheet(page.canvas, page, own);
          page.canvas.dataset.marks = own.map((m) => m.kind).join(' ');
          page.canvas.classList.toggle('armed', this.tool !== 'fill');
          for (const p of page.places) {
            const mark = this.markAt(p);
            p.button.setAttribute('aria-label', this.said(p, mark));
            p.button.classList.toggle('filled', Boolean(mark));
            if (p.kind === 'box') {
              p.button.setAttribute('aria-pressed', String(Boolean(mark)));
            }
          }
        }
        this.nothing = made.length === 0;
      },

      said(p, mark) {
        const about = p.label || words.place;
        return mark ? `${about}: ${mark.words === TICK ? words.ticked : mark.words}` : `${about}: ${words.empty}`;
      },

      // ---- filling in

      open(p) {
        this.close();
        place = p;
        this.filling = true;
        this.label = p.label || words.place;
        this.$refs.words.value = this.markAt(p)?.words ?? p.mark?.words ?? '';
        p.button?.classList.add('open');
        requestAnimationFrame(() => requestAnimationFrame(() => {
          this.$refs.words.focus();
          this.aboveKeys();
        }));
      },

      close() {
        place?.button?.classList.remove('open');
        this.filling = false;
        place = null;
      },

      /** Done: back to where it was written. */
      done() {
        const at = place?.button;
        this.close();
        at?.focus();
      },

      typed() {
        const text = this.$refs.words.value;
        const known = place.mark ? marks.get(place.mark.id) : this.markAt(place);
        const id = known?.id ?? place.mark?.id ?? crypto.randomUUID();
        const mark = { id, page: place.page.id, place: place.name ?? null, kind: 'filled', number: 0, boxes: [lineIn(place, text || ' ')], words: text, ink: [], color: this.color, edits: known?.edits ?? 0 };
        if (!known && !place.mark) {
          made.push(id);
        }
        if (place.kind === 'free') {
          place.mark = mark;
        }
        this.put(mark);
      },

      tickPlace(p) {
        const known = this.markAt(p);
        if (known) {
          this.put({ ...known, words: '' });
        } else {
          const mark = { id: crypto.randomUUID(), page: p.page.id, place: p.name, kind: 'filled', number: 0, boxes: [lineIn(p, TICK)], words: TICK, ink: [], color: this.color, edits: 0 };
          made.push(mark.id);
          this.put(mark);
        }
      },

      nextPlace() {
        this.step(1);
      },
      placeBefore() {
        this.step(-1);
      },
      step(by) {
        const all = pages.flatMap((p) => p.places).filter((p) => p.kind !== 'box');
        const next = all[all.indexOf(place) + by];
        if (place?.kind === 'free' || !next) {
          this.done();
          return;
        }
        next.button.scrollIntoView({ block: 'center' });
        this.open(next);
      },

      /** On a phone the keys cover the lower part of the page. */
      aboveKeys() {
        const keys = innerHeight - (visualViewport?.height ?? innerHeight) - (visualViewport?.offsetTop ?? 0);
        this.$refs.bar.style.bottom = `${Math.max(0, keys)}px`;
      },

      // ---- by hand

      choose(event) {
        this.tool = event.currentTarget.dataset.tool;
        this.close();
        this.see();
      },
      ink(event) {
        this.color = event.currentTarget.dataset.color;
        this.see();
      },
      see() {
        this.$root.querySelectorAll('[data-tool]').forEach((b) => b.setAttribute('aria-pressed', String(b.dataset.tool === this.tool)));
        this.$root.querySelectorAll('[data-color]').forEach((b) => b.setAttribute('aria-pressed', String(b.dataset.color === this.color)));
        this.draw();
      },
      larger() {
        this.large = !this.large;
        this.$refs.pages.classList.toggle('large', this.large);
      },

      spot(event, page, canvas) {
        const r = canvas.getBoundingClientRect();
        const scale = page.width / r.width;
        return { x: (event.clientX - r.left) * scale, y: (event.clientY - r.top) * scale };
      },

      down(event, page, canvas) {
        if (!this.still) {
          return;
        }
        canvas.setPointerCapture(event.pointerId);
        from = this.spot(event, page, canvas);
        if (this.tool === 'pen') {
          pen = { page, line: new Pen(event) };
          pen.line.add(event, (e) => this.spot(e, page, canvas));
        }
      },

      move(event, page, canvas) {
        if (pen) {
          pen.line.add(event, (e) => this.spot(e, page, canvas));
          this.draw();
        }
      },

      up(event, page, canvas) {
        if (!from) {
          return;
        }
        const to = this.spot(event, page, canvas);
        const box = boxOf(from, to);
        const at = from;
        from = null;
        const mark = { id: crypto.randomUUID(), page: page.id, place: null, number: 0, words: '', ink: [], color: this.color, edits: 0 };
        if (pen) {
          const { line } = pen;
          pen = null;
          const width = page.width * PEN_SHARE;
          this.made({ ...mark, ...line.shown(width), boxes: [line.box] }, { ink: line.points.slice(0, 5000), width });
        } else if (this.tool === 'ring') {
          const drawn = isDrawn(box) ? box : { ...at, width: 0.01, height: 0.01 };
          this.made({ ...mark, kind: 'ring', boxes: [drawn] });
        } else if (this.tool === 'tick') {
          this.made({ ...mark, kind: 'filled', words: TICK, boxes: [{ x: at.x - 7, y: at.y - 12, width: 14, height: 20 }] });
        } else if (this.tool === 'write') {
          this.open({ page, kind: 'free', label: words.write, box: { x: at.x, y: at.y - LINE / 2, width: 1, height: LINE } });
        } else if (this.tool === 'away') {
          const under = [...marks.values()].filter((m) => m.page === page.id && m.boxes.some((b) => distance(b, at) < 8)).pop();
          if (under) {
            this.away(under.id);
          }
        }
      },

      made(mark, sent = {}) {
        made.push(mark.id);
        this.put(mark, sent);
      },

      takeBack() {
        const last = made.pop();
        if (last) {
          this.close();
          this.away(last);
        }
      },

      away(id) {
        marks.delete(id);
        waiting.add(id, { away: true });
        this.draw();
        this.soon();
      },

      // ---- keeping

      put(mark, sent = {}) {
        if (mark.words === '' && mark.kind === 'filled') {
          marks.delete(mark.id);
        } else {
          marks.set(mark.id, mark);
        }
        const { page, kind, boxes, words: text, color } = mark;
        waiting.add(mark.id, { ink: mark.ink, body: { page, place: mark.place?.split(':').pop() ?? null, kind, boxes, words: text, color, seen: mark.edits, width: 0, ink: [], ...sent } });
        this.draw();
        this.soon();
      },

      soon() {
        this.state = '';
        document.dispatchEvent(new CustomEvent('kerygma:own-mark'));
        clearTimeout(timer);
        timer = setTimeout(() => this.go(), PAUSE_MS);
      },

      go() {
        clearTimeout(timer);
        going = (going ?? Promise.resolve()).then(() => this.goNow());
        return going;
      },

      async goNow() {
        const all = await waiting.go(
          (id, kept, what) => this.kept(id, kept, what),
          (id, why) => {
            marks.delete(id);
            this.problem = why || words.lost;
          },
        );
        this.state = all ? words.kept : words.here;
        if (!all) {
          timer = setTimeout(() => this.go(), AGAIN_MS);
        }
        this.draw();
        return all;
      },

      /** What the server has kept may have another id: another tab has written into the same place. */
      kept(id, mark, what) {
        if (!mark || waiting.all[id]) {
          const own = marks.get(id);
          if (own && mark) {
            own.edits = mark.edits;
            waiting.all[id].body.seen = mark.edits;
          }
          return;
        }
        if (mark.id !== id) {
          marks.delete(id);
        }
        marks.set(mark.id, { ...mark, number: 0 });
        if (place && this.markAt(place)?.id === mark.id && mark.words !== what.body.words) {
          this.$refs.words.value = mark.words;
        }
      },
    };
  });
});
