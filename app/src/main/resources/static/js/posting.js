// The posting's screen: what its words mean is asked of the server while they are typed, and the button says what it will do.
import { send, token } from './api.js';

const AFTER_MS = 250;
const DRAWN_AFTER_MS = 800;

document.addEventListener('alpine:init', () => {
  /** The page of a student or family at a moment of the coming days, drawn by the real page in a frame. */
  let drawing = 0;
  Alpine.data('preview', () => ({
    moments: [],
    said: '',
    get last() {
      return this.moments.length - 1;
    },
    init() {
      this.moments = this.$root.dataset.days.split(',').map((m) => m.split('='));
      this.name();
      document.addEventListener('kerygma:meant', () => this.soon());
    },
    /** A whole page is drawn: not at every pause in typing. */
    soon() {
      clearTimeout(drawing);
      drawing = setTimeout(() => this.look(), this.$refs.frame.children.length > 0 ? DRAWN_AFTER_MS : 0);
    },
    name() {
      this.said = this.moments[Number(this.$refs.at.value)][1];
    },
    /** In a frame of its own each time: the first page of a frame leaves no way back in the browser's history. */
    look() {
      this.name();
      const frame = document.createElement('iframe');
      frame.name = `seen-${crypto.randomUUID()}`;
      frame.title = this.$root.dataset.title;
      frame.addEventListener('load', () => {
        if (frame.contentWindow?.location.href !== 'about:blank') {
          // What was asked for later may still be on its way: only what is older goes.
          while (frame.previousElementSibling) {
            frame.previousElementSibling.remove();
          }
        }
      });
      this.$refs.frame.append(frame);
      // What is typed goes with it, and nothing is posted.
      const form = document.createElement('form');
      Object.assign(form, { method: 'post', action: this.$root.dataset.to, target: frame.name, hidden: true });
      form.dataset.plain = '';
      const fields = new FormData(/** @type {HTMLFormElement} */ (document.getElementById('posting')));
      fields.set('as', this.$refs.as.value);
      fields.set('at', this.moments[Number(this.$refs.at.value)][0]);
      fields.set('_csrf', token());
      fields.delete('once');
      for (const [name, value] of fields) {
        const field = document.createElement('input');
        Object.assign(field, { type: 'hidden', name, value });
        form.append(field);
      }
      document.body.append(form);
      form.submit();
      form.remove();
    },
  }));

  Alpine.data('posting', () => {
    let timer = 0;
    let asked = 0;
    return {
      deed: '',
      reach: '',
      letters: [],
      disagreeing: [],
      lookAt: '',
      wasAsked: false,
      sender: null,
      get hasLetters() {
        return this.letters.length > 0;
      },
      init() {
        this.deed = this.$root.dataset.idle;
        const form = /** @type {HTMLFormElement} */ (document.getElementById('posting'));
        document.addEventListener('kerygma:proofs', (e) => {
          this.disagreeing = e.detail.flatMap((o) => o.says);
          this.lookAt = e.detail.find((o) => o.says.length > 0)?.href ?? '';
        });
        // Asked once, before it is sent; it is never forbidden.
        addEventListener('submit', (e) => this.askFirst(e, form), true);
        this.$root.addEventListener('input', (e) => {
          // Who is chosen sits in a section, which is meant then.
          const of = e.target.name === 'only' && e.target.checked && e.target.closest('[data-of]')?.dataset.of;
          const meant = of && this.$root.querySelector(`input[name=section][value="${of}"]`);
          if (meant) {
            meant.checked = true;
          }
          if (e.target.form === form) {
            this.soon();
          }
        });
        this.look();
      },
      askFirst(event, form) {
        if (event.target === form && this.disagreeing.length > 0 && !this.wasAsked) {
          event.preventDefault();
          event.stopImmediatePropagation();
          this.wasAsked = true;
          this.sender = event.submitter;
          this.$refs.proof.showModal();
        }
      },
      postAllTheSame() {
        this.$refs.proof.close();
        /** @type {HTMLFormElement} */ (document.getElementById('posting')).requestSubmit(this.sender);
      },
      closeProof() {
        this.$refs.proof.close();
        this.wasAsked = false;
      },
      soon() {
        clearTimeout(timer);
        timer = setTimeout(() => this.look(), AFTER_MS);
      },
      async look() {
        const form = /** @type {HTMLFormElement} */ (document.getElementById('posting'));
        if (!this.$root.querySelector('[data-section]')) {
          document.dispatchEvent(new Event('kerygma:meant'));
          return;
        }
        asked += 1;
        const mine = asked;
        const fields = new FormData(form);
        fields.delete('once');
        try {
          const look = await send('POST', this.$root.dataset.look, fields);
          if (mine === asked) {
            this.tell(look);
          }
        } catch {
          // The words stay as they are; the server says what is wrong when it is posted.
        }
      },
      tell(look) {
        this.deed = look.deed || this.$root.dataset.idle;
        this.reach = look.reach;
        for (const all of ['goesUp', 'due', 'closes']) {
          this.$root.querySelector(`[data-word="${all}"]`).textContent = /** @type {any} */ (document.getElementById(all)).value.trim() || '?';
        }
        document.dispatchEvent(new Event('kerygma:meant'));
        this.letters = look.letters;
        for (const row of this.$root.querySelectorAll('[data-section]')) {
          const means = look.rows[row.dataset.section];
          if (means) {
            for (const part of ['goesUp', 'due', 'closes']) {
              row.querySelector(`[data-says="${part}"]`).textContent = means[part] || '?';
            }
            row.querySelector('[data-says="doubts"]').textContent = means.problem || means.doubts.join(', ');
          }
        }
      },
      openCalendar(event) {
        const picker = this.$root.querySelector(`input.beneath[data-for="${event.currentTarget.dataset.for}"]`);
        picker.showPicker();
      },
      pick(event) {
        const field = document.getElementById(event.target.dataset.for);
        field.value = event.target.value;
        field.dispatchEvent(new Event('input', { bubbles: true }));
      },
    };
  });
});
