// Runs the application's scripts under node: what the server makes or answers is stood in for, all else is as it is served.
//   node --import ./app/src/test/js/served.mjs --test app/src/test/js
import { register } from 'node:module';

register('./hooks.mjs', import.meta.url);

// What the modules ask of a browser when they are loaded.
globalThis.addEventListener = () => {};
globalThis.document = {
  addEventListener() {},
  // Letters as wide as six tenths of their height.
  createElement: () => ({
    getContext: () => ({
      font: '',
      measureText(words) {
        return { width: words.length * 0.6 * Number.parseFloat(this.font) };
      },
    }),
  }),
};
