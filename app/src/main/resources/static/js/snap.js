// What a pointer or a drawn box means on a page: SnapTargets.java found the targets, here they are only looked up.
import { send } from './api.js';
import { KINDS, LOOK } from './kinds.js';

const REACH = 24; // points: further away nothing is meant

/** Which targets of the page each verb snaps to. */
const SNAPS = { ring: 'words', underline: 'sentences', number: 'lines', light: 'blocks', cover: 'words', explain: 'words' };

export const middle = (box) => ({ x: box.x + box.width / 2, y: box.y + box.height / 2 });

export function distance(box, { x, y }) {
  const dx = Math.max(box.x - x, 0, x - box.x - box.width);
  const dy = Math.max(box.y - y, 0, y - box.y - box.height);
  return Math.hypot(dx, dy);
}

export const isIn = (box, place) => distance(box, place) === 0;

export function nearest(targets, place, reach) {
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

export const boxOf = (a, b) => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  width: Math.max(1, Math.abs(a.x - b.x)),
  height: Math.max(1, Math.abs(a.y - b.y)),
});

export const isDrawn = (box) => box.width >= LOOK.click || box.height >= LOOK.click;

/** Boxes that stand in one line become one. */
function joined(boxes) {
  const lines = [];
  for (const box of boxes) {
    const last = lines[lines.length - 1];
    if (last && Math.abs(last.y - box.y) < box.height / 2 && box.x > last.x) {
      const bottom = Math.max(last.y + last.height, box.y + box.height);
      last.width = box.x + box.width - last.x;
      last.y = Math.min(last.y, box.y);
      last.height = bottom - last.y;
    } else {
      lines.push({ ...box });
    }
  }
  return lines;
}

/** What a place means to a verb: the nearest target; on a page without words the place itself. */
export function meant(targets, kind, place, whole = false) {
  if (targets?.words.length === 0) {
    return { text: '', boxes: [{ x: place.x - 40, y: place.y - 20, width: 80, height: 40 }] };
  }
  if (!targets) {
    return null;
  }
  const cell = whole && targets.cells.find((c) => isIn(c.boxes[0], place));
  return cell || nearest(targets[SNAPS[kind]], place, REACH);
}

/** What a drawn box means: the words in it; where there are none the box itself. */
export function within(targets, box) {
  const words = (targets?.words ?? []).filter((w) => isIn(box, middle(w.boxes[0])));
  return words.length === 0
    ? { text: '', boxes: [box] }
    : { text: words.map((w) => w.text).join(' '), boxes: joined(words.map((w) => w.boxes[0])) };
}

/** The next place to aim at, by words or by lines, among those that are seen. */
export function aimed(targets, unit, from, by, view) {
  const all = targets?.[unit] ?? [];
  const seen = all.map((t) => middle(t.boxes[0])).filter((p) => isIn(view, p));
  if (seen.length === 0) {
    return null;
  }
  const near = from && nearest(all, from, Infinity);
  const here = near ? seen.findIndex((p) => isIn(near.boxes[0], p)) : -1;
  return seen[here < 0 ? 0 : Math.max(0, Math.min(seen.length - 1, here + by))];
}

/** Whether a mark takes the place of one of the same page that was there before. */
export const replaces = (mark, before) => KINDS[mark.kind].oneAPage && before.kind === mark.kind;

/** The number that the next number mark of a page says. */
export const nextNumber = (marks) => Math.min(99, 1 + Math.max(0, ...marks.map((m) => m.number)));

const known = new Map();

/** The targets of a page; asked for once, and again if the answer did not come. */
export function targetsOf(page) {
  if (!known.has(page)) {
    known.set(
      page,
      send('GET', `/pages/${page}/targets`).catch(() => {
        known.delete(page);
        return null;
      }),
    );
  }
  return known.get(page);
}

/** Collects the places of a pen while it is down. */
export class Pen {
  points = [];
  #began;

  constructor(event) {
    this.#began = event.timeStamp;
  }

  /** A line that begins under the pointer, by a key. */
  static at(place, moment) {
    const pen = new Pen({ timeStamp: moment });
    pen.points.push([round(place.x), round(place.y), 0.5]);
    return pen;
  }

  /** @param toPage turns an event into a place of the page */
  add(event, toPage) {
    const all = event.getCoalescedEvents?.() ?? [];
    for (const e of all.length > 0 ? all : [event]) {
      const p = toPage(e);
      // A mouse tells 0 when no button is down; then and without a sensor half is meant.
      this.points.push([round(p.x), round(p.y), e.pressure > 0 ? Math.round(e.pressure * 100) / 100 : 0.5]);
    }
  }

  get began() {
    return this.#began;
  }

  /** The line as it is seen until the server has smoothed it. */
  shown(width) {
    const ink = this.points.map(([x, y, p]) => ({ x, y, width: width * (0.4 + 1.2 * p) }));
    return { kind: 'ink', boxes: [], number: 0, words: '', ink };
  }

  get box() {
    const xs = this.points.map((p) => p[0]);
    const ys = this.points.map((p) => p[1]);
    const x = Math.min(...xs);
    const y = Math.min(...ys);
    return { x, y, width: Math.max(0.5, Math.max(...xs) - x), height: Math.max(0.5, Math.max(...ys) - y) };
  }
}

const round = (value) => Math.round(value * 100) / 100;

/** Keeps what was marked on the server; what cannot be sent now is sent again until it is. */
export class Keeping {
  #waiting = [];
  #busy = false;
  onChange = () => {};
  /** @type {(why: string, id?: string) => void} */
  onRefused = () => {};

  get left() {
    return this.#waiting.length;
  }

  /** @param {(page: string, id: string) => string} [address] where a mark is kept */
  constructor(address = (page, id) => `/pages/${page}/marks/${id}`) {
    this.address = address;
  }

  put(page, id, mark) {
    return this.#add('PUT', this.address(page, id), mark, id);
  }

  remove(page, id) {
    return this.#add('DELETE', this.address(page, id), undefined, id);
  }

  #add(method, url, body, id) {
    return new Promise((kept) => {
      this.#waiting.push({ method, url, body, id, kept });
      this.onChange();
      this.#send();
    });
  }

  async #send() {
    if (this.#busy) {
      return;
    }
    this.#busy = true;
    while (this.#waiting.length > 0) {
      const next = this.#waiting[0];
      try {
        next.kept(await send(next.method, next.url, next.body));
        this.#waiting.shift();
      } catch (e) {
        if (e.status >= 400 && e.status < 500 && e.status !== 401) {
          this.#waiting.shift();
          this.onRefused(e.message, next.id);
        } else {
          this.cutOff = true;
          this.onChange();
          await new Promise((again) => setTimeout(again, 2000));
          continue;
        }
      }
      this.cutOff = false;
      this.onChange();
    }
    this.#busy = false;
  }
}
