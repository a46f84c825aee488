// The question box in the player: asked at the second that is shown, answered where it was asked.
import { clock, send } from './api.js';
import { element, fill } from './dom.js';

const SHOWN_MS = 12_000;

export class Asks {
  /**
   * @param place where the form and the list are drawn; its data are the words
   * @param score that is played
   * @param deeds what a question leads to: play(at)
   */
  constructor(place, score, deeds) {
    this.place = place;
    this.score = score;
    this.deeds = deeds;
    this.words = place.dataset;
    this.all = [];
    this.children = [];
  }

  get address() {
    return `/media/scores/${this.score}/questions`;
  }

  take({ children, questions }) {
    this.children = children;
    this.all = questions;
  }

  async load() {
    this.take(await send('GET', this.address));
  }

  /** What is said of a question where it was asked. */
  at(ms) {
    return this.all.find((q) => q.answer && q.atMs <= ms && ms < q.atMs + SHOWN_MS);
  }

  open(atMs) {
    const field = element('textarea', { rows: 3, maxlength: 1000, id: 'ask-words', class: 'w-100' });
    const said = element('p', { role: 'status', class: 'm-0' });
    const form = element('form', { class: 'ask-form', 'data-plain': '' }, element('label', { for: 'ask-words' }, fill(this.words.at, clock(atMs))), field);
    let whose = null;
    if (this.children.length > 0) {
      whose = element('select', { 'aria-label': this.words.child }, ...this.children.map((c) => element('option', { value: c.id }, c.name)));
      form.append(whose);
    }
    form.append(element('p', { class: 'deeds m-0' }, element('button', { class: 'deed next' }, this.words.ask), ' ', this.button(this.words.leave, () => this.deeds.close())), said);
    form.addEventListener('submit', (e) => {
      e.preventDefault();
      e.stopPropagation();
      this.ask(field, atMs, whose?.value ?? null, said);
    });
    this.place.replaceChildren(form, this.list());
    requestAnimationFrame(() => requestAnimationFrame(() => field.focus()));
  }

  button(label, deed) {
    const b = element('button', { type: 'button', class: 'deed' }, label);
    b.addEventListener('click', deed);
    return b;
  }

  list() {
    const inOrder = [...this.all].sort((a, b) => a.atMs - b.atMs);
    const items = inOrder.map((q) => {
      const go = this.button(clock(q.atMs), () => this.deeds.play(q.atMs));
      go.setAttribute('aria-label', fill(this.words.hear, clock(q.atMs)));
      const state = q.answer ? [element('strong', {}, this.words.answered), ' ', q.answer] : [element('span', { class: 'pencil' }, this.words.waits, q.others > 0 ? ` ${fill(this.words.others, q.others)}` : '')];
      const stop = q.stopAtMs >= 0 ? [' ', this.button(this.words.stop, () => this.deeds.play(q.stopAtMs))] : [];
      return element('li', {}, go, ' ', element('span', { class: 'words' }, q.words), element('p', { class: 'm-0' }, ...state, ...stop));
    });
    return element('ul', { class: 'asked-here' }, ...items);
  }

  async ask(field, atMs, student, said) {
    if (this.asking || field.value.trim() === '') {
      field.focus();
      return;
    }
    this.asking = true;
    try {
      this.take(await send('POST', this.address, { words: field.value, atMs: Math.round(atMs), student }));
      field.value = '';
      this.place.querySelector('.asked-here').replaceWith(this.list());
      said.textContent = this.words.kept;
    } catch (e) {
      said.textContent = e.status ? e.message || this.words.lost : this.words.lost;
    }
    this.asking = false;
  }
}
