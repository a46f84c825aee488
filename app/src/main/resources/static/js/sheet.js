// A student's own sheet: filled in on its pages. Every mark is kept here first, and goes when there is a line.
import { send } from './api.js';
import { element, fill } from './dom.js';
import { Filling } from './filling.js';
import { aimed, boxOf, distance, isDrawn, isIn, Pen } from './snap.js';
import { drawSheet } from './stage.js';

const PAUSE_MS = 700;
const AGAIN_MS = 5000;
const PEN_SHARE = 2.4 / 612; // of the page's width
const TICK = '\u2713';

/** The pen goes so far with a press of an arrow key, in points. */
const STEP = 6;
const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
/** A word that was moved less was pressed. */
const MOVED_PX = 6;

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

/** Puts an element where a box of a page is. */
function lay(e, box, page) {
  const share = (n, of) => `${(100 * n) / of}%`;
  Object.assign(e.style, { left: share(box.x, page.width), top: share(box.y, page.height), width: share(box.width, page.width), height: share(box.height, page.height) });
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
    let aim = null; // of the arrow keys: a page, and where on it
    let taken = null; // a word of the page that is being moved
    let pictures = [];
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
      bank: [],

      async init() {
        words = this.$root.dataset;
        waiting = new Waiting(words.task, words.mine);
        addEventListener('online', () => this.go());
        visualViewport?.addEventListener('resize', () => this.aboveKeys());
        try {
          const shown = await send('GET', `/class/tasks/${words.task}/sheet`);
          pages = shown.pages;
          marks = new Map(shown.marks.map((m) => [m.id, m]));
          pictures = shown.pictures;
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
        pictures.filter((f) => !f.ready && !f.arriving).forEach((f) => this.untilSeen(f.file));
      },

      get hasBank() {
        return this.bank.length > 0;
      },

      get still() {
        return words?.still === 'true';
      },

      // ---- pages

      page(page) {
        const canvas = element('canvas', { class: 'marks', 'data-page': page.id, 'aria-hidden': 'true', role: 'application' });
        const picture = element('img', { src: `/media/pages/${page.id}/l`, alt: fill(words.page, page.number, page.of), width: page.width, height: page.height });
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
        } else if (taken) {
          this.moveTo(p, taken.item.text);
        } else {
          this.open(p);
        }
      },

      // ---- words that are moved

      /** A word of the page's bank: dragged to its place, or pressed and then the place. */
      bankButton(page, item) {
        const b = element('button', { type: 'button', class: 'bank', 'aria-pressed': 'false' });
        lay(b, item.box, page);
        b.disabled = !this.still;
        item.button = b;
        let began = null;
        let ghost = null;
        b.addEventListener('pointerdown', (e) => {
          began = e;
          b.setPointerCapture(e.pointerId);
        });
        b.addEventListener('pointermove', (e) => {
          if (!began || (!ghost && Math.hypot(e.clientX - began.clientX, e.clientY - began.clientY) < MOVED_PX)) {
            return;
          }
          if (!ghost) {
            ghost = element('span', { class: 'moved-word', 'aria-hidden': 'true' }, item.text);
            document.body.append(ghost);
          }
          Object.assign(ghost.style, { left: `${e.clientX}px`, top: `${e.clientY}px` });
        });
        const drop = (e) => {
          const dragged = ghost;
          began = null;
          ghost = null;
          if (dragged) {
            dragged.remove();
            const under = document.elementsFromPoint(e.clientX, e.clientY).find((x) => x.classList?.contains('place'));
            const p = pages.flatMap((q) => q.places).find((q) => q.button === under && q.kind !== 'box' && q.kind !== 'frame');
            if (p) {
              this.moveTo(p, item.text);
            }
          }
          return Boolean(dragged);
        };
        let wasDragged = false;
        b.addEventListener('pointerup', (e) => (wasDragged = drop(e)));
        b.addEventListener('pointercancel', drop);
        b.addEventListener('click', () => {
          if (!wasDragged) {
            this.take(taken?.item === item ? null : item);
          }
          wasDragged = false;
        });
        return b;
      },

      take(item) {
        taken?.item.button.setAttribute('aria-pressed', 'false');
        taken = item ? { item } : null;
        item?.button.setAttribute('aria-pressed', 'true');
        this.state = item ? fill(words.moving, item.text) : '';
      },

      moveTo(p, text) {
        this.close();
        this.take(null);
        place = p;
        this.write(text);
        place = null;
        p.button.focus();
      },

      // ---- pictures in frames

      pictureIn(p) {
        return pictures.findLast((f) => f.page === p.page.id && f.place === p.key && !f.arriving);
      },

      choosePicture(p) {
        const there = this.pictureIn(p);
        if (this.tool === 'away') {
          if (there) {
            pictures = pictures.filter((f) => f !== there);
            send('POST', `/class/work/files/${there.file}/away`).catch((e) => {
              pictures.push(there);
              this.problem = e.message || words.lost;
              this.draw();
            });
            this.draw();
          }
          return;
        }
        const input = element('input', { type: 'file', accept: 'image/jpeg,image/png' });
        input.addEventListener('change', async () => {
          const [file] = input.files;
          if (!file) {
            return;
          }
          this.problem = '';
          p.button.classList.add('coming');
          this.state = words.sending;
          const { problem, id } = await Alpine.$data(document.querySelector('.own-work')).bringIn(file, 'FRAMED', { page: p.page.id, place: p.key });
          this.problem = problem;
          if (!problem) {
            await this.untilSeen(id);
          }
          p.button.classList.remove('coming');
          this.state = problem ? '' : words.kept;
          this.draw();
        });
        input.click();
      },

      /** Its picture is being looked at first; what is no picture is gone then. */
      async untilSeen(id) {
        for (;;) {
          const shown = await send('GET', `/class/tasks/${words.task}/sheet`).catch(() => null);
          const mine = shown?.pictures.find((f) => f.file === id);
          if (shown && (!mine || mine.ready || mine.arriving)) {
            pictures = shown.pictures;
            this.problem = mine ? this.problem : words.noPicture;
            this.draw();
            return;
          }
          await new Promise((again) => setTimeout(again, PAUSE_MS));
        }
      },

      markAt(p) {
        return [...marks.values()].find((m) => m.place === p.name || m.place === p.key && m.page === p.page.id);
      },

      draw() {
        for (const page of pages) {
          const own = [...marks.values()].filter((m) => m.page === page.id);
          if (pen && pen.page === page) {
            own.push({ ...pen.line.shown(page.width * PEN_SHARE), color: this.color });
          } else if (aim?.page === page) {
            own.push({ kind: 'ink', ink: [{ ...aim.at, width: 6 }], color: this.color });
          }
          drawSheet(page.canvas, page, own);
          page.canvas.dataset.marks = own.map((m) => m.kind).join(' ');
          const armed = this.tool !== 'fill';
          page.canvas.classList.toggle('armed', armed);
          if (armed && this.still) {
            page.canvas.removeAttribute('aria-hidden');
            page.canvas.setAttribute('tabindex', '0');
            page.canvas.setAttribute('aria-label', `${fill(words.page, page.number, page.of)}: ${words[this.tool]}. ${words.keys}`);
          } else {
            page.canvas.setAttribute('aria-hidden', 'true');
            page.canvas.removeAttribute('tabindex');
          }
          const used = new Set(own.map((m) => m.words.toLowerCase()));
          for (const item of page.bank) {
            const gone = used.has(item.text.toLowerCase());
            item.button.classList.toggle('used', gone);
            item.button.setAttribute('aria-label', gone ? fill(words.used, item.text) : fill(words.move, item.text));
          }
          for (const p of page.places) {
            const mark = this.markAt(p);
            if (p.kind === 'frame') {
              this.drawFrame(p);
              continue;
            }
            p.button.setAttribute('aria-label', this.said(p, mark));
            p.button.classList.toggle('filled', Boolean(mark));
            if (p.kind === 'box') {
              p.button.setAttribute('aria-pressed', String(Boolean(mark)));
            }
          }
        }
        this.nothing = made.length === 0;
      },

      drawFrame(p) {
        const there = this.pictureIn(p);
        const about = p.label || words.picture;
        p.button.setAttribute('aria-label', `${about}: ${there ? words.changePicture : words.putPicture}`);
        p.button.classList.toggle('filled', Boolean(there));
        const src = there?.ready ? `/media/hand-ins/${there.file}/1/l?look=${there.look}` : '';
        const img = p.button.querySelector('img');
        if (!src) {
          p.button.replaceChildren(element('span', { class: 'put' }, words.putPicture));
        } else if (img?.getAttribute('src') !== src) {
          p.button.replaceChildren(element('img', { src, alt: '' }));
        }
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
        this.bank = p.kind === 'free' ? [] : p.page.bank.map((b) => ({ text: b.text, put: () => this.writeFromBank(b.text) }));
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
        this.write(this.$refs.words.value);
      },

      writeFromBank(text) {
        this.$refs.words.value = text;
        this.write(text);
        this.$refs.words.focus();
      },

      write(text) {
        const known = place.mark ? marks.get(place.mark.id) : this.markAt(place);
        const id = known?.id ?? place.mark?.id ?? crypto.randomUUID();
        const filling = place.filling ?? new Filling(place);
        const mark = { ...filling.type(text || ' ').mark, id, page: place.page.id, place: place.name ?? null, words: text, ink: [], color: this.color, edits: known?.edits ?? 0 };
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
          const mark = { ...new Filling(p).type(TICK).mark, id: crypto.randomUUID(), page: p.page.id, place: p.name, ink: [], color: this.color, edits: 0 };
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
        const all = pages.flatMap((p) => p.places).filter((p) => p.kind !== 'box' && p.kind !== 'frame');
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
        this.take(null);
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
        if (pen) {
          this.endPen();
        } else {
          this.act(page, at, box);
        }
      },

      blank(page) {
        return { id: crypto.randomUUID(), page: page.id, place: null, number: 0, words: '', ink: [], color: this.color, edits: 0 };
      },

      endPen() {
        const { line, page } = pen;
        pen = null;
        const width = page.width * PEN_SHARE;
        this.made({ ...this.blank(page), ...line.shown(width), boxes: [line.box] }, { ink: line.points.slice(0, 5000), width });
      },

      /** What the tool does there. */
      act(page, at, box) {
        const mark = this.blank(page);
        if (this.tool === 'ring') {
          const drawn = isDrawn(box) ? box : { ...at, width: 0.01, height: 0.01 };
          this.made({ ...mark, kind: 'ring', boxes: [drawn] });
        } else if (this.tool === 'tick') {
          this.made({ ...mark, kind: 'filled', words: TICK, boxes: [{ x: at.x - 7, y: at.y - 12, width: 14, height: 20 }] });
        } else if (this.tool === 'write') {
          this.open({ page, kind: 'free', label: words.write, filling: Filling.at({ ...page.targets, places: [] }, at), box: { ...at, width: 1, height: 1 } });
        } else if (this.tool === 'away') {
          const under = [...marks.values()].filter((m) => m.page === page.id && m.boxes.some((b) => distance(b, at) < 8)).pop();
          if (under) {
            this.away(under.id);
          } else {
            const frame = page.places.find((p) => p.kind === 'frame' && isIn(p.box, at));
            if (frame) {
              this.choosePicture(frame);
            }
          }
        }
      },

      // ---- by keys

      /** Arrow keys aim at words and lines; the pen goes where they lead it. */
      key(event, page) {
        const by = ARROWS[event.key];
        const go = event.key === 'Enter' || event.key === ' ';
        if (!this.still || !(by || go)) {
          return;
        }
        event.preventDefault();
        const whole = { x: 0, y: 0, width: page.width, height: page.height };
        if (by && pen) {
          const [x, y] = pen.line.points[pen.line.points.length - 1];
          aim = { page, at: { x: Math.min(page.width, Math.max(0, x + by[0] * STEP)), y: Math.min(page.height, Math.max(0, y + by[1] * STEP)) } };
          pen.line.points.push([aim.at.x, aim.at.y, 0.5]);
        } else if (by) {
          const unit = by[1] === 0 ? 'words' : 'lines';
          const before = aim?.page === page ? aim.at : null;
          const next = event.shiftKey || page.targets.words.length === 0 ? null : aimed(page.targets, unit, before, by[0] + by[1], whole);
          const from0 = before ?? { x: page.width / 2, y: page.height / 3 };
          aim = { page, at: next ?? { x: from0.x + by[0] * STEP, y: from0.y + by[1] * STEP } };
          this.state = page.targets.words.find((w) => isIn(w.boxes[0], aim.at))?.text ?? '';
        } else if (pen) {
          this.endPen();
        } else if (aim?.page === page && this.tool === 'pen') {
          pen = { page, line: Pen.at(aim.at, event.timeStamp) };
        } else if (aim?.page === page) {
          this.act(page, aim.at, { ...aim.at, width: 0, height: 0 });
        }
        this.draw();
      },

      endAim() {
        if (pen) {
          this.endPen();
        }
        aim = null;
        this.draw();
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
