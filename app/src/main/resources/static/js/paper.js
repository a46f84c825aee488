// A marked paper as students and families read it.
import { drawSheet } from './stage.js';

const drawings = JSON.parse(document.getElementById('drawings').textContent);

for (const picture of document.querySelectorAll('img.framed')) {
  const [left, top, width, height] = picture.dataset.box.split(' ').map((n) => `${n}%`);
  Object.assign(picture.style, { left, top, width, height });
}

function show() {
  for (const canvas of document.querySelectorAll('canvas.marks')) {
    const page = drawings.find((d) => d.page === canvas.dataset.page);
    drawSheet(canvas, page, page.marks);
    canvas.dataset.marks = page.marks.map((m) => m.kind).join(' ');
  }
}

new ResizeObserver(show).observe(document.querySelector('main'));
document.fonts.ready.then(show);
