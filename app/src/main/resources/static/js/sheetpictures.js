// Pictures in the frames of an own sheet, and what lies drawn on its pages.
import { send } from './api.js';
import { element, fill } from './dom.js';
import { drawSheet } from './stage.js';

export const PAUSE_MS = 700;
export const PEN_SHARE = 2.4 / 612; // of the page's width
export const TICK = '\u2713';

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const pictures = (its) => ({
  pictureIn(p) {
    return its.pictures.findLast((f) => f.page === p.page.id && f.place === p.key && !f.arriving);
  },

  choosePicture(p) {
    const there = this.pictureIn(p);
    if (this.tool === 'away') {
      if (there) {
        its.pictures = its.pictures.filter((f) => f !== there);
        send('POST', `/class/work/files/${there.file}/away`).catch((e) => {
          its.pictures.push(there);
          this.problem = e.message || its.words.lost;
          this.draw();
        });
        this.draw();
      }
      return;
    }
    const input = element('input', { type: 'file', accept: 'image/jpeg,image/png' });
    input.addEventListener('change', async () => {
      const [file] = input.files;
      if (!file) {
        return;
      }
      this.problem = '';
      p.button.classList.add('coming');
      this.state = its.words.sending;
      const { problem, id } = await Alpine.$data(document.querySelector('.own-work')).bringIn(file, 'FRAMED', { page: p.page.id, place: p.key });
      this.problem = problem;
      if (!problem) {
        await this.untilSeen(id);
      }
      p.button.classList.remove('coming');
      this.state = problem ? '' : its.words.kept;
      this.draw();
    });
    input.click();
  },

  /** Its picture is being looked at first; what is no picture is gone then. */
  async untilSeen(id) {
    for (;;) {
      const shown = await send('GET', `/class/tasks/${its.words.task}/sheet`).catch(() => null);
      const mine = shown?.pictures.find((f) => f.file === id);
      if (shown && (!mine || mine.ready || mine.arriving)) {
        its.pictures = shown.pictures;
        this.problem = mine ? this.problem : its.words.noPicture;
        this.draw();
        return;
      }
      await new Promise((again) => setTimeout(again, PAUSE_MS));
    }
  },

  markAt(p) {
    return [...its.marks.values()].find((m) => m.place === p.name || m.place === p.key && m.page === p.page.id);
  },

  draw() {
    for (const page of its.pages) {
      const own = [...its.marks.values()].filter((m) => m.page === page.id);
      if (its.pen && its.pen.page === page) {
        own.push({ ...its.pen.line.shown(page.width * PEN_SHARE), color: this.color });
      } else if (its.aim?.page === page) {
        own.push({ kind: 'ink', ink: [{ ...its.aim.at, width: 6 }], color: this.color });
      }
      drawSheet(page.canvas, page, own);
      page.canvas.dataset.marks = own.map((m) => m.kind).join(' ');
      const armed = this.tool !== 'fill';
      page.canvas.classList.toggle('armed', armed);
      if (armed && this.still) {
        page.canvas.removeAttribute('aria-hidden');
        page.canvas.setAttribute('tabindex', '0');
        page.canvas.setAttribute('aria-label', `${fill(its.words.page, page.number, page.of)}: ${its.words[this.tool]}. ${its.words.keys}`);
      } else {
        page.canvas.setAttribute('aria-hidden', 'true');
        page.canvas.removeAttribute('tabindex');
      }
      const used = new Set(own.map((m) => m.words.toLowerCase()));
      for (const item of page.bank) {
        const gone = used.has(item.text.toLowerCase());
        item.button.classList.toggle('used', gone);
        item.button.setAttribute('aria-label', gone ? fill(its.words.used, item.text) : fill(its.words.move, item.text));
      }
      for (const p of page.places) {
        const mark = this.markAt(p);
        if (p.kind === 'frame') {
          this.drawFrame(p);
          continue;
        }
        p.button.setAttribute('aria-label', this.said(p, mark));
        p.button.classList.toggle('filled', Boolean(mark));
        if (p.kind === 'box') {
          p.button.setAttribute('aria-pressed', String(Boolean(mark)));
        }
      }
    }
    this.nothing = its.made.length === 0;
  },

  drawFrame(p) {
    const there = this.pictureIn(p);
    const about = p.label || its.words.picture;
    p.button.setAttribute('aria-label', `${about}: ${there ? its.words.changePicture : its.words.putPicture}`);
    p.button.classList.toggle('filled', Boolean(there));
    const src = there?.ready ? `/media/hand-ins/${there.file}/1/l?look=${there.look}` : '';
    const img = p.button.querySelector('img');
    if (!src) {
      p.button.replaceChildren(element('span', { class: 'put' }, its.words.putPicture));
    } else if (img?.getAttribute('src') !== src) {
      p.button.replaceChildren(element('img', { src, alt: '' }));
    }
  },

  said(p, mark) {
    const about = p.label || its.words.place;
    return mark ? `${about}: ${mark.words === TICK ? its.words.ticked : mark.words}` : `${about}: ${its.words.empty}`;
  },
});
