// What changed on a page since the version before: frames on it, and a sentence below it.
const SVG = 'http://www.w3.org/2000/svg';

/** @param {{ x: number, y: number, width: number, height: number }} place @param {string} kind */
function frame(place, kind) {
  const drawn = document.createElementNS(SVG, 'rect');
  for (const side of /** @type {const} */ (['x', 'y', 'width', 'height'])) {
    drawn.setAttribute(side, `${100 * place[side]}%`);
  }
  drawn.setAttribute('class', kind);
  return drawn;
}

/** @param {HTMLElement} paper */
async function show(paper) {
  const { since, same, other, fresh, gone, lost } = paper.dataset;
  const said = paper.parentElement.querySelector('.page-changes');
  const answer = await fetch(since, { headers: { Accept: 'application/json' } }).catch(() => null);
  if (!answer?.ok) {
    said.textContent = lost;
    return;
  }
  const changed = await answer.json();
  if (!changed.compared) {
    said.textContent = other;
    return;
  }
  const drawing = document.createElementNS(SVG, 'svg');
  drawing.setAttribute('class', 'changed-places');
  drawing.setAttribute('aria-hidden', 'true');
  drawing.append(...changed.fresh.map((p) => frame(p, 'fresh')), ...changed.gone.map((p) => frame(p, 'gone')));
  paper.querySelector('img').after(drawing);
  const lines = [];
  if (changed.fresh.length > 0) {
    lines.push(fresh.replace('%1', String(changed.fresh.length)));
  }
  if (changed.gone.length > 0) {
    lines.push(gone.replace('%1', String(changed.gone.length)));
  }
  said.textContent = lines.join(' ') || same;
}

/** Shows it on all pages that stand in the place of another. @param {Element} main */
export function showChanges(main) {
  for (const paper of /** @type {NodeListOf<HTMLElement>} */ (main.querySelectorAll('[data-since]'))) {
    show(paper);
  }
}
