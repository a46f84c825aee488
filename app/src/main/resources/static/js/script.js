// The script: words keep themselves, frames are drawn over the page, ties are ticked.
import { clock, send } from './api.js';
import { pictureIn, takeIn } from './paste.js';
import { Pictures } from './pictures.js';
import { draw } from './stage.js';
import './page.js';

const QUIET_MS = 900;
const STAGE_ASPECT = 16 / 9;

function cameraFor(frame) {
  const width = Math.max(frame.width, frame.height * STAGE_ASPECT);
  const height = width / STAGE_ASPECT;
  return {
    x: frame.x + frame.width / 2 - width / 2,
    y: frame.y + frame.height / 2 - height / 2,
    width,
    height,
  };
}

function pageInfo(id) {
  const button = document.querySelector(`[data-page="${id}"][data-width]:not(canvas)`);
  return button && { id, width: Number(button.dataset.width), height: Number(button.dataset.height) };
}

let asked = null;

/** What was said in all stops: asked once for all rows. */
function said(walkthrough) {
  asked ??= send('GET', `/walkthroughs/${walkthrough}/said`);
  return asked;
}

/** What is still listened to is not said; it is asked for again once it is heard. */
document.addEventListener('kerygma:words-heard', () => {
  asked = null;
});

document.addEventListener('alpine:init', () => {
  Alpine.data('stopRow', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    let pictures;
    let marked = null;
    let grip = null;
    let scale = 1; // points of the page in a pixel
    return {
      // All that is set must be declared: Alpine puts the rest into the component around this one.
      state: '',
      problem: '',
      length: '',
      version: 0,
      timer: null,
      dirty: false,
      saving: false,
      pieces: [],
      /** A mark of this stop is being changed. */
      changing: false,
      /** Words that were heard are known; about others the teacher is asked. */
      unchecked: false,
      estimated: false,
      get hasLeft() {
        return this.pieces.some((p) => p.leftOut);
      },
      get differs() {
        return this.pieces.length > 0;
      },
      init() {
        this.askWhatWasSaid();
        document.addEventListener('kerygma:words-heard', () => this.askWhatWasSaid());
        pictures = new Pictures(() => this.drawSight());
        this.length = this.$root.querySelector('[x-text="length"]').textContent;
        this.version = Number(this.$root.dataset.version);
        this.drawSight();
        // What was typed while the page was still loading is kept too.
        if (this.$refs.title.value !== this.$refs.title.defaultValue || this.$refs.script.value !== this.$refs.script.defaultValue) {
          this.changed();
        }
        this.$root.dataset.ready = 'true';
        document.addEventListener('kerygma:mark', (e) => {
          if (e.detail.stop === this.$root.dataset.stop) {
            marked = e.detail.mark;
            this.changing = marked !== null;
            this.drawSight();
          }
        });
        document.addEventListener('kerygma:framed', (e) => {
          if (e.detail.id === this.$root.dataset.stop) {
            const frame = e.detail.sight.frame;
            Object.assign(this.$refs.sight.dataset, { page: e.detail.sight.pageId, x: frame.x, y: frame.y, width: frame.width, height: frame.height });
            this.version = e.detail.version;
            this.drawSight();
          }
        });
      },
      async askWhatWasSaid() {
        const { walkthrough, stop, recorded } = this.$root.dataset;
        const spoken = recorded === 'true' ? (await said(walkthrough).catch(() => ({})))[stop] : null;
        if (spoken) {
          this.unchecked = spoken.unchecked;
          this.estimated = !spoken.heard;
          this.pieces = spoken.pieces.map((p, key) => ({
            key,
            text: p.text,
            said: p.kind === 'SAID',
            leftOut: p.kind === 'LEFT_OUT',
            added: p.kind === 'ADDED',
            hasDraft: p.kind === 'ADDED' && p.text !== '',
            bare: p.kind === 'ADDED' && p.text === '',
            href: `/walkthroughs/${walkthrough}/play?at=${p.startMs}`,
            label: clock(p.startMs),
            write: () => this.writeIn(p, key),
          }));
        }
      },
      /** A draft goes where it was said: after the sentence before it. It is read and put right there. */
      writeIn(added, key) {
        const box = this.$refs.script;
        const found = added.after ? box.value.indexOf(added.after) : -1;
        const at = found < 0 ? 0 : found + added.after.length;
        const text = `${at > 0 ? ' ' : ''}${added.text[0].toUpperCase()}${added.text.slice(1)}.${at > 0 ? '' : ' '}`;
        box.setRangeText(text, at, at, 'select');
        box.focus();
        this.pieces = this.pieces.filter((other) => other.key !== key);
        this.changed();
      },
      accept() {
        if (this.hasLeft) {
          this.$refs.accept.requestSubmit();
        }
      },
      /** A mark that is being changed is seen on its page; so far it has been dragged. */
      drawMark(mark, { dx, dy } = { dx: 0, dy: 0 }) {
        const page = pageInfo(mark.page);
        if (!page) {
          return;
        }
        const [b] = mark.drawn.boxes;
        const width = Math.min(page.width, Math.max(200, b.width * 1.5));
        const view = cameraFor({ x: b.x + b.width / 2 - width / 2, y: b.y - 40, width, height: b.height + 80 });
        const moved = (p) => ({ ...p, x: p.x + dx, y: p.y + dy });
        const shown = { ...mark.drawn, boxes: mark.drawn.boxes.map(moved), ink: (mark.drawn.ink ?? []).map(moved) };
        draw(this.$refs.sight, { at: 1, page, view, marks: [shown], pointer: null }, pictures);
        scale = view.width / this.$refs.sight.clientWidth;
      },
      get movable() {
        return this.changing ? 'movable' : '';
      },
      gripMark(event) {
        if (marked) {
          grip = { x: event.clientX, y: event.clientY };
          event.target.setPointerCapture(event.pointerId);
        }
      },
      dragMark(event) {
        if (grip) {
          this.drawMark(marked, { dx: (event.clientX - grip.x) * scale, dy: (event.clientY - grip.y) * scale });
        }
      },
      dropMark(event) {
        if (grip) {
          const by = { dx: (event.clientX - grip.x) * scale, dy: (event.clientY - grip.y) * scale };
          grip = null;
          if (Math.hypot(by.dx, by.dy) > 1) {
            document.dispatchEvent(new CustomEvent('kerygma:mark-dragged', { detail: { stop: this.$root.dataset.stop, ...by } }));
          }
        }
      },
      drawSight() {
        if (marked) {
          this.drawMark(marked);
          return;
        }
        const d = this.$refs.sight.dataset;
        const page = d.page && pageInfo(d.page);
        if (page) {
          const frame = { x: Number(d.x), y: Number(d.y), width: Number(d.width), height: Number(d.height) };
          draw(this.$refs.sight, { at: 0, page, view: cameraFor(frame), marks: [], pointer: null }, pictures);
        }
      },
      changed() {
        clearTimeout(this.timer);
        this.dirty = true;
        this.state = '';
        this.timer = setTimeout(() => this.save(), QUIET_MS);
      },
      async save() {
        clearTimeout(this.timer);
        if (!this.dirty || this.saving) {
          return;
        }
        this.saving = true;
        this.dirty = false;
        this.state = this.$root.dataset.saving;
        try {
          const stop = await send('PUT', `/stops/${this.$root.dataset.stop}/words`, {
            version: this.version,
            title: this.$refs.title.value,
            script: this.$refs.script.value,
          });
          this.version = stop.version;
          this.length = this.length.replace(/\d+:\d\d/, clock(stop.plannedMs));
          this.state = this.$root.dataset.saved;
          document.dispatchEvent(new CustomEvent('kerygma:proof'));
          this.problem = '';
        } catch (e) {
          this.state = '';
          this.dirty = e.status !== 409;
          this.problem = e.message && e.status ? e.message : this.$root.dataset.lost;
        } finally {
          this.saving = false;
        }
        if (this.dirty) {
          // Typed on meanwhile: keep that too. After a fault, give the server time.
          this.timer = setTimeout(() => this.save(), this.problem ? 3 * QUIET_MS : 0);
        }
      },
      async tie() {
        const chosen = [...this.$root.querySelectorAll('.ties input:checked')].map((box) => box.value);
        try {
          const stop = await send('PUT', `/stops/${this.$root.dataset.stop}/ties`, chosen);
          this.version = stop.version;
          this.state = this.$root.dataset.saved;
          document.dispatchEvent(new CustomEvent('kerygma:proof'));
        } catch (e) {
          this.problem = e.message || this.$root.dataset.lost;
        }
      },
      openFraming() {
        const d = this.$refs.sight.dataset;
        document.dispatchEvent(new CustomEvent('kerygma:frame', { detail: { stop: this.$root.dataset.stop, page: d.page } }));
      },
    };
  });

  Alpine.data('framing', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    let pictures;
    return {
      nothing: true,
      problem: '',
      pasting: false,
      stop: '',
      page: null,
      box: null,
      from: null,
      init() {
        pictures = new Pictures(() => this.drawPage());
        document.addEventListener('kerygma:frame', (e) => this.open(e.detail));
        document.addEventListener('paste', (e) => this.paste(e));
        const pasted = sessionStorage.getItem('kerygma:pasted');
        if (pasted) {
          sessionStorage.removeItem('kerygma:pasted');
          this.open(JSON.parse(pasted));
        }
      },
      open({ stop, page }) {
        this.stop = stop;
        this.problem = '';
        this.$refs.dialog.showModal();
        const first = this.$refs.dialog.querySelector('[data-page]');
        const shown = page && this.$refs.dialog.querySelector(`[data-page="${page}"]`);
        this.showPage(shown ?? first);
      },
      /** A picture from the clipboard becomes a page that can be framed at once, for the row that was pasted into. */
      async paste(event) {
        const picture = pictureIn(event);
        if (!picture) {
          return;
        }
        event.preventDefault();
        const row = event.target.closest?.('.script-row') ?? document.querySelector('.script-row');
        const stop = this.stop && this.$refs.dialog.open ? this.stop : row.dataset.stop;
        this.pasting = true;
        this.problem = '';
        try {
          const [page] = await takeIn(picture, this.$root.dataset.pasted);
          sessionStorage.setItem('kerygma:pasted', JSON.stringify({ stop, page: page.id }));
          location.reload();
        } catch (e) {
          this.problem = e.message || this.$root.dataset.notPasted;
        } finally {
          this.pasting = false;
        }
      },

      choosePage(event) {
        this.showPage(event.currentTarget);
      },
      showPage(button) {
        this.$refs.dialog.querySelectorAll('[data-page]').forEach((b) => b.setAttribute('aria-pressed', b === button));
        this.page = pageInfo(button.dataset.page);
        this.box = null;
        this.nothing = false;
        const canvas = this.$refs.page;
        canvas.width = Math.min(1400, (canvas.parentElement.clientWidth - 40) * devicePixelRatio);
        canvas.height = (canvas.width * this.page.height) / this.page.width;
        canvas.style.width = `${canvas.width / devicePixelRatio}px`;
        this.drawPage();
      },
      drawPage() {
        if (!this.page) {
          return;
        }
        const canvas = this.$refs.page;
        const g = canvas.getContext('2d');
        g.fillStyle = '#FFFFFF';
        g.fillRect(0, 0, canvas.width, canvas.height);
        const picture = pictures.of(this.page.id, canvas.width);
        if (picture) {
          g.drawImage(picture, 0, 0, canvas.width, canvas.height);
        }
        if (this.box) {
          const s = canvas.width / this.page.width;
          const b = this.box;
          g.fillStyle = 'rgb(34 48 46 / .3)';
          g.beginPath();
          g.rect(0, 0, canvas.width, canvas.height);
          g.rect(b.x * s, b.y * s, b.width * s, b.height * s);
          g.fill('evenodd');
          g.strokeStyle = '#1E4B45';
          g.lineWidth = 3;
          g.strokeRect(b.x * s, b.y * s, b.width * s, b.height * s);
        }
      },
      place(event) {
        const r = this.$refs.page.getBoundingClientRect();
        return { x: ((event.clientX - r.left) / r.width) * this.page.width, y: ((event.clientY - r.top) / r.height) * this.page.height };
      },
      begin(event) {
        this.from = this.place(event);
        event.target.setPointerCapture(event.pointerId);
      },
      drag(event) {
        if (!this.from) {
          return;
        }
        const to = this.place(event);
        this.box = {
          x: Math.min(this.from.x, to.x),
          y: Math.min(this.from.y, to.y),
          width: Math.abs(to.x - this.from.x),
          height: Math.abs(to.y - this.from.y),
        };
        this.drawPage();
      },
      end() {
        this.from = null;
      },
      wholePage() {
        this.box = { x: 0, y: 0, width: this.page.width, height: this.page.height };
        this.useFrame();
      },
      async useFrame() {
        const box = this.box ?? { x: 0, y: 0, width: 0, height: 0 };
        try {
          const stop = await send('PUT', `/stops/${this.stop}/sight`, { page: this.page.id, ...box });
          document.dispatchEvent(new CustomEvent('kerygma:framed', { detail: stop }));
          this.close();
        } catch (e) {
          this.problem = e.message || this.$root.dataset.lost;
        }
      },
      close() {
        this.$refs.dialog.close();
      },
    };
  });
});
