// The words of a sound: chosen, struck, said again.
import { send } from './api.js';

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const spoken = (its) => ({
  showWords() {
    const box = this.$refs.words;
    const focused = document.activeElement === box;
    box.replaceChildren();
    its.spans = its.line.words.map((w, i) => {
      const span = document.createElement('span');
      span.id = `${this.$root.dataset.stop}-${i}`;
      span.setAttribute('role', 'option');
      span.dataset.i = i;
      span.textContent = w.text || '\u2026';
      span.classList.toggle('draft', w.draft);
      const struck = this.struck(w);
      span.classList.toggle('struck', struck);
      if (struck) {
        span.setAttribute('aria-label', `${w.text}, ${its.text.struck}`);
      }
      box.append(span, ' ');
      return span;
    });
    this.words = its.spans.length > 0;
    this.noWords = !this.words;
    this.paintWords();
    if (focused) {
      box.focus();
    }
  },

  struck(word) {
    const middle = (word.startMs + word.endMs) / 2;
    return its.line.cuts.some((c) => c.startMs <= middle && middle < c.endMs);
  },

  paintWords() {
    const [a, b] = [Math.min(its.wordFrom, its.wordTo), Math.max(its.wordFrom, its.wordTo)];
    its.spans.forEach((s, i) => s.setAttribute('aria-selected', String(a >= 0 && a <= i && i <= b)));
    if (its.wordTo >= 0 && its.spans[its.wordTo]) {
      this.$refs.words.setAttribute('aria-activedescendant', its.spans[its.wordTo].id);
    } else {
      this.$refs.words?.removeAttribute('aria-activedescendant');
    }
  },

  chooseWords(from, to) {
    if (its.spans.length === 0) {
      return;
    }
    const last = its.spans.length - 1;
    its.wordFrom = Math.min(last, Math.max(0, from));
    its.wordTo = Math.min(last, Math.max(0, to));
    const first = its.line.words[Math.min(its.wordFrom, its.wordTo)];
    const end = its.line.words[Math.max(its.wordFrom, its.wordTo)];
    this.at = first.startMs;
    this.choose({ startMs: first.startMs, endMs: end.endMs }, true);
    const own = this.ownWords();
    this.allStruck = own.every((w) => this.struck(w));
    this.someLeft = !this.allStruck;
    this.paintWords();
    this.draw();
  },

  /** Words that the proof asks to be said again are chosen already. */
  chooseAsked() {
    const asked = new URLSearchParams(location.search).get('say');
    if (!asked || !its.line || location.hash !== `#stop-${this.$root.dataset.stop}`) {
      return;
    }
    const plain = (s) => s.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
    const said = its.line.words.flatMap((w, i) => plain(w.text).map((t) => ({ t, i })));
    const wanted = plain(asked);
    const at = said.findIndex((_, n) => wanted.every((t, k) => said[n + k]?.t === t));
    if (at >= 0 && wanted.length > 0) {
      this.chooseWords(said[at].i, said[at + wanted.length - 1].i);
      this.$nextTick(() => {
        this.$refs.words.focus();
        this.$root.scrollIntoView({ block: 'center' });
      });
    }
  },

  ownWords() {
    return its.line.words.slice(Math.min(its.wordFrom, its.wordTo), Math.max(its.wordFrom, its.wordTo) + 1);
  },

  wordDown(event) {
    const i = Number(event.target.dataset.i ?? -1);
    if (i >= 0) {
      event.preventDefault();
      this.$refs.words.focus();
      this.chooseWords(event.shiftKey && its.wordFrom >= 0 ? its.wordFrom : i, i);
      its.grip = { word: i };
    }
  },

  wordOver(event) {
    const i = Number(event.target.dataset?.i ?? -1);
    if (its.grip?.word !== undefined && event.buttons === 1 && i >= 0) {
      this.chooseWords(its.grip.word, i);
    }
  },

  wordUp() {
    its.grip = null;
  },

  wordKey(event) {
    if (event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    const to = { ArrowRight: its.wordTo + 1, ArrowLeft: its.wordTo - 1, Home: 0, End: its.spans.length - 1 }[event.key];
    if (to !== undefined) {
      event.preventDefault();
      this.chooseWords(event.shiftKey && its.wordFrom >= 0 ? its.wordFrom : to, to);
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      this.strike();
    } else if (event.key === 'Enter') {
      event.preventDefault();
      this.play();
    }
  },

  /** Struck words are lifted, others struck. */
  strike() {
    if (!this.hasWords) {
      return;
    }
    const own = this.ownWords();
    const [from, to] = [its.wordFrom, its.wordTo];
    this.edit(own.every((w) => this.struck(w)) ? 'RESTORE' : 'STRIKE', this.stretch()).then(() => this.chooseWords(from, to));
  },

  /** The words are said again at the lectern, they alone; they go to where these are. */
  async sayAgain() {
    if (!this.hasWords) {
      return;
    }
    const { stop, walkthrough } = this.$root.dataset;
    const own = this.ownWords();
    try {
      const ask = new URLSearchParams({ token: its.line.token, from: this.chosen.startMs, until: this.chosen.endMs });
      const room = await send('GET', `/stops/${stop}/room?${ask}`);
      const words = own.map((w) => w.text).join(' ');
      sessionStorage.setItem('kerygma:patch', JSON.stringify({ stop, words, patch: { patchStopId: stop, patchFromMs: room.startMs, patchUntilMs: room.endMs, patchToken: its.line.token } }));
      location.assign(`/walkthroughs/${walkthrough}/lectern?stop=${stop}&words`);
    } catch (e) {
      this.problem = e.message && e.status ? e.message : its.text.lost;
    }
  },
});
