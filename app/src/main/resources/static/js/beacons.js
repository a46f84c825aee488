// Reports which stretches of a walkthrough were really played. Each report has a number, so that one
// that is sent twice counts once; what could not be sent is sent with the next.
import { send } from './api.js';

const EVERY_MS = 5000;
const JUMP_MS = 400;
/** An hour of reports; a page that is left open for longer without a line keeps the last. */
const MOST_UNSENT = 720;

export class Beacons {
  #score;
  #viewing = crypto.randomUUID();
  #number = 0;
  #open = null;
  #spans = [];
  #unsent = [];
  #sending = false;

  constructor(score) {
    this.#score = score;
    setInterval(() => this.flush(), EVERY_MS);
    addEventListener('pagehide', () => this.flush());
    document.addEventListener('visibilitychange', () => this.flush());
  }

  /** The place at which it plays now; a jump begins a new stretch. */
  playing(at, speed) {
    if (this.#open && (at < this.#open[1] || at - this.#open[1] > JUMP_MS * Math.max(1, speed))) {
      this.stopped();
    }
    if (!this.#open) {
      this.#open = [at, at];
    }
    this.#open[1] = at;
  }

  /** It does not play any more. */
  stopped() {
    this.#close();
    this.#open = null;
  }

  #close() {
    if (this.#open) {
      const span = this.#open.map(Math.round);
      if (span[1] > span[0]) {
        this.#spans.push(span);
      }
    }
  }

  flush() {
    if (this.#open) {
      const at = this.#open[1];
      this.#close();
      this.#open = [at, at];
    }
    if (this.#spans.length > 0) {
      const spans = this.#spans.splice(0, 100);
      this.#unsent.push({ viewing: this.#viewing, number: this.#number++, spans });
    }
    this.#sendAll();
  }

  async #sendAll() {
    if (this.#sending) {
      return;
    }
    this.#sending = true;
    try {
      while (this.#unsent.length > 0) {
        await send('POST', `/watch/${this.#score}`, this.#unsent[0], { keepalive: true });
        this.#unsent.shift();
      }
    } catch (e) {
      // Signed out in another tab, or the session over: signed in again, it is sent. Busy: it is sent later.
      if (e.status >= 400 && e.status < 500 && ![401, 403, 408, 429].includes(e.status)) {
        this.#unsent.shift(); // It will not be taken another time either.
      }
      this.#unsent.splice(0, Math.max(0, this.#unsent.length - MOST_UNSENT));
    } finally {
      this.#sending = false;
    }
  }
}
