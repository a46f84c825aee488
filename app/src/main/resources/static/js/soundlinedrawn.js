// The line itself: drawn, chosen from by hand and by keys.
import { clock } from './api.js';

const EDGE_PX = 6; // So near one takes hold of the end of a cut.
const STEP_MS = 100;
const HEIGHT = 44;
const COLORS = { bar: '#56646A', cut: '#F7E4DC', edge: '#A8472A', chosen: '#F2DF9B', here: '#1E4B45', mark: '#5B3A5E', joint: '#22302E' };

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const drawn = (its) => ({
  x(ms) {
    return (ms / its.line.lengthMs) * this.$refs.line.clientWidth;
  },

  ms(event) {
    const r = this.$refs.line.getBoundingClientRect();
    return Math.round(Math.min(1, Math.max(0, (event.clientX - r.left) / r.width)) * its.line.lengthMs);
  },

  draw() {
    const canvas = this.$refs.line;
    const width = canvas.clientWidth;
    if (!its.line || width === 0) {
      return;
    }
    const scale = devicePixelRatio || 1;
    canvas.width = width * scale;
    canvas.height = HEIGHT * scale;
    const g = canvas.getContext('2d');
    g.setTransform(scale, 0, 0, scale, 0, 0);
    g.fillStyle = '#FFFFFF';
    g.fillRect(0, 0, width, HEIGHT);
    const band = (span, color) => {
      g.fillStyle = color;
      g.fillRect(this.x(span.startMs), 0, Math.max(1, this.x(span.endMs) - this.x(span.startMs)), HEIGHT);
    };
    its.line.cuts.forEach((c) => band(c, COLORS.cut));
    if (this.chosen) {
      band(this.chosen, COLORS.chosen);
    }
    const step = width / its.line.bars.length;
    const loudest = Math.max(20, ...its.line.bars);
    its.line.bars.forEach((b, i) => {
      const at = ((i + 0.5) / its.line.bars.length) * its.line.lengthMs;
      const spoken = its.line.speech.some((s) => s.startMs <= at && at < s.endMs);
      const cut = its.line.cuts.some((c) => c.startMs <= at && at < c.endMs);
      const h = spoken ? Math.max(3, (b / loudest) ** 1.6 * (HEIGHT - 8)) : 2;
      g.globalAlpha = cut ? 0.35 : 1;
      g.fillStyle = COLORS.bar;
      g.fillRect(i * step, (HEIGHT - h) / 2, Math.max(0.6, step * 0.6), h);
    });
    g.globalAlpha = 1;
    its.line.cuts.forEach((c) => {
      g.fillStyle = COLORS.edge;
      g.fillRect(this.x(c.startMs) - (c.startMs > 0 ? 1 : 0), 0, 2, HEIGHT);
      g.fillRect(this.x(c.endMs) - 1, 0, 2, HEIGHT);
    });
    g.fillStyle = COLORS.mark;
    its.line.marks.forEach((m) => g.fillRect(this.x(m.atMs) - 1, 0, 3, 6));
    g.fillStyle = COLORS.joint;
    its.line.joints.forEach((j) => {
      for (let y = 0; y < HEIGHT; y += 6) {
        g.fillRect(this.x(j), y, 1, 3);
      }
    });
    g.fillStyle = COLORS.here;
    g.fillRect(this.x(this.at) - 1, 0, 3, HEIGHT);
    canvas.setAttribute('aria-valuenow', Math.round(this.at));
    canvas.setAttribute('aria-valuemax', its.line.lengthMs);
    canvas.setAttribute('aria-valuetext', `${clock(this.at)} / ${clock(its.line.lengthMs)}`);
    this.inCut = this.cutAt(this.at) !== undefined;
  },

  cutAt(ms) {
    return its.line.cuts.find((c) => c.startMs <= ms && ms < c.endMs);
  },

  edgeAt(ms) {
    const near = (e) => Math.abs(this.x(e) - this.x(ms)) <= EDGE_PX;
    const cut = its.line.cuts.find((c) => near(c.startMs) || near(c.endMs));
    return cut && { cut, start: near(cut.startMs) };
  },

  down(event) {
    const at = this.ms(event);
    event.target.setPointerCapture(event.pointerId);
    its.grip = { at, edge: this.edgeAt(at), moved: false };
  },

  move(event) {
    if (!its.line) {
      return;
    }
    const at = this.ms(event);
    if (!its.grip) {
      this.$refs.line.classList.toggle('at-edge', Boolean(this.edgeAt(at)));
      return;
    }
    its.grip.moved = its.grip.moved || Math.abs(this.x(at) - this.x(its.grip.at)) > 3;
    if (its.grip.moved && its.grip.edge) {
      const { cut, start } = its.grip.edge;
      this.choose(start ? this.span(at, cut.endMs) : this.span(cut.startMs, at));
    } else if (its.grip.moved) {
      this.choose(this.span(its.grip.at, at));
    }
    this.draw();
  },

  up(event) {
    const { at, edge, moved } = its.grip ?? {};
    its.grip = null;
    if (edge && moved && this.chosen) {
      this.edit('MOVE', { ...this.stretch(), atMs: (edge.cut.startMs + edge.cut.endMs) >> 1 });
    } else if (moved && this.chosen && this.atAnEnd(at)) {
      this.edit('CUT', this.stretch()); // The ends of the line are dragged inwards.
    } else if (!moved && at !== undefined) {
      const cut = this.cutAt(at);
      if (cut) {
        this.edit('LIFT', { fromMs: at });
      } else {
        this.choose(null);
        this.seek(at);
      }
    }
    event.preventDefault();
  },

  atAnEnd(ms) {
    return this.x(ms) <= EDGE_PX || this.x(its.line.lengthMs) - this.x(ms) <= EDGE_PX;
  },

  span(a, b) {
    return { startMs: Math.max(0, Math.min(a, b)), endMs: Math.min(its.line.lengthMs, Math.max(a, b)) };
  },

  stretch() {
    return { fromMs: this.chosen.startMs, untilMs: this.chosen.endMs };
  },

  choose(span, words = false) {
    this.chosen = span && span.endMs > span.startMs ? span : null;
    this.hasChosen = this.chosen !== null && !words;
    this.hasWords = this.chosen !== null && words;
    this.allStruck = false;
    this.someLeft = false;
    if (!words) {
      its.wordFrom = -1;
      its.wordTo = -1;
      this.paintWords();
    }
  },

  key(event) {
    if (event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    const by = { ArrowRight: STEP_MS, ArrowLeft: -STEP_MS, PageUp: 10 * STEP_MS, PageDown: -10 * STEP_MS, Home: -Infinity, End: Infinity }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      const from = this.at;
      const to = Math.min(its.line.lengthMs, Math.max(0, this.at + by));
      if (event.shiftKey) {
        const fixed = this.chosen ? (this.chosen.startMs === from ? this.chosen.endMs : this.chosen.startMs) : from;
        this.choose(this.span(fixed, to));
      } else {
        this.choose(null);
      }
      this.seek(to);
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      this.cutOrLift();
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      this.play();
    }
  },

  cutOrLift() {
    if (this.chosen) {
      this.edit('CUT', this.stretch());
    } else if (this.inCut) {
      this.edit('LIFT', { fromMs: this.at });
    }
  },
});
