// The margin of a handout: each note stands at the height of its line, as far as the one above it leaves room.
import { inOrder } from './anew.js';

const GAP = 6;

/**
 * Places for entries of given heights, one below the other, as near as possible to where they want to be (isotonic
 * regression by pooling: Barlow, Bartholomew, Bremner, Brunk 1972). They keep their order, so that no two hairlines cross.
 */
function apart(wanted, heights) {
  const before = [];
  heights.reduce((sum, h, i) => {
    before[i] = sum;
    return sum + h;
  }, 0);
  const pools = [];
  wanted.forEach((y, i) => {
    let pool = { sum: y - before[i], count: 1 };
    while (pools.length > 0 && pools.at(-1).sum / pools.at(-1).count > pool.sum / pool.count) {
      const last = pools.pop();
      pool = { sum: last.sum + pool.sum, count: last.count + pool.count };
    }
    pools.push(pool);
  });
  const shifts = pools.flatMap((p) => Array(p.count).fill(p.sum / p.count));
  return shifts.map((shift, i) => Math.max(shift, 0) + before[i]);
}

document.addEventListener('alpine:init', () => {
  Alpine.data('reader', () => ({
    problem: '',
    /** @type {(deed: () => Promise<any>) => void} */
    deed: () => {},

    init() {
      this.$root.classList.add('folded'); // Three questions at a time; without a script all stand there.
      const place = () => this.$root.querySelectorAll('.paged').forEach((page) => this.place(page));
      this.deed = inOrder(['.margin ol', '.quotes', '#parts', '.head .sums'], place);
      new ResizeObserver(place).observe(this.$root);
      this.$root.addEventListener('toggle', place, true);
      place();
    },

    /** Shows all that is asked. */
    unfold(event) {
      const page = event.currentTarget.closest('.margin');
      this.$root.classList.remove('folded');
      this.$root.querySelectorAll('.paged').forEach((paged) => this.place(paged));
      page.querySelector('.later button').focus();
    },

    /** Decides about a note without leaving the page; what the server refuses is shown as its own page. */
    decide(event) {
      const form = event.currentTarget;
      if (form.dataset.leaves) {
        return;
      }
      event.preventDefault();
      const body = new URLSearchParams(/** @type {any} */ (new FormData(form, event.submitter)));
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
        if (mending) {
          mending.open = true;
        }
        form.requestSubmit(submitter); // What is refused is said at its field, and nothing is taken anew.
        delete form.dataset.leaves;
        return false;
      }
      return true;
    },

    place(page) {
      const margin = page.querySelector('.margin');
      const paper = page.querySelector('.paper');
      const lines = margin.querySelector('.hairlines');
      lines.replaceChildren();
      const beside = margin.offsetLeft > paper.offsetLeft + 10;
      margin.classList.toggle('placed', beside);
      let free = 0;
      const shown = [...margin.querySelectorAll('li')].filter((note) => note.offsetHeight > 0);
      const notes = shown.sort((a, b) => a.dataset.y - b.dataset.y);
      const wanted = notes.map((note) => Number(note.dataset.y) * paper.clientHeight);
      const heights = notes.map((note) => note.offsetHeight + GAP);
      const tops = beside ? apart(wanted.map((y) => y - 4), heights) : [];
      const button = margin.querySelector('.all-right');
      let floor = beside && button ? button.offsetTop + button.offsetHeight + GAP : 0;
      tops.forEach((top, i) => {
        tops[i] = Math.max(top, floor);
        floor = tops[i] + heights[i];
      });
      notes.forEach((note, i) => {
        note.style.top = beside ? `${tops[i]}px` : '';
        if (beside) {
          free = tops[i] + heights[i];
          const from = wanted[i] + 6;
          const to = tops[i] + 12;
          const line = document.createElementNS('http://www.w3.org/2000/svg', 'polyline');
          const elbow = Math.abs(from - to) < 3 ? '' : `14,${from} 26,${to} `;
          line.setAttribute('points', `0,${elbow ? from : to} ${elbow}34,${to}`);
          lines.append(line);
        }
      });
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
