// Deeds of a list go to the server one after the other, without leaving the page; when the last one is answered, what
// the server made of them is taken from the page anew, and all else on it stays: a talk that plays, a place scrolled to.

/** What is being written in an opened part of the list; the returned deeds open it again. */
function opened(parts) {
  return [...document.querySelectorAll(parts.map((part) => `${part} details[open]`).join(', '))].map((details) => {
    const { id } = details.closest('[id]');
    const values = [...details.querySelectorAll('input')].map((input) => [input.name, input.value]);
    return () => {
      const same = document.getElementById(id);
      const again = same?.matches('details') ? /** @type {HTMLDetailsElement} */ (same) : same?.querySelector('details');
      if (again) {
        again.open = true;
        values.forEach(([name, value]) => {
          again.querySelector(`input[name="${name}"]`).value = value;
        });
      }
    };
  });
}

/** Nothing moves under the finger: what stood there already stays in its order until the page is opened again. */
function inItsPlace(before, after) {
  const order = [...before.children].map((child) => child.id);
  if (order.every((id) => id)) {
    const place = (child) => (order.includes(child.id) ? order.indexOf(child.id) : order.length);
    after.append(...[...after.children].sort((a, b) => place(a) - place(b)));
  }
}

/** Where the keyboard is; the returned deed brings it there again if it has lost its place. */
function focused() {
  const active = document.activeElement;
  const id = active.closest('[id]')?.id;
  return () => {
    const same = id && document.getElementById(id);
    if (same && !same.contains(document.activeElement)) {
      const inside = active.matches('input') ? `input[name="${active.name}"]` : 'button, summary';
      (same.matches('input, button') ? same : same.querySelector(inside))?.focus();
    }
  };
}

/**
 * @param parts selectors of what is taken anew
 * @param arrived called when it is there
 * @returns takes a deed: a function that ends when the server has answered, with false if it has changed nothing
 */
export function inOrder(parts, arrived) {
  /** @type {Promise<any>} */
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
    const open = opened(parts);
    const held = focused();
    for (const part of parts) {
      const now = [...document.querySelectorAll(part)];
      [...fresh.querySelectorAll(part)].forEach((next, i) => {
        if (now[i]) {
          inItsPlace(now[i], next);
          now[i].replaceWith(next);
        }
      });
    }
    open.forEach((reopen) => reopen());
    held();
    arrived();
  }

  return (deed) => {
    underway += 1;
    last = last
      .then(deed)
      .catch(() => {})
      .then((done) => {
        underway -= 1;
        if (underway === 0 && done !== false) {
          takeAnew();
        }
      });
  };
}
