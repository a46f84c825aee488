// Where a recording goes on: the tab that records holds a lock in its browser and says every few seconds, to the server, that it
// is there. So other tabs, and other devices, know that it was not interrupted.
import { send } from './api.js';
import { piecesOf } from './kept.js';

const BEAT_MS = 5000;
const DEVICE = 'kerygma:device';

/** Stands for this browser, for as long as it keeps what pages leave there. */
export function device() {
  let own = localStorage.getItem(DEVICE);
  if (!own) {
    own = crypto.randomUUID();
    localStorage.setItem(DEVICE, own);
  }
  return own;
}

const lock = (recording) => `kerygma:recording:${recording}`;

/**
 * Says from now on that a recording goes on in this tab.
 *
 * @param refused what is done when the server says that it is over
 * @return what says that it has ended
 */
export function run(recording, refused) {
  let end;
  const ended = new Promise((done) => {
    end = done;
  });
  navigator.locks?.request(lock(recording), () => ended);
  const beat = () =>
    send('POST', `/recordings/${recording}/beat?device=${device()}`).catch((e) => {
      if (e.status === 404 || e.status === 409) {
        clearInterval(timer);
        refused(e.message);
      }
    });
  const timer = setInterval(beat, BEAT_MS);
  beat();
  return () => {
    clearInterval(timer);
    end();
  };
}

/** Recordings of a walkthrough that never ended, newest first, with what of them lies on this device alone. */
export async function openRecordings(walkthrough) {
  const open = await send('GET', `/walkthroughs/${walkthrough}/recordings/open?device=${device()}`);
  const held = new Set(((await navigator.locks?.query())?.held ?? []).map((l) => l.name));
  return Promise.all(
    open.map(async (one) => {
      const kept = await piecesOf(one.id);
      const seconds = kept.filter((p) => p.kind === 'sound').map((p) => p.number + 1);
      const stops = kept
        .filter((p) => p.kind === 'trace')
        .flatMap((p) => JSON.parse(p.body))
        .filter((e) => e.do === 'stop')
        .map((e) => e.stop);
      return {
        ...one,
        seconds: Math.max(one.seconds, ...seconds),
        lastStop: stops.at(-1) ?? one.lastStop,
        elsewhere: one.elsewhere || held.has(lock(one.id)),
      };
    }),
  );
}
