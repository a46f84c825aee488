// The lectern: shows the stop's page and words, records voice and gestures.
import { clock, send } from './api.js';
import { meter, openMicrophone, openStandIn } from './microphone.js';
import { Pieces } from './pieces.js';
import { Recorder } from './recorder.js';
import { draw, fit, Pictures } from './stage.js';

const GLIDE_MS = 350;
const POINT_EVERY_MS = 33;
const SETTLE_MS = 1000;
const CLOSER = 2;
/** Which targets of the page each verb snaps to. */
const SNAPS = { ring: 'words', underline: 'sentences', number: 'lines', light: 'blocks' };
const KEYS = { r: 'ring', u: 'underline', n: 'number', l: 'light' };

function pick(targets, x, y) {
  let best = null;
  let bestDistance = 24; // points: further away nothing is meant
  for (const target of targets) {
    for (const b of target.boxes) {
      const dx = Math.max(b.x - x, 0, x - b.x - b.width);
      const dy = Math.max(b.y - y, 0, y - b.y - b.height);
      const distance = Math.hypot(dx, dy);
      if (distance < bestDistance) {
        best = target;
        bestDistance = distance;
      }
    }
  }
  return best;
}

document.addEventListener('alpine:init', () => {
  Alpine.data('lectern', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    let data;
    let pages;
    let recorder;
    let voice;
    let shownSpan;
    let pictures;
    const targets = new Map();
    const marks = new Map();
    const pieces = new Pieces();
    return {
      recording: false,
      paused: false,
      finishing: false,
      beforeStart: true,
      hasInterrupted: false,
      silent: true,
      level: 0,
      levelWord: '',
      loud: false,
      clock: '0:00',
      going: '',
      problem: '',
      finishWord: '',
      finishPercent: 0,
      startWord: '',
      startVerb: '',
      stopWord: '',
      current: 0,
      tool: '',
      isCloser: false,
      stones: [],

      init() {
        data = JSON.parse(document.getElementById('lectern-data').textContent);
        this.words = { ...document.getElementById('lectern-words').dataset };
        this.startWord = this.words.start;
        this.startVerb = this.words.startVerb;
        this.stopWord = this.words.stopVerb;
        this.hasInterrupted = Boolean(this.words.interrupted);
        pages = new Map(data.pages.map((p) => [p.id, p]));
        pieces.onChange = () => this.tellGoing();
        pictures = new Pictures(() => this.show());
        this.stones = data.stops.map((s, i) => ({
          id: s.id,
          number: s.number,
          title: s.title,
          current: false,
          used: s.recordedMs > 0 ? 100 : 0,
          go: () => this.toStop(i),
        }));
        if (data.stops.length > 0) {
          const asked = data.stops.findIndex((s) => s.id === this.words.firstStop);
          const next = data.stops.findIndex((s) => s.recordedMs === 0);
          this.showStop(Math.max(0, asked >= 0 ? asked : next));
          this.widenStones();
        }
        addEventListener('keydown', (e) => this.key(e));
        addEventListener('resize', () => this.show());
        addEventListener('beforeunload', (e) => {
          if (this.recording || pieces.left > 0) {
            e.preventDefault();
          }
        });
        this.$root.dataset.ready = 'true';
      },

      widenStones() {
        this.$nextTick(() => {
          this.$refs.stones.querySelectorAll('li').forEach((li, i) => {
            li.style.flexGrow = Math.max(10, data.stops[i].plannedMs / 1000);
          });
        });
      },

      get idle() {
        return !this.recording;
      },
      get ready() {
        return !this.hasInterrupted;
      },
      get stop() {
        return data?.stops[this.current];
      },
      get where() {
        return this.stop ? `${this.words.stop} ${this.stop.number}: ${this.stop.title}` : '';
      },
      get planned() {
        return data ? `${this.words.of} ${clock(data.stops.reduce((sum, s) => sum + s.plannedMs, 0))}` : '';
      },
      get isRing() {
        return this.tool === 'ring';
      },
      get isUnderline() {
        return this.tool === 'underline';
      },
      get isNumber() {
        return this.tool === 'number';
      },
      get isLight() {
        return this.tool === 'light';
      },

      // ---- the stage

      showStop(index) {
        this.current = index;
        this.stones.forEach((s, i) => {
          s.current = i === index;
        });
        marks.clear();
        this.isCloser = false;
        this.pointer = null;
        this.setView(this.stop.page, this.stop.view);
        const prompt = this.$refs.prompt;
        prompt.replaceChildren(
          ...this.stop.sentences.map((sentence) => {
            const span = document.createElement('span');
            span.textContent = `${sentence} `;
            return span;
          }),
        );
        prompt.scrollTop = 0;
        this.stopBegan = recorder?.at() ?? 0;
      },

      setView(page, view) {
        this.page = page;
        this.view = view;
        this.$refs.hop.value = page;
        this.loadTargets(page);
        this.show();
      },

      async loadTargets(page) {
        if (!targets.has(page)) {
          targets.set(page, null);
          targets.set(page, await send('GET', `/pages/${page}/targets`).catch(() => null));
        }
      },

      show() {
        if (!this.page) {
          return;
        }
        const canvas = this.$refs.stage;
        fit(canvas);
        const shown = (marks.get(this.page) ?? []).map((m) => ({ ...m, startMs: -1000 }));
        draw(canvas, { at: 0, page: pages.get(this.page), view: this.view, marks: shown, pointer: this.pointer }, pictures);
      },

      note(event, moment) {
        if (this.recording && !this.paused) {
          recorder.note(event, moment);
        }
      },

      look(page, view, over, moment) {
        this.setView(page, view);
        this.note({ do: 'look', page, view: [view.x, view.y, view.width, view.height], over }, moment);
      },

      placeOf(event) {
        const r = this.$refs.stage.getBoundingClientRect();
        return {
          x: this.view.x + ((event.clientX - r.left) / r.width) * this.view.width,
          y: this.view.y + ((event.clientY - r.top) / r.height) * this.view.height,
        };
      },

      point(event) {
        this.pointer = this.placeOf(event);
        if (event.timeStamp - (this.lastPoint ?? 0) >= POINT_EVERY_MS) {
          this.lastPoint = event.timeStamp;
          this.note({ do: 'point', page: this.page, ...this.pointer }, event.timeStamp);
        }
        this.show();
      },

      gone(event) {
        this.pointer = null;
        this.note({ do: 'gone' }, event.timeStamp);
        this.show();
      },

      click(event) {
        this.pointer = this.placeOf(event);
        this.$refs.stage.focus();
        if (this.tool) {
          this.mark(event.timeStamp);
        }
      },

      verb(event) {
        const verb = event.currentTarget.dataset.verb;
        this.tool = this.tool === verb ? '' : verb;
      },

      mark(moment) {
        const own = marks.get(this.page) ?? [];
        const all = targets.get(this.page);
        let target = all && pick(all[SNAPS[this.tool]], this.pointer.x, this.pointer.y);
        if (!target && all?.words.length === 0) {
          target = { text: '', boxes: [{ x: this.pointer.x - 40, y: this.pointer.y - 20, width: 80, height: 40 }] };
        }
        if (!target) {
          return;
        }
        const number = this.tool === 'number' ? own.filter((m) => m.kind === 'number').length + 1 : 0;
        const mark = { kind: this.tool, boxes: target.boxes, number, words: target.text };
        marks.set(this.page, [...own.filter((m) => m.kind !== 'light' || mark.kind !== 'light'), mark]);
        this.note(
          {
            do: 'mark',
            kind: mark.kind,
            page: this.page,
            boxes: mark.boxes.map((b) => [b.x, b.y, b.width, b.height]),
            number,
            words: mark.words,
          },
          moment,
        );
        this.show();
      },

      wipe(event) {
        marks.delete(this.page);
        this.note({ do: 'wipe', page: this.page }, event?.timeStamp);
        this.show();
      },

      closer(event) {
        if (this.isCloser) {
          this.look(this.before.page, this.before.view, GLIDE_MS, event?.timeStamp);
        } else {
          this.before = { page: this.page, view: this.view };
          const c = this.pointer ?? { x: this.view.x + this.view.width / 2, y: this.view.y + this.view.height / 2 };
          const width = this.view.width / CLOSER;
          const height = this.view.height / CLOSER;
          this.look(this.page, { x: c.x - width / 2, y: c.y - height / 2, width, height }, GLIDE_MS, event?.timeStamp);
        }
        this.isCloser = !this.isCloser;
      },

      turn(event) {
        this.turnBy(1, event);
      },
      turnBack(event) {
        this.turnBy(-1, event);
      },
      turnBy(by, event) {
        const here = pages.get(this.page);
        const next = data.pages.find((p) => p.handout === here.handout && p.number === here.number + by);
        if (next) {
          this.showWhole(next, event);
        }
      },
      hop(event) {
        this.showWhole(pages.get(event.target.value), event);
        this.$refs.stage.focus();
      },
      /** A page that is turned to is seen in its full width, from its top; the stop's own page as it was framed. */
      showWhole(page, event) {
        const framed = page.id === this.stop.page;
        const height = (page.width * 9) / 16;
        this.isCloser = false;
        this.look(page.id, framed ? this.stop.view : { x: 0, y: 0, width: page.width, height }, 0, event?.timeStamp);
      },

      // ---- the sound

      async openMicrophone() {
        this.problem = '';
        try {
          this.listen(await openMicrophone());
        } catch (e) {
          this.problem = e.name === 'NotAllowedError' ? this.words.denied : this.words.noMicrophone;
        }
      },

      async openStandIn() {
        this.problem = '';
        try {
          this.listen(await openStandIn());
        } catch {
          this.problem = this.words.noMicrophone;
        }
      },

      listen(stream) {
        voice = stream;
        this.silent = false;
        this.openedAt = performance.now();
        meter(stream, (level, word) => {
          this.level = level;
          this.levelWord = this.words[word];
          this.loud = word === 'loud';
        });
      },

      // ---- recording

      async start() {
        if (this.silent || this.recording || this.starting || this.hasInterrupted) {
          return;
        }
        this.starting = true;
        this.problem = '';
        try {
          const { recording } = await send('POST', `/walkthroughs/${data.walkthrough}/recordings`);
          this.id = recording;
        } catch (e) {
          this.problem = e.message && e.status ? e.message : this.words.cannot;
          this.starting = false;
          return;
        }
        await new Promise((settled) => setTimeout(settled, Math.max(0, SETTLE_MS - (performance.now() - this.openedAt))));
        try {
          recorder = new Recorder(this.id, voice, pieces);
          recorder.start();
        } catch {
          this.problem = this.words.cannot;
          this.starting = false;
          return;
        }
        this.recording = true;
        this.starting = false;
        this.beforeStart = false;
        this.showStop(this.current);
        recorder.note({ do: 'stop', stop: this.stop.id, continues: Boolean(this.continuing) });
        this.continuing = false;
        this.$refs.stage.focus();
        this.tick();
      },

      tick() {
        if (!this.recording) {
          return;
        }
        const at = recorder.at();
        this.clock = clock(at);
        this.$root.dataset.at = at;
        const used = at - this.stopBegan;
        this.stones[this.current].used = Math.min(100, (100 * used) / Math.max(1, this.stop.plannedMs));
        this.followPrompt(used);
        setTimeout(() => this.tick(), 200);
      },

      /** Which sentence is about to be said, by the words that fit into the time. */
      followPrompt(used) {
        const spans = [...this.$refs.prompt.children];
        const letters = spans.reduce((sum, s) => sum + s.textContent.length, 0);
        let before = 0;
        for (const span of spans) {
          const from = (this.stop.plannedMs * before) / letters;
          before += span.textContent.length;
          const to = (this.stop.plannedMs * before) / letters;
          const now = from <= used && (used < to || span === spans.at(-1));
          span.className = now ? 'now' : to <= used ? 'said' : '';
          if (now && shownSpan !== span) {
            shownSpan = span;
            this.$refs.prompt.scrollTop = span.offsetTop - this.$refs.prompt.offsetTop - 30;
          }
        }
      },

      toStop(index, event) {
        if (index < 0 || this.paused || this.finishing) {
          return;
        }
        if (this.recording && (index >= data.stops.length || this.$refs.only?.checked)) {
          this.finish();
        } else if (index < data.stops.length) {
          if (this.recording) {
            recorder.note({ do: 'stop', stop: data.stops[index].id }, event?.timeStamp);
          }
          this.showStop(index);
        }
      },

      pause() {
        if (!this.recording) {
          return;
        }
        if (this.paused) {
          recorder.resume();
        } else {
          recorder.pause();
        }
        this.paused = !this.paused;
      },

      startOrStop() {
        if (this.recording) {
          this.finish();
        } else {
          this.start();
        }
      },

      async finish() {
        if (this.finishing) {
          return;
        }
        this.finishing = true;
        if (this.paused) {
          this.pause();
        }
        const count = await recorder.stop();
        this.recording = false;
        await pieces.allSent();
        this.finishWord = this.words.making;
        await this.askUntilKept(`/recordings/${this.id}/finish?soundPieces=${count.sound}&tracePieces=${count.trace}`);
      },

      async askUntilKept(url) {
        for (;;) {
          try {
            const { work } = await send('POST', url);
            await pieces.forget(this.id);
            await this.waitFor(work);
            location.assign(`/walkthroughs/${data.walkthrough}/play`);
            return;
          } catch (e) {
            if (e.status >= 400 && e.status < 500 && e.status !== 401) {
              this.problem = e.message;
              return;
            }
            this.going = this.words.waiting;
            await new Promise((again) => setTimeout(again, 1500));
          }
        }
      },

      async waitFor(work) {
        while (work) {
          const bar = await send('GET', `/work/${work}`).catch(() => null);
          this.finishPercent = bar?.percent ?? this.finishPercent;
          if (bar && bar.state !== 'WAITING' && bar.state !== 'RUNNING') {
            return;
          }
          await new Promise((again) => setTimeout(again, 400));
        }
      },

      tellGoing() {
        this.going = pieces.cutOff ? this.words.waiting : '';
        if (this.finishing && pieces.left > 0) {
          this.finishWord = `${pieces.left} ${this.words.left}`;
        }
      },

      // ---- a recording that was interrupted

      async keepInterrupted() {
        await pieces.takeUp(this.words.interrupted);
        await pieces.allSent();
        await send('POST', `/recordings/${this.words.interrupted}/keep`);
        await pieces.forget(this.words.interrupted);
        const at = data.stops.findIndex((s) => s.id === this.words.interruptedStop);
        this.continuing = at >= 0;
        this.showStop(Math.max(0, at));
        this.startWord = this.words.continue;
        this.hasInterrupted = false;
      },

      async discardInterrupted() {
        await send('POST', `/recordings/${this.words.interrupted}/discard`);
        await pieces.forget(this.words.interrupted);
        this.hasInterrupted = false;
      },

      // ---- keys

      key(event) {
        if (['SELECT', 'INPUT', 'TEXTAREA'].includes(event.target.tagName) && event.key !== 'F8') {
          return;
        }
        if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) {
          return;
        }
        const deeds = {
          PageDown: () => this.toStop(this.current + 1, event),
          PageUp: () => this.toStop(this.current - 1, event),
          ArrowRight: () => this.turnBy(1, event),
          ArrowLeft: () => this.turnBy(-1, event),
          F8: () => this.startOrStop(),
          w: () => this.wipe(event),
          z: () => this.closer(event),
          p: () => this.pause(),
        };
        const verb = KEYS[event.key.toLowerCase()];
        const deed = deeds[event.key] ?? deeds[event.key.toLowerCase()];
        if (verb) {
          event.preventDefault();
          this.tool = verb;
          if (this.pointer) {
            this.mark(event.timeStamp);
          }
        } else if (deed) {
          event.preventDefault();
          deed();
        }
      },
    };
  });
});
