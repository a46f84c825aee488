// Records sound and trace on one clock, in numbered pieces of a second.
import { Pieces } from './pieces.js';

const PIECE_MS = 1000;

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
  #stopped;

  constructor(recording, stream, pieces = new Pieces()) {
    this.#recording = recording;
    this.pieces = pieces;
    this.#recorder = new MediaRecorder(stream, { mimeType: 'audio/webm;codecs=opus', audioBitsPerSecond: 48_000 });
    this.#recorder.ondataavailable = (e) => {
      if (e.data.size > 0) {
        this.#add('sound', this.#sound++, e.data);
      }
    };
    this.#stopped = new Promise((resolve) => {
      this.#recorder.onstop = resolve;
    });
  }

  start() {
    this.#zero = performance.now(); // Within milliseconds of the sound's zero; the start event is late.
    this.#recorder.start(PIECE_MS);
    this.#timer = setInterval(() => this.#flush(), PIECE_MS);
  }

  /** Time of the recording at a moment of the page's clock. */
  at(moment = performance.now()) {
    const until = this.#pausedAt || moment;
    return Math.max(0, Math.round(Math.min(until, moment) - this.#zero - this.#paused));
  }

  note(event, moment) {
    this.#events.push({ t: this.at(moment), ...event });
  }

  pause() {
    this.#recorder.pause();
    this.#pausedAt = performance.now();
  }

  resume() {
    this.#recorder.resume();
    this.#paused += performance.now() - this.#pausedAt;
    this.#pausedAt = 0;
  }

  /** Ends the recording; resolves with the number of pieces of each kind. */
  async stop() {
    clearInterval(this.#timer);
    this.#recorder.stop();
    await this.#stopped;
    this.#flush();
    return { sound: this.#sound, trace: this.#trace };
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
