// A student's list: ticks, and the way from a task to the stop that explains it.
import { inOrder } from './anew.js';
import { send } from './api.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('classpage', () => ({
    watching: false,
    problem: '',
    /** Which task is next is computed on the server. */
    deed: inOrder(['.todo', '.strip', '.class-head'], () => document.dispatchEvent(new CustomEvent('kerygma:list'))),
    init() {
      document.addEventListener('kerygma:watching', () => {
        this.watching = true;
        // The list has moved under the stage: it is brought back if that took it out of sight.
        this.$nextTick(() => requestAnimationFrame(() => this.keepInSight()));
      });
      // What was ticked while the page was still loading.
      for (const box of this.$root.querySelectorAll('input[type=checkbox][data-task]')) {
        if (box.checked !== box.defaultChecked) {
          this.tick({ currentTarget: box });
        }
      }
    },
    keepInSight() {
      const { top, bottom } = this.$root.querySelector('.player .stage').getBoundingClientRect();
      if (top < 0 || bottom > innerHeight) {
        // One that sticks already is where the list begins.
        scrollTo({ top: scrollY + Math.max(top, this.$root.getBoundingClientRect().top), behavior: 'instant' });
      }
    },
    explain(event) {
      const at = Number(event.currentTarget.dataset.at);
      const player = this.$root.querySelector('.player');
      if (player && player.dataset.ready !== 'true') {
        player.dataset.wanted = at; // It is played as soon as it is there.
        return;
      }
      document.dispatchEvent(new CustomEvent('kerygma:play', { detail: { at } }));
    },
    /** Chooses one of several ways; the list is shown anew where one stands. */
    choose(event) {
      const { action } = event.currentTarget;
      this.problem = '';
      this.deed(async () => {
        try {
          await send('POST', action);
        } catch (e) {
          this.problem = e.message || this.$refs.problem.dataset.lost;
        }
      });
    },
    tick(event) {
      const box = event.currentTarget;
      const done = box.checked;
      this.problem = '';
      this.deed(() => this.keep(box, done));
    },
    async keep(box, done) {
      try {
        const way = box.dataset.way ? `/ways/${box.dataset.way}` : '';
        await send('POST', `/class/tasks/${box.dataset.task}${way}/tick?done=${done}`, undefined, { keepalive: true });
      } catch (e) {
        box.checked = !done;
        this.problem = e.message || this.$refs.problem.dataset.lost;
      }
    },
  }));
});
