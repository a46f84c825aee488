// The four corners of a sheet on its photo: dragged, or moved by the arrow keys.
import { send } from './api.js';
import { element } from './dom.js';

const STEP = 0.01;
const STRIDE = 0.05;
/** Where they stand if nothing is proposed: a little inside the photo. */
const INSIDE = [0.08, 0.08, 0.92, 0.08, 0.92, 0.92, 0.08, 0.92];
const MOVES = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/**
 * Asks where the corners are.
 * @returns whether they were given; then they are what the dialog returns
 */
export async function askCorners(file, dialog) {
  const { corners } = await send('GET', `/class/work/files/${file.id}/corners`).catch(() => ({}));
  const at = corners ? corners.split(' ').map(Number) : [...INSIDE];
  const photo = dialog.querySelector('.corners-photo');
  const line = dialog.querySelector('polygon');
  dialog.querySelector('#corners-how').textContent = corners ? dialog.dataset.guessed : dialog.dataset.move;
  photo.querySelectorAll('button').forEach((b) => b.remove());
  photo.querySelector('img').src = `/media/hand-ins/${file.id}/1/l?look=${file.look}`;

  const handles = dialog.dataset.names.split(', ').map((name) => element('button', { type: 'button', class: 'corner', 'aria-label': name }));
  const draw = () => {
    handles.forEach((h, i) => {
      h.style.left = `${100 * at[2 * i]}%`;
      h.style.top = `${100 * at[2 * i + 1]}%`;
    });
    line.setAttribute('points', [0, 1, 2, 3].map((i) => `${at[2 * i]},${at[2 * i + 1]}`).join(' '));
  };
  const move = (i, x, y) => {
    at[2 * i] = Math.min(1, Math.max(0, x));
    at[2 * i + 1] = Math.min(1, Math.max(0, y));
    draw();
  };
  handles.forEach((h, i) => {
    h.addEventListener('pointerdown', (e) => {
      h.setPointerCapture(e.pointerId);
      e.preventDefault();
      h.focus();
    });
    h.addEventListener('pointermove', (e) => {
      if (h.hasPointerCapture(e.pointerId)) {
        const box = photo.getBoundingClientRect();
        move(i, (e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height);
      }
    });
    h.addEventListener('keydown', (e) => {
      const by = MOVES[e.key];
      if (by) {
        e.preventDefault();
        const step = e.shiftKey ? STRIDE : STEP;
        move(i, at[2 * i] + by[0] * step, at[2 * i + 1] + by[1] * step);
      }
    });
  });
  photo.append(...handles);
  draw();
  dialog.returnValue = '';
  dialog.showModal();
  handles[0].focus();
  await new Promise((closed) => dialog.addEventListener('close', closed, { once: true }));
  if (dialog.returnValue !== 'go') {
    return false;
  }
  dialog.returnValue = at.map((n) => n.toFixed(4)).join(' ');
  return true;
}
