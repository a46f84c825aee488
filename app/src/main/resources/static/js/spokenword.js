// A spoken word at a note on a page of work: recorded here, sent, and heard once it has been made ready.
import { send } from './api.js';
import { fill } from './dom.js';
import { sendFile } from './upload.js';

const LOOK_MS = 700;

document.addEventListener('alpine:init', () => {
  // The recorder inside sees these names beside its own: none may be the same.
  Alpine.data('spokenWord', () => {
    let data;
    return {
      notes: [],
      spoken: [],
      mark: '',
      told: '',

      get some() {
        return this.notes.length > 0;
      },
      get none() {
        return this.notes.length === 0;
      },
      get anySpoken() {
        return this.spoken.length > 0;
      },

      init() {
        data = this.$root.dataset;
        /** @type {any} */
        const main = document.querySelector('main.looking');
        this.takeNotes(main?.notes ?? []);
        document.addEventListener('kerygma:notes', (e) => this.takeNotes(e.detail));
        this.look();
      },

      takeNotes(notes) {
        this.notes = notes;
        if (!notes.some((n) => n.id === this.mark)) {
          this.mark = notes.at(-1)?.id ?? '';
        }
      },

      /** What there is to hear; looked at again as long as some of it is being made ready. */
      async look() {
        const all = await send('GET', `/hand-ins/${data.version}/voices`).catch(() => null);
        this.spoken = (all ?? [])
          .filter((v) => v.state === 'READY' || v.state === 'EARLIER')
          .map((v) => ({ key: `${v.mark} ${v.seconds}`, src: `/media/results/${v.mark}`, about: fill(data.at, v.note) }));
        return all;
      },

      async bringIn(file) {
        const { mark } = this;
        this.told = fill(data.sending, 0);
        const lost = await sendFile(`/hand-ins/${data.version}/marks/${mark}/voice`, file, file, (percent) => (this.told = fill(data.sending, percent)), data.lost);
        if (lost) {
          this.told = '';
          return { problem: lost };
        }
        this.told = data.making;
        for (;;) {
          const own = (await this.look())?.find((v) => v.mark === mark);
          if (own && own.state !== 'MAKING') {
            this.told = '';
            return { problem: { NOTHING: data.nothing, EARLIER: data.earlier }[own.state] ?? '' };
          }
          await new Promise((done) => setTimeout(done, LOOK_MS));
        }
      },
    };
  });
});
