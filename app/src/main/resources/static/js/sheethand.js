// Marks that are drawn on an own sheet, with a finger, a pen or the arrow keys.
import { Filling } from './filling.js';
import { aimed, boxOf, distance, isDrawn, isIn, Pen } from './snap.js';
import { PEN_SHARE } from './sheetpictures.js';
import { TICK } from './sheetpictures.js';

/** The pen goes so far with a press of an arrow key, in points. */
const STEP = 6;
const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const byHand = (its) => ({
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

  moreTools() {
    this.allTools = !this.allTools;
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
    its.from = this.spot(event, page, canvas);
    if (this.tool === 'pen') {
      its.pen = { page, line: new Pen(event) };
      its.pen.line.add(event, (e) => this.spot(e, page, canvas));
    }
  },

  move(event, page, canvas) {
    if (its.pen) {
      its.pen.line.add(event, (e) => this.spot(e, page, canvas));
      this.draw();
    }
  },

  up(event, page, canvas) {
    if (!its.from) {
      return;
    }
    const to = this.spot(event, page, canvas);
    const box = boxOf(its.from, to);
    const at = its.from;
    its.from = null;
    if (its.pen) {
      this.endPen();
    } else {
      this.act(page, at, box);
    }
  },

  blank(page) {
    return { id: crypto.randomUUID(), page: page.id, place: null, number: 0, words: '', ink: [], color: this.color, edits: 0 };
  },

  endPen() {
    const { line, page } = its.pen;
    its.pen = null;
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
      this.open({ page, kind: 'free', label: its.words.write, filling: Filling.at({ ...page.targets, places: [] }, at), box: { ...at, width: 1, height: 1 } });
    } else if (this.tool === 'away') {
      const under = [...its.marks.values()].filter((m) => m.page === page.id && m.boxes.some((b) => distance(b, at) < 8)).pop();
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
    if (by && its.pen) {
      const [x, y] = its.pen.line.points[its.pen.line.points.length - 1];
      its.aim = { page, at: { x: Math.min(page.width, Math.max(0, x + by[0] * STEP)), y: Math.min(page.height, Math.max(0, y + by[1] * STEP)) } };
      its.pen.line.points.push([its.aim.at.x, its.aim.at.y, 0.5]);
    } else if (by) {
      const unit = by[1] === 0 ? 'words' : 'lines';
      const before = its.aim?.page === page ? its.aim.at : null;
      const next = event.shiftKey || page.targets.words.length === 0 ? null : aimed(page.targets, unit, before, by[0] + by[1], whole);
      const from0 = before ?? { x: page.width / 2, y: page.height / 3 };
      its.aim = { page, at: next ?? { x: from0.x + by[0] * STEP, y: from0.y + by[1] * STEP } };
      this.state = page.targets.words.find((w) => isIn(w.boxes[0], its.aim.at))?.text ?? '';
    } else if (its.pen) {
      this.endPen();
    } else if (its.aim?.page === page && this.tool === 'pen') {
      its.pen = { page, line: Pen.at(its.aim.at, event.timeStamp) };
    } else if (its.aim?.page === page) {
      this.act(page, its.aim.at, { ...its.aim.at, width: 0, height: 0 });
    }
    this.draw();
  },

  endAim() {
    if (its.pen) {
      this.endPen();
    }
    its.aim = null;
    this.draw();
  },

  made(mark, sent = {}) {
    its.made.push(mark.id);
    this.put(mark, sent);
  },

  takeBack() {
    const last = its.made.pop();
    if (last) {
      this.close();
      this.away(last);
    }
  },

  away(id) {
    its.marks.delete(id);
    its.waiting.add(id, { away: true });
    this.draw();
    this.soon();
  },
});
