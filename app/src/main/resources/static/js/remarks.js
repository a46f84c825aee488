// What is said of words in a text, or at a second of a sound: put there by a teacher, heard and read by the student.
import { send } from './api.js';

const VERBS = { r: 'ring', u: 'underline', l: 'light', t: 'note' };

/** What is chosen waits here while its note is written. */
let chosen = null;

function text() {
  return /** @type {HTMLElement} */ (document.querySelector('.handed-text[data-remarks] .own-text'));
}

/** The words that are chosen, as places in the text; null if none are. */
function selected(root) {
  const selection = getSelection();
  if (!root || selection.rangeCount === 0 || selection.isCollapsed) {
    return null;
  }
  const range = selection.getRangeAt(0);
  if (!root.contains(range.startContainer) || !root.contains(range.endContainer)) {
    return null;
  }
  const before = document.createRange();
  before.selectNodeContents(root);
  before.setEnd(range.startContainer, range.startOffset);
  const said = range.toString();
  const from = before.toString().length + (said.length - said.trimStart().length);
  const to = before.toString().length + said.trimEnd().length;
  return to > from ? { from, to } : null;
}

/** Where a character of the text stands in the page. */
function place(root, at) {
  const nodes = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  let left = at;
  let last = null;
  for (let node = nodes.nextNode(); node; node = nodes.nextNode()) {
    if (left <= node.textContent.length) {
      return { node, offset: left };
    }
    left -= node.textContent.length;
    last = node;
  }
  return { node: last, offset: last.textContent.length };
}

function select(root, from, to) {
  const range = document.createRange();
  const first = place(root, from);
  const last = place(root, to);
  range.setStart(first.node, first.offset);
  range.setEnd(last.node, last.offset);
  getSelection().removeAllRanges();
  getSelection().addRange(range);
}

/** The next word, or the one before; with Shift as far as that. */
function step(root, forward, further) {
  const words = [...root.textContent.matchAll(/\S+/g)].map((m) => ({ from: m.index, to: m.index + m[0].length }));
  if (words.length === 0) {
    return;
  }
  const now = selected(root);
  const first = now ? words.findIndex((w) => w.to > now.from) : -1;
  const last = now ? words.findLastIndex((w) => w.from < now.to) : -1;
  if (!now) {
    select(root, words[0].from, words[0].to);
  } else if (further) {
    const end = Math.min(words.length - 1, Math.max(first, last + (forward ? 1 : -1)));
    select(root, words[first].from, words[end].to);
  } else {
    const next = words[Math.min(words.length - 1, Math.max(0, forward ? last + 1 : first - 1))];
    select(root, next.from, next.to);
  }
}

function problem(words) {
  const told = /** @type {HTMLElement} */ (document.querySelector('main.looking .problem'));
  told.hidden = !words;
  told.textContent = words;
}

/** What stands there now, without moving what plays. */
async function refresh() {
  const answer = await fetch(location.href, { headers: { Accept: 'text/html' } }).catch(() => null);
  if (!answer?.ok) {
    return;
  }
  const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
  const fresh = page.querySelector('.handed-text[data-remarks]');
  const old = document.querySelector('.handed-text[data-remarks]');
  if (fresh && old) {
    const held = document.activeElement?.matches('.own-text');
    const now = selected(text()) ?? chosen;
    old.replaceWith(fresh);
    if (held || chosen) {
      text().focus({ preventScroll: true });
      if (now) {
        select(text(), now.from, now.to);
      }
    }
  }
  for (const file of document.querySelectorAll('.handed-file[data-file]')) {
    const list = page.querySelector(`.handed-file[data-file="${file.getAttribute('data-file')}"] .remarks`);
    if (list) {
      file.querySelector('.remarks').replaceWith(list);
    }
  }
}

async function put(where, remark) {
  try {
    await send('PUT', where + crypto.randomUUID(), remark);
    problem('');
    await refresh();
    return true;
  } catch (e) {
    problem(e.status >= 400 && e.status !== 401 ? e.message : document.querySelector('main').dataset.lost);
    return false;
  }
}

function base(element) {
  return element.closest('[data-remarks]').dataset.remarks;
}

async function verb(kind) {
  const root = text();
  const here = selected(root);
  if (!here) {
    return;
  }
  if (kind !== 'note') {
    await put(base(root), { ...here, kind, words: '' });
    return;
  }
  chosen = here;
  const form = /** @type {HTMLElement} */ (root.closest('.handed-text').querySelector('.remark-form'));
  form.hidden = false;
  const field = form.querySelector('input');
  field.value = '';
  field.focus();
}

document.addEventListener('mousedown', (e) => {
  if (/** @type {HTMLElement} */ (e.target).closest('[data-in-text]')) {
    e.preventDefault(); // What is chosen stays chosen.
  }
});

document.addEventListener('click', async (e) => {
  const pressed = /** @type {HTMLElement} */ (e.target);
  const button = /** @type {HTMLElement | null} */ (pressed.closest('[data-in-text], [data-away], [data-at-ms]'));
  if (button?.dataset.inText) {
    await verb(button.dataset.inText);
  } else if (button?.dataset.away) {
    await send('DELETE', base(button) + button.dataset.away).catch((x) => problem(x.message));
    await refresh();
  } else if (button?.dataset.atMs) {
    const sound = /** @type {HTMLMediaElement} */ (button.closest('.handed-file').querySelector('audio, video'));
    sound.currentTime = Number(button.dataset.atMs) / 1000;
    sound.play();
  }
});

document.addEventListener('submit', async (e) => {
  const form = /** @type {HTMLFormElement} */ (e.target);
  const field = form.querySelector('input');
  if (form.matches('.remark-form')) {
    e.preventDefault();
    if (field.value.trim() && chosen && (await put(base(form), { ...chosen, kind: 'note', words: field.value.trim() }))) {
      chosen = null;
    }
  } else if (form.matches('.sound-note')) {
    e.preventDefault();
    const file = /** @type {HTMLElement} */ (form.closest('.handed-file'));
    const sound = file.querySelector(/** @type {any} */ ('audio, video'));
    if (field.value.trim() && (await put(base(form), { file: file.dataset.file, atMs: Math.round(1000 * sound.currentTime), kind: 'note', words: field.value.trim() }))) {
      field.value = '';
    }
  }
});

// Before the page's own keys: in the text a letter marks what is chosen there.
document.addEventListener(
  'keydown',
  (e) => {
    const on = /** @type {HTMLElement} */ (e.target);
    if (!on.matches?.('.handed-text[data-remarks] .own-text') || e.ctrlKey || e.metaKey || e.altKey) {
      return;
    }
    const kind = VERBS[e.key.toLowerCase()];
    if (e.key === 'ArrowRight' || e.key === 'ArrowLeft') {
      e.preventDefault();
      e.stopPropagation();
      step(on, e.key === 'ArrowRight', e.shiftKey);
    } else if (kind) {
      e.preventDefault();
      e.stopPropagation();
      verb(kind);
    }
  },
  true,
);
