// The lectern: shows the stop's page and words, records voice and gestures.
import { clock, send } from './api.js';
import './page.js';
import { Desk } from './desk.js';
import { pictureIn, takeIn } from './paste.js';
import { meter, openMicrophone, openStandIn } from './microphone.js';
import { Pieces } from './pieces.js';
import { Prompt } from './prompt.js';
import { Recorder } from './recorder.js';
import { device, openRecordings, run } from './running.js';
import { Showing } from './showing.js';

const SETTLE_MS = 1000;
/** A cough is not told; so many looks of the meter are words. */
const DUCKED_LOOKS = 8;
const VERBS = { r: 'ring', u: 'underline', n: 'number', l: 'light', c: 'cover', i: 'ink' };

document.addEventListener('alpine:init', () => {
  Alpine.data('lectern', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    let data;
    let desk;
    let prompt;
    let recorder;
    let voice;
    let showing;
    let gripped = null;
    const pieces = new Pieces();
    return {
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
        data = JSON.parse(document.getElementById('lectern-data').textContent);
        this.words = { ...document.getElementById('lectern-words').dataset };
        this.startWord = this.words.start;
        this.startVerb = this.words.startVerb;
        this.stopWord = this.words.stopVerb;
        if (data.hasOpen) {
          this.lookForOpen();
        }
        desk = new Desk(this.$refs.stage, data.pages, data.marks, (event, moment) => this.note(event, moment));
        desk.keeping.onChange = () => this.tellGoing();
        desk.keeping.onRefused = (why) => {
          this.problem = why;
          this.going = why; // The other place is seen before a recording only.
        };
        document.addEventListener('kerygma:covered', (e) => {
          e.detail.forEach((m) => desk.stand(m));
          desk.draw();
        });
        showing = new Showing(desk, this.words, () => (this.recording && !this.paused ? recorder : null));
        showing.onChange = () => this.seeShowing();
        this.seeShowing();
        this.clips = data.clips.map((c) => ({ ...c, current: false, play: (e) => this.playClip(c, e) }));
        prompt = new Prompt(this.$refs.prompt);
        pieces.onChange = () => this.tellGoing();
        pieces.onRefused = (why) => this.refuse(why);
        this.stones = data.stops.map((s, i) => ({
          id: s.id,
          number: s.number,
          title: s.title,
          current: false,
          used: s.recordedMs > 0 ? 100 : 0,
          go: () => this.toStop(i),
        }));
        this.takeUpPatch();
        if (data.stops.length > 0) {
          const asked = data.stops.findIndex((s) => s.id === this.words.firstStop);
          const next = data.stops.findIndex((s) => s.recordedMs === 0);
          this.showStop(Math.max(0, asked >= 0 ? asked : next));
          this.widenStones();
        }
        addEventListener('keydown', (e) => this.key(e));
        addEventListener('paste', (e) => this.paste(e));
        addEventListener('keyup', (e) => e.key.toLowerCase() === 'i' && desk.inkEnds(e.timeStamp));
        addEventListener('resize', () => desk.draw());
        addEventListener('beforeunload', (e) => {
          if (this.recording || pieces.left > 0 || desk.keeping.left > 0) {
            e.preventDefault();
          }
        });
        this.$root.dataset.ready = 'true';
      },

      /** Some words are to be said again, they alone: they are the script now. */
      takeUpPatch() {
        const kept = new URLSearchParams(location.search).has('words') && sessionStorage.getItem('kerygma:patch');
        this.patch = kept ? JSON.parse(kept) : null;
        const stop = this.patch && data.stops.find((s) => s.id === this.patch.stop);
        if (stop) {
          stop.sentences = [this.patch.words];
          data.stops = [stop];
          this.stones = this.stones.filter((s) => s.id === stop.id);
          this.saysWords = true;
        } else {
          this.patch = null;
        }
      },

      widenStones() {
        this.$nextTick(() => {
          this.$refs.stones.querySelectorAll('li').forEach((li, i) => {
            li.style.flexGrow = Math.max(10, data.stops[i].plannedMs / 1000);
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
        return data?.stops[this.current];
      },
      get where() {
        return this.stop ? `${this.words.stop} ${this.stop.number}: ${this.stop.title}` : '';
      },
      get planned() {
        return data ? `${this.words.of} ${clock(data.stops.reduce((sum, s) => sum + s.plannedMs, 0))}` : '';
      },

      // ---- the stage

      showStop(index) {
        this.current = index;
        this.stones.forEach((s, i) => {
          s.current = i === index;
        });
        desk.lay(this.stop);
        this.seeDesk();
        prompt.show(this.stop.sentences, this.stop.plannedMs);
        this.stopBegan = recorder?.at() ?? 0;
      },

      /** The verbs and the choice of papers say what lies on the desk. */
      seeDesk() {
        this.isCloser = desk.isCloser;
        this.isWhole = desk.isWhole;
        showing?.pageTurned();
        this.$refs.strip.querySelectorAll('[data-page]').forEach((b) => {
          b.setAttribute('aria-current', String(b.dataset.page === desk.page));
        });
      },

      note(event, moment) {
        if (this.recording && !this.paused) {
          recorder.note(event, moment);
        }
      },

      point(event) {
        if (gripped) {
          desk.dragFace(gripped.source, event, gripped.from);
          return;
        }
        desk.point(event);
      },

      gone(event) {
        desk.gone(event);
      },

      down(event) {
        const held = desk.faceUnder(event);
        if (held) {
          gripped = { source: held, from: desk.grip(held, event) };
          this.$refs.stage.setPointerCapture(event.pointerId);
          return;
        }
        desk.point(event);
        this.$refs.stage.focus();
        this.doing = this.tool || (event.pointerType === 'pen' ? 'ink' : '');
        if (this.doing) {
          desk.down(this.doing, event);
        }
      },

      up(event) {
        if (gripped) {
          showing.tellPlace(gripped.source, event.timeStamp);
          gripped = null;
        } else if (this.doing) {
          desk.up(this.doing, event);
          this.doing = '';
          this.arm('');
        }
      },

      /** A verb that is clicked is armed until it has been used, or is clicked again. */
      verb(event) {
        const { verb } = event.currentTarget.dataset;
        this.arm(this.tool === verb ? '' : verb);
        this.$refs.stage.focus();
      },

      arm(tool) {
        this.tool = tool;
        this.$refs.verbs.querySelectorAll('[data-verb]').forEach((b) => {
          b.setAttribute('aria-pressed', String(b.dataset.verb === tool));
        });
      },

      /** A key marks what the pointer is on, and arms nothing. */
      byKey(verb, at) {
        this.hint = desk.mark(verb, at) ? '' : this.words.pointFirst;
      },

      takeBack(event) {
        desk.takeBack(event.timeStamp);
        this.$refs.stage.focus();
      },

      wipe(event) {
        desk.wipe(event.timeStamp);
      },

      closer(event) {
        desk.closer(event.timeStamp);
        this.seeDesk();
      },

      whole(event) {
        desk.whole(event.timeStamp);
        this.seeDesk();
      },

      wheel(event) {
        if (!this.finishing && !this.beforeStart) {
          desk.wheel(event);
        }
      },

      turn(event) {
        desk.turn(1, event.timeStamp);
        this.seeDesk();
      },

      turnBack(event) {
        desk.turn(-1, event.timeStamp);
        this.seeDesk();
      },

      hop(event) {
        this.toPage(event.currentTarget, event);
      },

      /** The focus goes back to the stage, so that the keys go on working. */
      toPage(button, event) {
        if (button && !this.finishing && !this.beforeStart) {
          desk.hop(button.dataset.page, event.timeStamp);
          this.seeDesk();
        }
        this.$refs.stage.focus();
      },

      /** A picture from the clipboard is laid on the desk as soon as it is a page; the recording goes on. */
      async paste(event) {
        const picture = pictureIn(event);
        if (!picture || ['INPUT', 'TEXTAREA'].includes(event.target.tagName)) {
          return;
        }
        event.preventDefault();
        this.hint = this.words.pasting;
        try {
          const [page] = await takeIn(picture, this.words.pasted);
          desk.add(page);
          this.addToStrip(page);
          desk.hop(page.id, performance.now());
          this.seeDesk();
          this.hint = '';
        } catch (e) {
          this.hint = e.message || this.words.notPasted;
        }
      },

      addToStrip(page) {
        const item = document.createElement('li');
        const button = document.createElement('button');
        const picture = document.createElement('img');
        button.type = 'button';
        button.dataset.page = page.id;
        button.title = page.title;
        picture.src = `/pages/pictures/${page.id}/s`;
        picture.alt = page.title;
        button.append(picture);
        button.addEventListener('click', (e) => this.toPage(button, e));
        item.append(button);
        this.$refs.strip.append(item);
      },

      // ---- moving pictures

      get isOther() {
        return this.other !== '';
      },
      get otherVerb() {
        return this.other === 'clip' ? this.words.giveBack : this.words.window;
      },

      async toggleFace(event) {
        this.$refs.stage.focus();
        if (!this.paused && !this.finishing) {
          await showing.turnFace(event?.timeStamp);
        }
      },

      async toggleWindow(event) {
        this.$refs.stage.focus();
        if (!this.paused && !this.finishing) {
          await showing.turnOther(event?.timeStamp);
        }
      },

      async playClip(clip, event) {
        this.$refs.stage.focus();
        if (!this.paused && !this.finishing && !this.beforeStart) {
          await showing.play(clip, event?.timeStamp);
        }
      },

      hold(event) {
        showing.turnHold(event?.timeStamp);
        this.$refs.stage.focus();
      },

      seeShowing() {
        this.faceState = showing.faceState;
        this.other = showing.other;
        this.isHeld = showing.isHeld;
        this.hint = showing.hint;
        this.clips.forEach((c) => {
          c.current = c.id === showing.clip;
        });
        this.seeDesk();
      },

      // ---- filling in

      /** Fills in where the pointer is; everything that is typed is seen at once. */
      openFill() {
        if (this.filling || this.jotting || this.paused || this.finishing || this.beforeStart) {
          return;
        }
        if (!desk.beginFilling()) {
          this.hint = this.words.pointFirst;
          return;
        }
        this.hint = '';
        this.filling = true;
        this.fillBegan = 0;
        this.$refs.fill.value = '';
        this.focusSoon(this.$refs.fill, () => this.filling);
      },

      fillTyped() {
        this.fillBegan ||= performance.now();
        desk.fillIn(this.$refs.fill.value);
      },

      fillKey(event) {
        const sizes = { ArrowUp: 1.1, ArrowDown: 1 / 1.1 };
        const moves = { ArrowUp: [0, -0.2], ArrowDown: [0, 0.2], ArrowLeft: [-0.2, 0], ArrowRight: [0.2, 0] };
        if (event.altKey && moves[event.key]) {
          event.preventDefault();
          desk.moveFilling(...moves[event.key]);
        } else if (sizes[event.key]) {
          event.preventDefault();
          desk.sizeFilling(sizes[event.key]);
        } else if (event.key === 'Escape') {
          event.preventDefault();
          event.stopPropagation();
          this.closeFill(false);
        }
      },

      keepFill() {
        this.closeFill(true);
      },

      closeFill(keep) {
        if (this.filling) {
          const now = performance.now();
          desk.endFilling(this.fillBegan || now, now, keep);
          this.filling = false;
          this.$refs.stage.focus();
        }
      },

      // ---- jottings

      /** The moment counts at which it was thought of, not that at which it was typed. */
      openJot(event) {
        if (!this.recording || this.paused || this.jotting) {
          return;
        }
        this.jotAt = recorder.at(event?.timeStamp);
        this.jotPage = desk.page;
        this.jotting = true;
        this.focusSoon(this.$refs.jot, () => this.jotting);
      },

      keepJot() {
        if (this.recording) {
          recorder.note({ do: 'jot', id: crypto.randomUUID(), page: this.jotPage, words: this.$refs.jot.value.trim(), t: this.jotAt });
          this.hint = this.words.jotted;
        }
        this.dropJot();
      },

      /**
       * Alpine shows what is to be shown in the next frame; only then it can be focused. Who types fast is through by
       * then: what is closed again takes no keys.
       */
      focusSoon(field, wanted = () => true) {
        requestAnimationFrame(() => requestAnimationFrame(() => wanted() && field.focus()));
      },

      /** Whoever types on at once types into the field before it can have the focus. */
      typedEarly(event, field) {
        if (event.ctrlKey || event.metaKey || event.altKey) {
          return;
        }
        if (event.key.length === 1) {
          event.preventDefault();
          field.value += event.key;
        } else if (event.key === 'Backspace') {
          field.value = field.value.slice(0, -1);
        } else if (event.key === 'Enter') {
          event.preventDefault();
          field.form.requestSubmit();
          return;
        } else if (event.key === 'Escape') {
          this.dropJot();
          this.closeFill(false);
          return;
        }
        field.focus();
      },

      dropJot() {
        this.jotting = false;
        this.$refs.jot.value = '';
        this.$refs.jot.blur();
        this.$refs.stage.focus();
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
        stream.getAudioTracks()[0].addEventListener('ended', () => {
          if (!this.recording) {
            this.microphoneEnded();
          }
        });
        meter(stream, (level, word, trouble) => {
          if (!this.silent) {
            this.level = level;
            this.levelWord = this.words[word];
            this.loud = word === 'loud';
            this.trouble = trouble ? this.words[trouble] : '';
            this.seeDucked(word);
          }
        });
      },

      /** While another sound is heard the microphone is turned down: whoever speaks then is told at once. */
      seeDucked(word) {
        const speaks = word === 'good' || word === 'loud';
        this.ducked = speaks && showing.isHeard ? (this.ducked ?? 0) + 1 : 0;
        if (this.ducked === DUCKED_LOOKS) {
          this.hint = this.words.ducked;
        }
      },

      // ---- recording

      async start() {
        if (this.silent || this.recording || this.starting || !this.ready) {
          return;
        }
        this.starting = true;
        this.problem = '';
        try {
          const { recording } = await send('POST', `/walkthroughs/${data.walkthrough}/recordings`, this.patch?.patch);
          this.id = recording;
        } catch (e) {
          this.problem = e.message && e.status ? e.message : this.words.cannot;
          this.starting = false;
          return;
        }
        await new Promise((settled) => setTimeout(settled, Math.max(0, SETTLE_MS - (performance.now() - this.openedAt))));
        try {
          recorder = new Recorder(this.id, voice, pieces);
          recorder.onEnded = () => this.microphoneEnded();
          recorder.onLoss = (ms) => {
            this.loss = `${this.words.lost} (${(ms / 1000).toFixed(1)} s, ${clock(recorder.at())})`;
            this.tellGoing();
          };
          recorder.start();
          this.loss = '';
        } catch {
          this.problem = this.words.cannot;
          this.starting = false;
          return;
        }
        this.ended = run(this.id, (why) => this.refuse(why));
        this.recording = true;
        this.starting = false;
        this.beforeStart = false;
        this.showStop(this.current);
        recorder.note({ do: 'stop', stop: this.stop.id, continues: Boolean(this.continuing) });
        desk.begin();
        showing.begin();
        if (this.continuing && this.left) {
          desk.takeUp(this.left, true);
        }
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
        prompt.follow(used);
        setTimeout(() => this.tick(), 200);
      },

      /** The clock must not run on without sound: what was said until now is kept. */
      microphoneEnded() {
        this.silent = true;
        this.levelWord = this.words.silent;
        if (this.recording && !this.finishing) {
          this.problem = this.words.ended;
          this.byItself = true;
          this.finish();
        } else if (!this.recording) {
          this.problem = this.words.noMicrophone;
        }
      },

      toStop(index, event) {
        this.closeFill(true);
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
          if (this.recording) {
            desk.begin(event?.timeStamp);
            showing.beginStop(event?.timeStamp);
          }
        }
      },

      pause() {
        if (!this.recording) {
          return;
        }
        if (this.paused) {
          recorder.resume();
          showing.resume();
        } else {
          showing.pause();
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
        if (this.jotting) {
          this.keepJot();
        }
        this.closeFill(true);
        if (this.paused) {
          this.pause();
        }
        const count = await recorder.stop();
        this.recording = false;
        showing.closeAll();
        await pieces.allSent();
        this.finishWord = this.words.making;
        await this.askUntilKept(`/recordings/${this.id}/finish`, count);
      },

      async askUntilKept(url, count) {
        for (;;) {
          try {
            const { work } = await send('POST', url, count);
            await pieces.forget(this.id);
            this.ended();
            await this.waitFor(work);
            if (this.byItself) {
              this.finishWord = '';
              this.keeping = false;
              this.kept = true; // Who did not end it reads why before they go on.
              // Alpine shows what is to be shown in the next frame; only then it can be focused.
              requestAnimationFrame(() => requestAnimationFrame(() => (this.patch ? this.$refs.kept : this.$refs.goOn).focus()));
            } else {
              sessionStorage.removeItem('kerygma:patch');
              const lost = recorder.lost > 0 ? `?lost=${recorder.lost}` : '';
              location.assign(this.patch ? `/walkthroughs/${data.walkthrough}${lost}#stop-${this.patch.stop}` : `/walkthroughs/${data.walkthrough}/play${lost}`);
            }
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

      /** With another microphone, or the same one plugged in again: the stop goes on where it was left. */
      async goOnAfter() {
        Object.assign(this, { interrupted: this.id, interruptedStop: this.stop.id });
        Object.assign(this, { byItself: false, finishing: false, keeping: true, kept: false, problem: '', loss: '', beforeStart: true });
        await this.readyToContinue();
      },

      /** What is recorded next goes on where the stop was left, with the desk as it was. */
      async readyToContinue() {
        const at = data.stops.findIndex((s) => s.id === this.interruptedStop);
        this.continuing = at >= 0;
        this.showStop(Math.max(0, at));
        await this.takeUpDesk();
        this.startWord = this.words.continue;
      },

      async waitFor(work) {
        while (work) {
          const bar = await send('GET', `/works/${work}`).catch(() => null);
          this.finishPercent = bar?.percent ?? this.finishPercent;
          if (bar && bar.state !== 'WAITING' && bar.state !== 'RUNNING') {
            return;
          }
          await new Promise((again) => setTimeout(again, 400));
        }
      },

      /** Somebody ended this recording in another window: nothing more of it is taken. */
      refuse(why) {
        this.ended?.();
        if (this.recording) {
          this.recording = false;
          this.paused = false;
          recorder.stop();
          showing.closeAll();
          this.beforeStart = true;
        }
        this.problem = why;
      },

      tellGoing() {
        this.going = pieces.cutOff || desk.keeping.cutOff ? this.words.waiting : this.loss;
        if (this.finishing && pieces.left > 0) {
          this.finishWord = `${pieces.left} ${this.words.left}`;
        }
      },

      // ---- a recording that was interrupted

      /** What was begun and never ended, here or elsewhere; what goes on elsewhere is waited for. */
      async lookForOpen() {
        this.open ||= 'looking';
        const found = await openRecordings(data.walkthrough).catch(() => null);
        const goesOn = found?.find((f) => f.elsewhere);
        const left = found?.find((f) => f.seconds > 0);
        if (found && !goesOn && this.open === 'elsewhere') {
          location.reload(); // What was recorded there belongs to the stops now.
          return;
        }
        const one = goesOn ?? left;
        if (one) {
          const number = data.stops.find((s) => s.id === one.lastStop)?.number ?? 1;
          const how = goesOn ? this.words.elsewhereSoFar : this.words.interruptedHow;
          this.openHow = how.replace('%time', clock(one.seconds * 1000)).replace('%stop', number);
          this.interrupted = one.id;
          this.interruptedStop = one.lastStop;
        }
        if (found) {
          this.open = goesOn ? 'elsewhere' : left ? 'interrupted' : '';
        }
        if (!found || goesOn) {
          setTimeout(() => this.lookForOpen(), 3000);
        }
      },

      async keepInterrupted() {
        this.finishing = true;
        this.finishWord = this.words.making;
        this.problem = '';
        try {
          await pieces.takeUp(this.interrupted);
          await pieces.allSent();
          const { work } = await send('POST', `/recordings/${this.interrupted}/keep?device=${device()}`);
          await pieces.forget(this.interrupted);
          await this.waitFor(work);
        } catch (e) {
          this.problem = e.message || this.words.cannot;
          return;
        } finally {
          this.finishing = false;
        }
        await this.readyToContinue();
        this.open = '';
      },

      /** Page, camera and marks are as they were when it was interrupted. */
      async takeUpDesk() {
        const { interrupted, interruptedStop } = this;
        this.left = await send('GET', `/walkthroughs/${data.walkthrough}/recordings/${interrupted}/desk?stop=${interruptedStop}`).catch(() => null);
        if (this.left) {
          desk.takeUp(this.left);
          this.seeDesk();
        }
      },

      askDiscard() {
        this.discardAsked = true;
        this.focusSoon(this.$refs.notDiscard);
      },

      notDiscard() {
        this.discardAsked = false;
      },

      /** All of it goes first to where it can be taken out again. */
      async discardInterrupted() {
        this.problem = '';
        try {
          await pieces.takeUp(this.interrupted);
          await pieces.allSent();
          await send('POST', `/recordings/${this.interrupted}/discard?device=${device()}`);
          await pieces.forget(this.interrupted);
        } catch (e) {
          this.problem = e.message || this.words.cannot;
          return;
        }
        this.discardAsked = false;
        this.open = '';
        await this.lookForOpen(); // There may be an earlier one.
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
          ArrowRight: () => (event.shiftKey ? desk.aim(1, 'words', at) : this.turn(event)),
          ArrowLeft: () => (event.shiftKey ? desk.aim(-1, 'words', at) : this.turnBack(event)),
          ArrowDown: () => desk.aim(1, 'lines', at),
          ArrowUp: () => desk.aim(-1, 'lines', at),
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
