// The clips of a walkthrough: brought in, made ready, put away.
import { send } from './api.js';
import { sendFile } from './upload.js';

const EVERY_MS = 800;

document.addEventListener('alpine:init', () => {
  Alpine.data('clips', () => ({
    clips: [],
    failed: [],
    busy: false,
    name: '',
    percent: 0,
    problem: '',

    get shown() {
      return `${this.percent} %`;
    },
    get some() {
      return this.clips.length > 0;
    },

    init() {
      this.list();
    },

    async list() {
      const { walkthrough } = this.$root.dataset;
      try {
        const { clips, failed } = await send('GET', `/walkthroughs/${walkthrough}/clips`);
        this.clips = clips.map((c) => ({
          ...c,
          making: Boolean(c.work),
          shown: `${c.percent} %`,
          away: `/put-away/clip/${c.id}`,
          cancel: () => this.cancel(c),
        }));
        this.failed = failed.map((f) => ({ ...f, forget: () => this.forget(f) }));
      } catch {
        // The next look tells.
      }
      if (this.clips.some((c) => c.making)) {
        setTimeout(() => this.list(), EVERY_MS);
      }
    },

    async choose(event) {
      const file = event.target.files[0];
      if (!file || this.busy) {
        return;
      }
      const { walkthrough, max, tooLarge, lost } = this.$root.dataset;
      this.problem = '';
      if (file.size > Number(max)) {
        this.problem = tooLarge;
      } else {
        this.busy = true;
        this.name = file.name;
        this.percent = 0;
        const url = `/walkthroughs/${walkthrough}/clips?name=${encodeURIComponent(file.name)}`;
        this.problem = await sendFile(url, file, file, (p) => (this.percent = p), lost);
        this.busy = false;
        await this.list();
      }
      event.target.value = '';
    },

    async cancel(clip) {
      await this.deed(`/works/${clip.work}/cancel`);
    },
    async forget(told) {
      await this.deed(`/walkthroughs/${this.$root.dataset.walkthrough}/clips/failed/${told.work}`);
    },
    async deed(url) {
      try {
        await send('POST', url);
      } catch (e) {
        this.problem = e.message || this.$root.dataset.lost;
      }
      await this.list();
    },
  }));
});
