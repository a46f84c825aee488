// Captions by ear: one list for all stops. What a deed makes of them is computed by the server; here they are shown, played and typed.
import { Refused, send } from './api.js';
import { Pictures } from './pictures.js';
import './page.js';
import { listening } from './captionslistening.js';
import { fill, rowsOf, timeOf, timeText } from './captionsrows.js';

const NUDGE_QUIET_MS = 220;
const WORKING_MS = 2000;
const STEP_MS = 100;
const BIG_STEP_MS = 500;
const EAR_MS = 900; // So much is heard of a caption whose end is moved.

document.addEventListener('alpine:init', () => {
  Alpine.data('captions', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    /** @type {Record<string, any>} */
    const its = {
      score: undefined,
      pictures: undefined,
      stops: [],
      rows: [], // All captions in order: { stop, at, root, cue, ... }
      queue: Promise.resolve(),
      until: Infinity,
      here: null, // The row that has, or had last, the focus.
      frame: 0,
      accepted: new Set(),
    };
    return {
      ...listening(its),
      ...rowsOf(its),
      line1: '',
      line2: '',
      playing: false,
      reading: false,
      nothingDone: true,
      undoes: '',
      problem: '',
      progress: '',
      found: '',
      notFound: true,
      hasOther: false,
      findTimer: null,
      working: false,
      again: null,

      get still() {
        return !this.playing;
      },
      get quiet() {
        return !this.reading;
      },

      async init() {
        this.words = this.$refs.words.dataset;
        this.undoes = this.words.undo;
        its.pictures = new Pictures(() => this.draw());
        const sound = this.$refs.sound;
        sound.addEventListener('play', () => this.began());
        for (const halt of ['pause', 'ended']) {
          sound.addEventListener(halt, () => this.halted());
        }
        sound.addEventListener('seeked', () => this.draw());
        await this.load();
        its.score = await send('GET', `/media/scores/${this.$root.dataset.score}/score`).catch(() => null);
        this.draw();
        this.$root.dataset.ready = 'true';
      },

      /** The other language that is shown, or none. */
      language() {
        return this.$root.dataset.language ?? '';
      },

      query() {
        return `language=${this.language()}&level=${this.$refs.level.value}`;
      },

      async load() {
        try {
          this.take(await send('GET', `/walkthroughs/${this.$root.dataset.walkthrough}/cues?${this.query()}`));
        } catch (e) {
          this.problem = e.message || this.words.lost;
        }
      },

      measure() {
        this.load();
      },

      /** Shows the captions as the server has them; what is being typed stays. */
      take(shown) {
        const focus = this.focus();
        its.stops = shown.stops;
        this.nothingDone = !shown.undoes;
        this.working = shown.working;
        clearTimeout(this.again);
        if (shown.working) {
          this.again = setTimeout(() => this.edited(() => this.load()), WORKING_MS);
        }
        const what = shown.undoes && this.$refs.words.querySelector(`[data-what="${shown.undoes}"]`);
        this.undoes = what ? `${this.words.undo}: ${what.textContent}` : this.words.undo;
        this.progress = its.stops.every((s) => s.read) ? this.words.done : fill(this.words.progress, its.stops.filter((s) => s.read).length, its.stops.length);
        const list = this.$refs.list;
        const old = [...list.children];
        its.rows = [];
        its.stops.forEach((stop, i) => {
          const box = old[i] ?? list.appendChild(this.$refs.stop.content.firstElementChild.cloneNode(true));
          this.showStop(box, stop);
        });
        old.slice(its.stops.length).forEach((box) => box.remove());
        this.hasOther = its.stops.some((s) => s.cues.some((c) => c.other.text !== ''));
        this.refocus(focus);
        this.draw();
      },

      /** Where the focus is: after the list has changed it goes back to the same place of the same stop. */
      focus() {
        const row = its.rows.find((r) => r.root.contains(document.activeElement));
        const field = document.activeElement;
        return row && { stop: row.stop.id, at: row.at, name: field.classList[0], from: field.selectionStart, to: field.selectionEnd, cues: row.stop.cues.length };
      },

      refocus(focus) {
        if (!focus || its.rows.some((r) => r.root.contains(document.activeElement))) {
          return;
        }
        const row = its.rows.find((r) => r.stop.id === focus.stop && r.at === focus.at) ?? its.rows.findLast((r) => r.stop.id === focus.stop);
        const field = row?.root.getElementsByClassName(focus.name)[0];
        field?.focus();
        if (field?.tagName === 'TEXTAREA') {
          field.setSelectionRange(focus.from, focus.to);
        }
      },

      // ---- deeds: one after the other, each on the captions that the one before has left

      /** Does something when all deeds before it are done. */
      edited(what) {
        its.queue = its.queue.then(what);
        return its.queue;
      },

      edit(stop, deed) {
        const shown = { at: 0, number: 0, text: null, language: this.language(), ...deed };
        its.queue = its.queue.then(async () => {
          const now = its.stops.find((s) => s.id === stop);
          try {
            this.take(await send('POST', `/stops/${stop}/captions`, { ...shown, token: now.token, level: this.$refs.level.value }));
            this.problem = '';
            return true;
          } catch (e) {
            this.problem = (e instanceof Refused && e.message) || this.words.lost;
            if (e.status === 409) {
              await this.load();
            }
            return false;
          }
        });
        return its.queue;
      },

      /** Keeps what was typed; what could not be kept stays in its field and is kept with the next key. */
      async keep(row, name) {
        const field = row?.root.querySelector(`.${name}`);
        if (!field?.dataset.dirty) {
          return;
        }
        const typed = field.value;
        delete field.dataset.dirty;
        if (typed === field.dataset.kept && !row.root.classList.contains('unwritten')) {
          return;
        }
        const deed = name === 'words' ? { kind: 'RETYPE' } : { kind: 'TRANSLATE' };
        const kept = await this.edit(row.stop.id, { ...deed, at: row.at, text: typed });
        if (!kept && field.isConnected) {
          field.value = typed;
          field.dataset.dirty = 'yes';
        }
      },

      typed(event, row, name) {
        const field = event.target;
        const atStart = field.selectionStart === 0 && field.selectionEnd === 0;
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && name === 'words') {
          event.preventDefault();
          this.split(row);
        } else if (event.key === 'Enter' && !event.shiftKey && !event.isComposing) {
          event.preventDefault();
          this.accept(row, name);
        } else if (event.key === 'Backspace' && atStart && name === 'words' && row.at > 0) {
          event.preventDefault();
          this.joinBefore(row);
        } else if (event.key === 'ArrowUp' && !field.value.slice(0, field.selectionStart).includes('\n')) {
          this.focusRow(its.rows[its.rows.indexOf(row) - 1], name, event);
        } else if (event.key === 'ArrowDown' && !field.value.slice(field.selectionEnd).includes('\n')) {
          this.focusRow(its.rows[its.rows.indexOf(row) + 1], name, event);
        }
      },

      focusRow(row, name, event) {
        if (row) {
          event?.preventDefault();
          row.root.querySelector(`.${name}`).focus();
        }
      },

      async split(row) {
        const field = row.root.querySelector('.words');
        const before = field.value.slice(0, field.selectionStart).trim();
        await this.keep(row, 'words');
        if (await this.edit(row.stop.id, { kind: 'SPLIT', at: row.at, number: before === '' ? 0 : before.split(/\s+/).length })) {
          const second = its.rows.find((r) => r.stop.id === row.stop.id && r.at === row.at + 1);
          second?.root.querySelector('.words').focus();
          second?.root.querySelector('.words').setSelectionRange(0, 0);
        }
      },

      async joinBefore(row) {
        await this.keep(row, 'words');
        const before = its.rows.find((r) => r.stop.id === row.stop.id && r.at === row.at - 1);
        const length = before.root.querySelector('.words').value.length;
        if (await this.edit(row.stop.id, { kind: 'JOIN', at: row.at - 1 })) {
          const field = its.rows.find((r) => r.stop.id === row.stop.id && r.at === row.at - 1)?.root.querySelector('.words');
          field?.focus();
          field?.setSelectionRange(length, length);
        }
      },

      async addSound(row) {
        if (await this.edit(row.stop.id, { kind: 'ADD', number: row.cue.endMs, text: this.words.sound })) {
          const added = its.rows.find((r) => r.stop.id === row.stop.id && r.at === row.at + 1)?.root.querySelector('.words');
          added?.focus();
          added?.setSelectionRange(1, added.value.length - 1);
        }
      },

      nudge(event, row, field, end) {
        const by = { ArrowUp: STEP_MS, ArrowDown: -STEP_MS }[event.key];
        if (event.key === 'Enter') {
          event.preventDefault();
          this.moveTo(row, field, end, timeOf(field.value));
        }
        if (!by) {
          return;
        }
        event.preventDefault();
        const now = timeOf(field.value) ?? row.cue[end] + row.stop.startMs;
        const to = Math.max(0, now + (event.shiftKey ? Math.sign(by) * BIG_STEP_MS : by));
        field.value = timeText(to);
        clearTimeout(field.timer);
        field.dataset.moving = 'yes';
        field.timer = setTimeout(() => this.moveTo(row, field, end, to), NUDGE_QUIET_MS);
      },

      /** Moves an end, and lets it be heard. */
      async moveTo(row, field, end, to) {
        clearTimeout(field.timer);
        delete field.dataset.moving;
        const now = its.rows.find((r) => r.root === row.root) ?? row;
        if (to === null || timeText(to) === timeText(now.cue[end] + now.stop.startMs)) {
          this.showTime(field, now.cue[end] + now.stop.startMs, field.getAttribute('aria-label'));
          return;
        }
        const kind = end === 'startMs' ? 'START' : 'END';
        if (await this.edit(now.stop.id, { kind, at: now.at, number: to - now.stop.startMs })) {
          const moved = its.rows.find((r) => r.stop.id === now.stop.id && r.at === now.at);
          if (moved) {
            const at = moved.cue[end] + moved.stop.startMs;
            this.play(end === 'startMs' ? at : Math.max(moved.cue.startMs + moved.stop.startMs, at - EAR_MS), end === 'startMs' ? at + EAR_MS : at);
          }
        }
      },

      undo() {
        its.queue = its.queue.then(async () => {
          try {
            this.take(await send('POST', `/walkthroughs/${this.$root.dataset.walkthrough}/captions/undo?${this.query()}`));
            this.problem = '';
          } catch (e) {
            this.problem = e.message || this.words.lost;
          }
        });
      },

      find() {
        clearTimeout(this.findTimer);
        this.findTimer = setTimeout(() => this.count(), NUDGE_QUIET_MS);
      },

      async count() {
        const words = this.$refs.find.value;
        const found = words.trim() === '' ? { times: 0 } : await send('GET', `/walkthroughs/${this.$root.dataset.walkthrough}/captions/find?words=${encodeURIComponent(words)}`).catch(() => ({ times: 0 }));
        if (words === this.$refs.find.value) {
          this.notFound = found.times === 0;
          const told = { 0: this.words.nowhere, 1: this.words.once }[found.times] ?? fill(this.words.found, found.times);
          this.found = words.trim() === '' ? '' : told;
        }
      },
    };
  });
});
