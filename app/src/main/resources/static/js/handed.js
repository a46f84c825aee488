// Work that was handed in, as its student reads it: what they put on it, and what their teacher has marked there.
import { LOOK } from './kinds.js';
import { drawSheet } from './stage.js';

const parsed = (id) => JSON.parse(document.getElementById(id)?.textContent ?? '[]');
const drawings = parsed('drawings');
const marks = parsed('result-marks');

for (const picture of document.querySelectorAll('img.framed')) {
  const [left, top, width, height] = picture.dataset.box.split(' ').map((n) => `${n}%`);
  Object.assign(picture.style, { left, top, width, height });
}

function show() {
  for (const canvas of document.querySelectorAll('canvas.marks')) {
    const { page, file } = canvas.dataset;
    const image = canvas.parentElement.querySelector('img');
    const paper = page ? drawings.find((d) => d.page === page) : { width: LOOK.filePage, height: (LOOK.filePage * image.naturalHeight) / image.naturalWidth };
    const own = [...(page ? paper.marks : []), ...marks.filter((m) => m.page === (page ?? file))];
    if (paper.height > 0) {
      drawSheet(canvas, paper, own);
    }
    canvas.dataset.marks = own.map((m) => m.kind).join(' ');
  }
}

document.querySelectorAll('.paper img').forEach((i) => i.addEventListener('load', show));
new ResizeObserver(show).observe(document.querySelector('main'));
document.fonts.ready.then(show);
