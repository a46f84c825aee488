// What a recording has of its own in this browser, until the server has it: pieces, each under [recording, kind, number].

const STORE = 'pieces';

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
    const whole = database.transaction(STORE, mode);
    const request = deed(whole.objectStore(STORE));
    // Only then is it so: a page that goes on success may take its change with it.
    whole.oncomplete = () => resolve(request.result);
    whole.onabort = () => reject(whole.error);
  });
}

const key = (piece) => [piece.recording, piece.kind, piece.number];
const all = (recording) => IDBKeyRange.bound([recording], [recording, []]);

export async function keepPiece(piece) {
  // Plain bytes are on the disk at once; a Blob would be written behind the page's back, too late for a tab that closes.
  const body = piece.body instanceof Blob ? await piece.body.arrayBuffer() : piece.body;
  await inStore('readwrite', (s) => s.put({ ...piece, body }, key(piece))).catch(() => {});
}

/** In their order. */
export async function piecesOf(recording) {
  return (await inStore('readonly', (s) => s.getAll(all(recording))).catch(() => null)) ?? [];
}

export async function dropPiece(piece) {
  await inStore('readwrite', (s) => s.delete(key(piece))).catch(() => {});
}

export async function dropPieces(recording) {
  await inStore('readwrite', (s) => s.delete(all(recording))).catch(() => {});
}
