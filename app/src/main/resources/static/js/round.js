// What is said in a round. Words are counted, and kept on this device until they are sent; a recording is sent, and is there for
// the others once the server has made it ready.
import { send } from './api.js';
import { fill } from './dom.js';
import { dropPieces } from './kept.js';
import { sendFile } from './upload.js';

const LOOK_MS = 1000;

const key = (draft) => `kerygma:${draft}`;
/** What is made goes on without a line. */
const stillMaking = (e) => {
  if (e.status) {
    throw e;
  }
  return { state: 'MAKING' };
};
const pause = () => new Promise((done) => setTimeout(done, LOOK_MS));

document.addEventListener('alpine:init', () => {
  Alpine.data('counted', () => ({
    said: '',
    init() {
      const { draft } = this.$root.dataset;
      const left = draft && localStorage.getItem(key(draft));
      const sent = [...document.querySelectorAll('.own-said')].some((e) => e.textContent.trim() === left?.trim());
      if (left && sent) {
        localStorage.removeItem(key(draft));
      } else if (left && !this.$refs.words.value) {
        this.$refs.words.value = left;
        for (let of = this.$root.closest('details'); of; of = of.parentElement.closest('details')) {
          of.open = true;
        }
      }
      this.count();
    },
    count() {
      const { asked, words, wordsOf, draft } = this.$root.dataset;
      const text = this.$refs.words.value;
      const count = text.split(/\s+/).filter((w) => /[\p{L}\p{N}]/u.test(w)).length;
      this.said = (Number(asked) > 0 ? wordsOf.replace('%2', asked) : words).replace('%1', count);
      if (draft && text) {
        localStorage.setItem(key(draft), text);
      }
    },
  }));

  // The recorder inside sees these names beside its own: none may be the same.
  Alpine.data('voiced', () => {
    let root;
    let data;
    /** What was announced of which file: where its line was lost, it goes on as that. */
    const announced = new Map();
    return {
      told: '',
      refused: '',

      init() {
        root = this.$root;
        data = root.dataset;
        if (data.state === 'MAKING') {
          this.gone();
          // The page was closed, or opened anew, while it was being made ready.
          this.ready(data.waiting)
            .catch((e) => ({ problem: e.message, after: undefined }))
            .then(({ problem, after }) => {
              this.refused = problem;
              after?.();
            });
        } else {
          this.refused = this.why(data.state);
        }
      },

      /** What keeps a recording from being sent, in words. */
      why(state) {
        return { ARRIVING: data.lost, SHORT: data.short, LONG: data.long, NOTHING: data.nothing }[state] ?? '';
      },

      async bringIn(file) {
        this.refused = '';
        this.told = fill(data.sending, 0);
        try {
          const voice = announced.get(file) ?? (await this.announce(file));
          announced.set(file, voice);
          const lost = await sendFile(`/class/rounds/voices/${voice}`, file, file, (percent) => (this.told = fill(data.sending, percent)), data.lost);
          if (!lost) {
            await this.gone();
            return await this.ready(voice);
          }
          await send('GET', `/class/rounds/voices/${voice}`); // Another tab may have taken its place.
          this.told = '';
          return { problem: lost };
        } catch (e) {
          this.told = '';
          if (e.status) {
            announced.delete(file);
          }
          return { problem: e.message || data.lost };
        }
      },

      async announce(file) {
        const words = root.querySelector('.beside').value;
        const { voice } = await send('POST', `/class/tasks/${data.task}/round/voices`, { answer: data.answer || null, words, bytes: file.size }, { once: crypto.randomUUID() });
        return voice;
      },

      /** What has arrived is not kept here: it would be offered once more. */
      gone() {
        return dropPieces(`answer:${root.querySelector('.answer').dataset.mine}`);
      },

      /** Waits until it has been made ready, however often the line is lost meanwhile. */
      async ready(voice) {
        this.told = data.making;
        for (;;) {
          const { state } = await send('GET', `/class/rounds/voices/${voice}`).catch(stillMaking);
          if (state !== 'MAKING') {
            this.told = '';
            return { problem: this.why(state), after: this.why(state) ? undefined : () => this.anew(state) };
          }
          await pause();
        }
      },

      /** The page as it is now: with what was sent, or with a question about it. */
      anew(state) {
        if (state === 'SENT') {
          localStorage.removeItem(key(data.draft));
        }
        location.hash = data.answer ? `answer-${data.answer}` : '';
        location.reload();
      },
    };
  });
});
