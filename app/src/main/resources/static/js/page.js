// Small things that several pages need: progress bars, bringing a paper in, asking once more, printing.
import { send, token } from './api.js';

const EVERY_MS = 700;

document.addEventListener('alpine:init', () => {
  Alpine.data('workbar', () => ({
    percent: 0,
    problem: '',
    get shown() {
      return this.problem ? '' : `${this.percent} %`;
    },
    init() {
      this.look();
    },
    async look() {
      try {
        const bar = await send('GET', `/works/${this.$root.dataset.work}`);
        this.percent = bar.percent;
        this.problem = bar.problem;
        if (bar.state === 'DONE' || bar.state === 'CANCELLED') {
          location.reload();
          return;
        }
        if (bar.state === 'FAILED') {
          return;
        }
      } catch {
        // The next look tells.
      }
      setTimeout(() => this.look(), EVERY_MS);
    },
    async cancel() {
      await send('POST', `/works/${this.$root.dataset.work}/cancel`);
    },
  }));

  Alpine.data('upload', () => ({
    over: false,
    busy: false,
    name: '',
    percent: 0,
    problem: '',
    get shown() {
      return `${this.percent} %`;
    },
    enter() {
      this.over = true;
    },
    leave() {
      this.over = false;
    },
    drop(event) {
      this.over = false;
      this.bring(event.dataTransfer.files[0]);
    },
    choose(event) {
      this.bring(event.target.files[0]);
    },
    bring(file) {
      if (!file || this.busy) {
        return;
      }
      this.problem = '';
      if (file.size > Number(this.$root.dataset.max)) {
        this.problem = this.$root.dataset.tooLarge;
        return;
      }
      this.busy = true;
      this.name = file.name;
      this.percent = 0;
      const form = new FormData();
      form.append('paper', file);
      const request = new XMLHttpRequest(); // fetch cannot tell how much has been sent
      request.open('POST', '/handouts');
      request.setRequestHeader('X-CSRF-TOKEN', token);
      request.setRequestHeader('Accept', 'application/json');
      request.upload.onprogress = (e) => {
        this.percent = Math.round((100 * e.loaded) / e.total);
      };
      request.onload = () => {
        if (request.status === 200) {
          location.reload();
        } else {
          this.fail(request);
        }
      };
      request.onerror = () => this.fail(request);
      request.send(form);
    },
    fail(request) {
      this.busy = false;
      this.$refs.file.value = '';
      try {
        this.problem = JSON.parse(request.responseText).detail;
      } catch {
        this.problem = this.$root.dataset.lost;
      }
    },
  }));

  Alpine.data('asking', () => ({
    asked: false,
    get quiet() {
      return !this.asked;
    },
    ask() {
      this.asked = true;
    },
  }));

  Alpine.data('once', () => ({
    sent: false,
    submit(event) {
      if (this.sent) {
        event.preventDefault();
      }
      this.sent = true;
    },
  }));

  Alpine.data('printer', () => ({
    print() {
      window.print();
    },
  }));
});
