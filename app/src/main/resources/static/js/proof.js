// The proof: a jotting is ticked off without leaving the sheet.
import { send } from './api.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('proofSheet', () => ({
    problem: '',
    async tick(event) {
      try {
        await send('POST', `/jottings/${event.target.dataset.jotting}/done`);
        location.reload();
      } catch (e) {
        this.problem = e.message || this.$root.dataset.lost;
      }
    },
  }));
});
