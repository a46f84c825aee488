// What is known of the sounds of all stops: asked once for all rows, and told anew after every deed.
import { send } from './api.js';

let asked = null;

/** The lines of a walkthrough. */
export function lines(walkthrough) {
  asked ??= send('GET', `/walkthroughs/${walkthrough}/sound-lines`);
  return asked;
}

/** Everybody who shows lines gets what a deed was answered with. */
export function tell(shown) {
  asked = Promise.resolve(shown);
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
