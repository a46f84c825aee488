// The rows of the captions, as the server has them.
const QUIET_MS = 1500;
export function timeText(ms) {
  const tenths = Math.round(ms / 100);
  return `${Math.floor(tenths / 600)}:${String(Math.floor(tenths / 10) % 60).padStart(2, '0')}.${tenths % 10}`;
}
/** A time as it is typed, 1:02.5 or 62.5; null if it is none. */
export function timeOf(text) {
  const parts = /^\s*(?:(\d+):)?(\d+(?:[.,]\d+)?)\s*$/.exec(text);
  return parts ? Math.round((Number(parts[1] ?? 0) * 60 + Number(parts[2].replace(',', '.'))) * 1000) : null;
}
export function fill(text, ...values) {
  return values.reduce((filled, value, i) => filled.replace(`%${i + 1}`, value), text);
}

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const rowsOf = (its) => ({
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
    const row = () => its.rows.find((r) => r.root === root);
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
    its.rows.push(row);
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
    root.classList.toggle('accepted', its.accepted.has(`${stop.id} ${cue.startMs}`) || stop.read);
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
});
