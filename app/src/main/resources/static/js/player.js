// Plays a walkthrough: draws what the score shows at the time of the sound.
import { clock, send } from './api.js';
import { Asks } from './asks.js';
import { Beacons } from './beacons.js';
import { Check } from './check.js';
import { LeftOff } from './leftoff.js';
import { Moving } from './moving.js';
import { draw, fit, momentOf, NARROW, Pictures, WIDE } from './stage.js';

const CAPTION_GAP_MS = 4000;
const WORDS_BESIDE_FROM = 992;
const NARROW_UP_TO = 560; // CSS pixels: below, a page as it is on a desk cannot be read
import './page.js';

/** Says of words what is not sure about them. */
function note(text) {
  const told = document.createElement('span');
  told.className = 'unchecked';
  told.textContent = text;
  return told;
}

document.addEventListener('alpine:init', () => {
  Alpine.data('player', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    let pictures;
    let ahead = false;
    let beacons;
    let leftOff;
    let corrections = [];
    let checks = [];
    let asking = null;
    let pointed = null; // Told where the page is pressed, while a place on it is asked for.
    let ringed = null;
    let drawn = null; // The moment that stands on the stage.
    let asks = null;
    let before = 0;
    let score;
    let moving;
    let track = null; // Captions in another language than the one that is spoken.
    let wordButtons = [];
    let shownWord;
    const fingers = new Map();
    let free = null;
    return {
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
        pictures = new Pictures(() => this.show());
        const id = this.$root.dataset.score;
        if (this.$root.dataset.watch === 'true') {
          beacons = new Beacons(id);
        }
        try {
          score = await send('GET', `/media/scores/${id}/score`);
        } catch {
          this.problem = this.$refs.problem.dataset.lost;
          return;
        }
        moving = new Moving(score.pictures, `/media/scores/${id}/pictures`);
        moving.onArrived(() => !this.playing && this.show());
        this.duration = score.durationMs;
        // What was put right afterwards is told beside what is said; without it the talk plays all the same.
        corrections = await send('GET', `/media/scores/${id}/corrections`).catch(() => []);
        checks = await send('GET', `/media/scores/${id}/checks`).catch(() => []);
        if (this.$refs.ask) {
          asks = new Asks(this.$refs.ask, id, { play: (at) => this.playFrom(at), close: () => this.toggleAsk() });
          await asks.load().catch(() => {});
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
        leftOff = this.$root.dataset.watch === 'true' || this.$root.dataset.own === 'true' ? new LeftOff(id, () => this.now()) : null;
        const asked = Number(new URLSearchParams(location.search).get('at'));
        const left = asked > 0 ? 0 : ((await leftOff?.place()) ?? 0);
        if (asked > 0 || left > 0) {
          sound.currentTime = (asked || left) / 1000;
        }
        this.goesOnAt = left > 0 ? clock(left) : '';
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
        before = this.now();
        this.fresh = false;
        this.fetchAhead();
        document.dispatchEvent(new CustomEvent('kerygma:watching'));
        const step = () => {
          if (!this.playing) {
            return;
          }
          beacons?.playing(this.now(), this.$refs.sound.playbackRate);
          leftOff?.playing();
          if (this.atCheck(this.now()) || this.atPartsEnd()) {
            return;
          }
          before = this.now();
          this.show();
          requestAnimationFrame(step);
        };
        requestAnimationFrame(step);
      },

      /** It waits for an answer; what was jumped over is not asked. */
      atCheck(until) {
        const next = checks.find((c) => !c.over && !c.passed && before <= c.atMs && c.atMs <= until);
        if (!next) {
          return false;
        }
        const { sound, check } = this.$refs;
        sound.pause();
        sound.currentTime = next.atMs / 1000;
        this.checking = true;
        asking = new Check(check, this.$root.dataset.score, next, check.dataset, {
          goOn: () => {
            next.passed = true;
            this.leaveCheck();
            before = next.atMs;
            // Several may be asked at one moment.
            if (!this.atCheck(next.atMs)) {
              sound.play();
            }
          },
          hear: (at) => {
            this.playFrom(at);
          },
          point: (take) => {
            pointed = take;
          },
          ring: (box) => {
            ringed = box;
            this.show();
          },
        });
        return true;
      },

      leaveCheck() {
        asking?.stop();
        asking = null;
        pointed = null;
        ringed = null;
        this.checking = false;
        this.$refs.check.replaceChildren();
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
          beacons?.playing(this.now(), sound.playbackRate);
        }
        beacons?.stopped();
        if (sound.seeking) {
          before = this.now(); // What is jumped over is not asked.
        }
        if (sound.ended && this.playing) {
          this.atCheck(this.duration);
        }
        if (sound.paused || sound.ended) {
          this.playing = false;
          beacons?.flush();
          leftOff?.keep();
        }
        this.show();
      },

      show() {
        if (!score) {
          return;
        }
        const at = Math.min(this.now(), this.duration - 1);
        this.at = at;
        this.isNarrow = this.$refs.stage.clientWidth < NARROW_UP_TO && (score.narrow ?? []).length > 0;
        this.$root.classList.toggle('narrow', this.isNarrow);
        const stage = this.isNarrow ? NARROW : WIDE;
        const moment = momentOf(score, at, this.isNarrow ? score.narrow : score.camera);
        if (this.isNarrow && moment.page) {
          moment.view = this.ownView(moment, stage);
        }
        if (moving.any) {
          Object.assign(moment, moving.at(at, score.pages.indexOf(moment.page), this.$refs.sound));
          this.$refs.stage.dataset.ahead = moving.ahead;
          this.$refs.stage.dataset.moving = [moment.moving ? 'window' : '', ...moment.over.map(() => 'face')].filter(Boolean).join(' ');
        }
        if (ringed) {
          moment.marks = [...moment.marks, { kind: 'ring', boxes: [ringed], words: '' }];
        }
        drawn = moment;
        fit(this.$refs.stage, stage);
        draw(this.$refs.stage, moment, pictures, stage);
        const cues = track ? track.cues : score.cues;
        const cue = cues.find((c) => c.startMs <= at && at < c.endMs);
        this.between = !cue && cues.some((c) => c.endMs <= at && at < c.endMs + CAPTION_GAP_MS && c !== cues.at(-1));
        this.lineLanguage = track && !cue?.spoken ? track.language : score.language;
        this.line1 = cue?.lines[0] ?? '';
        this.line2 = cue?.lines[1] ?? '';
        const right = (over) => corrections.find((c) => c.overPage === over && c.startMs <= at && at < c.endMs)?.words ?? '';
        this.correction = right(false);
        this.slip = right(true);
        const here = asks?.at(at);
        this.asked = here?.words ?? '';
        this.answered = here?.answer ?? '';
        const stop = score.stops.find((s) => s.startMs <= at && at < s.endMs);
        this.unchecked = (track ? Boolean(cue?.unchecked) : Boolean(stop?.unchecked)) && this.line1 !== '';
        const seen = moment.marks.map((m) => `${m.kind}: ${m.words || m.number}`);
        this.described = [stop ? `${stop.number} ${stop.title}` : score.title, ...seen].join('; ');
        this.$refs.stage.dataset.at = Math.round(at);
        this.$refs.stage.dataset.marks = moment.marks.map((m) => m.kind).join(' ');
        const current = score.stops.findIndex((s) => s.startMs <= at && at < s.endMs);
        this.part = Math.max(0, this.parts.findLastIndex((p) => p.startMs <= at));
        this.parts.forEach((p, i) => {
          p.current = i === this.part;
        });
        this.stops.forEach((shown, i) => {
          const s = score.stops[i];
          shown.inPart = this.from <= s.startMs && s.startMs < this.until;
          shown.current = i === current;
          shown.played = Math.min(100, Math.max(0, (100 * (at - s.startMs)) / (s.endMs - s.startMs)));
        });
        this.showWord(at);
      },

      /** On a narrow screen the whole page on demand, or the part that two fingers have drawn near. */
      ownView(moment, stage) {
        const { page } = moment;
        if (free?.page !== page.id) {
          free = null;
        }
        this.isFree = Boolean(free);
        if (free) {
          return free.view;
        }
        if (!this.wholePage) {
          return moment.view;
        }
        const width = Math.max(page.width, (page.height * stage.width) / stage.height);
        const height = (width * stage.height) / stage.width;
        return { x: (page.width - width) / 2, y: (page.height - height) / 2, width, height };
      },

      toggleWhole() {
        free = null;
        this.wholePage = !this.wholePage;
        this.show();
      },

      follow() {
        free = null;
        this.wholePage = false;
        this.show();
      },

      // ---- two fingers

      touch(event) {
        if (this.isNarrow && event.pointerType === 'touch') {
          fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
        }
      },

      drag(event) {
        if (!fingers.has(event.pointerId)) {
          return;
        }
        const were = [...fingers.values()];
        fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
        if (were.length === 2) {
          event.preventDefault();
          this.pinch(were, [...fingers.values()]);
        }
      },

      release(event) {
        fingers.delete(event.pointerId);
      },

      /** The page is pressed while a place on it is asked for. */
      press(event) {
        if (pointed && drawn?.view) {
          const r = this.$refs.stage.getBoundingClientRect();
          const scale = drawn.view.width / r.width;
          pointed({ x: drawn.view.x + (event.clientX - r.left) * scale, y: drawn.view.y + (event.clientY - r.top) * scale });
        }
      },

      /** What was between two fingers stays between them. */
      pinch(were, are) {
        const moment = momentOf(score, this.at, score.narrow);
        if (!moment.page) {
          return;
        }
        const view = this.ownView(moment, NARROW);
        const r = this.$refs.stage.getBoundingClientRect();
        const apart = ([a, b]) => Math.max(20, Math.hypot(a.x - b.x, a.y - b.y));
        const middle = ([a, b]) => ({ x: (a.x + b.x) / 2 - r.left, y: (a.y + b.y) / 2 - r.top });
        const width = Math.min(moment.page.width * 1.6, Math.max(80, (view.width * apart(were)) / apart(are)));
        const scale = view.width / r.width;
        const from = middle(were);
        const to = middle(are);
        const x = view.x + from.x * scale - (to.x * width) / r.width;
        const y = view.y + from.y * scale - (to.y * width) / r.width;
        free = { page: moment.page.id, view: { x, y, width, height: (width * NARROW.height) / NARROW.width } };
        this.show();
      },

      buildStops() {
        this.stops = score.stops.map((s) => ({
          id: s.id,
          number: s.number,
          title: s.title,
          current: false,
          inPart: true,
          played: 0,
          go: () => this.playFrom(s.startMs),
        }));
        for (const s of score.stops) {
          if (this.parts.length === 0 || s.beginsPart) {
            this.parts.push({ number: this.parts.length + 1, title: s.title, startMs: s.startMs, endMs: s.endMs, length: '', current: false, go: () => this.playFrom(s.startMs) });
          }
          this.parts.at(-1).endMs = s.endMs;
        }
        this.parts.forEach((p) => {
          p.length = clock(p.endMs - p.startMs);
        });
      },

      /** The words of the shown pages that are explained; without them the player plays all the same. */
      async buildGlossary(id) {
        const words = await send('GET', `/media/scores/${id}/words`).catch(() => []);
        for (const word of words) {
          const term = document.createElement('dt');
          term.textContent = word.term;
          const meaning = document.createElement('dd');
          meaning.textContent = word.meaning;
          this.$refs.glossary.append(term, meaning);
        }
        this.glossary = words.length > 0;
      },

      /** Captions in other languages, if there are any; who has chosen one before has it at once. */
      async buildLanguages() {
        if (score.tracks.length > 0) {
          const chosen = await send('GET', '/caption-language').catch(() => ({ language: '' }));
          track = score.tracks.find((t) => t.language === chosen.language) ?? null;
          this.languages = [score.language, ...score.tracks.map((t) => t.language)].map((code) => ({ code, name: new Intl.DisplayNames([code], { type: 'language' }).of(code), chosen: code === (track?.language ?? score.language) }));
        }
        this.language = track?.language ?? score.language;
      },

      get hasLanguages() {
        return this.languages.length > 1;
      },

      /** Once chosen it holds for all walkthroughs. */
      async readIn(event) {
        this.language = event.target.value;
        track = score.tracks.find((t) => t.language === this.language) ?? null;
        this.captionsOn = true;
        this.buildTranscript();
        this.show();
        await send('PUT', '/caption-language', { language: track ? this.language : '' }).catch(() => {
          // It is shown all the same; next time it is asked for again.
        });
      },

      buildTranscript() {
        const box = this.$refs.transcript;
        box.textContent = '';
        wordButtons = [];
        const words = track ? track.cues.map((c) => ({ text: c.lines.join(' '), startMs: c.startMs, endMs: c.endMs, spoken: c.spoken })) : score.words;
        for (const stop of score.stops) {
          const head = document.createElement('h3');
          head.textContent = `${stop.number} ${stop.title}`;
          const text = document.createElement('p');
          if (!stop.spoken?.heard) {
            head.append(' ', note(this.words.estimated));
          }
          if (stop.unchecked) {
            head.append(' ', note(this.words.unchecked));
          }
          text.lang = this.language;
          text.classList.toggle('by-cue', Boolean(track));
          for (const word of words.filter((w) => stop.startMs <= w.startMs && w.startMs < stop.endMs)) {
            const button = document.createElement('button');
            button.lang = word.spoken ? score.language : this.language;
            button.type = 'button';
            button.textContent = word.text;
            button.tabIndex = -1;
            button.addEventListener('click', () => this.playFrom(word.startMs));
            text.append(button, ' ');
            wordButtons.push({ button, word });
          }
          box.append(head, text);
        }
        if (wordButtons.length > 0) {
          wordButtons[0].button.tabIndex = 0;
        }
        box.onkeydown = (e) => this.moveInTranscript(e);
      },

      /** Arrow keys go from word to word; Tab leaves the transcript. */
      moveInTranscript(event) {
        const from = wordButtons.findIndex((w) => w.button === document.activeElement);
        const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 10, ArrowUp: -10 }[event.key];
        if (!by) {
          return;
        }
        event.preventDefault();
        event.stopPropagation();
        const to = Math.min(wordButtons.length - 1, Math.max(0, from + by));
        wordButtons.forEach((w) => {
          w.button.tabIndex = -1;
        });
        wordButtons[to].button.tabIndex = 0;
        wordButtons[to].button.focus();
      },

      showWord(at) {
        if (!this.transcriptOn) {
          return;
        }
        const now = wordButtons.find((w) => w.word.startMs <= at && at < Math.max(w.word.endMs, w.word.startMs + 1));
        if (now === shownWord) {
          return;
        }
        shownWord?.button.classList.remove('now');
        now?.button.classList.add('now');
        shownWord = now;
        if (now && !this.$refs.transcript.contains(document.activeElement)) {
          this.keepInSight(now.button);
        }
      },

      /** What is still to come is fetched while there is a line; what is moving comes with its own pictures. */
      fetchAhead() {
        if (!ahead) {
          ahead = true;
          const moved = new Set(score.pictures.map((p) => p.page));
          const pages = score.camera.map((k) => k.page).filter((p) => !moved.has(p));
          pictures.ahead([...new Set(pages)].map((p) => score.pages[p].id));
        }
      },

      toggle() {
        const sound = this.$refs.sound;
        if (this.checking) {
          asking.focus();
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
          asks.open(this.now());
        } else {
          this.$refs.askButton.focus();
        }
      },

      toggleCaptions() {
        this.captionsOn = !this.captionsOn;
      },

      /** The words open at the place that plays. */
      toggleTranscript() {
        this.transcriptOn = !this.transcriptOn;
        if (this.transcriptOn) {
          this.$nextTick(() => {
            const at = this.now();
            this.showWord(at);
            const near = wordButtons.findLast((w) => w.word.startMs <= at) ?? wordButtons[0];
            if (near) {
              this.keepInSight(near.button);
            }
          });
        }
      },

      /** Scrolls the words, and never the page. */
      keepInSight(button) {
        const box = this.$refs.transcript;
        const above = button.offsetTop - box.offsetTop;
        if (above < box.scrollTop || above > box.scrollTop + box.clientHeight * 0.7) {
          box.scrollTop = above - box.clientHeight * 0.3;
        }
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
