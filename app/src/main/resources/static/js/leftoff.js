// Where somebody left off watching: kept by the server, so that another device goes on there.
import { send } from './api.js';

const EVERY_MS = 5000;

export class LeftOff {
  #address;
  #now;
  #kept = 0;
  #played = false;

  constructor(score, now) {
    this.#address = `/media/scores/${score}/place`;
    this.#now = now;
    addEventListener('pagehide', () => this.keep());
  }

  /** Milliseconds of the program; 0 if it begins. */
  async place() {
    return (await send('GET', this.#address).catch(() => null))?.at ?? 0;
  }

  playing() {
    this.#played = true;
    if (performance.now() - this.#kept > EVERY_MS) {
      this.keep();
    }
  }

  keep() {
    if (this.#played) {
      this.#kept = performance.now();
      send('PUT', this.#address, { at: Math.round(this.#now()) }, { keepalive: true }).catch(() => {
        // The next place is kept in its stead.
      });
    }
  }
}
