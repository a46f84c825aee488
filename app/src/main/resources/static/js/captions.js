// Captions by ear: one list for all stops. What a deed makes of them is computed by the server; here they are shown, played and typed.
import { Refused, send } from './api.js';
import { draw, momentOf, Pictures } from './stage.js';
import './page.js';

const QUIET_MS = 1500;
const NUDGE_QUIET_MS = 220;
const WORKING_MS = 2000;
const STEP_MS = 100;
const BIG_STEP_MS = 500;
const EAR_MS = 900; // So much is heard of a caption whose end is moved.
const DOUBLE = 2;

function timeText(ms) {
  const tenths = Math.round(ms / 100);
  return `${Math.floor(tenths / 600)}:${String(Math.floor(tenths / 10) % 60).padStart(2, '0')}.${tenths % 10}`;
}

/** A time as it is typed, 1:02.5 or 62.5; null if it is none. */
function timeOf(text) {
  const parts = /^\s*(?:(\d+):)?(\d+(?:[.,]\d+)?)\s*$/.exec(text);
  return parts ? Math.round((Number(parts[1] ?? 0) * 60 + Number(parts[2].replace(',', '.'))) * 1000) : null;
}

function fill(text, ...values) {
  return values.reduce((filled, value, i) => filled.replace(`%${i + 1}`, value), text);
}

document.addEventListener('alpine:init', () => {
  Alpine.data('captions', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    let score;
    let pictures;
    let stops = [];
    let rows = []; // All captions in order: { stop, at, root, cue, ... }
    /** @type {Promise<any>} */
    let queue = Promise.resolve();
    let until = Infinity;
    let here = null; // The row that has, or had last, the focus.
    let frame = 0;
    const accepted = new Set();
    return {
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
        pictures = new Pictures(() => this.draw());
        const sound = this.$refs.sound;
        sound.addEventListener('play', () => this.began());
        for (const halt of ['pause', 'ended']) {
          sound.addEventListener(halt, () => this.halted());
        }
        sound.addEventListener('seeked', () => this.draw());
        await this.load();
        score = await send('GET', `/media/scores/${this.$root.dataset.score}/score`).catch(() => null);
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
        stops = shown.stops;
        this.nothingDone = !shown.undoes;
        this.working = shown.working;
        clearTimeout(this.again);
        if (shown.working) {
          this.again = setTimeout(() => this.edited(() => this.load()), WORKING_MS);
        }
        const what = shown.undoes && this.$refs.words.querySelector(`[data-what="${shown.undoes}"]`);
        this.undoes = what ? `${this.words.undo}: ${what.textContent}` : this.words.undo;
        this.progress = stops.every((s) => s.read) ? this.words.done : fill(this.words.progress, stops.filter((s) => s.read).length, stops.length);
        const list = this.$refs.list;
        const old = [...list.children];
        rows = [];
        stops.forEach((stop, i) => {
          const box = old[i] ?? list.appendChild(this.$refs.stop.content.firstElementChild.cloneNode(true));
          this.showStop(box, stop);
        });
        old.slice(stops.length).forEach((box) => box.remove());
        this.hasOther = stops.some((s) => s.cues.some((c) => c.other.text !== ''));
        this.refocus(focus);
        this.draw();
      },

      /** Where the focus is: after the list has changed it goes back to the same place of the same stop. */
      focus() {
        const row = rows.find((r) => r.root.contains(document.activeElement));
        const field = document.activeElement;
        return row && { stop: row.stop.id, at: row.at, name: field.classList[0], from: field.selectionStart, to: field.selectionEnd, cues: row.stop.cues.length };
      },

      refocus(focus) {
        if (!focus || rows.some((r) => r.root.contains(document.activeElement))) {
          return;
        }
        const row = rows.find((r) => r.stop.id === focus.stop && r.at === focus.at) ?? rows.findLast((r) => r.stop.id === focus.stop);
        const field = row?.root.getElementsByClassName(focus.name)[0];
        field?.focus();
        if (field?.tagName === 'TEXTAREA') {
          field.setSelectionRange(focus.from, focus.to);
        }
      },

      showStop(box, stop) {
        box.id = `stop-${stop.id}`;
        box.querySelector('.numeral').textContent = stop.number;
        box.querySelector('h2').textContent = stop.title;
        box.querySelector('.estimate').hidden = stop.heard;
        box.querySelector('.is-read').hidden = !stop.read;
        const readIt = box.querySelector('.read-it');
        readIt.hidden = stop.read;
        readIt.onclick = () => this.edited(() => this.readStop(stop.id));
        const unhurry = box.querySelector('.unhurry');
        unhurry.hidden = !stop.cues.some((c) => c.check.findings.some((f) => f === 'TOO_FAST_ROOM_AFTER' || f === 'TOO_SHORT'));
        const fast = stop.cues.filter((c) => c.check.findings.some((f) => f.startsWith('TOO_FAST'))).length;
        const told = box.querySelector('.fast');
        told.hidden = fast === 0;
        told.textContent = fill(this.words.fast, fast, stop.cues.length, this.$refs.level.selectedOptions[0].dataset.most);
        unhurry.onclick = () => this.edit(stop.id, { kind: 'UNHURRY' });
        box.querySelector('.empty').hidden = stop.cues.length > 0;
        const list = box.querySelector('.cues');
        while (list.children.length > stop.cues.length) {
          list.lastElementChild.remove();
        }
        stop.cues.forEach((cue, at) => {
          const root = list.children[at] ?? list.appendChild(this.newRow());
          this.showCue({ root, stop, cue, at });
        });
      },

      newRow() {
        const root = this.$refs.row.content.firstElementChild.cloneNode(true);
        const row = () => rows.find((r) => r.root === root);
        root.addEventListener('focusin', () => this.goTo(row()));
        root.querySelector('.play').addEventListener('click', () => this.playRow(row()));
        for (const name of ['words', 'other']) {
          const field = root.querySelector(`.${name}`);
          let timer;
          field.addEventListener('input', () => {
            field.dataset.dirty = 'yes';
            clearTimeout(timer);
            timer = setTimeout(() => this.keep(row(), name), QUIET_MS);
          });
          field.addEventListener('change', () => this.keep(row(), name));
          field.addEventListener('keydown', (e) => this.typed(e, row(), name));
        }
        for (const [name, end] of [['from', 'startMs'], ['to', 'endMs']]) {
          const field = root.querySelector(`.${name}`);
          field.addEventListener('keydown', (e) => this.nudge(e, row(), field, end));
          field.addEventListener('change', () => this.moveTo(row(), field, end, timeOf(field.value)));
        }
        root.querySelector('.split').addEventListener('click', () => this.split(row()));
        root.querySelector('.join').addEventListener('click', () => this.edit(row().stop.id, { kind: 'JOIN', at: row().at }));
        root.querySelector('.gone').addEventListener('click', () => this.edit(row().stop.id, { kind: 'RETYPE', at: row().at, text: '' }));
        root.querySelector('.sound').addEventListener('click', () => this.addSound(row()));
        return root;
      },

      showCue(row) {
        const { root, stop, cue, at } = row;
        rows.push(row);
        const number = `${stop.number}.${at + 1}`;
        const { words } = this;
        const language = this.language();
        root.querySelector('.play .visually-hidden').textContent = fill(words.play, number);
        this.showTime(root.querySelector('.from'), cue.startMs + stop.startMs, fill(words.from, number));
        this.showTime(root.querySelector('.to'), cue.endMs + stop.startMs, fill(words.to, number));
        const unwritten = cue.check.findings.includes('NOT_WRITTEN');
        const said = root.querySelector('.words');
        said.setAttribute('aria-label', fill(words.said, number));
        said.placeholder = unwritten ? words.unwritten : '';
        said.lang = this.$root.dataset.spoken;
        this.showText(said, unwritten ? cue.draft : cue.text);
        root.querySelector('.draft').hidden = !unwritten || cue.draft === '';
        root.querySelector('.beside').hidden = language === '';
        const other = root.querySelector('.other');
        other.setAttribute('aria-label', fill(words.other, number));
        other.lang = language;
        this.showText(other, cue.other.text);
        const changed = root.querySelector('.changed');
        changed.hidden = !cue.other.changed;
        changed.title = fill(words.of, cue.other.of);
        root.classList.toggle('unwritten', unwritten);
        root.classList.toggle('accepted', accepted.has(`${stop.id} ${cue.startMs}`) || stop.read);
        root.querySelector('.join').hidden = at === stop.cues.length - 1;
        this.showCheck(root.querySelector('.check'), root.querySelector('.advice'), cue.check);
      },

      showTime(field, ms, label) {
        field.setAttribute('aria-label', label);
        if (field.dataset.moving) {
          return;
        }
        field.value = timeText(ms);
        field.setAttribute('aria-valuenow', (ms / 1000).toFixed(1));
        field.setAttribute('aria-valuetext', timeText(ms));
      },

      showText(field, text) {
        if (!field.dataset.dirty && field.value !== text) {
          field.value = text;
        }
        field.dataset.kept = text;
      },

      showCheck(box, advice, check) {
        const measured = fill(this.words.check, check.wordsPerMinute, (check.lengthMs / 1000).toFixed(1));
        const found = check.findings.map((f) => this.$refs.words.querySelector(`[data-finding="${f}"]`).textContent);
        box.classList.toggle('clay', found.length > 0);
        box.textContent = found.length === 0 ? measured : `\u25B2 ${check.findings.includes('NOT_WRITTEN') ? found[0] : measured}`;
        const told = found.filter((text) => !box.textContent.endsWith(text));
        advice.textContent = told.join('. ');
        advice.hidden = told.length === 0;
      },

      // ---- deeds: one after the other, each on the captions that the one before has left

      /** Does something when all deeds before it are done. */
      edited(what) {
        queue = queue.then(what);
        return queue;
      },

      edit(stop, deed) {
        const shown = { at: 0, number: 0, text: null, language: this.language(), ...deed };
        queue = queue.then(async () => {
          const now = stops.find((s) => s.id === stop);
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
        return queue;
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
          this.focusRow(rows[rows.indexOf(row) - 1], name, event);
        } else if (event.key === 'ArrowDown' && !field.value.slice(field.selectionEnd).includes('\n')) {
          this.focusRow(rows[rows.indexOf(row) + 1], name, event);
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
          const second = rows.find((r) => r.stop.id === row.stop.id && r.at === row.at + 1);
          second?.root.querySelector('.words').focus();
          second?.root.querySelector('.words').setSelectionRange(0, 0);
        }
      },

      async joinBefore(row) {
        await this.keep(row, 'words');
        const before = rows.find((r) => r.stop.id === row.stop.id && r.at === row.at - 1);
        const length = before.root.querySelector('.words').value.length;
        if (await this.edit(row.stop.id, { kind: 'JOIN', at: row.at - 1 })) {
          const field = rows.find((r) => r.stop.id === row.stop.id && r.at === row.at - 1)?.root.querySelector('.words');
          field?.focus();
          field?.setSelectionRange(length, length);
        }
      },

      async addSound(row) {
        if (await this.edit(row.stop.id, { kind: 'ADD', number: row.cue.endMs, text: this.words.sound })) {
          const added = rows.find((r) => r.stop.id === row.stop.id && r.at === row.at + 1)?.root.querySelector('.words');
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
        const now = rows.find((r) => r.root === row.root) ?? row;
        if (to === null || timeText(to) === timeText(now.cue[end] + now.stop.startMs)) {
          this.showTime(field, now.cue[end] + now.stop.startMs, field.getAttribute('aria-label'));
          return;
        }
        const kind = end === 'startMs' ? 'START' : 'END';
        if (await this.edit(now.stop.id, { kind, at: now.at, number: to - now.stop.startMs })) {
          const moved = rows.find((r) => r.stop.id === now.stop.id && r.at === now.at);
          if (moved) {
            const at = moved.cue[end] + moved.stop.startMs;
            this.play(end === 'startMs' ? at : Math.max(moved.cue.startMs + moved.stop.startMs, at - EAR_MS), end === 'startMs' ? at + EAR_MS : at);
          }
        }
      },

      undo() {
        queue = queue.then(async () => {
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

      // ---- listening

      goTo(row) {
        if (!row || here?.root === row.root) {
          return;
        }
        here = row;
        if (!this.playing) {
          this.$refs.sound.currentTime = (row.cue.startMs + row.stop.startMs) / 1000;
          this.draw();
        }
      },

      key(event) {
        if (event.key === 'F8') {
          event.preventDefault();
          this.playHere();
        }
      },

      playHere() {
        const row = rows.find((r) => r.root === here?.root);
        if (this.playing) {
          this.$refs.sound.pause();
        } else if (row) {
          this.playRow(row);
        } else {
          this.play(this.$refs.sound.currentTime * 1000, Infinity);
        }
      },

      playRow(row) {
        this.play(row.cue.startMs + row.stop.startMs, row.cue.endMs + row.stop.startMs);
      },

      play(from, to) {
        until = to;
        const sound = this.$refs.sound;
        sound.playbackRate = this.reading ? DOUBLE : 1;
        sound.currentTime = from / 1000;
        sound.play();
      },

      began() {
        this.playing = true;
        cancelAnimationFrame(frame);
        const step = () => {
          if (!this.playing) {
            return;
          }
          if (this.$refs.sound.currentTime * 1000 >= until) {
            this.$refs.sound.pause();
            this.$refs.sound.currentTime = Math.max(0, until / 1000 - 0.01);
            until = Infinity;
          }
          this.draw();
          frame = requestAnimationFrame(step);
        };
        frame = requestAnimationFrame(step);
      },

      halted() {
        this.playing = false;
        this.draw();
      },

      draw() {
        const at = this.$refs.sound.currentTime * 1000;
        const stop = stops.find((s) => s.startMs <= at && at < s.endMs);
        const cue = stop?.cues.find((c) => c.startMs <= at - stop.startMs && at - stop.startMs < c.endMs);
        const shown = cue?.check.findings.includes('NOT_WRITTEN') ? this.words.notWritten : (cue?.text ?? '');
        [this.line1, this.line2] = [...shown.split('\n'), '', ''];
        for (const row of rows) {
          row.root.classList.toggle('now', row.cue === cue);
        }
        if (score) {
          draw(this.$refs.stage, momentOf(score, Math.min(at, score.durationMs - 1)), pictures);
        }
      },

      // ---- reading through

      readThrough() {
        if (this.reading) {
          this.reading = false;
          this.$refs.sound.pause();
          this.$refs.sound.playbackRate = 1;
          return;
        }
        const first = rows.find((r) => r.root === here?.root && !r.stop.read) ?? rows.find((r) => !r.stop.read) ?? rows[0];
        if (first) {
          this.reading = true;
          this.readOn(first);
        }
      },

      readOn(row) {
        row.root.querySelector('.words').focus();
        row.root.scrollIntoView({ block: 'nearest' });
        const end = row.cue.endMs + row.stop.startMs;
        const at = this.$refs.sound.currentTime * 1000;
        if (this.playing && at < end) {
          until = end; // It is on its way there.
        } else {
          this.play(row.cue.startMs + row.stop.startMs, end);
        }
      },

      async readStop(stop) {
        await send('POST', `/stops/${stop}/captions-read`).catch((e) => {
          this.problem = e.message || this.words.lost;
        });
        await this.load();
      },

      /** A caption is right: a draft becomes its words, the next one comes; the last one of a stop says that it is read. */
      async accept(row, name) {
        const field = row.root.querySelector('.words');
        if (name === 'words' && row.root.classList.contains('unwritten') && field.value.trim() !== '') {
          field.dataset.dirty = 'yes';
        }
        const next = rows[rows.indexOf(row) + 1];
        accepted.add(`${row.stop.id} ${row.cue.startMs}`);
        row.root.classList.add('accepted');
        const kept = this.keep(row, name);
        if (!this.reading) {
          this.focusRow(next, name);
          await kept;
          return;
        }
        if (next && next.stop.id === row.stop.id) {
          this.readOn(next);
          await kept;
          return;
        }
        await kept;
        const all = rows.filter((r) => r.stop.id === row.stop.id);
        if (all.every((r) => accepted.has(`${r.stop.id} ${r.cue.startMs}`) && !r.root.classList.contains('unwritten'))) {
          await this.readStop(row.stop.id);
        }
        const after = rows.find((r) => r.stop.number > row.stop.number && !r.stop.read);
        if (after) {
          this.readOn(after);
        } else {
          this.readThrough();
        }
      },
    };
  });
});
