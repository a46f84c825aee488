// Keeps the pieces of a recording in the browser until the server has acknowledged them, and sends them
// in order, again and again if need be.
import { send } from './api.js';

const STORE = 'pieces';
const WAIT_MS = [500, 1000, 2000, 4000];

function open() {
  return new Promise((resolve, reject) => {
    const request = indexedDB.open('kerygma', 1);
    request.onupgradeneeded = () => request.result.createObjectStore(STORE);
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
}

const opened = open().catch(() => null); // A private window may have none: then pieces live in memory only.

async function inStore(mode, deed) {
  const database = await opened;
  if (!database) {
    return null;
  }
  return new Promise((resolve, reject) => {
    const request = deed(database.transaction(STORE, mode).objectStore(STORE));
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
}

const key = (piece) => [piece.recording, piece.kind, piece.number];

export class Pieces {
  #queue = [];
  #going = false;
  #failures = 0;
  onChange = () => {};
  /** The server will never take a piece: somebody ended the recording elsewhere. */
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
    // Plain bytes are on the disk at once; a Blob would be written behind the page's back, too late for a tab that closes.
    const body = piece.body instanceof Blob ? await piece.body.arrayBuffer() : piece.body;
    await inStore('readwrite', (s) => s.put({ ...piece, body }, key(piece))).catch(() => {});
  }

  /** Takes up what an earlier page left behind. */
  async takeUp(recording) {
    const left = await inStore('readonly', (s) => s.getAll(IDBKeyRange.bound([recording], [recording, []])));
    (left ?? []).forEach((piece) => this.#queue.push(piece));
    this.#go();
  }

  async forget(recording) {
    await inStore('readwrite', (s) => s.delete(IDBKeyRange.bound([recording], [recording, []])));
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
    await inStore('readwrite', (s) => s.delete(key(piece)))?.catch(() => {});
  }
}
