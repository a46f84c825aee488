// Small things that several pages need: progress bars, bringing a paper in, asking once more, printing.
import { send } from './api.js';
import { sendFile } from './upload.js';

const EVERY_MS = 700;
/** Work that was not begun at so many looks waits for other work. */
const LOOKS_IN_LINE = 4;
/** What was pressed meanwhile is sent to its end: loading the page anew would take it back. */
const SENDING = 'form[data-sending], .sound-line[data-busy]';
document.addEventListener('alpine:init', () => {
  Alpine.data('workbar', () => ({
    percent: 0,
    problem: '',
    waited: 0,
    get shown() {
      if (this.problem) {
        return '';
      }
      return this.waited > LOOKS_IN_LINE ? this.$root.dataset.waits : `${this.percent} %`;
    },
    init() {
      this.percent = Number(this.$root.dataset.percent);
      this.look();
    },
    async look() {
      try {
        const bar = await send('GET', `/works/${this.$root.dataset.work}`);
        this.percent = bar.percent;
        this.problem = bar.problem;
        this.waited = bar.state === 'WAITING' ? this.waited + 1 : 0;
        if ((bar.state === 'DONE' || bar.state === 'CANCELLED') && !document.querySelector(SENDING)) {
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

  /** What is open of the proofs of walkthroughs; asked again when a script has changed. */
  Alpine.data('openProofs', () => ({
    open: [],
    get some() {
      return this.open.length > 0;
    },
    init() {
      // Asked for once its place is seen: the plan book is there without it.
      new IntersectionObserver((seen, observer) => {
        if (seen.some((e) => e.isIntersecting)) {
          observer.disconnect();
          this.look();
        }
      }).observe(this.$root.parentElement);
      document.addEventListener('kerygma:proof', () => this.look());
    },
    async look() {
      const { of, count, missing } = this.$root.dataset;
      try {
        const all = await send('GET', `/walkthroughs/proofs?of=${of}`);
        this.open = all
          .filter((o) => o.disagree + o.missing > 0)
          .map((o) => ({
            ...o,
            count: o.disagree + o.missing,
            href: `/walkthroughs/${o.walkthrough}/proof`,
            first: o.says[0] ?? '',
            tally: [o.disagree ? (count ?? '').replace('%1', o.disagree) : '', o.missing ? (missing ?? '').replace('%1', o.missing) : ''].filter(Boolean).join(', '),
          }));
        document.dispatchEvent(new CustomEvent('kerygma:proofs', { detail: this.open }));
      } catch {
        // It is told on the proof itself.
      }
    },
  }));

  /** A name of the roster on a page: it is covered or left. */
  Alpine.data('nameSeen', () => ({
    open: true,
    word: '',
    cover() {
      return this.decide('COVER', this.$root.dataset.covered);
    },
    leave() {
      return this.decide('LEAVE', this.$root.dataset.left);
    },
    async decide(deed, word) {
      const { page, name, lost } = this.$root.dataset;
      const form = new FormData();
      form.append('name', name);
      form.append('deed', deed);
      try {
        const marks = await send('POST', `/pages/${page}/names`, form);
        document.dispatchEvent(new CustomEvent('kerygma:covered', { detail: marks }));
        this.open = false;
        this.word = word;
      } catch (e) {
        this.word = e.message || lost;
      }
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
      this.bringAll([...event.dataTransfer.files]);
    },
    choose(event) {
      this.bringAll([...event.target.files]);
    },
    /** One after the other; what could not be taken in is named, the others are kept. */
    async bringAll(files) {
      if (this.busy || files.length === 0) {
        return;
      }
      this.busy = true;
      this.problem = '';
      const problems = [];
      for (const file of files) {
        const problem = await this.bring(file);
        if (problem) {
          problems.push(files.length > 1 ? `${file.name}: ${problem}` : problem);
        }
      }
      this.busy = false;
      this.$refs.file.value = '';
      this.problem = problems.join(' ');
      if (problems.length < files.length) {
        await this.reloadList();
      }
    },
    /** The list is taken anew; what was wrong stays to be read. */
    async reloadList() {
      if (!this.problem) {
        location.reload();
        return;
      }
      const answer = await fetch(location.href, { headers: { Accept: 'text/html' } });
      const fresh = new DOMParser().parseFromString(await answer.text(), 'text/html');
      document.querySelector('.papers').replaceWith(fresh.querySelector('.papers'));
    },
    bring(file) {
      this.name = file.name;
      this.percent = 0;
      if (file.size > Number(this.$root.dataset.max)) {
        return this.$root.dataset.tooLarge;
      }
      const form = new FormData();
      form.append('paper', file);
      return sendFile('/handouts', file, form, (p) => (this.percent = p), this.$root.dataset.lost);
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

  /** A text that is wanted elsewhere. */
  Alpine.data('copying', () => ({
    copied: false,
    async copy() {
      await navigator.clipboard.writeText(this.$root.dataset.text);
      this.copied = true;
    },
  }));

  /** The time zone of this machine stands in the field until another is written there. */
  Alpine.data('ownzone', () => ({
    init() {
      this.$root.value ||= Intl.DateTimeFormat().resolvedOptions().timeZone ?? '';
    },
  }));

  /** Meeting times: a column a day; what is drawn with the mouse stands in the fields beneath. */
  Alpine.data('weekgrid', () => {
    const FROM = 7 * 60;
    const UNTIL = 17 * 60;
    const STEP = 5;
    let drawn = null;
    const minutes = (text) => (text ? Number(text.slice(0, 2)) * 60 + Number(text.slice(3)) : null);
    const written = (at) => `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
    return {
      init() {
        this.choose();
      },
      /** Columns that the week or the rotation does not have are away. */
      choose() {
        const turns = this.$refs.turns.checked;
        const last = turns ? Number(this.$refs.rotation.value) || 2 : 7;
        this.$root.classList.toggle('turns', turns);
        for (const column of this.$root.querySelectorAll('.day-column')) {
          const day = Number(column.dataset.day);
          const weekend = !turns && day > 5 && !column.querySelector('[type=checkbox]').checked;
          column.hidden = day > last || weekend;
        }
        this.draw();
      },
      /** The fields of a day, or those of all where every day has the same hours. */
      fields(column) {
        const same = this.$root.querySelector('[name=same]').checked;
        const hours = same ? this.$root.querySelector('.of-all') : column;
        const [from, until] = hours.querySelectorAll('input[type=time]');
        return { meets: column.querySelector('[type=checkbox]'), from, until };
      },
      draw() {
        for (const column of this.$root.querySelectorAll('.day-column')) {
          const { meets, from, until } = this.fields(column);
          const a = minutes(from.value);
          const b = minutes(until.value);
          const hours = column.querySelector('.hours');
          const seen = meets.checked && a !== null && b !== null && b > a;
          hours.hidden = !seen;
          if (seen) {
            hours.style.top = `${(100 * (Math.max(a, FROM) - FROM)) / (UNTIL - FROM)}%`;
            hours.style.height = `${(100 * (Math.min(b, UNTIL) - Math.max(a, FROM))) / (UNTIL - FROM)}%`;
            hours.textContent = `${written(a)}\u2013${written(b)}`;
          }
        }
      },
      /** The hours of another section, into this grid: nothing is kept, and nothing else on the page changes. */
      async take(event) {
        const { href } = event.currentTarget;
        const answer = await fetch(href, { headers: { Accept: 'text/html' } }).catch(() => null);
        const page = answer?.ok && new DOMParser().parseFromString(await answer.text(), 'text/html');
        const grid = page && page.querySelector('.week-grid');
        if (!grid) {
          location.assign(href); // It says itself what is wrong: no line, or nobody is signed in any more.
          return;
        }
        this.$root.replaceWith(grid);
        grid.querySelector('[name=same]').focus();
      },
      at(event) {
        const lane = event.currentTarget.getBoundingClientRect();
        const share = Math.min(1, Math.max(0, (event.clientY - lane.top) / lane.height));
        return Math.round((FROM + share * (UNTIL - FROM)) / STEP) * STEP;
      },
      begin(event) {
        event.currentTarget.setPointerCapture(event.pointerId);
        drawn = this.at(event);
      },
      drag(event) {
        if (drawn === null) {
          return;
        }
        const to = this.at(event);
        if (Math.abs(to - drawn) < 2 * STEP) {
          return;
        }
        const { meets, from, until } = this.fields(event.currentTarget.closest('.day-column'));
        meets.checked = true;
        from.value = written(Math.min(drawn, to));
        until.value = written(Math.max(drawn, to));
        this.draw();
      },
      end() {
        drawn = null;
      },
    };
  });

  Alpine.data('printer', () => ({
    print() {
      window.print();
    },
  }));
});
