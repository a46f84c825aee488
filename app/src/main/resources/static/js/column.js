// Points for a class in one column: Enter and the arrow keys go from one student to the next; what is typed is kept as one leaves.
import { send } from './api.js';

const main = document.querySelector('main.column');
/** @type {HTMLInputElement[]} */
const fields = [...main.querySelectorAll('input.points')].map((f) => /** @type {HTMLInputElement} */ (f));

/** @param {HTMLInputElement} field */
async function keep(field) {
  const state = field.parentElement.querySelector('.state');
  if (field.value.trim() === field.dataset.before) {
    return;
  }
  const typed = field.value.trim();
  const before = field.dataset.before;
  field.dataset.before = typed; // Leaving the field asks for it once more.
  try {
    const kept = await send('PUT', field.dataset.result, { rows: [], points: typed, words: field.dataset.words, seen: field.dataset.seen });
    field.dataset.seen = kept.seen;
    field.parentElement.querySelector('.off').textContent = kept.late ? main.dataset.less.replace('%1', kept.late) : '';
    field.setAttribute('aria-invalid', 'false');
    state.textContent = main.dataset.kept;
    state.className = 'small state pencil';
  } catch (e) {
    field.dataset.before = before;
    field.setAttribute('aria-invalid', 'true');
    state.textContent = e.status >= 400 && e.status !== 401 ? e.message : main.dataset.lost;
    state.className = 'small state clay';
  }
}

fields.forEach((field, i) => {
  field.dataset.before = field.value;
  field.addEventListener('change', () => keep(field));
  field.addEventListener('keydown', (e) => {
    const by = { Enter: 1, ArrowDown: 1, ArrowUp: -1 }[e.key];
    if (by) {
      e.preventDefault();
      keep(field);
      (fields[i + by] ?? field).focus();
      (fields[i + by] ?? field).select();
    }
  });
});
