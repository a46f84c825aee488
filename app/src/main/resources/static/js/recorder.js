// Records sound and trace on one clock, in numbered pieces of a second.
import { Pieces } from './pieces.js';
import { picturesOf, SOUND_OF_OTHERS, TrackRecorder } from './sources.js';

const PIECE_MS = 1000;
/** So often both clocks are read: a word that is said again lasts seconds. */
const CLOCKS_MS = 250;
/** So many readings, a second, must agree. */
const SURE = 4;
/** Less is not heard. */
const LOSS_MS = 100;

export class Recorder {
  #recorder;
  #recording;
  #zero = 0;
  #pausedAt = 0;
  #paused = 0;
  #events = [];
  #sound = 0;
  #trace = 0;
  #timer;
  #clocks;
  /** So many milliseconds of the voice were lost. */
  lost = 0;
  #stopped;
  #track;
  #lags = [];
  #afresh = true;
  #others = [];
  /** The microphone has ended by itself. */
  onEnded = () => {};
  /** The microphone has lost so many milliseconds just now. @type {(ms: number) => void} */
  onLoss = () => {};

  constructor(recording, stream, pieces = new Pieces()) {
    this.#recording = recording;
    this.pieces = pieces;
    this.#recorder = new MediaRecorder(stream, { mimeType: 'audio/webm;codecs=opus', audioBitsPerSecond: 48_000 });
    this.#recorder.ondataavailable = (e) => {
      if (e.data.size > 0) {
        this.#add('sound', this.#sound++, e.data);
      }
    };
    this.#track = stream.getAudioTracks()[0];
    this.#track.addEventListener('ended', () => this.onEnded());
    this.#stopped = new Promise((resolve) => {
      this.#recorder.onstop = resolve;
    });
  }

  start() {
    if (this.#track.readyState === 'ended') {
      throw new Error('no microphone');
    }
    this.#zero = performance.now(); // Within milliseconds of the sound's zero; the start event is late.
    this.#recorder.start(PIECE_MS);
    this.#timer = setInterval(() => this.#flush(), PIECE_MS);
    this.#clocks = setInterval(() => this.#compareClocks(), CLOCKS_MS);
  }

  /** Time of the recording at a moment of the page's clock. */
  at(moment = performance.now()) {
    const until = this.#pausedAt || moment;
    return Math.max(0, Math.round(Math.min(until, moment) - this.#zero - this.#paused));
  }

  note(event, moment) {
    this.#events.push({ t: this.at(moment), ...event }); // An event that says when it was keeps its time.
  }

  /** Records what a source lets see and hear too, from now on; says so in the trace. */
  add(source) {
    if (source.sound) {
      const { name, recorder } = this.#record(source, 'sound', source.sound, SOUND_OF_OTHERS);
      this.note({ do: 'sound', track: name, zero: recorder.zero });
    }
    if (source.pictures) {
      this.#record(source, 'picture', source.pictures, picturesOf(source.kind));
      this.tellPictures(source);
    }
  }

  #record(source, kind, stream, options) {
    // The first sound is the voice.
    const name = `${kind}-${this.#others.filter((o) => o.kind === kind).length + (kind === 'sound' ? 2 : 1)}`;
    const recorder = new TrackRecorder(stream, options, (number, body) => this.#add(name, number, body));
    const other = { source, kind, name, recorder };
    this.#others.push(other);
    recorder.start(() => this.at());
    if (this.#pausedAt) {
      recorder.pause();
    }
    return other;
  }

  #picturesOf(source) {
    return this.#others.find((o) => o.source === source && o.kind === 'picture');
  }

  /** Says that pictures can be seen: once more when a stop begins, so that it knows them. */
  tellPictures(source, moment) {
    const { name, recorder } = this.#picturesOf(source);
    const { width, height } = source.page;
    this.note({ do: 'picture', id: source.id, kind: source.kind, track: name, zero: recorder.zero, size: [width, height] }, moment);
    if (source.place) {
      const { x, y, width: w, height: h } = source.place;
      this.note({ do: 'place', id: source.id, box: [x, y, w, h] }, moment);
    }
    if (source.still && source.kind !== 'clip') {
      this.note({ do: 'hold', id: source.id, still: true }, moment);
    }
  }

  hasPictures(source) {
    return Boolean(this.#picturesOf(source));
  }

  /** A source is seen and heard no more; what was recorded of it stays. */
  end(source, moment) {
    if (this.hasPictures(source)) {
      this.note({ do: 'picture-gone', id: source.id }, moment);
    }
    this.#others.filter((o) => o.source === source).forEach((o) => o.recorder.stop());
  }

  pause() {
    this.#others.forEach((o) => o.recorder.pause());
    this.#recorder.pause();
    this.#pausedAt = performance.now();
  }

  resume() {
    this.#recorder.resume();
    this.#others.forEach((o) => o.recorder.resume());
    this.#paused += performance.now() - this.#pausedAt;
    this.#pausedAt = 0;
    this.#afresh = true;
  }

  /** Ends the recording; resolves with the number of pieces of each kind. */
  async stop() {
    clearInterval(this.#timer);
    clearInterval(this.#clocks);
    if (this.#recorder.state !== 'inactive') {
      this.#recorder.stop();
    }
    await this.#stopped;
    const pieces = {};
    for (const { name, recorder } of this.#others) {
      pieces[name] = await recorder.stop();
    }
    // What was lost in its last second is known only by readings that come after it.
    for (let i = 0; i < SURE && this.#track.readyState === 'live' && !this.#pausedAt; i += 1) {
      await new Promise((later) => setTimeout(later, CLOCKS_MS / 2));
      this.#compareClocks();
    }
    this.#flush();
    return { sound: this.#sound, trace: this.#trace, ...pieces };
  }

  /** Notes how far the machine's clock is ahead of the sound that came: the server tells from it what is missing. */
  #compareClocks() {
    const sound = this.#track.stats?.totalFramesDuration;
    if (sound === undefined || this.#pausedAt) {
      return;
    }
    const lag = Math.round(performance.now() - sound);
    this.note({ do: 'clock', lag, ...(this.#afresh ? { afresh: true } : {}) });
    this.#lags = this.#afresh ? [lag] : [...this.#lags.slice(1 - 2 * SURE), lag];
    this.#afresh = false;
    if (this.#lags.length === 2 * SURE) {
      const grown = Math.min(...this.#lags.slice(SURE)) - Math.min(...this.#lags.slice(0, SURE));
      if (grown >= LOSS_MS) {
        this.lost += grown;
        this.onLoss(grown);
        this.#lags = [lag];
      }
    }
  }

  #flush() {
    if (this.#events.length > 0) {
      this.#add('trace', this.#trace++, JSON.stringify(this.#events.splice(0)));
    }
  }

  #add(kind, number, body) {
    this.pieces.add({ recording: this.#recording, kind, number, body });
  }
}
