// Shows what a talk shows at one moment, as its player draws it.
import { send } from './api.js';
import { Pictures } from './pictures.js';
import { draw, fit, momentOf } from './stage.js';

const scores = new Map();

/** Several questions of one talk look it up once. */
function scoreOf(id) {
  if (!scores.has(id)) {
    scores.set(id, send('GET', `/media/scores/${id}/score`));
  }
  return scores.get(id);
}

document.addEventListener('alpine:init', () => {
  Alpine.data('moment', () => ({
    async init() {
      const { score: id, at } = this.$root.dataset;
      const score = await scoreOf(id).catch(() => null);
      if (!score) {
        return;
      }
      const show = () => {
        fit(this.$refs.stage);
        draw(this.$refs.stage, momentOf(score, Number(at)), pictures);
        if (pictures.settled()) {
          this.$root.dataset.shown = 'true';
        }
      };
      const pictures = new Pictures(show);
      show();
    },
  }));
});
