// Makes elements, and fills words into sentences.

/** An element with attributes and what is inside it; an attribute that is true stands alone, one that is false does not stand there. */
export function element(tag, attributes = {}, ...inside) {
  const e = document.createElement(tag);
  for (const [name, value] of Object.entries(attributes)) {
    if (value === true) {
      e.setAttribute(name, '');
    } else if (value !== false && value !== undefined) {
      e.setAttribute(name, value);
    }
  }
  e.append(...inside);
  return e;
}

/** Puts values where a sentence says %1, %2. */
export function fill(text, ...values) {
  return values.reduce((t, v, i) => t.replace(`%${i + 1}`, v), text);
}
