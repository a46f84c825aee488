// The sounds of stops as lines under their rows: heard, cut, divided, joined. The server decides where a cut lies.
import { clock, send } from './api.js';
import { fill, lines, seconds, tell } from './soundlines.js';
import { drawn } from './soundlinedrawn.js';
import { spoken } from './soundlinewords.js';
import { marked } from './soundlinemarks.js';

let heard = null; // One sound is heard at a time.

/** What changes which stops there are is shown by loading the page again. */
const OTHER_STOPS = ['SPLIT', 'JOIN'];

document.addEventListener('alpine:init', () => {
  Alpine.data('soundLine', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    /** @type {Record<string, any>} */
    const its = {
      line: null,
      text: undefined,
      sound: null,
      spans: [],
      grip: null,
      wordFrom: -1,
      wordTo: -1,
    };
    return {
      ...drawn(its),
      ...spoken(its),
      ...marked(its),
      there: false,
      playing: false,
      still: true,
      says: '',
      level: '',
      problem: '',
      at: 0,
      chosen: null,
      hasChosen: false,
      hasWords: false,
      allStruck: false,
      someLeft: false,
      words: false,
      inCut: false,
      jottings: [],
      marks: [],
      hasMarks: false,
      mark: null,
      markSays: false,
      markGrows: false,
      markWords: '',
      several: false,
      noWords: false,

      async init() {
        its.text = document.getElementById('line-words').dataset;
        document.addEventListener('kerygma:lines', (e) => this.take(e.detail));
        document.addEventListener('kerygma:mark-dragged', ({ detail: { stop, dx, dy } }) => stop === this.$root.dataset.stop && this.mark && this.changeMark({ dx, dy }));
        document.addEventListener('kerygma:heard', (e) => e.detail !== this.$root && this.halt());
        addEventListener('resize', () => this.draw());
        this.take(await lines(this.$root.dataset.walkthrough).catch(() => ({ stops: [] })));
        this.chooseAsked();
        this.$root.dataset.ready = 'true';
      },

      take(shown) {
        its.line = shown.stops.find((s) => s.stop === this.$root.dataset.stop) ?? null;
        this.there = its.line !== null;
        if (!its.line) {
          return;
        }
        this.at = Math.min(this.at, its.line.lengthMs);
        this.choose(null);
        this.showWords();
        this.showTakes();
        this.showMarks();
        this.jottings = its.line.jottings.map((j) => ({
          id: j.id,
          when: j.atMs < 0 ? its.text.otherTake : clock(j.atMs),
          words: j.words || its.text.noWords,
          page: j.page,
          go: () => j.atMs >= 0 && this.seek(Math.max(0, j.atMs - 2000)),
          done: () => this.fixed(j.id),
        }));
        const cut = its.line.lengthMs - its.line.playedMs;
        const parts = [cut > 0 ? fill(its.text.says, clock(its.line.playedMs), clock(its.line.lengthMs)) : clock(its.line.playedMs)];
        if (cut > 0) {
          parts.push(fill(its.text.cuts, `${seconds(cut)} s`));
        }
        this.says = parts.join(' \u00b7 ');
        this.level = its.line.lufs ? fill(its.text.level, its.line.lufs.toFixed(0)) : '';
        if (its.line.quietDb > -40) {
          this.level += ` \u00b7 ${its.text.room}`;
        }
        this.$nextTick(() => this.draw());
      },

      // ---- takes

      showTakes() {
        this.several = its.line.takes.length > 1;
        const select = this.$refs.takes;
        select.replaceChildren(
          ...its.line.takes.map((t) => new Option(fill(its.text.take, t.number, its.line.takes.length, clock(t.endMs - t.startMs)), t.id, t.chosen, t.chosen)),
        );
        if (!its.line.takes.some((t) => t.chosen)) {
          select.selectedIndex = -1;
        }
      },

      chooseTake() {
        this.edit('CHOOSE', { take: this.$refs.takes.value });
      },

      get markOpen() {
        return this.mark !== null;
      },

      // ---- deeds

      splitHere() {
        this.edit('SPLIT', { fromMs: this.at });
      },

      joinNext() {
        this.edit('JOIN', {});
      },

      async fixed(id) {
        try {
          tell(await send('POST', `/jottings/${id}/done`));
        } catch (e) {
          this.problem = e.message && e.status ? e.message : its.text.lost;
        }
      },

      cutChosen() {
        this.edit('CUT', this.stretch());
      },

      liftHere() {
        this.edit('LIFT', { fromMs: this.at });
      },

      async edit(kind, what) {
        if (this.$root.dataset.busy) {
          return;
        }
        this.$root.dataset.busy = 'true';
        this.problem = '';
        this.halt();
        try {
          const shown = await send('POST', `/stops/${this.$root.dataset.stop}/repair`, { kind, token: its.line.token, fromMs: 0, untilMs: 0, atMs: 0, take: null, ...what });
          if (OTHER_STOPS.includes(kind)) {
            location.hash = `stop-${this.$root.dataset.stop}`;
            location.reload();
          } else {
            tell(shown);
          }
        } catch (e) {
          this.problem = e.message && e.status ? e.message : its.text.lost;
          this.choose(null);
          this.draw();
        } finally {
          delete this.$root.dataset.busy;
        }
      },

      // ---- heard, around the cuts

      play() {
        if (this.playing) {
          this.halt();
          return;
        }
        document.dispatchEvent(new CustomEvent('kerygma:heard', { detail: this.$root }));
        if (this.at >= its.line.lengthMs - 50) {
          this.at = 0;
        }
        this.until = this.chosen && !this.inCut ? this.chosen.endMs : its.line.lengthMs;
        this.playing = true;
        this.still = false;
        this.playPart(its.line.parts.findIndex((p) => this.at < p.atMs + p.endMs - p.startMs));
      },

      /** @param index of the part of a recording that is heard next */
      playPart(index) {
        const part = its.line.parts[index];
        if (!part) {
          this.halt();
          return;
        }
        its.sound?.pause();
        its.sound = heard ?? new Audio();
        heard = its.sound;
        const src = `/recordings/${part.recording}/sound`;
        if (!its.sound.src.endsWith(src)) {
          its.sound.src = src;
        }
        its.sound.onerror = () => {
          this.problem = its.text.lost;
          this.halt();
        };
        its.sound.currentTime = (part.startMs + Math.max(0, this.skipped(this.at) - part.atMs)) / 1000;
        its.sound.play().then(
          () => this.follow(index),
          () => this.halt(),
        );
      },

      /** The moment itself, or the end of the cut that it lies in. */
      skipped(at) {
        return this.cutAt(at)?.endMs ?? at;
      },

      follow(index) {
        if (!this.playing) {
          return;
        }
        const part = its.line.parts[index];
        const now = its.sound.seeking ? this.at : part.atMs + its.sound.currentTime * 1000 - part.startMs;
        const next = this.skipped(now);
        const end = part.atMs + part.endMs - part.startMs;
        this.at = Math.min(next, its.line.lengthMs);
        if (next >= this.until || next >= its.line.lengthMs || its.sound.ended) {
          this.halt();
        } else if (next >= end) {
          this.playPart(index + 1);
          return;
        } else if (next > now && !its.sound.seeking) {
          its.sound.currentTime = (part.startMs + next - part.atMs) / 1000;
        }
        this.light();
        this.draw();
        if (this.playing) {
          requestAnimationFrame(() => this.follow(index));
        }
      },

      light() {
        its.line.words.forEach((w, i) => its.spans[i].classList.toggle('now', this.playing && w.startMs <= this.at && this.at < w.endMs));
      },

      halt() {
        if (this.playing) {
          its.sound.pause();
          this.playing = false;
          this.still = true;
          this.light();
        }
      },

      seek(ms) {
        this.halt();
        this.at = ms;
        this.draw();
      },
    };
  });
});
