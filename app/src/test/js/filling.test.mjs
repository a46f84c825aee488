import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Filling } from '../../main/resources/static/js/filling.js';

const blank = { kind: 'blank', box: { x: 100, y: 200, width: 120, height: 14 } };
const box = { kind: 'box', box: { x: 300, y: 200, width: 12, height: 12 } };
const targets = { words: [{ boxes: [{ x: 72, y: 100, width: 30, height: 10 }] }], lines: [{ boxes: [{ x: 72, y: 100, width: 90, height: 10 }] }], cells: [], places: [blank, box] };

test('a place that is to be filled in is meant before all else', () => {
  const filling = Filling.at(targets, { x: 150, y: 208 }).type('two');
  assert.equal(filling.box.x, 101);
  assert.equal(filling.box.y + filling.box.height, 214);
});

test('words that would not fit are smaller, down to half', () => {
  const high = (words) => Filling.at(targets, { x: 150, y: 208 }).type(words).box.height;
  assert.equal(high('two'), 14);
  assert.ok(high('the bridge bends, then it breaks') < 14);
  assert.equal(high('w'.repeat(200)), 7);
});

test('a tick stands in the middle of its box', () => {
  const { x, width } = Filling.at(targets, { x: 306, y: 206 }).type('x').box;
  assert.equal(x + width / 2, 306);
});

test('beside a line words stand after it, in its letters', () => {
  const { x, y, height } = Filling.at(targets, { x: 170, y: 105 }).type('because').box;
  assert.equal(x, 170);
  assert.equal(height, 13);
  assert.equal(y + height / 2, 105);
});

test('larger letters keep the line on which they stand', () => {
  const filling = Filling.at(targets, { x: 400, y: 500 }).type('here');
  const line = (b) => b.y + b.height * 0.78;
  const before = line(filling.box);
  filling.size(1.5);
  assert.equal(Math.round(line(filling.box) * 1e6), Math.round(before * 1e6));
});
