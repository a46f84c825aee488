// A task is a sentence (see words.js). What is changed is kept as one types, and the page then says what came of it; a new
// task is only looked at until it is planned.
import { ask, clear, fieldOf, tell } from './form.js';
import { about, close, wordOf } from './words.js';

const SOON = 250;
const TYPING = 900;
const MOST_UNDONE = 50;

const main = document.querySelector('main');
const form = /** @type {HTMLFormElement} */ (document.getElementById('task-form'));
const { keep, kept, undoWord, unnamed } = main.dataset;
const isNew = unnamed === 'true';
const status = main.querySelector('[data-status]');
const undoing = /** @type {HTMLButtonElement} */ (main.querySelector('[data-undo]'));
/** What was kept before each change, the newest last: the form's fields, and the word that said it. */
const before = [];

// ---- A day of the section's meetings

main.addEventListener('click', (event) => {
  const day = about(event).closest('[data-day]');
  if (day) {
    /** @type {any} */
    const field = document.getElementById(day.dataset.of);
    field.value = day.dataset.day;
    field.dispatchEvent(new Event('change', { bubbles: true }));
    close(field.closest('.choice'), { back: true });
  }
});

// ---- Kept as one types

const fields = () => new URLSearchParams([...new FormData(form)].filter(([name]) => name !== '_csrf' && name !== 'version').map(([name, value]) => [name, String(value)]));

/** What is begun and cannot be kept yet: it waits for its word, or for what comes before it. */
function unfinished() {
  const opens = form.elements.namedItem('opens').value;
  return (opens === 'WHEN_THE_WORD_IS_GIVEN' && !form.elements.namedItem('word').value.trim()) || (opens === 'WHEN_CHOSEN_ARE_TICKED' && !form.querySelector('[name=after]:checked'));
}

const words = (of) => new Map([...of.querySelectorAll('[data-word]')].map((word) => [word.dataset.word, word.textContent.trim()]));

/** Takes over what the answer says, but for what is being typed. */
function show(page) {
  const old = words(main);
  const at = document.activeElement?.closest('[data-word]')?.getAttribute('data-word');
  for (const said of main.querySelectorAll('[data-face]')) {
    const now = page.getElementById(said.id);
    said.innerHTML = now ? now.innerHTML : '';
  }
  main.querySelector('h1').textContent = page.querySelector('main h1').textContent;
  const version = page.getElementById('version');
  if (version) {
    form.elements.namedItem('version').value = version.value;
  }
  main.querySelectorAll('.choice.open').forEach((choice) => wordOf(choice)?.setAttribute('aria-expanded', 'true'));
  if (at) {
    main.querySelector(`[data-word="${at}"]`)?.focus();
  }
  const now = words(main);
  return [...old].find(([word, text]) => now.has(word) && now.get(word) !== text)?.[1] ?? '';
}

let last = fields().toString();
let timer = 0;
let busy = false;
let again = false;
/** @type {HTMLElement | null} */
let submitted = null;

function offerUndo() {
  const newest = before.at(-1);
  undoing.hidden = !newest;
  undoing.textContent = newest?.word ? `${undoWord}: ${newest.word}` : undoWord;
}

async function send(now) {
  const answer = await ask(form, null, keep);
  if (answer.ok && (answer.headers.get('Content-Type') ?? '').startsWith('text/html')) {
    clear(form);
    const word = show(new DOMParser().parseFromString(await answer.text(), 'text/html'));
    if (!isNew) {
      before.push({ fields: last, word });
      before.splice(0, before.length - MOST_UNDONE);
      offerUndo();
      status.textContent = kept;
    }
    last = now;
  } else if (!isNew) {
    const problem = await answer.json().catch(() => ({}));
    clear(form);
    tell(form, fieldOf(form, problem), problem.detail ?? '', { quiet: true });
  }
}

async function look() {
  clearTimeout(timer);
  const now = fields().toString();
  if (busy) {
    again = true;
    return;
  }
  if (now === last || unfinished()) {
    return;
  }
  busy = true;
  try {
    await send(now);
  } catch {
    if (!isNew) {
      tell(form, null, document.querySelector('script[data-form-lost]').dataset.formLost, { quiet: true });
    }
  } finally {
    busy = false;
  }
  if (submitted) {
    const by = submitted;
    submitted = null;
    form.requestSubmit(by);
  } else if (again) {
    again = false;
    await look();
  }
}

function soon(wait) {
  clearTimeout(timer);
  timer = setTimeout(look, wait);
}

form.addEventListener('input', (event) => soon(about(event).matches('input[type=text], textarea, input[type=number], input[type=date], input[type=time]') ? TYPING : SOON));
form.addEventListener('change', () => soon(SOON));
form.addEventListener('submit', (event) => {
  clearTimeout(timer);
  if (busy) {
    event.preventDefault();
    submitted = event.submitter; // After what is on its way: both would claim the same version.
  }
});

undoing.addEventListener('click', async () => {
  if (busy || before.length === 0) {
    return;
  }
  const newest = before.pop();
  const was = new URLSearchParams(newest.fields);
  for (const field of /** @type {any[]} */ ([...form.elements])) {
    if (!field.name || field.name === 'version' || field.name === '_csrf') {
      continue;
    }
    if (field.type === 'checkbox' || field.type === 'radio') {
      field.checked = was.getAll(field.name).includes(field.value);
    } else if (was.has(field.name)) {
      field.value = was.get(field.name);
    }
  }
  form.querySelectorAll('select').forEach((select) => select.dispatchEvent(new Event('change'))); // What depends on them is shown or hidden.
  const depth = before.length;
  await look();
  before.splice(depth); // Going back is no change of its own.
  offerUndo();
});
