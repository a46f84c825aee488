// Captions are listened to, one or all, and read through.
import { send } from './api.js';
import { draw, momentOf } from './stage.js';

const DOUBLE = 2;

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const listening = (its) => ({
  goTo(row) {
    if (!row || its.here?.root === row.root) {
      return;
    }
    its.here = row;
    if (!this.playing) {
      this.$refs.sound.currentTime = (row.cue.startMs + row.stop.startMs) / 1000;
      this.draw();
    }
  },

  key(event) {
    if (event.key === 'F8') {
      event.preventDefault();
      this.playHere();
    }
  },

  playHere() {
    const row = its.rows.find((r) => r.root === its.here?.root);
    if (this.playing) {
      this.$refs.sound.pause();
    } else if (row) {
      this.playRow(row);
    } else {
      this.play(this.$refs.sound.currentTime * 1000, Infinity);
    }
  },

  playRow(row) {
    this.play(row.cue.startMs + row.stop.startMs, row.cue.endMs + row.stop.startMs);
  },

  play(from, to) {
    its.until = to;
    const sound = this.$refs.sound;
    sound.playbackRate = this.reading ? DOUBLE : 1;
    sound.currentTime = from / 1000;
    sound.play();
  },

  began() {
    this.playing = true;
    cancelAnimationFrame(its.frame);
    const step = () => {
      if (!this.playing) {
        return;
      }
      if (this.$refs.sound.currentTime * 1000 >= its.until) {
        this.$refs.sound.pause();
        this.$refs.sound.currentTime = Math.max(0, its.until / 1000 - 0.01);
        its.until = Infinity;
      }
      this.draw();
      its.frame = requestAnimationFrame(step);
    };
    its.frame = requestAnimationFrame(step);
  },

  halted() {
    this.playing = false;
    this.draw();
  },

  draw() {
    const at = this.$refs.sound.currentTime * 1000;
    const stop = its.stops.find((s) => s.startMs <= at && at < s.endMs);
    const cue = stop?.cues.find((c) => c.startMs <= at - stop.startMs && at - stop.startMs < c.endMs);
    const shown = cue?.check.findings.includes('NOT_WRITTEN') ? this.words.notWritten : (cue?.text ?? '');
    [this.line1, this.line2] = [...shown.split('\n'), '', ''];
    for (const row of its.rows) {
      row.root.classList.toggle('now', row.cue === cue);
    }
    if (its.score) {
      draw(this.$refs.stage, momentOf(its.score, Math.min(at, its.score.durationMs - 1)), its.pictures);
    }
  },

  // ---- reading through

  readThrough() {
    if (this.reading) {
      this.reading = false;
      this.$refs.sound.pause();
      this.$refs.sound.playbackRate = 1;
      return;
    }
    const first = its.rows.find((r) => r.root === its.here?.root && !r.stop.read) ?? its.rows.find((r) => !r.stop.read) ?? its.rows[0];
    if (first) {
      this.reading = true;
      this.readOn(first);
    }
  },

  readOn(row) {
    row.root.querySelector('.words').focus();
    row.root.scrollIntoView({ block: 'nearest' });
    const end = row.cue.endMs + row.stop.startMs;
    const at = this.$refs.sound.currentTime * 1000;
    if (this.playing && at < end) {
      its.until = end; // It is on its way there.
    } else {
      this.play(row.cue.startMs + row.stop.startMs, end);
    }
  },

  async readStop(stop) {
    await send('POST', `/stops/${stop}/captions-read`).catch((e) => {
      this.problem = e.message || this.words.lost;
    });
    await this.load();
  },

  /** A caption is right: a draft becomes its words, the next one comes; the last one of a stop says that it is read. */
  async accept(row, name) {
    const field = row.root.querySelector('.words');
    if (name === 'words' && row.root.classList.contains('unwritten') && field.value.trim() !== '') {
      field.dataset.dirty = 'yes';
    }
    const next = its.rows[its.rows.indexOf(row) + 1];
    its.accepted.add(`${row.stop.id} ${row.cue.startMs}`);
    row.root.classList.add('accepted');
    const kept = this.keep(row, name);
    if (!this.reading) {
      this.focusRow(next, name);
      await kept;
      return;
    }
    if (next && next.stop.id === row.stop.id) {
      this.readOn(next);
      await kept;
      return;
    }
    await kept;
    const all = its.rows.filter((r) => r.stop.id === row.stop.id);
    if (all.every((r) => its.accepted.has(`${r.stop.id} ${r.cue.startMs}`) && !r.root.classList.contains('unwritten'))) {
      await this.readStop(row.stop.id);
    }
    const after = its.rows.find((r) => r.stop.number > row.stop.number && !r.stop.read);
    if (after) {
      this.readOn(after);
    } else {
      this.readThrough();
    }
  },
});
