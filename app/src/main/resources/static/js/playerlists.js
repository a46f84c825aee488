// What stands beside the stage: stops, words of the glossary, languages, the words that are said.
import { clock, send } from './api.js';

/** Says of words what is not sure about them. */
function note(text) {
  const told = document.createElement('span');
  told.className = 'unchecked';
  told.textContent = text;
  return told;
}

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const lists = (its) => ({
  buildStops() {
    this.stops = its.score.stops.map((s) => ({
      id: s.id,
      number: s.number,
      title: s.title,
      current: false,
      inPart: true,
      played: 0,
      go: () => this.playFrom(s.startMs),
    }));
    for (const s of its.score.stops) {
      if (this.parts.length === 0 || s.beginsPart) {
        this.parts.push({ number: this.parts.length + 1, title: s.title, startMs: s.startMs, endMs: s.endMs, length: '', current: false, go: () => this.playFrom(s.startMs) });
      }
      this.parts.at(-1).endMs = s.endMs;
    }
    this.parts.forEach((p) => {
      p.length = clock(p.endMs - p.startMs);
    });
  },

  /** The words of the shown pages that are explained; without them the player plays all the same. */
  async buildGlossary(id) {
    const words = await send('GET', `/media/scores/${id}/words`).catch(() => []);
    for (const word of words) {
      const term = document.createElement('dt');
      term.textContent = word.term;
      const meaning = document.createElement('dd');
      meaning.textContent = word.meaning;
      this.$refs.glossary.append(term, meaning);
    }
    this.glossary = words.length > 0;
  },

  /** Captions in other languages, if there are any; who has chosen one before has it at once. */
  async buildLanguages() {
    if (its.score.tracks.length > 0) {
      const chosen = await send('GET', '/caption-language').catch(() => ({ language: '' }));
      its.track = its.score.tracks.find((t) => t.language === chosen.language) ?? null;
      this.languages = [its.score.language, ...its.score.tracks.map((t) => t.language)].map((code) => ({ code, name: new Intl.DisplayNames([code], { type: 'language' }).of(code), chosen: code === (its.track?.language ?? its.score.language) }));
    }
    this.language = its.track?.language ?? its.score.language;
  },

  /** Once chosen it holds for all walkthroughs. */
  async readIn(event) {
    this.language = event.target.value;
    its.track = its.score.tracks.find((t) => t.language === this.language) ?? null;
    this.captionsOn = true;
    this.buildTranscript();
    this.show();
    await send('PUT', '/caption-language', { language: its.track ? this.language : '' }).catch(() => {
      // It is shown all the same; next time it is asked for again.
    });
  },

  buildTranscript() {
    const box = this.$refs.transcript;
    box.textContent = '';
    its.wordButtons = [];
    const words = its.track ? its.track.cues.map((c) => ({ text: c.lines.join(' '), startMs: c.startMs, endMs: c.endMs, spoken: c.spoken })) : its.score.words;
    for (const stop of its.score.stops) {
      const head = document.createElement('h3');
      head.textContent = `${stop.number} ${stop.title}`;
      const text = document.createElement('p');
      if (!stop.spoken?.heard) {
        head.append(' ', note(this.words.estimated));
      }
      if (stop.unchecked) {
        head.append(' ', note(this.words.unchecked));
      }
      text.lang = this.language;
      text.classList.toggle('by-cue', Boolean(its.track));
      for (const word of words.filter((w) => stop.startMs <= w.startMs && w.startMs < stop.endMs)) {
        const button = document.createElement('button');
        button.lang = word.spoken ? its.score.language : this.language;
        button.type = 'button';
        button.textContent = word.text;
        button.tabIndex = -1;
        button.addEventListener('click', () => this.playFrom(word.startMs));
        text.append(button, ' ');
        its.wordButtons.push({ button, word });
      }
      box.append(head, text);
    }
    if (its.wordButtons.length > 0) {
      its.wordButtons[0].button.tabIndex = 0;
    }
    box.onkeydown = (e) => this.moveInTranscript(e);
  },

  /** Arrow keys go from word to word; Tab leaves the transcript. */
  moveInTranscript(event) {
    const from = its.wordButtons.findIndex((w) => w.button === document.activeElement);
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 10, ArrowUp: -10 }[event.key];
    if (!by) {
      return;
    }
    event.preventDefault();
    event.stopPropagation();
    const to = Math.min(its.wordButtons.length - 1, Math.max(0, from + by));
    its.wordButtons.forEach((w) => {
      w.button.tabIndex = -1;
    });
    its.wordButtons[to].button.tabIndex = 0;
    its.wordButtons[to].button.focus();
  },

  showWord(at) {
    if (!this.transcriptOn) {
      return;
    }
    const now = its.wordButtons.find((w) => w.word.startMs <= at && at < Math.max(w.word.endMs, w.word.startMs + 1));
    if (now === its.shownWord) {
      return;
    }
    its.shownWord?.button.classList.remove('now');
    now?.button.classList.add('now');
    its.shownWord = now;
    if (now && !this.$refs.transcript.contains(document.activeElement)) {
      this.keepInSight(now.button);
    }
  },

  /** The words open at the place that plays. */
  toggleTranscript() {
    this.transcriptOn = !this.transcriptOn;
    if (this.transcriptOn) {
      this.$nextTick(() => {
        const at = this.now();
        this.showWord(at);
        const near = its.wordButtons.findLast((w) => w.word.startMs <= at) ?? its.wordButtons[0];
        if (near) {
          this.keepInSight(near.button);
        }
      });
    }
  },

  /** Scrolls the words, and never the page. */
  keepInSight(button) {
    const box = this.$refs.transcript;
    const above = button.offsetTop - box.offsetTop;
    if (above < box.scrollTop || above > box.scrollTop + box.clientHeight * 0.7) {
      box.scrollTop = above - box.clientHeight * 0.3;
    }
  },
});
