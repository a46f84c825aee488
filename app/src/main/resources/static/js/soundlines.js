// What is known of the sounds of all stops: asked once for all rows, and told anew after every deed.
import { send } from './api.js';

/** Words are listened to for seconds. */
const LISTENING_MS = 3000;

let asked = null;
let of = '';
let following = 0;

async function ask() {
  const shown = await send('GET', `/walkthroughs/${of}/sound-lines`);
  follow(shown);
  return shown;
}

/** Where words are still listened to, they come by themselves. */
function follow(shown) {
  clearTimeout(following);
  if (shown.working && shown.stops.some((s) => s.words.length === 0)) {
    following = setTimeout(async () => {
      const now = await ask().catch(() => null);
      if (!now) {
        follow(shown);
      } else if (!now.working) {
        tell(now);
        document.dispatchEvent(new Event('kerygma:words-heard'));
      }
    }, LISTENING_MS);
  }
}

/** The lines of a walkthrough. */
export function lines(walkthrough) {
  of = walkthrough;
  asked ??= ask();
  return asked;
}

/** Everybody who shows lines gets what a deed was answered with. */
export function tell(shown) {
  asked = Promise.resolve(shown);
  follow(shown);
  document.dispatchEvent(new CustomEvent('kerygma:lines', { detail: shown }));
}

/** A deed failed: nobody knows how things are. */
export function forget() {
  asked = null;
}

export function seconds(ms) {
  return (ms / 1000).toFixed(1);
}

/** Puts values into a text, in the place of %1, %2. */
export function fill(text, ...values) {
  return values.reduce((t, v, i) => t.replaceAll(`%${i + 1}`, v), text);
}
