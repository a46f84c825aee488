// The places of an own sheet are filled in: typed, ticked, or with a word of the bank.
import { element, fill } from './dom.js';
import { Filling } from './filling.js';
import { TICK } from './sheetpictures.js';

/** A word that was moved less was pressed. */
const MOVED_PX = 6;
/** A finger finds what is as high as this (WCAG 2.2, 2.5.5). */
const TOUCHED_PX = 44;
/** So many times as large a page becomes at most. */
const NEAREST = 4;

const narrow = matchMedia('(max-width: 760px)');

/** Puts an element where a box of a page is. */
export function lay(e, box, page) {
  const share = (n, of) => `${(100 * n) / of}%`;
  Object.assign(e.style, { left: share(box.x, page.width), top: share(box.y, page.height), width: share(box.width, page.width), height: share(box.height, page.height) });
}

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const filled = (its) => ({
  /** A word of the page's bank: dragged to its place, or pressed and then the place. */
  bankButton(page, item) {
    const b = element('button', { type: 'button', class: 'bank', 'aria-pressed': 'false' });
    lay(b, item.box, page);
    b.disabled = !this.still;
    item.button = b;
    let began = null;
    let ghost = null;
    b.addEventListener('pointerdown', (e) => {
      began = e;
      b.setPointerCapture(e.pointerId);
    });
    b.addEventListener('pointermove', (e) => {
      if (!began || (!ghost && Math.hypot(e.clientX - began.clientX, e.clientY - began.clientY) < MOVED_PX)) {
        return;
      }
      if (!ghost) {
        ghost = element('span', { class: 'moved-word', 'aria-hidden': 'true' }, item.text);
        document.body.append(ghost);
      }
      Object.assign(ghost.style, { left: `${e.clientX}px`, top: `${e.clientY}px` });
    });
    const drop = (e) => {
      const dragged = ghost;
      began = null;
      ghost = null;
      if (dragged) {
        dragged.remove();
        const under = document.elementsFromPoint(e.clientX, e.clientY).find((x) => x.classList?.contains('place'));
        const p = its.pages.flatMap((q) => q.places).find((q) => q.button === under && q.kind !== 'box' && q.kind !== 'frame');
        if (p) {
          this.moveTo(p, item.text);
        }
      }
      return Boolean(dragged);
    };
    let wasDragged = false;
    b.addEventListener('pointerup', (e) => (wasDragged = drop(e)));
    b.addEventListener('pointercancel', drop);
    b.addEventListener('click', () => {
      if (!wasDragged) {
        this.take(its.taken?.item === item ? null : item);
      }
      wasDragged = false;
    });
    return b;
  },

  take(item) {
    its.taken?.item.button.setAttribute('aria-pressed', 'false');
    its.taken = item ? { item } : null;
    item?.button.setAttribute('aria-pressed', 'true');
    this.state = item ? fill(its.words.moving, item.text) : '';
  },

  moveTo(p, text) {
    this.close();
    this.take(null);
    its.place = p;
    this.write(text);
    its.place = null;
    p.button.focus();
  },

  // ---- filling in

  open(p) {
    its.place?.button?.classList.remove('open');
    its.place = p;
    this.filling = true;
    this.label = p.label || its.words.place;
    this.$refs.words.value = this.markAt(p)?.words ?? p.mark?.words ?? '';
    this.bank = p.kind === 'free' ? [] : p.page.bank.map((b) => ({ text: b.text, put: () => this.writeFromBank(b.text) }));
    p.button?.classList.add('open');
    this.moveClose(p);
    requestAnimationFrame(() => requestAnimationFrame(() => {
      this.$refs.words.focus();
      this.aboveKeys();
    }));
  },

  /** A place that is too small to read or to touch is made large while it is filled, and lies above the keys. */
  moveClose(p) {
    if (!p.button || !narrow.matches) {
      p.button?.scrollIntoView({ block: 'nearest' });
      return;
    }
    const { pages } = this.$refs;
    const near = Number(pages.style.getPropertyValue('--near')) || 1;
    const wanted = (near * TOUCHED_PX) / p.button.getBoundingClientRect().height;
    pages.style.setProperty('--near', String(Math.min(NEAREST, Math.max(near, wanted))));
    p.button.scrollIntoView({ block: 'start', inline: 'center' });
  },

  close() {
    its.place?.button?.classList.remove('open');
    this.filling = false;
    its.place = null;
    this.$refs.pages.style.removeProperty('--near'); // The whole page again.
  },

  /** Done: back to where it was written. */
  done() {
    const at = its.place?.button;
    this.close();
    at?.scrollIntoView({ block: 'center' });
    at?.focus({ preventScroll: true });
  },

  typed() {
    this.write(this.$refs.words.value);
  },

  writeFromBank(text) {
    this.$refs.words.value = text;
    this.write(text);
    this.$refs.words.focus();
  },

  write(text) {
    const known = its.place.mark ? its.marks.get(its.place.mark.id) : this.markAt(its.place);
    const id = known?.id ?? its.place.mark?.id ?? crypto.randomUUID();
    const filling = its.place.filling ?? new Filling(its.place);
    const mark = { ...filling.type(text || ' ').mark, id, page: its.place.page.id, place: its.place.name ?? null, words: text, ink: [], color: this.color, edits: known?.edits ?? 0 };
    if (!known && !its.place.mark) {
      its.made.push(id);
    }
    if (its.place.kind === 'free') {
      its.place.mark = mark;
    }
    this.put(mark);
  },

  tickPlace(p) {
    const known = this.markAt(p);
    if (known) {
      this.put({ ...known, words: '' });
    } else {
      const mark = { ...new Filling(p).type(TICK).mark, id: crypto.randomUUID(), page: p.page.id, place: p.name, ink: [], color: this.color, edits: 0 };
      its.made.push(mark.id);
      this.put(mark);
    }
  },

  nextPlace() {
    this.step(1);
  },

  placeBefore() {
    this.step(-1);
  },

  step(by) {
    const all = its.pages.flatMap((p) => p.places).filter((p) => p.kind !== 'box' && p.kind !== 'frame');
    const next = all[all.indexOf(its.place) + by];
    if (its.place?.kind === 'free' || !next) {
      this.done();
      return;
    }
    this.open(next);
  },

  /** On a phone the keys cover the lower part of the page. */
  aboveKeys() {
    const keys = innerHeight - (visualViewport?.height ?? innerHeight) - (visualViewport?.offsetTop ?? 0);
    this.$refs.bar.style.bottom = `${Math.max(0, keys)}px`;
  },
});
