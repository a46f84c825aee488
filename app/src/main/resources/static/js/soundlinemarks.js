// The marks of a stop, moved and changed after it was recorded.
import { clock, send } from './api.js';
import { tell } from './soundlines.js';

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const marked = (its) => ({
  showMarks() {
    const open = this.mark;
    this.marks = its.line.marks.map((m) => ({
      key: `${m.recording}-${m.number}`,
      label: `${clock(m.atMs)} ${document.querySelector(`#line-words [data-mark="${m.kind}"]`).textContent}${m.words ? `: ${m.words.slice(0, 40)}` : ''}`,
      chosen: false,
      choose: () => this.chooseMark(m),
    }));
    this.hasMarks = this.marks.length > 0;
    const again = open && its.line.marks.find((m) => m.recording === open.recording && m.number === open.number);
    this.mark = null;
    if (again) {
      this.chooseMark(again);
    } else {
      this.preview(null);
    }
  },

  chooseMark(mark) {
    const same = this.mark && this.mark.number === mark.number && this.mark.recording === mark.recording;
    this.mark = mark;
    this.markSays = ['note', 'filled'].includes(mark.kind);
    this.markGrows = ['ink', 'filled'].includes(mark.kind);
    this.markWords = mark.words;
    if (!same) {
      this.seek(mark.atMs);
    }
    this.marks.forEach((m) => {
      m.chosen = m.key === `${mark.recording}-${mark.number}`;
    });
    this.preview(mark);
  },

  /** The picture of the row shows the page with the mark. */
  preview(mark) {
    document.dispatchEvent(new CustomEvent('kerygma:mark', { detail: { stop: this.$root.dataset.stop, mark } }));
  },

  markEarlier() {
    this.changeMark({ laterMs: -200 });
  },

  markLater() {
    this.changeMark({ laterMs: 200 });
  },

  markLeft() {
    this.changeMark({ dx: -4 });
  },

  markRight() {
    this.changeMark({ dx: 4 });
  },

  markUp() {
    this.changeMark({ dy: -4 });
  },

  markDown() {
    this.changeMark({ dy: 4 });
  },

  markLarger() {
    this.changeMark({ larger: 1.15 });
  },

  markSmaller() {
    this.changeMark({ larger: 1 / 1.15 });
  },

  markReword() {
    this.changeMark({ words: this.markWords });
  },

  markAway() {
    this.changeMark({ gone: true });
  },

  async changeMark(what) {
    const { recording, number } = this.mark;
    this.problem = '';
    try {
      tell(await send('POST', `/recordings/${recording}/marks/${number}`, { gone: false, words: null, dx: 0, dy: 0, larger: 1, laterMs: 0, ...what }));
    } catch (e) {
      this.problem = e.message && e.status ? e.message : its.text.lost;
    }
  },
});
