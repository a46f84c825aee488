// The lectern: shows the stop's page and words, records voice and gestures.
import { clock } from './api.js';
import './page.js';
import { Desk } from './desk.js';
import { Pieces } from './pieces.js';
import { Prompt } from './prompt.js';
import { Showing } from './showing.js';
import { hands } from './lecternhands.js';
import { written } from './lecterntyping.js';
import { recordings } from './lecternrecording.js';
import { takingUp } from './lecterninterrupted.js';

const VERBS = { r: 'ring', u: 'underline', n: 'number', l: 'light', c: 'cover', i: 'ink' };

document.addEventListener('alpine:init', () => {
  Alpine.data('lectern', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    /** @type {Record<string, any>} */
    const its = {
      data: undefined,
      desk: undefined,
      prompt: undefined,
      recorder: undefined,
      voice: undefined,
      showing: undefined,
      gripped: null,
      pieces: new Pieces(),
    };
    return {
      ...hands(its),
      ...written(its),
      ...recordings(its),
      ...takingUp(its),
      recording: false,
      paused: false,
      finishing: false,
      beforeStart: true,
      /** Of a recording that never ended: 'looking', 'interrupted', 'elsewhere', or '' if there is none. */
      open: '',
      openHow: '',
      discardAsked: false,
      silent: true,
      level: 0,
      levelWord: '',
      loud: false,
      clock: '0:00',
      going: '',
      hint: '',
      /** What the microphone lost last; stays to be read while it records. */
      loss: '',
      problem: '',
      finishWord: '',
      finishPercent: 0,
      byItself: false,
      keeping: true,
      kept: false,
      startWord: '',
      startVerb: '',
      stopWord: '',
      current: 0,
      tool: '',
      isCloser: false,
      isWhole: false,
      jotting: false,
      filling: false,
      faceState: '',
      /** What is shown in place of a page: 'window', 'clip' or ''. */
      other: '',
      isHeld: false,
      saysWords: false,
      patch: null,
      trouble: '',
      stones: [],
      clips: [],

      init() {
        its.data = JSON.parse(document.getElementById('lectern-data').textContent);
        this.words = { ...document.getElementById('lectern-words').dataset };
        this.startWord = this.words.start;
        this.startVerb = this.words.startVerb;
        this.stopWord = this.words.stopVerb;
        if (its.data.hasOpen) {
          this.lookForOpen();
        }
        its.desk = new Desk(this.$refs.stage, its.data.pages, its.data.marks, (event, moment) => this.note(event, moment));
        its.desk.keeping.onChange = () => this.tellGoing();
        its.desk.keeping.onRefused = (why) => {
          this.problem = why;
          this.going = why; // The other place is seen before a recording only.
        };
        document.addEventListener('kerygma:covered', (e) => {
          e.detail.forEach((m) => its.desk.stand(m));
          its.desk.draw();
        });
        its.showing = new Showing(its.desk, this.words, () => (this.recording && !this.paused ? its.recorder : null));
        its.showing.onChange = () => this.seeShowing();
        this.seeShowing();
        this.clips = its.data.clips.map((c) => ({ ...c, current: false, play: (e) => this.playClip(c, e) }));
        its.prompt = new Prompt(this.$refs.prompt);
        its.pieces.onChange = () => this.tellGoing();
        its.pieces.onRefused = (why) => this.refuse(why);
        this.stones = its.data.stops.map((s, i) => ({
          id: s.id,
          number: s.number,
          title: s.title,
          current: false,
          used: s.recordedMs > 0 ? 100 : 0,
          go: () => this.toStop(i),
        }));
        this.takeUpPatch();
        if (its.data.stops.length > 0) {
          const asked = its.data.stops.findIndex((s) => s.id === this.words.firstStop);
          const next = its.data.stops.findIndex((s) => s.recordedMs === 0);
          this.showStop(Math.max(0, asked >= 0 ? asked : next));
          this.widenStones();
        }
        addEventListener('keydown', (e) => this.key(e));
        addEventListener('paste', (e) => this.paste(e));
        addEventListener('keyup', (e) => e.key.toLowerCase() === 'i' && its.desk.inkEnds(e.timeStamp));
        addEventListener('resize', () => its.desk.draw());
        addEventListener('beforeunload', (e) => {
          if (this.recording || its.pieces.left > 0 || its.desk.keeping.left > 0) {
            e.preventDefault();
          }
        });
        this.$root.dataset.ready = 'true';
      },

      /** Some words are to be said again, they alone: they are the script now. */
      takeUpPatch() {
        const kept = new URLSearchParams(location.search).has('words') && sessionStorage.getItem('kerygma:patch');
        this.patch = kept ? JSON.parse(kept) : null;
        const stop = this.patch && its.data.stops.find((s) => s.id === this.patch.stop);
        if (stop) {
          stop.sentences = [this.patch.words];
          its.data.stops = [stop];
          this.stones = this.stones.filter((s) => s.id === stop.id);
          this.saysWords = true;
        } else {
          this.patch = null;
        }
      },

      widenStones() {
        this.$nextTick(() => {
          this.$refs.stones.querySelectorAll('li').forEach((li, i) => {
            li.style.flexGrow = Math.max(10, its.data.stops[i].plannedMs / 1000);
          });
        });
      },

      get saysStops() {
        return this.patch === null;
      },
      get idle() {
        return !this.recording;
      },
      get ready() {
        return this.open === '';
      },
      get isInterrupted() {
        return this.open === 'interrupted';
      },
      get isElsewhere() {
        return this.open === 'elsewhere';
      },
      get notAsked() {
        return !this.discardAsked;
      },
      get stop() {
        return its.data?.stops[this.current];
      },
      get where() {
        return this.stop ? `${this.words.stop} ${this.stop.number}: ${this.stop.title}` : '';
      },
      get planned() {
        return its.data ? `${this.words.of} ${clock(its.data.stops.reduce((sum, s) => sum + s.plannedMs, 0))}` : '';
      },

      // ---- the stage

      showStop(index) {
        this.current = index;
        this.stones.forEach((s, i) => {
          s.current = i === index;
        });
        its.desk.lay(this.stop);
        this.seeDesk();
        its.prompt.show(this.stop.sentences, this.stop.plannedMs);
        this.stopBegan = its.recorder?.at() ?? 0;
      },

      /** The verbs and the choice of papers say what lies on the desk. */
      seeDesk() {
        this.isCloser = its.desk.isCloser;
        this.isWhole = its.desk.isWhole;
        its.showing?.pageTurned();
        this.$refs.strip.querySelectorAll('[data-page]').forEach((b) => {
          b.setAttribute('aria-current', String(b.dataset.page === its.desk.page));
        });
      },

      note(event, moment) {
        if (this.recording && !this.paused) {
          its.recorder.note(event, moment);
        }
      },

      // ---- moving pictures

      get isOther() {
        return this.other !== '';
      },
      get otherVerb() {
        return this.other === 'clip' ? this.words.giveBack : this.words.window;
      },

      toStop(index, event) {
        this.closeFill(true);
        if (index < 0 || this.paused || this.finishing) {
          return;
        }
        if (this.recording && (index >= its.data.stops.length || this.$refs.only?.checked)) {
          this.finish();
        } else if (index < its.data.stops.length) {
          if (this.recording) {
            its.recorder.note({ do: 'stop', stop: its.data.stops[index].id }, event?.timeStamp);
          }
          this.showStop(index);
          if (this.recording) {
            its.desk.begin(event?.timeStamp);
            its.showing.beginStop(event?.timeStamp);
          }
        }
      },

      // ---- keys

      key(event) {
        if (this.jotting && event.target !== this.$refs.jot) {
          this.typedEarly(event, this.$refs.jot);
          return;
        }
        if (this.filling && event.target !== this.$refs.fill) {
          this.typedEarly(event, this.$refs.fill);
          if (this.filling) {
            this.fillTyped();
          }
          return;
        }
        const typing = ['SELECT', 'INPUT', 'TEXTAREA'].includes(event.target.tagName);
        const scrolling = event.target === this.$refs.prompt && event.key.startsWith('Arrow');
        if ((typing && event.key !== 'F8') || scrolling) {
          return;
        }
        if (event.ctrlKey || event.metaKey || event.altKey || (event.repeat && !event.key.startsWith('Arrow'))) {
          return;
        }
        const at = event.timeStamp;
        const deeds = {
          PageDown: () => this.toStop(this.current + 1, event),
          PageUp: () => this.toStop(this.current - 1, event),
          ArrowRight: () => (event.shiftKey ? its.desk.aim(1, 'words', at) : this.turn(event)),
          ArrowLeft: () => (event.shiftKey ? its.desk.aim(-1, 'words', at) : this.turnBack(event)),
          ArrowDown: () => its.desk.aim(1, 'lines', at),
          ArrowUp: () => its.desk.aim(-1, 'lines', at),
          F8: () => this.startOrStop(),
          w: () => this.wipe(event),
          b: () => this.takeBack(event),
          Escape: () => this.arm(''),
          z: () => this.closer(event),
          a: () => this.whole(event),
          p: () => this.pause(),
          j: () => this.openJot(event),
          f: () => this.openFill(),
          y: () => this.toggleFace(event),
          o: () => this.toggleWindow(event),
          h: () => this.hold(event),
        };
        const verb = VERBS[event.key.toLowerCase()];
        const deed = deeds[event.key] ?? deeds[event.key.toLowerCase()];
        if (verb) {
          event.preventDefault();
          this.byKey(verb, at);
        } else if (/^[1-9]$/.test(event.key)) {
          event.preventDefault();
          this.toPage(this.$refs.strip.querySelectorAll('[data-page]')[Number(event.key) - 1], event);
        } else if (deed) {
          event.preventDefault();
          deed();
        }
      },
    };
  });
});
