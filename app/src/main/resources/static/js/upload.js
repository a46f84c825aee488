// Sends a file and tells how much of it has been sent, which fetch cannot.
import { token } from './api.js';

const keys = new Map();

/** The same key for the same file, as long as this page is open. */
function keyOf(file) {
  const name = [file.name, file.size, file.lastModified].join('/');
  if (!keys.has(name)) {
    keys.set(name, crypto.randomUUID());
  }
  return keys.get(name);
}

function why(request, lost) {
  try {
    return JSON.parse(request.responseText).detail ?? lost;
  } catch {
    return lost;
  }
}

/**
 * @param body the file itself, or a form that holds it
 * @param percent called with 0 to 100
 * @param lost what is said when the line breaks
 * @returns what was wrong, or nothing
 */
export function sendFile(url, file, body, percent, lost) {
  return new Promise((done) => {
    const request = new XMLHttpRequest();
    request.open('POST', url);
    request.setRequestHeader('X-CSRF-TOKEN', token());
    request.setRequestHeader('Once', keyOf(file)); // A file that is let go of twice is brought in once.
    request.setRequestHeader('Accept', 'application/json');
    if (body instanceof Blob) {
      request.setRequestHeader('Content-Type', 'application/octet-stream');
    }
    request.upload.onprogress = (e) => percent(Math.round((100 * e.loaded) / e.total));
    request.onload = () => {
      if (request.status === 503) {
        setTimeout(() => done(sendFile(url, file, body, percent, lost)), 1000 * Number(request.getResponseHeader('Retry-After') ?? 2));
      } else {
        done(request.status === 200 ? '' : why(request, lost));
      }
    };
    request.onerror = () => done(why(request, lost));
    request.send(body);
  });
}
