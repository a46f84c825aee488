// The sounds of stops as lines under their rows: heard, cut, divided, joined. The server decides where a cut lies.
import { clock, send } from './api.js';
import { fill, lines, seconds, tell } from './soundlines.js';

const EDGE_PX = 6; // So near one takes hold of the end of a cut.
const STEP_MS = 100;
const HEIGHT = 44;
const COLORS = { bar: '#56646A', cut: '#F7E4DC', edge: '#A8472A', chosen: '#F2DF9B', here: '#1E4B45', mark: '#5B3A5E', joint: '#22302E' };

let heard = null; // One sound is heard at a time.

/** What changes which stops there are is shown by loading the page again. */
const OTHER_STOPS = ['SPLIT', 'JOIN'];

document.addEventListener('alpine:init', () => {
  Alpine.data('soundLine', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    let line = null;
    let text;
    let sound = null;
    let spans = [];
    let grip = null;
    let wordFrom = -1;
    let wordTo = -1;
    return {
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
        text = document.getElementById('line-words').dataset;
        document.addEventListener('kerygma:lines', (e) => this.take(e.detail));
        document.addEventListener('kerygma:mark-dragged', ({ detail: { stop, dx, dy } }) => stop === this.$root.dataset.stop && this.mark && this.changeMark({ dx, dy }));
        document.addEventListener('kerygma:heard', (e) => e.detail !== this.$root && this.halt());
        addEventListener('resize', () => this.draw());
        this.take(await lines(this.$root.dataset.walkthrough).catch(() => ({ stops: [] })));
        this.chooseAsked();
        this.$root.dataset.ready = 'true';
      },

      take(shown) {
        line = shown.stops.find((s) => s.stop === this.$root.dataset.stop) ?? null;
        this.there = line !== null;
        if (!line) {
          return;
        }
        this.at = Math.min(this.at, line.lengthMs);
        this.choose(null);
        this.showWords();
        this.showTakes();
        this.showMarks();
        this.jottings = line.jottings.map((j) => ({
          id: j.id,
          when: j.atMs < 0 ? text.otherTake : clock(j.atMs),
          words: j.words || text.noWords,
          page: j.page,
          go: () => j.atMs >= 0 && this.seek(Math.max(0, j.atMs - 2000)),
          done: () => this.fixed(j.id),
        }));
        const cut = line.lengthMs - line.playedMs;
        const parts = [cut > 0 ? fill(text.says, clock(line.playedMs), clock(line.lengthMs)) : clock(line.playedMs)];
        if (cut > 0) {
          parts.push(fill(text.cuts, `${seconds(cut)} s`));
        }
        this.says = parts.join(' \u00b7 ');
        this.level = line.lufs ? fill(text.level, line.lufs.toFixed(0)) : '';
        if (line.quietDb > -40) {
          this.level += ` \u00b7 ${text.room}`;
        }
        this.$nextTick(() => this.draw());
      },

      // ---- the line

      x(ms) {
        return (ms / line.lengthMs) * this.$refs.line.clientWidth;
      },

      ms(event) {
        const r = this.$refs.line.getBoundingClientRect();
        return Math.round(Math.min(1, Math.max(0, (event.clientX - r.left) / r.width)) * line.lengthMs);
      },

      draw() {
        const canvas = this.$refs.line;
        const width = canvas.clientWidth;
        if (!line || width === 0) {
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
        line.cuts.forEach((c) => band(c, COLORS.cut));
        if (this.chosen) {
          band(this.chosen, COLORS.chosen);
        }
        const step = width / line.bars.length;
        const loudest = Math.max(20, ...line.bars);
        line.bars.forEach((b, i) => {
          const at = ((i + 0.5) / line.bars.length) * line.lengthMs;
          const spoken = line.speech.some((s) => s.startMs <= at && at < s.endMs);
          const cut = line.cuts.some((c) => c.startMs <= at && at < c.endMs);
          const h = spoken ? Math.max(3, (b / loudest) ** 1.6 * (HEIGHT - 8)) : 2;
          g.globalAlpha = cut ? 0.35 : 1;
          g.fillStyle = COLORS.bar;
          g.fillRect(i * step, (HEIGHT - h) / 2, Math.max(0.6, step * 0.6), h);
        });
        g.globalAlpha = 1;
        line.cuts.forEach((c) => {
          g.fillStyle = COLORS.edge;
          g.fillRect(this.x(c.startMs) - (c.startMs > 0 ? 1 : 0), 0, 2, HEIGHT);
          g.fillRect(this.x(c.endMs) - 1, 0, 2, HEIGHT);
        });
        g.fillStyle = COLORS.mark;
        line.marks.forEach((m) => g.fillRect(this.x(m.atMs) - 1, 0, 3, 6));
        g.fillStyle = COLORS.joint;
        line.joints.forEach((j) => {
          for (let y = 0; y < HEIGHT; y += 6) {
            g.fillRect(this.x(j), y, 1, 3);
          }
        });
        g.fillStyle = COLORS.here;
        g.fillRect(this.x(this.at) - 1, 0, 3, HEIGHT);
        canvas.setAttribute('aria-valuenow', Math.round(this.at));
        canvas.setAttribute('aria-valuemax', line.lengthMs);
        canvas.setAttribute('aria-valuetext', `${clock(this.at)} / ${clock(line.lengthMs)}`);
        this.inCut = this.cutAt(this.at) !== undefined;
      },

      cutAt(ms) {
        return line.cuts.find((c) => c.startMs <= ms && ms < c.endMs);
      },

      edgeAt(ms) {
        const near = (e) => Math.abs(this.x(e) - this.x(ms)) <= EDGE_PX;
        const cut = line.cuts.find((c) => near(c.startMs) || near(c.endMs));
        return cut && { cut, start: near(cut.startMs) };
      },

      down(event) {
        const at = this.ms(event);
        event.target.setPointerCapture(event.pointerId);
        grip = { at, edge: this.edgeAt(at), moved: false };
      },

      move(event) {
        if (!line) {
          return;
        }
        const at = this.ms(event);
        if (!grip) {
          this.$refs.line.classList.toggle('at-edge', Boolean(this.edgeAt(at)));
          return;
        }
        grip.moved = grip.moved || Math.abs(this.x(at) - this.x(grip.at)) > 3;
        if (grip.moved && grip.edge) {
          const { cut, start } = grip.edge;
          this.choose(start ? this.span(at, cut.endMs) : this.span(cut.startMs, at));
        } else if (grip.moved) {
          this.choose(this.span(grip.at, at));
        }
        this.draw();
      },

      up(event) {
        const { at, edge, moved } = grip ?? {};
        grip = null;
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
        return this.x(ms) <= EDGE_PX || this.x(line.lengthMs) - this.x(ms) <= EDGE_PX;
      },

      span(a, b) {
        return { startMs: Math.max(0, Math.min(a, b)), endMs: Math.min(line.lengthMs, Math.max(a, b)) };
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
          wordFrom = -1;
          wordTo = -1;
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
          const to = Math.min(line.lengthMs, Math.max(0, this.at + by));
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

      // ---- the words

      showWords() {
        const box = this.$refs.words;
        const focused = document.activeElement === box;
        box.replaceChildren();
        spans = line.words.map((w, i) => {
          const span = document.createElement('span');
          span.id = `${this.$root.dataset.stop}-${i}`;
          span.setAttribute('role', 'option');
          span.dataset.i = i;
          span.textContent = w.text || '\u2026';
          span.classList.toggle('draft', w.draft);
          const struck = this.struck(w);
          span.classList.toggle('struck', struck);
          if (struck) {
            span.setAttribute('aria-label', `${w.text}, ${text.struck}`);
          }
          box.append(span, ' ');
          return span;
        });
        this.words = spans.length > 0;
        this.noWords = !this.words;
        this.paintWords();
        if (focused) {
          box.focus();
        }
      },

      struck(word) {
        const middle = (word.startMs + word.endMs) / 2;
        return line.cuts.some((c) => c.startMs <= middle && middle < c.endMs);
      },

      paintWords() {
        const [a, b] = [Math.min(wordFrom, wordTo), Math.max(wordFrom, wordTo)];
        spans.forEach((s, i) => s.setAttribute('aria-selected', String(a >= 0 && a <= i && i <= b)));
        if (wordTo >= 0 && spans[wordTo]) {
          this.$refs.words.setAttribute('aria-activedescendant', spans[wordTo].id);
        } else {
          this.$refs.words?.removeAttribute('aria-activedescendant');
        }
      },

      chooseWords(from, to) {
        if (spans.length === 0) {
          return;
        }
        const last = spans.length - 1;
        wordFrom = Math.min(last, Math.max(0, from));
        wordTo = Math.min(last, Math.max(0, to));
        const first = line.words[Math.min(wordFrom, wordTo)];
        const end = line.words[Math.max(wordFrom, wordTo)];
        this.at = first.startMs;
        this.choose({ startMs: first.startMs, endMs: end.endMs }, true);
        const own = this.ownWords();
        this.allStruck = own.every((w) => this.struck(w));
        this.someLeft = !this.allStruck;
        this.paintWords();
        this.draw();
      },

      /** Words that the proof asks to be said again are chosen already. */
      chooseAsked() {
        const asked = new URLSearchParams(location.search).get('say');
        if (!asked || !line || location.hash !== `#stop-${this.$root.dataset.stop}`) {
          return;
        }
        const plain = (s) => s.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
        const said = line.words.flatMap((w, i) => plain(w.text).map((t) => ({ t, i })));
        const wanted = plain(asked);
        const at = said.findIndex((_, n) => wanted.every((t, k) => said[n + k]?.t === t));
        if (at >= 0 && wanted.length > 0) {
          this.chooseWords(said[at].i, said[at + wanted.length - 1].i);
          this.$nextTick(() => {
            this.$refs.words.focus();
            this.$root.scrollIntoView({ block: 'center' });
          });
        }
      },

      ownWords() {
        return line.words.slice(Math.min(wordFrom, wordTo), Math.max(wordFrom, wordTo) + 1);
      },

      wordDown(event) {
        const i = Number(event.target.dataset.i ?? -1);
        if (i >= 0) {
          event.preventDefault();
          this.$refs.words.focus();
          this.chooseWords(event.shiftKey && wordFrom >= 0 ? wordFrom : i, i);
          grip = { word: i };
        }
      },

      wordOver(event) {
        const i = Number(event.target.dataset?.i ?? -1);
        if (grip?.word !== undefined && event.buttons === 1 && i >= 0) {
          this.chooseWords(grip.word, i);
        }
      },

      wordUp() {
        grip = null;
      },

      wordKey(event) {
        if (event.ctrlKey || event.metaKey || event.altKey) {
          return;
        }
        const to = { ArrowRight: wordTo + 1, ArrowLeft: wordTo - 1, Home: 0, End: spans.length - 1 }[event.key];
        if (to !== undefined) {
          event.preventDefault();
          this.chooseWords(event.shiftKey && wordFrom >= 0 ? wordFrom : to, to);
        } else if (event.key === 'Delete' || event.key === 'Backspace') {
          event.preventDefault();
          this.strike();
        } else if (event.key === 'Enter') {
          event.preventDefault();
          this.play();
        }
      },

      /** Struck words are lifted, others struck. */
      strike() {
        if (!this.hasWords) {
          return;
        }
        const own = this.ownWords();
        const [from, to] = [wordFrom, wordTo];
        this.edit(own.every((w) => this.struck(w)) ? 'RESTORE' : 'STRIKE', this.stretch()).then(() => this.chooseWords(from, to));
      },

      /** The words are said again at the lectern, they alone; they go to where these are. */
      async sayAgain() {
        if (!this.hasWords) {
          return;
        }
        const { stop, walkthrough } = this.$root.dataset;
        const own = this.ownWords();
        try {
          const ask = new URLSearchParams({ token: line.token, from: this.chosen.startMs, until: this.chosen.endMs });
          const room = await send('GET', `/stops/${stop}/room?${ask}`);
          const words = own.map((w) => w.text).join(' ');
          sessionStorage.setItem('kerygma:patch', JSON.stringify({ stop, words, patch: { patchStopId: stop, patchFromMs: room.startMs, patchUntilMs: room.endMs, patchToken: line.token } }));
          location.assign(`/walkthroughs/${walkthrough}/lectern?stop=${stop}&words`);
        } catch (e) {
          this.problem = e.message && e.status ? e.message : text.lost;
        }
      },

      // ---- takes

      showTakes() {
        this.several = line.takes.length > 1;
        const select = this.$refs.takes;
        select.replaceChildren(
          ...line.takes.map((t) => new Option(fill(text.take, t.number, line.takes.length, clock(t.endMs - t.startMs)), t.id, t.chosen, t.chosen)),
        );
        if (!line.takes.some((t) => t.chosen)) {
          select.selectedIndex = -1;
        }
      },

      chooseTake() {
        this.edit('CHOOSE', { take: this.$refs.takes.value });
      },

      // ---- marks

      showMarks() {
        const open = this.mark;
        this.marks = line.marks.map((m) => ({
          key: `${m.recording}-${m.number}`,
          label: `${clock(m.atMs)} ${document.querySelector(`#line-words [data-mark="${m.kind}"]`).textContent}${m.words ? `: ${m.words.slice(0, 40)}` : ''}`,
          chosen: false,
          choose: () => this.chooseMark(m),
        }));
        this.hasMarks = this.marks.length > 0;
        const again = open && line.marks.find((m) => m.recording === open.recording && m.number === open.number);
        this.mark = null;
        if (again) {
          this.chooseMark(again);
        } else {
          this.preview(null);
        }
      },

      chooseMark(mark) {
        const same = this.mark && this.mark.number === mark.number && this.mark.recording === mark.recording;
        this.mark = mark;
        this.markSays = ['note', 'filled'].includes(mark.kind);
        this.markGrows = ['ink', 'filled'].includes(mark.kind);
        this.markWords = mark.words;
        if (!same) {
          this.seek(mark.atMs);
        }
        this.marks.forEach((m) => {
          m.chosen = m.key === `${mark.recording}-${mark.number}`;
        });
        this.preview(mark);
      },

      get markOpen() {
        return this.mark !== null;
      },

      /** The picture of the row shows the page with the mark. */
      preview(mark) {
        document.dispatchEvent(new CustomEvent('kerygma:mark', { detail: { stop: this.$root.dataset.stop, mark } }));
      },

      markEarlier() {
        this.changeMark({ laterMs: -200 });
      },

      markLater() {
        this.changeMark({ laterMs: 200 });
      },

      markLeft() {
        this.changeMark({ dx: -4 });
      },

      markRight() {
        this.changeMark({ dx: 4 });
      },

      markUp() {
        this.changeMark({ dy: -4 });
      },

      markDown() {
        this.changeMark({ dy: 4 });
      },

      markLarger() {
        this.changeMark({ larger: 1.15 });
      },

      markSmaller() {
        this.changeMark({ larger: 1 / 1.15 });
      },

      markReword() {
        this.changeMark({ words: this.markWords });
      },

      markAway() {
        this.changeMark({ gone: true });
      },

      async changeMark(what) {
        const { recording, number } = this.mark;
        this.problem = '';
        try {
          tell(await send('POST', `/recordings/${recording}/marks/${number}`, { gone: false, words: null, dx: 0, dy: 0, larger: 1, laterMs: 0, ...what }));
        } catch (e) {
          this.problem = e.message && e.status ? e.message : text.lost;
        }
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
          this.problem = e.message && e.status ? e.message : text.lost;
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
          const shown = await send('POST', `/stops/${this.$root.dataset.stop}/repair`, { kind, token: line.token, fromMs: 0, untilMs: 0, atMs: 0, take: null, ...what });
          if (OTHER_STOPS.includes(kind)) {
            location.hash = `stop-${this.$root.dataset.stop}`;
            location.reload();
          } else {
            tell(shown);
          }
        } catch (e) {
          this.problem = e.message && e.status ? e.message : text.lost;
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
        if (this.at >= line.lengthMs - 50) {
          this.at = 0;
        }
        this.until = this.chosen && !this.inCut ? this.chosen.endMs : line.lengthMs;
        this.playing = true;
        this.still = false;
        this.playPart(line.parts.findIndex((p) => this.at < p.atMs + p.endMs - p.startMs));
      },

      /** @param index of the part of a recording that is heard next */
      playPart(index) {
        const part = line.parts[index];
        if (!part) {
          this.halt();
          return;
        }
        sound?.pause();
        sound = heard ?? new Audio();
        heard = sound;
        const src = `/recordings/${part.recording}/sound`;
        if (!sound.src.endsWith(src)) {
          sound.src = src;
        }
        sound.onerror = () => {
          this.problem = text.lost;
          this.halt();
        };
        sound.currentTime = (part.startMs + Math.max(0, this.skipped(this.at) - part.atMs)) / 1000;
        sound.play().then(
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
        const part = line.parts[index];
        const now = sound.seeking ? this.at : part.atMs + sound.currentTime * 1000 - part.startMs;
        const next = this.skipped(now);
        const end = part.atMs + part.endMs - part.startMs;
        this.at = Math.min(next, line.lengthMs);
        if (next >= this.until || next >= line.lengthMs || sound.ended) {
          this.halt();
        } else if (next >= end) {
          this.playPart(index + 1);
          return;
        } else if (next > now && !sound.seeking) {
          sound.currentTime = (part.startMs + next - part.atMs) / 1000;
        }
        this.light();
        this.draw();
        if (this.playing) {
          requestAnimationFrame(() => this.follow(index));
        }
      },

      light() {
        line.words.forEach((w, i) => spans[i].classList.toggle('now', this.playing && w.startMs <= this.at && this.at < w.endMs));
      },

      halt() {
        if (this.playing) {
          sound.pause();
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
