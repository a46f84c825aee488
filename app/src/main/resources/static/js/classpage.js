// A student's list: ticks, and the way from a task to the stop that explains it.
import { send } from './api.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('classpage', () => ({
    watching: false,
    problem: '',
    last: Promise.resolve(),
    underway: 0, // ticks that have not been answered
    asked: 0, // times the list was asked for
    init() {
      document.addEventListener('kerygma:watching', () => {
        this.watching = true;
      });
    },
    explain(event) {
      const at = Number(event.currentTarget.dataset.at);
      document.dispatchEvent(new CustomEvent('kerygma:play', { detail: { at } }));
    },
    /** Ticks go to the server one after the other, in the order in which they were made. */
    tick(event) {
      const box = event.currentTarget;
      const done = box.checked;
      this.problem = '';
      this.underway += 1;
      this.last = this.last.then(() => this.keep(box, done));
    },
    async keep(box, done) {
      try {
        const way = box.dataset.way ? `/ways/${box.dataset.way}` : '';
        await send('POST', `/class/tasks/${box.dataset.task}${way}/tick?done=${done}`, undefined, { keepalive: true });
      } catch (e) {
        box.checked = !done;
        this.problem = e.message || this.$refs.problem.dataset.lost;
      }
      this.underway -= 1;
      if (this.underway === 0) {
        this.refreshList();
      }
    },
    /**
     * Which task is next is computed on the server; only the list is taken anew, so that a talk plays on. A list
     * that came late, or was made before the newest tick, is left aside.
     */
    async refreshList() {
      this.asked += 1;
      const number = this.asked;
      const page = await fetch(location.href, { headers: { Accept: 'text/html' } })
        .then((answer) => (answer.ok ? answer.text() : ''))
        .catch(() => '');
      if (!page || this.underway > 0 || number !== this.asked) {
        return;
      }
      const fresh = new DOMParser().parseFromString(page, 'text/html');
      const { task, way } = document.activeElement.dataset;
      for (const part of ['.todo', '.strip', '.class-head']) {
        const next = fresh.querySelector(part);
        if (next) {
          document.querySelector(part).replaceWith(next);
        }
      }
      if (task) {
        const same = [...document.querySelectorAll('.todo input')].find((i) => i.dataset.task === task && i.dataset.way === way);
        same?.focus();
      }
      document.dispatchEvent(new CustomEvent('kerygma:list'));
    },
  }));
});
