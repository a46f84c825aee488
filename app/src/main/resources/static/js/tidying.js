// Tidying up proposes, line by line, and the teacher refuses what shall stay; every deed can be undone.
import { send } from './api.js';
import { fill, forget, lines, seconds, tell } from './soundlines.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('tidying', () => {
    let text;
    let shown = null;
    return {
      open: false,
      undoes: '',
      canUndo: false,
      canTidy: false,
      label: '',
      doing: '',
      lines: [],
      problem: '',
      nothing: false,

      async init() {
        text = document.getElementById('line-words').dataset;
        document.addEventListener('kerygma:lines', (e) => this.take(e.detail));
        this.take(await lines(this.$root.dataset.walkthrough).catch(() => ({ stops: [] })));
      },

      take(next) {
        shown = next;
        const names = document.getElementById('line-words');
        this.canUndo = Boolean(next.undoes);
        const what = next.undoes && names.querySelector(`[data-what="${next.undoes}"]`)?.textContent;
        this.undoes = what ? `${text.undo}: ${what}` : text.undo;
        this.lines = next.stops.flatMap((s) =>
          s.tidy.map((t, i) => ({
            key: `${s.stop}-${i}`,
            stop: s.stop,
            fromMs: t.cut.startMs,
            untilMs: t.cut.endMs,
            kept: true,
            where: fill(text.stop, document.querySelector(`[data-stop="${s.stop}"] .numeral`)?.textContent ?? ''),
            why: fill(names.querySelector(`[data-why="${t.why}"]`).textContent, t.words, seconds(t.lengthMs)),
            saves: fill(text.saves, seconds(t.cut.endMs - t.cut.startMs)),
            toggle: () => this.sum(),
          })),
        );
        this.canTidy = this.lines.length > 0;
        this.nothing = !this.canTidy;
        this.open = this.open && this.canTidy;
        this.sum();
      },

      sum() {
        const saved = this.lines.filter((l) => l.kept).reduce((all, l) => all + l.untilMs - l.fromMs, 0);
        this.label = saved > 0 ? fill(text.tidySaves, seconds(saved)) : text.tidy;
        this.doing = fill(text.tidyDo, seconds(saved));
      },

      toggle() {
        this.open = !this.open;
      },

      async tidy() {
        const cuts = this.lines.filter((l) => l.kept).map(({ stop, fromMs, untilMs }) => ({ stop, fromMs, untilMs }));
        await this.ask(`/walkthroughs/${this.$root.dataset.walkthrough}/tidy`, cuts);
        this.open = false;
      },

      async undo() {
        const other = ['split', 'join', 'parts', 'whole'].includes(shown.undoes);
        if ((await this.ask(`/walkthroughs/${this.$root.dataset.walkthrough}/repair/undo`)) && other) {
          location.reload();
        }
      },

      async ask(url, body) {
        this.problem = '';
        try {
          tell(await send('POST', url, body));
          return true;
        } catch (e) {
          this.problem = e.message && e.status ? e.message : text.lost;
          forget();
          return false;
        }
      },
    };
  });
});
