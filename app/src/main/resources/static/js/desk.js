// What lies on the lectern's stage: a page, the part of it that is shown, marks and the pointer.
// Every change is told, so that it can be recorded.
import { send } from './api.js';
import { draw, fit, Pictures } from './stage.js';

const GLIDE_MS = 350;
const POINT_EVERY_MS = 33;
const CLOSER = 2;
const REACH = 24; // points: further away nothing is meant
/** Which targets of the page each verb snaps to. */
const SNAPS = { ring: 'words', underline: 'sentences', number: 'lines', light: 'blocks' };

function distance(box, { x, y }) {
  const dx = Math.max(box.x - x, 0, x - box.x - box.width);
  const dy = Math.max(box.y - y, 0, y - box.y - box.height);
  return Math.hypot(dx, dy);
}

function nearest(targets, place, reach) {
  let best = null;
  let least = reach;
  for (const target of targets) {
    const here = Math.min(...target.boxes.map((b) => distance(b, place)));
    if (here < least) {
      best = target;
      least = here;
    }
  }
  return best;
}

const middle = (box) => ({ x: box.x + box.width / 2, y: box.y + box.height / 2 });

export class Desk {
  #canvas;
  #pages;
  #tell;
  #pictures = new Pictures(() => this.draw());
  #targets = new Map();
  #marks = new Map();
  #framed;
  #page;
  #view;
  #before = null;
  #pointer = null;
  #lastPoint = 0;

  /**
   * @param pages all pages that can be shown
   * @param tell called with each event for the trace, and its moment on the page's clock
   */
  constructor(canvas, pages, tell) {
    this.#canvas = canvas;
    this.#pages = new Map(pages.map((p) => [p.id, p]));
    this.#tell = tell;
  }

  get page() {
    return this.#page;
  }

  get isCloser() {
    return this.#before !== null;
  }

  /** Lays a stop on the desk: its page as it is framed, without marks. */
  lay(stop) {
    this.#framed = stop;
    this.#marks.clear();
    this.#before = null;
    this.#pointer = null;
    this.#set(stop.page, stop.view);
  }

  #set(page, view) {
    this.#page = page;
    this.#view = view;
    this.#load(page);
    this.draw();
  }

  #look(page, view, over, moment) {
    this.#set(page, view);
    this.#tell({ do: 'look', page, view: [view.x, view.y, view.width, view.height], over }, moment);
  }

  async #load(page) {
    if (!this.#targets.has(page)) {
      this.#targets.set(page, null);
      const found = await send('GET', `/pages/${page}/targets`).catch(() => null);
      if (found) {
        this.#targets.set(page, found);
      } else {
        this.#targets.delete(page); // The next look at the page asks again.
      }
    }
  }

  draw() {
    if (!this.#page) {
      return;
    }
    fit(this.#canvas);
    const marks = (this.#marks.get(this.#page) ?? []).map((m) => ({ ...m, startMs: -1000 }));
    const moment = { at: 0, page: this.#pages.get(this.#page), view: this.#view, marks, pointer: this.#pointer };
    draw(this.#canvas, moment, this.#pictures);
  }

  // ---- the pointer

  point(event) {
    const r = this.#canvas.getBoundingClientRect();
    this.#pointer = {
      x: this.#view.x + ((event.clientX - r.left) / r.width) * this.#view.width,
      y: this.#view.y + ((event.clientY - r.top) / r.height) * this.#view.height,
    };
    if (event.timeStamp - this.#lastPoint >= POINT_EVERY_MS) {
      this.#tellPoint(event.timeStamp);
    }
    this.draw();
  }

  #tellPoint(moment) {
    this.#lastPoint = moment;
    this.#tell({ do: 'point', page: this.#page, ...this.#pointer }, moment);
  }

  /** Moves the pointer by words or by lines, without a mouse. */
  aim(by, unit, moment) {
    const all = this.#targets.get(this.#page)?.[unit] ?? [];
    const seen = all.map((t) => middle(t.boxes[0])).filter((p) => distance(this.#view, p) === 0);
    if (seen.length === 0) {
      return;
    }
    const from = this.#pointer && nearest(all, this.#pointer, Infinity);
    const here = from ? seen.findIndex((p) => distance(from.boxes[0], p) === 0) : -1;
    const next = here < 0 ? 0 : Math.max(0, Math.min(seen.length - 1, here + by));
    this.#pointer = seen[next];
    this.#tellPoint(moment);
    this.draw();
  }

  gone(event) {
    this.#pointer = null;
    this.#tell({ do: 'gone' }, event.timeStamp);
    this.draw();
  }

  // ---- marks

  mark(kind, moment) {
    if (!this.#pointer) {
      return;
    }
    const own = this.#marks.get(this.#page) ?? [];
    const target = this.#meant(kind);
    if (!target) {
      return;
    }
    const number = kind === 'number' ? own.filter((m) => m.kind === 'number').length + 1 : 0;
    const mark = { kind, boxes: target.boxes, number, words: target.text };
    const others = kind === 'light' ? own.filter((m) => m.kind !== 'light') : own;
    this.#marks.set(this.#page, [...others, mark]);
    const boxes = mark.boxes.map((b) => [b.x, b.y, b.width, b.height]);
    this.#tell({ do: 'mark', kind, page: this.#page, boxes, number, words: mark.words }, moment);
    this.draw();
  }

  /** What the pointer means: the nearest target, or on a page without words the place itself. */
  #meant(kind) {
    const all = this.#targets.get(this.#page);
    if (all?.words.length === 0) {
      return { text: '', boxes: [{ x: this.#pointer.x - 40, y: this.#pointer.y - 20, width: 80, height: 40 }] };
    }
    return all ? nearest(all[SNAPS[kind]], this.#pointer, REACH) : null;
  }

  wipe(moment) {
    this.#marks.delete(this.#page);
    this.#tell({ do: 'wipe', page: this.#page }, moment);
    this.draw();
  }

  // ---- the camera

  closer(moment) {
    if (this.#before) {
      const { page, view } = this.#before;
      this.#before = null;
      this.#look(page, view, GLIDE_MS, moment);
      return;
    }
    this.#before = { page: this.#page, view: this.#view };
    const c = this.#pointer ?? middle(this.#view);
    const width = this.#view.width / CLOSER;
    const height = this.#view.height / CLOSER;
    this.#look(this.#page, { x: c.x - width / 2, y: c.y - height / 2, width, height }, GLIDE_MS, moment);
  }

  /** Turns to a page before (-1) or after (1) in the same paper. */
  turn(by, moment) {
    const here = this.#pages.get(this.#page);
    const next = [...this.#pages.values()].find((p) => p.handout === here.handout && p.number === here.number + by);
    if (next) {
      this.hop(next.id, moment);
    }
  }

  /** A page that is turned to is seen in its full width, from its top; the stop's own page as it was framed. */
  hop(id, moment) {
    const page = this.#pages.get(id);
    const whole = { x: 0, y: 0, width: page.width, height: (page.width * 9) / 16 };
    this.#before = null;
    this.#look(page.id, page.id === this.#framed.page ? this.#framed.view : whole, 0, moment);
  }
}
