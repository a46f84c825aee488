// The margin of a handout: each note stands at the height of its line, as far as the one above it leaves room.
import { inOrder } from './anew.js';

const GAP = 6;

document.addEventListener('alpine:init', () => {
  Alpine.data('reader', () => ({
    problem: '',
    deed: () => {},

    init() {
      const place = () => this.$root.querySelectorAll('.paged').forEach((page) => this.place(page));
      this.deed = inOrder(['.margin ol', '.quotes', '#parts', '.head .sums'], place);
      new ResizeObserver(place).observe(this.$root);
      this.$root.addEventListener('toggle', place, true);
      place();
    },

    /** Decides about a note without leaving the page; what the server refuses is shown as its own page. */
    decide(event) {
      const form = event.currentTarget;
      if (form.dataset.leaves) {
        return;
      }
      event.preventDefault();
      const body = new URLSearchParams(new FormData(form, event.submitter));
      body.set('once', crypto.randomUUID()); // Accepted, left out and accepted again are three deeds.
      this.problem = '';
      const mending = form.querySelector('details[open]');
      if (mending) {
        mending.open = false;
        mending.querySelector('summary').focus();
      }
      this.deed(() => this.keep(form, event.submitter, body, mending));
    },
    async keep(form, submitter, body, mending) {
      const answer = await fetch(form.action, { method: 'POST', body, redirect: 'manual' }).catch(() => null);
      if (!answer) {
        this.problem = this.$refs.problem.dataset.lost;
        if (mending) {
          mending.open = true; // What was written is still there.
        }
      } else if (answer.type !== 'opaqueredirect') {
        form.dataset.leaves = 'yes';
        form.requestSubmit(submitter);
      }
    },

    place(page) {
      const margin = page.querySelector('.margin');
      const paper = page.querySelector('.paper');
      const lines = margin.querySelector('.hairlines');
      lines.replaceChildren();
      const beside = margin.offsetLeft > paper.offsetLeft + 10;
      margin.classList.toggle('placed', beside);
      let free = 0;
      const notes = [...margin.querySelectorAll('li')].sort((a, b) => a.dataset.y - b.dataset.y);
      for (const note of notes) {
        if (!beside) {
          note.style.top = '';
          continue;
        }
        const wanted = Number(note.dataset.y) * paper.clientHeight;
        const top = Math.max(wanted - 4, free);
        note.style.top = `${top}px`;
        free = top + note.offsetHeight + GAP;
        const line = document.createElementNS('http://www.w3.org/2000/svg', 'polyline');
        line.setAttribute('points', `0,${wanted + 6} 14,${wanted + 6} 26,${top + 12} 34,${top + 12}`);
        lines.append(line);
      }
      margin.style.minHeight = beside ? `${free}px` : '';
    },

    show(event) {
      this.mark(event.currentTarget.id, true);
    },
    hide(event) {
      this.mark(event.currentTarget.id, false);
    },
    mark(fact, on) {
      this.$root.querySelectorAll(`[data-fact="${fact}"]`).forEach((box) => box.classList.toggle('shown', on));
    },
  }));
});
