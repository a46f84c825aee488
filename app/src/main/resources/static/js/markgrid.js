// A section's marks as a grid: arrow keys go from cell to cell, what is typed is kept as one leaves, Enter shows what a cell rests on.
import { send } from './api.js';

const page = /** @type {HTMLElement} */ (document.querySelector('main.marks-page'));
const table = page.querySelector('table.mark-book');
const rests = /** @type {HTMLElement} */ (page.querySelector('.rests'));
const told = /** @type {HTMLElement} */ (page.querySelector('.problem'));
/** What begins points; whatever else is typed is no mark. */
const BEGINS = /^[\d.,]$/;

/** @type {HTMLAnchorElement | null} */
let at = null;
let opened = 0;

function grid() {
  return [...table.querySelectorAll('tbody tr')].map((row) => /** @type {HTMLAnchorElement[]} */ ([...row.querySelectorAll('a[data-cell]')]));
}

/** One cell of the grid is in the order of Tab: the one where one was last. */
function go(cell) {
  if (!cell) {
    return;
  }
  table.querySelector('td.at')?.classList.remove('at');
  if (at) {
    at.tabIndex = -1;
  }
  at = cell;
  at.tabIndex = 0;
  at.closest('td').classList.add('at');
  at.focus();
  at.scrollIntoView({ block: 'nearest', inline: 'nearest' });
}

/** The cell so many rows and columns away; at the edge, the one at the edge. */
function away(cell, rows, columns) {
  const all = grid();
  const row = all.findIndex((cells) => cells.includes(cell));
  const column = all[row].indexOf(cell);
  const next = all[Math.min(Math.max(row + rows, 0), all.length - 1)];
  return next[Math.min(Math.max(column + columns, 0), next.length - 1)];
}

function problem(text) {
  told.hidden = !text;
  told.textContent = text;
}

function why(e) {
  return e.status >= 400 && e.status !== 401 ? e.message : page.dataset.lost;
}

/** The lines of those whose marks changed, as the server computes them now. */
async function refresh(students) {
  const place = at && { student: at.closest('tr').dataset.student, cell: at.dataset.cell };
  for (const student of students) {
    const old = /** @type {HTMLElement} */ (table.querySelector(`tr[data-student="${student}"]`));
    const answer = old && (await fetch(`${location.pathname}/${student}`, { headers: { Accept: 'text/html' } }).catch(() => null));
    const row = answer?.ok && new DOMParser().parseFromString(`<table>${await answer.text()}</table>`, 'text/html').querySelector('tr[data-student]');
    if (row) {
      const held = old.contains(document.activeElement);
      old.replaceWith(row);
      begin(row);
      if (place?.student === student) {
        at = null;
        const again = /** @type {HTMLAnchorElement} */ (row.querySelector(`a[data-cell="${place.cell}"]`));
        if (held) {
          go(again);
        } else {
          at = again;
          at.tabIndex = 0;
          at.closest('td').classList.add('at');
        }
      }
    }
  }
}

// ---- typing over

function edit(cell, first) {
  const field = document.createElement('input');
  field.className = 'points over';
  field.inputMode = 'decimal';
  field.autocomplete = 'off';
  field.maxLength = 8;
  field.setAttribute('aria-label', cell.getAttribute('aria-label'));
  field.value = first ?? cell.dataset.got;
  cell.hidden = true;
  cell.after(field);
  field.focus();
  if (first === undefined) {
    field.select();
  }
  let done = false;
  /** @param {HTMLAnchorElement} [next] */
  const leave = (next) => {
    done = true;
    field.remove();
    cell.hidden = false;
    if (next) {
      go(next);
    }
  };
  const keep = async (next) => {
    if (done) {
      return;
    }
    if (field.value.trim() === cell.dataset.got) {
      leave(next);
      return;
    }
    done = true;
    field.readOnly = true;
    try {
      const version = cell.dataset.version ? `?version=${cell.dataset.version}` : '';
      const kept = await send('PUT', cell.dataset.cell + version, { points: field.value, seen: cell.dataset.seen });
      problem('');
      leave(next);
      await refresh(kept.students);
    } catch (e) {
      problem(why(e));
      done = false;
      field.readOnly = false;
      field.setAttribute('aria-invalid', 'true');
      field.focus();
    }
  };
  field.addEventListener('keydown', (e) => {
    if (e.key === 'Enter' || e.key === 'ArrowDown' || e.key === 'ArrowUp' || e.key === 'Tab') {
      e.preventDefault();
      const side = e.shiftKey ? -1 : 1;
      keep(e.key === 'Tab' ? away(cell, 0, side) : away(cell, e.key === 'ArrowUp' ? -1 : side, 0));
    } else if (e.key === 'Escape') {
      problem('');
      leave(cell);
    }
    e.stopPropagation();
  });
  field.addEventListener('blur', () => keep());
}

// ---- what a cell rests on

/** @param {string} [typed] what was typed to open it */
async function open(cell, typed) {
  const asked = (opened += 1);
  const answer = await fetch(cell.dataset.cell, { headers: { Accept: 'text/html' } }).catch(() => null);
  const text = answer?.ok ? await answer.text() : '';
  if (asked !== opened) {
    return;
  }
  const form = new DOMParser().parseFromString(text, 'text/html').querySelector('form');
  if (!form) {
    problem(page.dataset.lost);
    return;
  }
  problem('');
  rests.replaceChildren(form);
  rests.hidden = false;
  listen(form);
  const field = /** @type {HTMLInputElement} */ (form.querySelector('input.points'));
  if (typed !== undefined && field) {
    field.value = typed;
  }
  (field ?? rests).focus();
  if (typed === undefined) {
    field?.select();
  }
}

/** @param {HTMLFormElement} form */
function listen(form) {
  const fields = /** @type {HTMLInputElement[]} */ ([...form.querySelectorAll('input.points')]);
  const late = /** @type {HTMLInputElement | null} */ (form.querySelector('[data-late]'));
  const said = form.querySelector('[data-said]')?.textContent ?? '';
  /** @type {Promise<any>} */
  let going = Promise.resolve();
  const before = () => fields.map((f) => f.value.trim()).join('|') + late?.checked;
  let kept = before();
  fields.forEach((f) => (f.dataset.before = f.value.trim()));
  const row = (f) => ({ criterion: f.dataset.criterion, level: f.value.trim() === f.dataset.before ? f.dataset.level : null, points: f.value, words: f.dataset.words });
  const keepNow = async () => {
    const now = before();
    if (now === kept) {
      return true;
    }
    try {
      const rows = fields.filter((f) => f.dataset.criterion).map(row);
      const points = fields.find((f) => f.dataset.whole !== undefined)?.value ?? '';
      const answer = await send('PUT', form.dataset.result, { rows, points, words: said, seen: form.dataset.seen, late: late?.checked ?? null });
      form.dataset.seen = answer.seen;
      kept = now;
      problem('');
      showSum(form, answer);
      await refresh(answer.students);
      return true;
    } catch (e) {
      problem(why(e));
      return false;
    }
  };
  const keep = () => (going = going.then(keepNow));
  const close = async (next) => {
    if (await keep()) {
      rests.hidden = true;
      rests.replaceChildren();
      go(next ?? at);
    }
  };
  form.addEventListener('change', keep);
  form.addEventListener('submit', (e) => e.preventDefault());
  form.querySelector('[data-close]').addEventListener('click', () => close());
  form.addEventListener('keydown', (e) => {
    const i = fields.indexOf(/** @type {HTMLInputElement} */ (e.target));
    if (e.key === 'Escape') {
      close();
    } else if (e.key === 'Enter' && i >= 0) {
      e.preventDefault();
      if (i + 1 < fields.length) {
        fields[i + 1].focus();
        fields[i + 1].select();
      } else {
        close(at && away(at, 1, 0));
      }
    }
  });
}

function showSum(form, { sum, outOf }) {
  const output = form.querySelector('.rests-sum output');
  if (output) {
    output.textContent = outOf ? `${sum} / ${outOf}` : sum;
    form.querySelector('.rests-sum .pencil')?.remove();
  }
}

// ---- keys and presses

const MOVES = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1], Home: [0, -1000], End: [0, 1000], PageDown: [10, 0], PageUp: [-10, 0] };

function key(event, cell) {
  if (event.ctrlKey || event.metaKey || event.altKey) {
    return;
  }
  const type = (first) => (cell.dataset.rows ? open(cell, first) : edit(cell, first));
  if (MOVES[event.key]) {
    event.preventDefault();
    go(away(cell, MOVES[event.key][0], MOVES[event.key][1]));
  } else if (BEGINS.test(event.key)) {
    event.preventDefault();
    type(event.key);
  } else if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    type('');
  } else if (event.key === 'F2') {
    event.preventDefault();
    type(undefined);
  }
}

/** @param {Element} root */
function begin(root) {
  root.querySelectorAll('a[data-cell]').forEach((found) => {
    const cell = /** @type {HTMLAnchorElement} */ (found);
    cell.tabIndex = -1;
    cell.addEventListener('keydown', (e) => key(e, cell));
    cell.addEventListener('click', (e) => {
      if (!e.ctrlKey && !e.metaKey && !e.shiftKey) {
        e.preventDefault();
        go(cell);
        open(cell);
      }
    });
  });
}

if (table) {
  begin(table);
  at = grid()[0]?.[0] ?? null;
  if (at) {
    at.tabIndex = 0;
  }
  page.dataset.ready = 'true';
}
