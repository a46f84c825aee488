// Filling words in on a page: the same for a teacher at the lectern and for a student on their own sheet. FillPlaces.java found
// the places; where none is, words stand after a line, in a cell, or where one points.
import { LOOK } from './kinds.js';
import { isIn, nearest } from './snap.js';

const REACH = 12; // points
const TALLEST = { box: 60, other: 18 };
const SMALLEST = 6;
const LARGEST = 120;

const ruler = document.createElement('canvas').getContext('2d');

/** How wide words are, in points, in a line of some height. */
function widthOf(words, height) {
  ruler.font = `${height * LOOK.letters}px "Atkinson Hyperlegible", sans-serif`;
  return ruler.measureText(words).width;
}

/** The place that is meant: one that is there to be filled in, or a line that begins somewhere. */
function placeAt(targets, point) {
  const written = (targets?.places ?? []).filter((p) => p.kind !== 'frame');
  const near = nearest(written.map((p) => ({ ...p, boxes: [p.box] })), point, REACH);
  if (near) {
    return { kind: near.kind, box: near.box };
  }
  const heights = (targets?.words ?? []).map((w) => w.boxes[0].height).sort((a, b) => a - b);
  const height = heights.length > 0 ? heights[heights.length >> 1] * LOOK.written : LOOK.usualLetters * LOOK.written;
  const free = (x, y) => ({ kind: 'free', box: { x, y, width: 1, height } });
  const line = nearest(targets?.lines ?? [], point, (2 * REACH) / 3);
  if (line) {
    const own = line.boxes[0];
    const after = own.x + own.width + 4;
    return free(point.x > own.x + own.width ? Math.max(after, point.x) : point.x, own.y + own.height / 2 - height / 2);
  }
  const cell = (targets?.cells ?? []).map((c) => c.boxes[0]).find((c) => isIn(c, point));
  return cell ? free(cell.x + 4, Math.max(cell.y, point.y - height / 2)) : free(point.x, point.y - height / 2);
}

/** Words on their way into a place. */
export class Filling {
  words = '';
  #place;
  #grown = 1;
  #moved = { x: 0, y: 0 };

  /** @param place of a kind, with its box */
  constructor(place) {
    this.#place = place;
  }

  /** Where one points. */
  static at(targets, point) {
    return new Filling(placeAt(targets, point));
  }

  type(words) {
    this.words = words;
    return this;
  }

  /** Larger or smaller letters, on the same line. */
  size(by) {
    this.#grown *= by;
  }

  /** Moves it, by shares of a line. */
  move(dx, dy) {
    const { height } = this.box;
    this.#moved = { x: this.#moved.x + dx * height, y: this.#moved.y + dy * height };
  }

  /** Where the words stand: on the lower edge of their place, in a cell in its middle, and smaller where they would not fit. */
  get box() {
    const { kind, box } = this.#place;
    const usual = this.#usual();
    const height = Math.min(LARGEST, Math.max(SMALLEST, usual.height * this.#grown));
    const x = usual.x + this.#moved.x;
    const y = usual.y + (usual.height - height) * LOOK.baseline + this.#moved.y;
    const width = widthOf(this.words, height);
    return { x: kind === 'box' ? box.x + box.width / 2 - width / 2 + this.#moved.x : x, y, width: Math.max(kind === 'free' ? height : 1, width + (kind === 'free' ? height / 4 : 0)), height };
  }

  #usual() {
    const { kind, box } = this.#place;
    if (kind === 'free') {
      return { x: box.x, y: box.y, height: box.height };
    }
    if (kind === 'box') {
      const height = Math.max(12, Math.min(box.height, TALLEST.box) * 1.25);
      return { x: box.x, y: box.y + box.height / 2 - height * 0.55, height };
    }
    const most = Math.min(box.height, TALLEST.other);
    const fits = (most * (box.width - 2)) / Math.max(1, widthOf(this.words, most));
    const height = Math.max(most / 2, Math.min(most, fits));
    return { x: box.x + 1, y: kind === 'cell' ? box.y + (box.height - height) / 2 : box.y + box.height - height, height };
  }

  get mark() {
    return { kind: 'filled', number: 0, words: this.words, boxes: [this.box] };
  }
}
