// Words that can be pressed: each opens the part of a form that it says (aria-controls), one at a time. Used by the pages of a
// task and of a posting.

/** @returns {any} the element that an event is about */
export const about = (event) => event.target;

const main = document.querySelector('main');

export const wordOf = (choice) => main.querySelector(`[aria-controls="${choice.id}"]`);

export function close(choice, { back = false } = {}) {
  choice.classList.remove('open');
  const word = wordOf(choice);
  word?.setAttribute('aria-expanded', 'false');
  if (back) {
    word?.focus();
  }
}

function open(word) {
  const choice = document.getElementById(word.getAttribute('aria-controls'));
  main.querySelectorAll('.choice.open').forEach((other) => other !== choice && close(other));
  if (choice.classList.contains('open')) {
    close(choice);
    return;
  }
  choice.classList.add('open');
  word.setAttribute('aria-expanded', 'true');
  /** @type {HTMLElement} */ (choice.querySelector('input:not([type=hidden]), select, textarea, button'))?.focus();
}

main.addEventListener('click', (event) => {
  const word = about(event).closest('[data-word]');
  if (word) {
    open(word);
  }
});
// Not while a button is held: what is pressed would move away from under it.
document.addEventListener('click', (event) => {
  if (about(event).isConnected && !about(event).closest('.choice, [data-word]')) {
    main.querySelectorAll('.choice.open').forEach((choice) => close(choice));
  }
});
main.addEventListener('keydown', (event) => {
  const choice = about(event).closest('.choice.open');
  if (choice && (event.key === 'Escape' || (event.key === 'Enter' && about(event).matches('input:not([type=submit])')))) {
    event.preventDefault();
    close(choice, { back: true });
  }
});
// A field that is refused is seen.
main.addEventListener('kerygma:refused', (event) => {
  const choice = about(event).closest('.choice');
  if (choice && !choice.classList.contains('open')) {
    choice.classList.add('open');
    wordOf(choice)?.setAttribute('aria-expanded', 'true');
  }
});
