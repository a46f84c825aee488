// What lies on the lectern's stage: a page, the part of it that is shown, marks and the pointer.
// Every change is told, so that it can be recorded.
// Long because one moment of the stage is one state: page, view, marks and pointer change together.
import { Filling } from './filling.js';
import { LOOK } from './kinds.js';
import { aimed, boxOf, distance, isDrawn, Keeping, meant, middle, nextNumber, Pen, replaces, targetsOf, within } from './snap.js';
import { Pictures } from './pictures.js';
import { draw, fit } from './stage.js';

const GLIDE_MS = 350;
const POINT_EVERY_MS = 33;
const CLOSER = 2;
const FOLLOWS = 0.6; // of what is seen, when the aim leaves it
const SCROLL_EVERY_MS = 200;
const WHEEL_LINE = 32; // pixels of a line, for wheels that count lines

export class Desk {
  #canvas;
  #pages;
  #tell;
  #pictures = new Pictures(() => this.draw(), '/pages/pictures');
  #targets = new Map();
  #marks = new Map();
  #standing = new Map();
  #keeping = new Keeping();
  #pen = null;
  #from = null;
  #framed;
  #page;
  #view;
  #before = null;
  #behind = null;
  #pointer = null;
  #lastPoint = 0;
  #lastScroll = 0;
  #turned = 0;
  #turning = 0;
  #done = [];
  #sources = new Map();
  #filled = null;

  /**
   * @param pages all pages that can be shown
   * @param standing the marks that stand on them
   * @param tell called with each event for the trace, and its moment on the page's clock
   */
  constructor(canvas, pages, standing, tell) {
    this.#canvas = canvas;
    standing.forEach((m) => this.stand(m));
    this.#pages = new Map(pages.map((p) => [p.id, p]));
    this.#tell = tell;
  }

  get page() {
    return this.#page;
  }

  get isCloser() {
    return this.#before?.how === 'closer';
  }

  get isWhole() {
    return this.#before?.how === 'whole';
  }

  /** Lays a stop on the desk: its page as it is framed, without marks. */
  lay(stop) {
    this.#framed = stop;
    this.#marks.clear();
    this.#done = [];
    this.#before = null;
    this.#pointer = null;
    this.#set(stop.page, stop.opening);
  }

  /** Its recording begins: how it is seen is told, if that is not how it is framed. */
  begin(moment) {
    const { page, view, opening } = this.#framed;
    if (opening.width !== view.width || opening.y !== view.y) {
      this.#look(page, opening, 0, moment);
    }
  }

  /** Goes on with what lay here before; a recording notes where it begins. */
  takeUp(left, recorded = false) {
    if (!this.#pages.has(left.page)) {
      return;
    }
    left.marks.forEach((m) => {
      const page = left.pages[m.page];
      this.#marks.set(page, [...(this.#marks.get(page) ?? []), m]);
    });
    if (recorded) {
      this.#look(left.page, left.view, 0);
    } else {
      this.#set(left.page, left.view);
    }
  }

  #set(page, view) {
    this.#page = page;
    this.#view = view;
    this.#from = null;
    this.#pen = null;
    this.#load(page);
    this.draw();
  }

  #look(page, view, over, moment) {
    this.#set(page, view);
    this.#tell({ do: 'look', page, view: [view.x, view.y, view.width, view.height], over }, moment);
  }

  // ---- moving pictures

  /** Shows a source: a face lies over the stage, a window or a clip is looked at like a page. */
  show(source, moment) {
    this.#sources.set(source.id, source);
    if (source.isPage) {
      this.#pages.set(source.id, source.page);
      this.#behind = { page: this.#page, view: this.#view };
      this.hop(source.id, moment);
    }
    if (source.isPage) {
      source.onPicture(() => this.#sources.has(source.id) && this.draw());
    } else if (source.pictures) {
      source.video.className = 'face';
      this.#canvas.after(source.video); // Not drawn, picture by picture: browsers keep half a gigabyte of what is drawn.
    }
    this.draw();
  }

  /** Takes a source away; from what was shown like a page it goes back to one. */
  unshow(source, moment) {
    this.#sources.delete(source.id);
    source.video.remove();
    if (this.#page === source.id && this.#behind) {
      this.#before = null;
      this.#look(this.#behind.page, this.#behind.view, 0, moment);
    }
    this.draw();
  }

  /** A face lies over the stage as the browser's own element. */
  #layFaces() {
    const scale = this.#canvas.clientWidth / LOOK.width;
    for (const { place, video } of this.#sources.values()) {
      if (place) {
        const left = this.#canvas.offsetLeft + place.x * scale;
        const top = this.#canvas.offsetTop + place.y * scale;
        Object.assign(video.style, { left: `${left}px`, top: `${top}px`, width: `${place.width * scale}px`, height: `${place.height * scale}px` });
      }
    }
  }

  #stagePlace(event) {
    const r = this.#canvas.getBoundingClientRect();
    return { x: ((event.clientX - r.left) / r.width) * LOOK.width, y: ((event.clientY - r.top) / r.height) * LOOK.height };
  }

  /** The face in its corner, if the pointer is on it. */
  faceUnder(event) {
    const at = this.#stagePlace(event);
    return [...this.#sources.values()].find((s) => s.place && s.place.width < LOOK.width && distance(s.place, at) === 0);
  }

  /** Drags a face; it stays on the stage. */
  dragFace(source, event, from) {
    const at = this.#stagePlace(event);
    const { width, height } = source.place;
    const x = Math.min(LOOK.width - width, Math.max(0, from.place.x + at.x - from.at.x));
    const y = Math.min(LOOK.height - height, Math.max(0, from.place.y + at.y - from.at.y));
    source.place = { x: Math.round(x), y: Math.round(y), width, height };
    this.draw();
  }

  grip(source, event) {
    return { at: this.#stagePlace(event), place: source.place };
  }

  async #load(page) {
    if (this.#sources.has(page)) {
      this.#targets.set(page, { words: [], lines: [], cells: [] });
      return;
    }
    this.#targets.set(page, await targetsOf(page));
    this.#canvas.dataset.targets = page;
  }

  /** A page that came just now can be shown too. */
  add(page) {
    this.#pages.set(page.id, page);
  }

  /** Lays a mark on its page for good. */
  stand(mark) {
    this.#standing.set(mark.page, [...(this.#standing.get(mark.page) ?? []), mark]);
  }

  /** What is still on its way to the server. */
  get keeping() {
    return this.#keeping;
  }

  draw() {
    if (!this.#page) {
      return;
    }
    fit(this.#canvas);
    const own = this.#marks.get(this.#page) ?? [];
    const standing = (this.#standing.get(this.#page) ?? []).filter((m) => !own.some((o) => replaces(o, m)));
    const marks = [...standing, ...own];
    if (this.#pen) {
      marks.push(this.#pen.shown(this.#penWidth));
    } else if (this.#from && this.#pointer && isDrawn(boxOf(this.#from, this.#pointer))) {
      marks.push({ kind: 'ring', boxes: [boxOf(this.#from, this.#pointer)] });
    }
    if (this.#filled) {
      marks.push({ ...this.#filled.mark, words: `${this.#filled.words}\u2502` });
    }
    const moment = { at: 0, page: this.#pages.get(this.#page), view: this.#view, marks, pointer: this.#pointer };
    moment.moving = this.#sources.get(this.#page)?.picture;
    this.#layFaces();
    draw(this.#canvas, moment, this.#pictures);
  }

  // ---- the pointer

  #place(event) {
    const r = this.#canvas.getBoundingClientRect();
    return {
      x: this.#view.x + ((event.clientX - r.left) / r.width) * this.#view.width,
      y: this.#view.y + ((event.clientY - r.top) / r.height) * this.#view.height,
    };
  }

  get #penWidth() {
    return (LOOK.ring * this.#view.width) / LOOK.width;
  }

  point(event) {
    this.#pointer = this.#place(event);
    this.#pen?.add(event, (e) => this.#place(e));
    if (event.timeStamp - this.#lastPoint >= POINT_EVERY_MS) {
      this.#tellPoint(event.timeStamp);
    }
    this.draw();
  }

  #tellPoint(moment) {
    this.#lastPoint = moment;
    this.#tell({ do: 'point', page: this.#page, ...this.#pointer }, moment);
  }

  /** Moves the pointer by words or by lines, without a mouse; at the edge of what is seen the page follows. */
  aim(by, unit, moment) {
    if (unit === 'lines' && this.#pointer && aimed(this.#targets.get(this.#page), unit, this.#pointer, by, this.#view)?.y === this.#pointer.y) {
      this.scroll(by * FOLLOWS, moment);
    }
    const next = aimed(this.#targets.get(this.#page), unit, this.#pointer, by, this.#view);
    if (next) {
      this.#pointer = next;
      this.#tellPoint(moment);
      this.draw();
    }
  }

  gone(event) {
    this.#pointer = null;
    this.#tell({ do: 'gone' }, event.timeStamp);
    this.draw();
  }

  // ---- marks

  /** The button or pen goes down with a verb. */
  down(kind, event) {
    this.#canvas.setPointerCapture?.(event.pointerId);
    this.#from = this.#place(event);
    this.#pointer = this.#from;
    if (kind === 'ink') {
      this.#pen = new Pen(event);
      this.#pen.add(event, (e) => this.#place(e));
    }
    this.draw();
  }

  /** It goes up: a click marks what is there, a drawn box the words in it, a pen leaves ink. */
  up(kind, event) {
    const from = this.#from;
    const pen = this.#pen;
    this.#from = null;
    this.#pen = null;
    if (!from) {
      return;
    }
    if (pen) {
      this.#ink(pen, event.timeStamp);
      return;
    }
    const box = boxOf(from, this.#place(event));
    const target = isDrawn(box)
      ? within(this.#targets.get(this.#page), box)
      : meant(this.#targets.get(this.#page), kind, from, event.shiftKey);
    this.#make(kind, target, event.timeStamp, isDrawn(box));
  }

  #ink(pen, moment) {
    const width = this.#penWidth;
    this.#add({ ...pen.shown(width), boxes: [pen.box] });
    const box = pen.box;
    const over = Math.round(moment - pen.began);
    this.#tell(
      {
        do: 'mark',
        kind: 'ink',
        page: this.#page,
        boxes: [[box.x, box.y, box.width, box.height]],
        ink: pen.points.slice(0, 5000),
        width,
        over,
      },
      pen.began,
    );
  }

  /**
   * Marks what is under the pointer, as a key does.
   * @returns whether the pointer is on the page at all
   */
  mark(kind, moment) {
    if (!this.#pointer) {
      return false;
    }
    if (kind === 'ink') {
      this.#from = this.#pointer;
      this.#pen = Pen.at(this.#pointer, moment);
      this.draw();
    } else {
      this.#make(kind, meant(this.#targets.get(this.#page), kind, this.#pointer), moment);
    }
    return true;
  }

  /** The key of ink is let go of: the line ends. */
  inkEnds(moment) {
    if (this.#pen) {
      const pen = this.#pen;
      this.#from = null;
      this.#pen = null;
      this.#ink(pen, moment);
    }
  }

  /** Takes back what was marked last since the stop began; nobody else will see it. */
  takeBack(moment) {
    const last = this.#done.pop();
    if (!last) {
      return;
    }
    if (last.kind === 'cover') {
      this.#lift(last, moment);
    } else {
      const own = this.#marks.get(last.page) ?? [];
      this.#marks.set(last.page, own.filter((m) => m !== last));
      this.#tell({ do: 'back', page: last.page }, moment);
    }
    this.draw();
  }

  #lift(cover, moment) {
    const all = this.#standing.get(cover.page) ?? [];
    this.#standing.set(cover.page, all.filter((m) => m !== cover));
    this.#tell({ do: 'uncover', id: cover.id }, moment);
    this.#keeping.remove(cover.page, cover.id);
  }

  #make(kind, target, moment, drawn = false) {
    if (!target) {
      this.draw();
      return;
    }
    const boxes = target.boxes.map((b) => [b.x, b.y, b.width, b.height]);
    if (kind === 'cover') {
      this.#cover(target, boxes, moment, drawn);
      return;
    }
    const own = this.#marks.get(this.#page) ?? [];
    const number = kind === 'number' ? nextNumber([...own, ...(this.#standing.get(this.#page) ?? [])]) : 0;
    const mark = { kind, boxes: target.boxes, number, words: target.text };
    this.#add(mark);
    this.#tell({ do: 'mark', kind, page: this.#page, boxes, number, words: mark.words }, moment);
  }

  #add(mark) {
    const own = this.#marks.get(this.#page) ?? [];
    const made = { ...mark, page: this.#page };
    this.#marks.set(this.#page, [...own.filter((m) => !replaces(made, m)), made]);
    this.#done.push(made);
    this.draw();
  }

  /** A cover stands on the page for good, recorded or not; a click on it with the same verb lifts it. */
  #cover(target, boxes, moment, drawn) {
    const page = this.#page;
    const place = middle(target.boxes[0]);
    const all = this.#standing.get(page) ?? [];
    const under = (m) => m.kind === 'cover' && m.boxes.some((b) => distance(b, place) === 0);
    const lifted = drawn ? undefined : all.find(under);
    if (lifted) {
      this.#lift(lifted, moment);
    } else {
      const mark = { id: crypto.randomUUID(), page, kind: 'cover', boxes: target.boxes };
      this.stand(mark);
      this.#done.push(mark);
      this.#tell({ do: 'cover', id: mark.id, page, boxes }, moment);
      this.#keeping.put(page, mark.id, { kind: 'COVER', boxes: target.boxes });
    }
    this.draw();
  }

  // ---- filling in

  /** Begins to fill in where the pointer is; the words are seen as they are typed. */
  beginFilling() {
    if (!this.#pointer) {
      return false;
    }
    this.#filled = Filling.at(this.#targets.get(this.#page), this.#pointer);
    this.draw();
    return true;
  }

  /** What is typed by now. */
  fillIn(words) {
    this.#filled.type(words);
    this.draw();
  }

  /** Larger or smaller letters, on the same line. */
  sizeFilling(by) {
    this.#filled.size(by);
    this.draw();
  }

  /** Moves it, by shares of a line. */
  moveFilling(dx, dy) {
    this.#filled.move(dx, dy);
    this.draw();
  }

  /** Keeps it, if anything was typed; it is seen letter by letter from the first to the last. */
  endFilling(began, moment, keep = true) {
    const { kind, number, words, boxes } = this.#filled.mark;
    this.#filled = null;
    if (keep && words.trim() !== '') {
      this.#add({ kind, number, words, boxes });
      const [b] = boxes;
      this.#tell({ do: 'mark', kind, page: this.#page, boxes: [[b.x, b.y, b.width, b.height]], number: 0, words, over: Math.round(moment - began) }, began);
    }
    this.draw();
  }

  wipe(moment) {
    this.#marks.delete(this.#page);
    this.#done = this.#done.filter((m) => m.page !== this.#page || m.kind === 'cover');
    this.#tell({ do: 'wipe', page: this.#page }, moment);
    this.draw();
  }

  // ---- the camera

  closer(moment) {
    const c = this.#pointer ?? middle(this.#view);
    const width = this.#view.width / CLOSER;
    const height = this.#view.height / CLOSER;
    this.#there('closer', { x: c.x - width / 2, y: c.y - height / 2, width, height }, moment);
  }

  /** All of the page at once. */
  whole(moment) {
    const { width, height } = this.#pages.get(this.#page);
    const w = Math.max(width, (height * 16) / 9);
    const h = (w * 9) / 16;
    this.#there('whole', { x: (width - w) / 2, y: (height - h) / 2, width: w, height: h }, moment);
  }

  /** To another view of the page, and with the same verb back to the one before. */
  #there(how, view, moment) {
    const before = this.#before;
    if (before?.how === how) {
      this.#before = null;
      this.#look(before.page, before.view, GLIDE_MS, moment);
    } else {
      this.#before = { how, page: this.#page, view: before?.view ?? this.#view };
      this.#look(this.#page, view, GLIDE_MS, moment);
    }
  }

  /** Up or down the page, by a share of what is seen; the page does not leave the stage. */
  scroll(share, moment) {
    const { height } = this.#pages.get(this.#page);
    const v = this.#view;
    const last = Math.max(v.y, height - v.height);
    const y = Math.min(Math.max(v.y + share * v.height, Math.min(v.y, 0)), last);
    if (y !== v.y) {
      this.#look(this.#page, { ...v, y }, Math.min(GLIDE_MS, SCROLL_EVERY_MS), moment);
    }
  }

  /** A wheel turns in small steps: they are joined, so that a recording has one look for several. */
  wheel(event) {
    this.#turned += event.deltaMode === 1 ? event.deltaY * WHEEL_LINE : event.deltaY;
    if (event.timeStamp - this.#lastScroll >= SCROLL_EVERY_MS) {
      this.#turn(event.timeStamp);
    } else {
      clearTimeout(this.#turning);
      this.#turning = setTimeout(() => this.#turn(performance.now()), SCROLL_EVERY_MS);
    }
  }

  #turn(moment) {
    clearTimeout(this.#turning);
    const share = this.#turned / this.#canvas.getBoundingClientRect().height;
    this.#turned = 0;
    this.#lastScroll = moment;
    this.scroll(share, moment);
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
    const top = { x: 0, y: 0, width: page.width, height: (page.width * 9) / 16 };
    if (this.#sources.has(id) && page.height > top.height) {
      top.width = (page.height * 16) / 9; // All of a window is seen.
      top.height = page.height;
      top.x = (page.width - top.width) / 2;
    }
    this.#before = null;
    this.#look(page.id, page.id === this.#framed.page ? this.#framed.opening : top, 0, moment);
  }
}
