// Plays a walkthrough: draws what the score shows at the time of the sound.
import { clock, send } from './api.js';
import { Asks } from './asks.js';
import { Beacons } from './beacons.js';
import { LeftOff } from './leftoff.js';
import { Moving } from './moving.js';
import { Pictures } from './pictures.js';
import { draw, fit, momentOf, NARROW, WIDE } from './stage.js';

const CAPTION_GAP_MS = 4000;
const WORDS_BESIDE_FROM = 992;
const NARROW_UP_TO = 560; // CSS pixels: below, a page as it is on a desk cannot be read
import './page.js';
import { questions } from './playerchecks.js';
import { fingers } from './playerfingers.js';
import { lists } from './playerlists.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('player', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    /** @type {Record<string, any>} */
    const its = {
      pictures: undefined,
      ahead: false,
      beacons: undefined,
      leftOff: undefined,
      corrections: [],
      checks: [],
      asking: null,
      pointed: null, // Told where the page is pressed, while a place on it is asked for.
      ringed: null,
      drawn: null, // The moment that stands on the stage.
      asks: null,
      before: 0,
      score: undefined,
      moving: undefined,
      track: null, // Captions in another language than the one that is spoken.
      wordButtons: [],
      shownWord: undefined,
      fingers: new Map(),
      free: null,
    };
    return {
      ...fingers(its),
      ...questions(its),
      ...lists(its),
      fresh: true,
      /** The time at which it goes on where somebody left off; empty if it begins. */
      goesOnAt: '',
      playing: false,
      captionsOn: true,
      unchecked: false,
      wholePage: false,
      isNarrow: false,
      isFree: false,
      between: false,
      transcriptOn: false,
      /** On a phone: whether the buttons that are seldom wanted are there. */
      moreOn: false,
      at: 0,
      duration: 1,
      correction: '',
      slip: '',
      checking: false,
      askOpen: false,
      asked: '',
      answered: '',
      line1: '',
      line2: '',
      described: '',
      problem: '',
      languages: [],
      language: '',
      lineLanguage: '',
      glossary: false,
      stops: [],
      /** Of a long walkthrough: they are watched one after the other. */
      parts: [],
      part: 0,
      partOver: false,
      words: {},

      async init() {
        this.described = this.$root.dataset.title;
        this.words = { play: this.$refs.play.dataset.play, pause: this.$refs.play.dataset.pause, unchecked: this.$refs.play.dataset.unchecked, estimated: this.$refs.play.dataset.estimated };
        its.pictures = new Pictures(() => this.show());
        const id = this.$root.dataset.score;
        if (this.$root.dataset.watch === 'true') {
          its.beacons = new Beacons(id);
        }
        try {
          its.score = await send('GET', `/media/scores/${id}/score`);
        } catch {
          this.problem = this.$refs.problem.dataset.lost;
          return;
        }
        its.moving = new Moving(its.score.pictures, `/media/scores/${id}/pictures`);
        its.moving.onArrived(() => !this.playing && this.show());
        this.duration = its.score.durationMs;
        // What was put right afterwards is told beside what is said; without it the talk plays all the same.
        its.corrections = await send('GET', `/media/scores/${id}/corrections`).catch(() => []);
        its.checks = await send('GET', `/media/scores/${id}/checks`).catch(() => []);
        if (this.$refs.ask) {
          its.asks = new Asks(this.$refs.ask, id, { play: (at) => this.playFrom(at), close: () => this.toggleAsk() });
          await its.asks.load().catch(() => {});
        }
        this.buildStops();
        await this.buildLanguages();
        this.buildTranscript();
        this.buildGlossary(id);
        this.transcriptOn = Boolean(this.$root.closest('.with-words')) && innerWidth >= WORDS_BESIDE_FROM;
        const sound = this.$refs.sound;
        sound.addEventListener('play', () => this.began());
        for (const halt of ['pause', 'ended', 'waiting', 'seeking']) {
          sound.addEventListener(halt, () => this.halted());
        }
        sound.addEventListener('seeked', () => this.show());
        sound.addEventListener('error', () => {
          this.problem = this.$refs.problem.dataset.lost;
        });
        addEventListener('resize', () => this.show());
        document.addEventListener('kerygma:play', (e) => this.playFrom(e.detail.at));
        // Of a page that shows it for somebody else nothing is kept.
        its.leftOff = this.$root.dataset.watch === 'true' || this.$root.dataset.own === 'true' ? new LeftOff(id, () => this.now()) : null;
        const asked = Number(new URLSearchParams(location.search).get('at'));
        const left = asked > 0 ? 0 : ((await its.leftOff?.place()) ?? 0);
        if (asked > 0 || left > 0) {
          sound.currentTime = (asked || left) / 1000;
        }
        this.goesOnAt = left > 0 ? clock(left) : '';
        document.dispatchEvent(new CustomEvent('kerygma:ready', { detail: { score: its.score, left } }));
        this.show();
        this.$root.dataset.ready = 'true';
        // What was pressed before all of this was there.
        const wanted = this.$root.dataset.wanted;
        if (wanted) {
          this.playFrom(Number(wanted));
        }
      },

      get begins() {
        return this.fresh && this.goesOnAt === '';
      },
      get goesOn() {
        return this.fresh && this.goesOnAt !== '';
      },
      fromBeginning() {
        this.playFrom(0);
      },

      /** The band under the stage is there for a caption, and over the short silence to the next. */
      get captionShown() {
        return this.captionsOn && (this.line1 !== '' || this.between);
      },

      get clock() {
        return `${clock(this.at - this.from)} / ${clock(this.until - this.from)}`;
      },
      get hasParts() {
        return this.parts.length > 1;
      },
      get from() {
        return this.hasParts ? this.parts[this.part].startMs : 0;
      },
      get until() {
        return this.hasParts ? this.parts[this.part].endMs : this.duration;
      },

      now() {
        return this.$refs.sound.currentTime * 1000;
      },

      began() {
        this.playing = true;
        its.before = this.now();
        this.fresh = false;
        this.fetchAhead();
        document.dispatchEvent(new CustomEvent('kerygma:watching'));
        const step = () => {
          if (!this.playing) {
            return;
          }
          its.beacons?.playing(this.now(), this.$refs.sound.playbackRate);
          its.leftOff?.playing();
          if (this.atCheck(this.now()) || this.atPartsEnd()) {
            return;
          }
          its.before = this.now();
          this.show();
          requestAnimationFrame(step);
        };
        requestAnimationFrame(step);
      },

      /** At the end of a part that is not the last it waits. */
      atPartsEnd() {
        if (!this.hasParts || this.part === this.parts.length - 1 || this.now() < this.until) {
          return false;
        }
        this.$refs.sound.pause();
        this.$refs.sound.currentTime = (this.until - 1) / 1000;
        this.partOver = true;
        // Alpine shows what is to be shown in the next frame; only then it can be focused.
        requestAnimationFrame(() => requestAnimationFrame(() => this.$refs.next.focus()));
        return true;
      },

      nextPart() {
        this.playFrom(this.until);
      },

      halted() {
        const sound = this.$refs.sound;
        if (this.playing && !sound.seeking) {
          its.beacons?.playing(this.now(), sound.playbackRate);
        }
        its.beacons?.stopped();
        if (sound.seeking) {
          its.before = this.now(); // What is jumped over is not asked.
        }
        if (sound.ended && this.playing) {
          this.atCheck(this.duration);
        }
        if (sound.paused || sound.ended) {
          this.playing = false;
          its.beacons?.flush();
          its.leftOff?.keep();
        }
        this.show();
      },

      show() {
        if (!its.score) {
          return;
        }
        const at = Math.min(this.now(), this.duration - 1);
        this.at = at;
        this.isNarrow = this.$refs.stage.clientWidth < NARROW_UP_TO && (its.score.narrow ?? []).length > 0;
        this.$root.classList.toggle('narrow', this.isNarrow);
        const stage = this.isNarrow ? NARROW : WIDE;
        const moment = momentOf(its.score, at, this.isNarrow ? its.score.narrow : its.score.camera);
        if (this.isNarrow && moment.page) {
          moment.view = this.ownView(moment, stage);
        }
        if (its.moving.any) {
          Object.assign(moment, its.moving.at(at, its.score.pages.indexOf(moment.page), this.$refs.sound));
          this.$refs.stage.dataset.ahead = its.moving.ahead;
          this.$refs.stage.dataset.moving = [moment.moving ? 'window' : '', ...moment.over.map(() => 'face')].filter(Boolean).join(' ');
        }
        if (its.ringed) {
          moment.marks = [...moment.marks, { kind: 'ring', boxes: [its.ringed], words: '' }];
        }
        its.drawn = moment;
        fit(this.$refs.stage, stage);
        draw(this.$refs.stage, moment, its.pictures, stage);
        const cues = its.track ? its.track.cues : its.score.cues;
        const cue = cues.find((c) => c.startMs <= at && at < c.endMs);
        this.between = !cue && cues.some((c) => c.endMs <= at && at < c.endMs + CAPTION_GAP_MS && c !== cues.at(-1));
        this.lineLanguage = its.track && !cue?.spoken ? its.track.language : its.score.language;
        this.line1 = cue?.lines[0] ?? '';
        this.line2 = cue?.lines[1] ?? '';
        const right = (over) => its.corrections.find((c) => c.overPage === over && c.startMs <= at && at < c.endMs)?.words ?? '';
        this.correction = right(false);
        this.slip = right(true);
        const here = its.asks?.at(at);
        this.asked = here?.words ?? '';
        this.answered = here?.answer ?? '';
        const stop = its.score.stops.find((s) => s.startMs <= at && at < s.endMs);
        this.unchecked = (its.track ? Boolean(cue?.unchecked) : Boolean(stop?.unchecked)) && this.line1 !== '';
        const seen = moment.marks.map((m) => `${m.kind}: ${m.words || m.number}`);
        this.described = [stop ? `${stop.number} ${stop.title}` : its.score.title, ...seen].join('; ');
        this.$refs.stage.dataset.at = Math.round(at);
        this.$refs.stage.dataset.marks = moment.marks.map((m) => m.kind).join(' ');
        const current = its.score.stops.findIndex((s) => s.startMs <= at && at < s.endMs);
        this.part = Math.max(0, this.parts.findLastIndex((p) => p.startMs <= at));
        this.parts.forEach((p, i) => {
          p.current = i === this.part;
        });
        this.stops.forEach((shown, i) => {
          const s = its.score.stops[i];
          shown.inPart = this.from <= s.startMs && s.startMs < this.until;
          shown.current = i === current;
          shown.played = Math.min(100, Math.max(0, (100 * (at - s.startMs)) / (s.endMs - s.startMs)));
        });
        this.showWord(at);
      },

      /** On a narrow screen the whole page on demand, or the part that two fingers have drawn near. */
      ownView(moment, stage) {
        const { page } = moment;
        if (its.free?.page !== page.id) {
          its.free = null;
        }
        this.isFree = Boolean(its.free);
        if (its.free) {
          return its.free.view;
        }
        if (!this.wholePage) {
          return moment.view;
        }
        const width = Math.max(page.width, (page.height * stage.width) / stage.height);
        const height = (width * stage.height) / stage.width;
        return { x: (page.width - width) / 2, y: (page.height - height) / 2, width, height };
      },

      toggleWhole() {
        its.free = null;
        this.wholePage = !this.wholePage;
        this.show();
      },

      follow() {
        its.free = null;
        this.wholePage = false;
        this.show();
      },

      get hasLanguages() {
        return this.languages.length > 1;
      },

      /** What is still to come is fetched while there is a line; what is moving comes with its own pictures. */
      fetchAhead() {
        if (!its.ahead) {
          its.ahead = true;
          const moved = new Set(its.score.pictures.map((p) => p.page));
          const pages = its.score.camera.map((k) => k.page).filter((p) => !moved.has(p));
          its.pictures.ahead([...new Set(pages)].map((p) => its.score.pages[p].id));
        }
      },

      toggle() {
        const sound = this.$refs.sound;
        if (this.checking) {
          its.asking.focus();
          return;
        }
        if (this.partOver) {
          this.nextPart();
        } else if (sound.paused) {
          sound.play();
        } else {
          sound.pause();
        }
      },

      playFrom(at) {
        this.leaveCheck();
        this.partOver = false;
        this.$refs.sound.currentTime = at / 1000;
        this.$refs.sound.play();
      },

      back() {
        this.partOver = false;
        this.$refs.sound.currentTime = Math.max(0, this.$refs.sound.currentTime - 10);
      },

      seekTo(event) {
        this.partOver = false;
        this.$refs.sound.currentTime = Number(event.target.value) / 1000;
      },

      setSpeed(event) {
        this.$refs.sound.playbackRate = Number(event.target.value);
      },

      /** The question is about what is shown when it begins. */
      toggleAsk() {
        this.askOpen = !this.askOpen;
        if (this.askOpen) {
          this.$refs.sound.pause();
          its.asks.open(this.now());
        } else {
          this.$refs.askButton.focus();
        }
      },

      toggleMore() {
        this.moreOn = !this.moreOn;
      },
      toggleCaptions() {
        this.captionsOn = !this.captionsOn;
      },

      /** Space plays and pauses, unless a control that has the focus uses it itself. */
      key(event) {
        const own = ['BUTTON', 'SELECT', 'INPUT', 'TEXTAREA', 'A'].includes(event.target.tagName);
        if (event.key === ' ' && !own) {
          event.preventDefault();
          this.toggle();
        }
      },
    };
  });
});
