// A student's list: ticks, and the way from a task to the stop that explains it.
import { send } from './api.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('classpage', () => ({
    watching: false,
    problem: '',
    init() {
      document.addEventListener('kerygma:watching', () => {
        this.watching = true;
      });
    },
    explain(event) {
      const at = Number(event.currentTarget.dataset.at);
      document.dispatchEvent(new CustomEvent('kerygma:play', { detail: { at } }));
    },
    async tick(event) {
      const box = event.currentTarget;
      this.problem = '';
      box.disabled = true;
      try {
        const way = box.dataset.way ? `/ways/${box.dataset.way}` : '';
        await send('POST', `/class/tasks/${box.dataset.task}${way}/tick?done=${box.checked}`);
        this.refreshList();
      } catch (e) {
        box.checked = !box.checked;
        box.disabled = false;
        this.problem = e.message || this.$refs.problem.dataset.lost;
      }
    },
    /** Which task is next is computed on the server; only the list is taken anew, so that a talk plays on. */
    async refreshList() {
      const answer = await fetch(location.href, { headers: { Accept: 'text/html' } });
      const fresh = new DOMParser().parseFromString(await answer.text(), 'text/html');
      for (const part of ['.todo', '.strip', '.class-head']) {
        const next = fresh.querySelector(part);
        if (next) {
          document.querySelector(part).replaceWith(next);
        }
      }
      document.dispatchEvent(new CustomEvent('kerygma:list'));
    },
  }));
});
