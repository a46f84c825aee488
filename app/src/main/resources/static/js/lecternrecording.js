// The lectern records: opens the microphone, begins, pauses, ends, and waits until it is kept.
import { clock, send } from './api.js';
import { meter, openMicrophone, openStandIn } from './microphone.js';
import { Recorder } from './recorder.js';
import { run } from './running.js';

const SETTLE_MS = 1000;
/** A cough is not told; so many looks of the meter are words. */
const DUCKED_LOOKS = 8;

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const recordings = (its) => ({
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
    its.voice = stream;
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
    this.ducked = speaks && its.showing.isHeard ? (this.ducked ?? 0) + 1 : 0;
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
      const { recording } = await send('POST', `/walkthroughs/${its.data.walkthrough}/recordings`, this.patch?.patch);
      this.id = recording;
    } catch (e) {
      this.problem = e.message && e.status ? e.message : this.words.cannot;
      this.starting = false;
      return;
    }
    await new Promise((settled) => setTimeout(settled, Math.max(0, SETTLE_MS - (performance.now() - this.openedAt))));
    try {
      its.recorder = new Recorder(this.id, its.voice, its.pieces);
      its.recorder.onEnded = () => this.microphoneEnded();
      its.recorder.onLoss = (ms) => {
        this.loss = `${this.words.lost} (${(ms / 1000).toFixed(1)} s, ${clock(its.recorder.at())})`;
        this.tellGoing();
      };
      its.recorder.start();
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
    its.recorder.note({ do: 'stop', stop: this.stop.id, continues: Boolean(this.continuing) });
    its.desk.begin();
    its.showing.begin();
    if (this.continuing && this.left) {
      its.desk.takeUp(this.left, true);
    }
    this.continuing = false;
    this.$refs.stage.focus();
    this.tick();
  },

  tick() {
    if (!this.recording) {
      return;
    }
    const at = its.recorder.at();
    this.clock = clock(at);
    this.$root.dataset.at = at;
    const used = at - this.stopBegan;
    this.stones[this.current].used = Math.min(100, (100 * used) / Math.max(1, this.stop.plannedMs));
    its.prompt.follow(used);
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

  pause() {
    if (!this.recording) {
      return;
    }
    if (this.paused) {
      its.recorder.resume();
      its.showing.resume();
    } else {
      its.showing.pause();
      its.recorder.pause();
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
    const count = await its.recorder.stop();
    this.recording = false;
    its.showing.closeAll();
    await its.pieces.allSent();
    this.finishWord = this.words.making;
    await this.askUntilKept(`/recordings/${this.id}/finish`, count);
  },

  async askUntilKept(url, count) {
    for (;;) {
      try {
        const { work } = await send('POST', url, count);
        await its.pieces.forget(this.id);
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
          const lost = its.recorder.lost > 0 ? `?lost=${its.recorder.lost}` : '';
          location.assign(this.patch ? `/walkthroughs/${its.data.walkthrough}${lost}#stop-${this.patch.stop}` : `/walkthroughs/${its.data.walkthrough}/play${lost}`);
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
      its.recorder.stop();
      its.showing.closeAll();
      this.beforeStart = true;
    }
    this.problem = why;
  },

  tellGoing() {
    this.going = its.pieces.cutOff || its.desk.keeping.cutOff ? this.words.waiting : this.loss;
    if (this.finishing && its.pieces.left > 0) {
      this.finishWord = `${its.pieces.left} ${this.words.left}`;
    }
  },
});
