// The questions of a stop, written beside its script; they are kept as soon as all of them can be read.
import { send } from './api.js';

const AFTER_MS = 700;

document.addEventListener('alpine:init', () => {
  Alpine.data('checkRow', () => {
    let timer = 0;
    let opened = false;
    return {
      count: '',
      wrong: [],
      state: '',
      async open() {
        if (opened) {
          return;
        }
        opened = true;
        try {
          const { text } = await send('GET', `/stops/${this.$root.dataset.stop}/checks`);
          this.$refs.text.value = text;
          this.$refs.text.readOnly = false; // What is typed before would be written over what is there.
        } catch (e) {
          opened = false;
          this.wrong = [e.message || this.$root.dataset.lost];
        }
      },
      soon() {
        this.state = '';
        clearTimeout(timer);
        timer = setTimeout(() => this.keep(), AFTER_MS);
      },
      async keep() {
        clearTimeout(timer);
        try {
          const kept = await send('POST', `/stops/${this.$root.dataset.stop}/checks`, { text: this.$refs.text.value });
          this.wrong = [...kept.wrong, ...kept.doubts];
          this.state = kept.wrong.length > 0 ? this.$root.dataset.waits : this.$root.dataset.kept.replace('%1', kept.questions);
        } catch (e) {
          this.wrong = [e.status ? e.message : this.$root.dataset.lost];
        }
      },
    };
  });
});
