// Deeds of a list go to the server one after the other, without leaving the page; when the last one is answered, what
// the server made of them is taken from the page anew, and all else on it stays: a talk that plays, a place scrolled to.

/**
 * @param parts selectors of what is taken anew
 * @param arrived called when it is there
 * @returns takes a deed: a function that ends when the server has answered
 */
export function inOrder(parts, arrived) {
  let last = Promise.resolve();
  let underway = 0;
  let asked = 0;

  /** A page that comes late, or was made before the newest deed, is left aside. */
  async function takeAnew() {
    asked += 1;
    const number = asked;
    const answer = await fetch(location.href, { headers: { Accept: 'text/html' } }).catch(() => null);
    if (answer?.redirected) {
      location.reload(); // Nobody is signed in any more.
      return;
    }
    const page = answer?.ok ? await answer.text().catch(() => '') : '';
    if (!page || underway > 0 || number !== asked) {
      return;
    }
    const fresh = new DOMParser().parseFromString(page, 'text/html');
    const held = document.activeElement.closest('[id]')?.id;
    for (const part of parts) {
      const now = [...document.querySelectorAll(part)];
      [...fresh.querySelectorAll(part)].forEach((next, i) => now[i]?.replaceWith(next));
    }
    if (held && !document.activeElement.closest(`[id="${held}"]`)) {
      const same = document.getElementById(held);
      (same?.matches('input, button') ? same : same?.querySelector('button, summary'))?.focus();
    }
    arrived();
  }

  return (deed) => {
    underway += 1;
    last = last.then(deed).finally(() => {
      underway -= 1;
      if (underway === 0) {
        takeAnew();
      }
    });
  };
}
