// Keeps the pieces of a recording in the browser until the server has acknowledged them, and sends them
// in order, again and again if need be.
import { send } from './api.js';
import { dropPiece, dropPieces, keepPiece, piecesOf } from './kept.js';

const WAIT_MS = [500, 1000, 2000, 4000];

export class Pieces {
  #queue = [];
  #going = false;
  #failures = 0;
  onChange = () => {};
  /** The server will never take a piece: somebody ended the recording elsewhere. @type {(why: string, id?: string) => void} */
  onRefused = () => {};

  get left() {
    return this.#queue.length;
  }

  /** Whether the server does not answer just now. */
  get cutOff() {
    return this.#failures > 1;
  }

  async add(piece) {
    this.#queue.push(piece);
    this.#go();
    await keepPiece(piece);
  }

  /** Takes up what an earlier page left behind. */
  async takeUp(recording) {
    (await piecesOf(recording)).forEach((piece) => this.#queue.push(piece));
    this.#go();
  }

  async forget(recording) {
    await dropPieces(recording);
  }

  /** Resolves when everything has been acknowledged. */
  async allSent() {
    while (this.#queue.length > 0) {
      await new Promise((again) => setTimeout(again, 100));
    }
  }

  async #go() {
    if (this.#going) {
      return;
    }
    this.#going = true;
    while (this.#queue.length > 0) {
      const piece = this.#queue[0];
      try {
        await send('PUT', `/recordings/${piece.recording}/${piece.kind}/${piece.number}`, piece.body, {
          signal: AbortSignal.timeout(10_000),
        });
        this.#failures = 0;
        await this.#done(piece);
      } catch (e) {
        const never = e.status >= 400 && e.status < 500 && e.status !== 401 && e.status !== 403 && e.status !== 408;
        if (never) {
          this.onRefused(e.message);
          await this.#done(piece);
        } else {
          this.onChange();
          await new Promise((again) => setTimeout(again, WAIT_MS[Math.min(this.#failures++, WAIT_MS.length - 1)]));
        }
      }
      this.onChange();
    }
    this.#going = false;
  }

  async #done(piece) {
    this.#queue.shift();
    await dropPiece(piece);
  }
}
