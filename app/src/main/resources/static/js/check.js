// A question inside a talk: its fields, its answer, and what came of it. What is right only the server knows.
import { send } from './api.js';
import { element, fill } from './dom.js';
import { onceThereIsALine } from './waiting.js';

export class Check {
  /**
   * @param place where it is drawn
   * @param question as the server poses it
   * @param words in which it is said
   * @param deeds what follows it: goOn, hear
   */
  constructor(place, score, question, words, deeds) {
    this.place = place;
    this.score = score;
    this.question = question;
    this.words = words;
    this.deeds = deeds;
    this.form = element('form', { class: 'check-form', novalidate: true, 'data-plain': true });
    this.said = element('p', { class: 'check-said', role: 'status' });
    this.buttons = element('p', { class: 'deeds m-0' });
    this.go = this.button(words.answer, true);
    this.form.addEventListener('submit', (e) => {
      e.preventDefault();
      e.stopPropagation();
      this.answer();
    });
    const head = element('legend', { class: 'check-prompt', tabindex: -1 }, question.prompt);
    const fields = element('fieldset', {}, head, ...this.fields());
    this.head = head;
    this.form.append(fields, this.about(), this.said, this.buttons);
    this.buttons.append(this.go);
    place.replaceChildren(this.form);
    if (question.kind === 'PAUSE') {
      this.wait();
    }
    this.focus();
  }

  button(label, next, deed) {
    const b = element('button', { type: deed ? 'button' : 'submit', class: next ? 'deed next' : 'deed' }, label);
    if (deed) {
      b.addEventListener('click', deed);
    }
    return b;
  }

  focus() {
    // Alpine shows what is to be shown in the next frame; only then it can be focused.
    requestAnimationFrame(() =>
      requestAnimationFrame(() => {
        (this.form.querySelector('input, select, fieldset button') ?? this.head).focus();
        this.comeFromBehindTheStage();
      }),
    );
  }

  /** On a phone the stage stays at the top of the window while the page goes on beneath it. */
  comeFromBehindTheStage() {
    const before = [...this.place.parentElement.children].filter((e) => e.compareDocumentPosition(this.place) & Node.DOCUMENT_POSITION_FOLLOWING);
    const covered = Math.max(0, ...before.filter((e) => getComputedStyle(e).position === 'sticky').map((e) => e.getBoundingClientRect().bottom));
    const { top } = this.place.getBoundingClientRect();
    if (top < covered) {
      scrollBy({ top: top - covered, behavior: 'instant' });
    }
  }

  about() {
    const { left, points, kind } = this.question;
    const parts = [];
    if (kind !== 'PAUSE') {
      parts.push(fill(left === 1 ? this.words.oneTry : this.words.tries, left));
      if (points > 0) {
        parts.push(fill(points === 1 ? this.words.onePoint : this.words.points, points));
      }
    }
    this.left = element('p', { class: 'pencil small m-0' }, parts.join(' \u00b7 '));
    return this.left;
  }

  fields() {
    const { kind, shown, beside, unit, id } = this.question;
    if (kind === 'CHOICE' || kind === 'SEVERAL') {
      return shown.map((text, i) => element('label', { class: 'check-choice' }, element('input', { type: kind === 'CHOICE' ? 'radio' : 'checkbox', name: `check-${id}`, value: i }), ' ', text));
    }
    if (kind === 'ORDER') {
      this.order = shown.map((text, i) => ({ text, i }));
      this.list = element('ol', { class: 'check-order' });
      this.drawOrder();
      return [this.list];
    }
    if (kind === 'MATCH' || kind === 'SORT') {
      const rows = kind === 'MATCH' ? beside : shown;
      const offered = kind === 'MATCH' ? shown : beside;
      return rows.map((text) =>
        element('label', { class: 'check-pair' }, element('span', {}, text), ' ', element('select', {}, element('option', { value: '' }, this.words.choose), ...offered.map((o, i) => element('option', { value: i }, o)))),
      );
    }
    if (kind === 'PLACE') {
      return this.places();
    }
    if (kind === 'PAUSE') {
      this.clock = element('p', { class: 'check-clock', role: 'timer' });
      return [this.clock];
    }
    const input = element('input', { type: 'text', maxlength: 500, autocomplete: 'off', autocapitalize: 'off', spellcheck: 'false', inputmode: kind === 'NUMBER' ? 'decimal' : false, 'aria-label': this.words.yours });
    return [element('label', { class: 'check-typed' }, input, unit ? ` ${unit}` : '')];
  }

  /** The lines of the page: chosen from a list, or by pressing the page. */
  places() {
    const { shown, boxes } = this.question;
    this.lines = element('select', {}, element('option', { value: '' }, this.words.choose), ...shown.map((text, i) => element('option', { value: i }, text)));
    const ring = () => this.deeds.ring(boxes[this.lines.value] ?? null);
    this.lines.addEventListener('change', ring);
    this.deeds.point((p) => {
      const away = (b) => Math.hypot(Math.max(b.x - p.x, 0, p.x - b.x - b.width), Math.max(b.y - p.y, 0, p.y - b.y - b.height));
      this.lines.value = boxes.reduce((best, b, i) => (away(b) < away(boxes[best]) ? i : best), 0);
      ring();
    });
    return [element('p', { class: 'm-0' }, this.words.press), element('label', { class: 'check-pair' }, element('span', {}, this.words.line), ' ', this.lines)];
  }

  drawOrder(focus) {
    this.list.replaceChildren(
      ...this.order.map((line, at) => {
        const move = (by, label) => {
          const b = element('button', { type: 'button', class: 'deed', 'aria-label': fill(label, line.text), disabled: at + by < 0 || at + by >= this.order.length }, by < 0 ? '\u2191' : '\u2193');
          b.dataset.move = `${line.i} ${by}`;
          b.addEventListener('click', () => {
            [this.order[at], this.order[at + by]] = [this.order[at + by], this.order[at]];
            this.drawOrder(`${line.i} ${by}`);
          });
          return b;
        };
        return element('li', {}, element('span', {}, line.text), ' ', move(-1, this.words.up), ' ', move(1, this.words.down));
      }),
    );
    if (focus) {
      const again = this.list.querySelector(`[data-move="${focus}"]:not(:disabled)`) ?? this.list.querySelector(`[data-move^="${focus.split(' ')[0]} "]:not(:disabled)`);
      again?.focus();
    }
  }

  wait() {
    const until = Date.now() + 1000 * this.question.seconds;
    const tick = () => {
      const seconds = Math.max(0, Math.ceil((until - Date.now()) / 1000));
      this.clock.textContent = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
      if (seconds === 0) {
        this.stop();
        this.said.textContent = this.words.timeOver;
        this.go.textContent = this.words.goOn;
      }
    };
    this.go.textContent = this.words.early;
    this.timer = setInterval(tick, 250);
    tick();
  }

  stop() {
    clearInterval(this.timer);
  }

  given() {
    const { kind } = this.question;
    if (kind === 'CHOICE' || kind === 'SEVERAL') {
      return [...this.form.querySelectorAll('input:checked')].map((i) => i.value);
    }
    if (kind === 'ORDER') {
      return this.order.map((l) => String(l.i));
    }
    if (kind === 'MATCH' || kind === 'SORT') {
      return [...this.form.querySelectorAll('select')].map((s) => s.value);
    }
    if (kind === 'PLACE') {
      return [this.lines.value];
    }
    return kind === 'PAUSE' ? [] : [this.form.querySelector('input').value];
  }

  async answer() {
    if (this.asking) {
      return;
    }
    this.asking = true;
    const answer = this.given();
    const words = JSON.stringify(answer);
    if (this.sent?.words !== words) {
      this.sent = { words, once: crypto.randomUUID() }; // Sent once more, it is no second try.
    }
    try {
      const result = await send('POST', `/media/scores/${this.score}/checks/${this.question.id}`, { answer }, { once: this.sent.once });
      this.sent = undefined;
      this.tell(result);
    } catch (e) {
      if (!e.status) {
        onceThereIsALine(() => this.form.isConnected && !this.question.over && this.answer());
      }
      this.said.textContent = e.status ? e.message : this.words.lost;
      if (e.status === 409) {
        this.finish();
      }
    }
    this.asking = false;
  }

  tell(result) {
    if (this.question.kind === 'PAUSE') {
      this.stop();
      this.question.over = true;
      this.deeds.goOn();
      return;
    }
    const { verdict, correct, of, left, over } = result;
    this.left.textContent = over ? '' : fill(left === 1 ? this.words.oneTry : this.words.tries, left);
    this.question.left = left;
    this.question.over = over;
    if (verdict === 'RIGHT') {
      const points = result.earned === 1 ? this.words.onePoint : fill(this.words.points, result.earned);
      this.said.textContent = result.earned > 0 ? `${this.words.right} ${points}.` : this.words.right;
    } else if (over && result.right.length > 0) {
      this.said.textContent = `${this.words.last} ${result.right.join('; ')}`;
    } else if (verdict === 'UNREADABLE') {
      this.said.textContent = this.words.unreadable;
    } else if (verdict === 'OTHER_UNIT') {
      this.said.textContent = fill(this.words.unit, this.question.unit || this.words.noUnit);
    } else {
      this.said.textContent = of > 1 ? fill(this.words.some, correct, of) : this.words.wrong;
    }
    this.form.classList.toggle('right', verdict === 'RIGHT');
    this.form.classList.toggle('not-right', verdict !== 'RIGHT');
    this.buttons.replaceChildren();
    if (!over) {
      this.buttons.append(this.go, ' ');
    }
    if (verdict !== 'RIGHT' && verdict !== 'UNREADABLE') {
      this.buttons.append(this.button(this.words.hear, false, () => this.deeds.hear(result.saidAtMs)), ' ');
    }
    if (over) {
      this.finish();
    }
  }

  finish() {
    this.question.over = true;
    this.form.querySelector('fieldset').disabled = true;
    const goOn = this.button(this.words.goOn, true, () => this.deeds.goOn());
    this.go.remove();
    this.buttons.prepend(goOn, ' ');
    goOn.focus();
  }
}
