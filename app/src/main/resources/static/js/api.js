// Talks to the server: adds the CSRF token, asks for JSON, turns problems into errors with their sentence. While the server
// asks to come again (503), it is asked again after the time that it names.

let current = document.querySelector('meta[name="csrf"]')?.content ?? '';

/** The token that proves that a request comes from this page. */
export function token() {
  return current;
}

const MOST_TRIES = 8;

export class Refused extends Error {
  constructor(status, detail) {
    super(detail);
    this.status = status;
  }
}

/** A line that is lost has no words of its own: whoever asked says what that means there. A browser's words are nobody's. */
function lost(e) {
  throw e.name === 'TypeError' ? new Refused(0, '') : e;
}

/** Who signed in anew in another tab has another token: this page is asked for it. */
export async function freshToken() {
  const answer = await fetch(location.href, { headers: { Accept: 'text/html' } });
  const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
  const found = page.querySelector('meta[name="csrf"]')?.content;
  const changed = Boolean(found) && found !== current;
  current = found ?? current;
  return changed;
}

/** Waits as long as the server asks for, and a little more, so that not all come back at once. */
export function later(answer, tries) {
  const seconds = Number(answer.headers.get('Retry-After') ?? 2);
  return new Promise((again) => setTimeout(again, 1000 * seconds * (1 + Math.random() * Math.min(4, tries))));
}

/**
 * @param {string} method
 * @param {string} url
 * @param {any} [body]
 * @param {RequestInit & { once?: string }} [options] of fetch; `once` is a key under which the server does it once, however often it is sent
 */
export async function send(method, url, body, { once, ...options } = {}) {
  const headers = { Accept: 'application/json', ...(once ? { Once: once } : {}) };
  let payload = body;
  if (body instanceof Blob || body instanceof ArrayBuffer) {
    headers['Content-Type'] = 'application/octet-stream';
  } else if (typeof body === 'string' || (body && !(body instanceof FormData))) {
    headers['Content-Type'] = 'application/json';
    payload = typeof body === 'string' ? body : JSON.stringify(body);
  }
  let answer;
  for (let tries = 1; ; tries += 1) {
    answer = await fetch(url, { method, headers: { 'X-CSRF-TOKEN': current, ...headers }, body: payload, redirect: 'manual', ...options }).catch(lost);
    if (answer.status === 503 && tries < MOST_TRIES && !options.signal) {
      await later(answer, tries);
    } else if (answer.status === 403 && tries === 1 && (await freshToken().catch(() => false))) {
      continue;
    } else {
      break;
    }
  }
  if (answer.type === 'opaqueredirect') {
    throw new Refused(401, '');
  }
  if (!answer.ok) {
    const problem = await answer.json().catch(() => ({}));
    throw new Refused(answer.status, problem.detail ?? '');
  }
  const text = await answer.text();
  return text ? JSON.parse(text) : null;
}

export function clock(ms) {
  const seconds = Math.max(0, Math.round(ms / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}
