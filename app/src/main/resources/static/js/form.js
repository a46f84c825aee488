// Sends forms. What cannot be taken is said beside its field, and everything typed is still there; the page is left only for
// where the server says to go on. A form marked data-plain is the browser's own business.
import { freshToken, later, token } from './api.js';

const MOST_TRIES = 8;
const words = document.querySelector('script[data-form-lost]').dataset;

/** The field that a refusal is about: named by the server, or the one whose element says that it is refused with that key. */
export function fieldOf(form, { field, key }) {
  const named = field && [...form.elements].find((e) => e.name === field);
  return named ?? form.querySelector(`[data-refuses~="${key}"]`) ?? [...form.elements].find((e) => e.name === key) ?? null;
}

export function clear(form) {
  form.querySelectorAll('.refusal').forEach((e) => e.remove());
  form.querySelectorAll('[aria-invalid="true"]').forEach((e) => {
    e.removeAttribute('aria-invalid');
    e.setAttribute('aria-describedby', e.dataset.described ?? '');
  });
}

/**
 * Says beside a field, or above the buttons of the form, what is wrong.
 * @param {HTMLFormElement} form
 * @param {any} field
 * @param {string} text
 * @param {{ quiet?: boolean }} [how] quiet: whoever is typing goes on where they are
 */
export function tell(form, field, text, { quiet = false } = {}) {
  const said = document.createElement('p');
  said.className = 'refusal';
  said.id = `refusal-${crypto.randomUUID()}`;
  said.setAttribute('role', 'alert');
  said.textContent = text;
  field?.closest('details')?.setAttribute('open', '');
  const place = field?.closest('.field, fieldset, td, li') ?? form.querySelector('button:not([type="button"])')?.closest('p, div') ?? null;
  const control = field?.matches('input, select, textarea') ? field : field?.querySelector('input, select, textarea');
  if (place && place !== form && (control?.form === form || form.contains(place))) {
    if (field) {
      (place.closest('.row > .field')?.parentElement ?? place).append(said); // A narrow field has no room for a sentence.
    } else {
      place.before(said);
    }
  } else {
    form.append(said);
  }
  if (control) {
    control.dataset.described = control.getAttribute('aria-describedby') ?? '';
    control.setAttribute('aria-invalid', 'true');
    control.setAttribute('aria-describedby', `${control.dataset.described} ${said.id}`.trim());
    control.dispatchEvent(new CustomEvent('kerygma:refused', { bubbles: true }));
    if (!quiet) {
      control.focus();
      control.scrollIntoView({ block: 'center' });
    }
  } else if (!quiet) {
    said.scrollIntoView({ block: 'nearest' });
  }
}

function goOn(address) {
  const to = new URL(address, location.href);
  const here = to.pathname === location.pathname && to.search === location.search;
  location.assign(to.href);
  if (here && to.hash) {
    location.reload(); // The same page with another place in it is not loaded anew by itself.
  }
}

/** Some forms are answered with a page: what would be done, before it is. */
function showMain(page) {
  const fresh = new DOMParser().parseFromString(page, 'text/html').querySelector('main');
  document.querySelector('main').replaceWith(fresh);
  fresh.tabIndex = -1;
  fresh.focus();
}

/**
 * @param {HTMLFormElement} form
 * @param {any} button with which it is sent
 * @param {string} [to] another address than the form's
 */
export async function ask(form, button, to) {
  const address = to ?? button?.getAttribute('formaction') ?? form.getAttribute('action') ?? location.href;
  for (let tries = 1; ; tries += 1) {
    const fields = new FormData(form, button);
    fields.set('_csrf', token());
    const body = form.enctype === 'multipart/form-data' ? fields : new URLSearchParams([...fields].map(([k, v]) => [k, String(v)]));
    const answer = await fetch(address, { method: 'POST', body, headers: { Accept: 'application/problem+json', 'Sent-By': 'form' } });
    if (answer.status === 503 && tries < MOST_TRIES) {
      await later(answer, tries);
    } else if (!(answer.status === 403 && tries === 1 && (await freshToken().catch(() => false)))) {
      return answer;
    }
  }
}

async function sendForm(form, button) {
  clear(form);
  let answer;
  try {
    answer = await ask(form, button);
  } catch {
    tell(form, null, words.formLost);
    return;
  }
  const on = answer.headers.get('Go-On');
  if (answer.status === 401) {
    tell(form, null, words.formSignedOut);
  } else if (on) {
    goOn(on);
  } else if (answer.ok && (answer.headers.get('Content-Type') ?? '').startsWith('text/html')) {
    showMain(await answer.text());
  } else if (answer.ok) {
    location.reload();
  } else {
    const problem = await answer.json().catch(() => ({}));
    tell(form, fieldOf(form, problem), problem.detail ?? words.formLost);
  }
}

document.addEventListener('submit', async (event) => {
  const form = event.target;
  if (event.defaultPrevented || form.method !== 'post' || 'plain' in form.dataset) {
    return;
  }
  event.preventDefault();
  if (form.dataset.sending) {
    return; // The second press of two.
  }
  form.dataset.sending = 'yes';
  try {
    await sendForm(form, event.submitter);
  } finally {
    delete form.dataset.sending;
  }
});
