// The plan book: tasks are moved to other days by dragging or by keys; the due rule shows what it needs.
import { send } from './api.js';

document.addEventListener('alpine:init', () => {
  /** On a wide screen nothing of the head is folded away. */
  Alpine.data('headmore', () => ({
    init() {
      this.$root.open = innerWidth > 820;
    },
  }));

  /** A task in one line, in the cell of its day: what was understood is shown, Enter keeps it. */
  Alpine.data('planline', () => {
    let timer = 0;
    return {
      opened: false,
      said: '',
      doubt: '',
      get closed() {
        return !this.opened;
      },
      open() {
        this.opened = true;
        this.$nextTick(() => this.$root.querySelector('input').focus());
      },
      close() {
        this.opened = false;
        this.said = '';
        this.doubt = '';
        this.$nextTick(() => this.$root.querySelector('button').focus());
      },
      leave(event) {
        if (!event.target.value.trim()) {
          this.opened = false;
        }
      },
      fields() {
        const form = new FormData();
        const cell = this.$root.closest('td');
        form.append('section', cell.dataset.section);
        form.append('day', cell.dataset.date);
        form.append('line', this.$root.querySelector('input').value);
        return form;
      },
      soon() {
        clearTimeout(timer);
        timer = setTimeout(() => this.look(), 200);
      },
      async look() {
        if (!this.opened) {
          return;
        }
        const fields = this.fields();
        const understood = await send('POST', '/plan/line/look', fields).catch(() => null);
        if (understood && this.opened && this.$root.querySelector('input').value === fields.get('line')) {
          this.said = understood.text;
          this.doubt = understood.doubts.join(' ');
        }
      },
      async keep() {
        if (this.keeping) {
          return;
        }
        this.keeping = true;
        try {
          await send('POST', '/plan/line', this.fields(), { once: crypto.randomUUID() });
          location.reload();
        } catch (e) {
          this.doubt = e.message || document.querySelector('main').dataset.lost;
          this.keeping = false;
        }
      },
    };
  });

  /** The tasks to be ticked first are offered where they say when it opens. */
  Alpine.data('opening', () => ({
    chosen: false,
    worded: false,
    ofUnit: false,
    init() {
      this.choose();
      this.offer();
      document.addEventListener('change', (e) => e.target.name === 'section' && this.offer());
    },
    choose() {
      this.chosen = this.$refs.opens.value === 'WHEN_CHOSEN_ARE_TICKED';
      this.ofUnit = this.$refs.opens.value === 'WHEN_ALL_OF_ITS_UNIT_ARE_DONE';
      this.worded = this.$refs.opens.value === 'WHEN_THE_WORD_IS_GIVEN';
    },
    /** What only other sections do would hold it up for good: it is not offered, unless it is chosen already. */
    offer() {
      const own = [...document.querySelectorAll('input[name=section]:checked')].map((s) => s.value);
      for (const row of this.$root.querySelectorAll('[data-sections]')) {
        const shared = own.length === 0 || own.some((s) => row.dataset.sections.includes(s));
        row.hidden = !shared && !row.querySelector(':checked');
      }
    },
  }));

  Alpine.data('planbook', () => {
    let lifted = null;
    return {
      problem: '',

      init() {
        const moved = new URLSearchParams(location.search).get('moved');
        if (moved) {
          const [task, section] = moved.split('@');
          const button = document.querySelector(`[data-task="${task}"][data-section="${section}"] .move`);
          button?.focus();
          button?.setAttribute('aria-pressed', 'true');
        }
      },

      // ---- with the mouse

      lift(event) {
        lifted = event.currentTarget;
        lifted.classList.add('lifted');
        event.dataTransfer.effectAllowed = 'move';
        event.dataTransfer.setData('text/plain', lifted.dataset.task);
        for (const cell of document.querySelectorAll('td[data-section]')) {
          cell.classList.toggle('takes', cell.dataset.section === lifted.dataset.section);
        }
      },
      over(event) {
        if (lifted?.dataset.section === event.currentTarget.dataset.section) {
          event.preventDefault();
        }
      },
      drop(event) {
        event.preventDefault();
        this.move(lifted, event.currentTarget.dataset.date);
      },
      letGo() {
        lifted?.classList.remove('lifted');
        document.querySelectorAll('td.takes').forEach((cell) => cell.classList.remove('takes'));
      },

      // ---- with keys: Move, then left and right

      hold(event) {
        const button = event.currentTarget;
        button.setAttribute('aria-pressed', String(button.getAttribute('aria-pressed') !== 'true'));
      },
      release(event) {
        event.currentTarget.setAttribute('aria-pressed', 'false');
      },
      nudge(event) {
        const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
        if (event.key === 'Escape') {
          event.currentTarget.setAttribute('aria-pressed', 'false');
        } else if (by && event.currentTarget.getAttribute('aria-pressed') === 'true') {
          event.preventDefault();
          const planned = event.currentTarget.closest('.planned');
          const cells = [...planned.closest('tr').querySelectorAll('td[data-date]')];
          const next = cells[cells.indexOf(planned.closest('td')) + by];
          if (next) {
            this.move(planned, next.dataset.date);
          }
        }
      },

      async move(planned, day) {
        if (!planned || planned.dataset.date === day) {
          return;
        }
        const { task, section } = planned.dataset;
        try {
          await send('POST', `/plan/tasks/${task}/move?section=${section}&day=${day}`);
          location.assign(`/plan?week=${day}&moved=${task}@${section}`);
        } catch (e) {
          this.problem = e.message || this.$root.dataset.lost;
        }
      },
    };
  });

  Alpine.data('wall', () => ({
    withNotes: true,
    printForWall() {
      this.withNotes = false;
      this.$nextTick(() => {
        window.print();
        this.withNotes = true;
      });
    },
    printForSubstitute() {
      window.print();
    },
  }));

  Alpine.data('duerule', () => ({
    rule: '',
    init() {
      this.choose();
    },
    choose() {
      this.rule = this.$refs.rule.value;
    },
    get timed() {
      return this.rule === 'day' || this.rule === 'week';
    },
    get weekday() {
      return this.rule === 'week';
    },
    get fixed() {
      return this.rule === 'at';
    },
    get counts() {
      return this.rule === 'meeting';
    },
  }));
});
