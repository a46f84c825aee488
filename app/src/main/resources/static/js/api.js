// Talks to the server: adds the CSRF token, asks for JSON, turns problems into errors with their sentence.

const token = document.querySelector('meta[name="csrf"]')?.content ?? '';

export class Refused extends Error {
  constructor(status, detail) {
    super(detail);
    this.status = status;
  }
}

export async function send(method, url, body, options = {}) {
  const headers = { 'X-CSRF-TOKEN': token, Accept: 'application/json' };
  let payload = body;
  if (body instanceof Blob || body instanceof ArrayBuffer) {
    headers['Content-Type'] = 'application/octet-stream';
  } else if (typeof body === 'string' || (body && !(body instanceof FormData))) {
    headers['Content-Type'] = 'application/json';
    payload = typeof body === 'string' ? body : JSON.stringify(body);
  }
  const answer = await fetch(url, { method, headers, body: payload, redirect: 'manual', ...options });
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

export { token };

export function clock(ms) {
  const seconds = Math.max(0, Math.round(ms / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}
