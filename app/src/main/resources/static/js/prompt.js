// The words to say, above the stage, with the sentence that is due now.

export class Prompt {
  #element;
  #plannedMs = 1;
  #now = null;

  constructor(element) {
    this.#element = element;
  }

  show(sentences, plannedMs) {
    this.#plannedMs = plannedMs;
    this.#element.replaceChildren(
      ...sentences.map((sentence) => {
        const span = document.createElement('span');
        span.textContent = `${sentence} `;
        return span;
      }),
    );
    this.#element.scrollTop = 0;
  }

  /** Which sentence is about to be said, by the words that fit into the time used. */
  follow(usedMs) {
    const spans = [...this.#element.children];
    const letters = spans.reduce((sum, s) => sum + s.textContent.length, 0);
    let before = 0;
    for (const span of spans) {
      const from = (this.#plannedMs * before) / letters;
      before += span.textContent.length;
      const to = (this.#plannedMs * before) / letters;
      const now = from <= usedMs && (usedMs < to || span === spans.at(-1));
      span.className = now ? 'now' : to <= usedMs ? 'said' : '';
      if (now && this.#now !== span) {
        this.#now = span;
        this.#element.scrollTop = span.offsetTop - this.#element.offsetTop - 30;
      }
    }
  }
}
