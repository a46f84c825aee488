import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aimed, meant, nearest, nextNumber, replaces, within } from '../../main/resources/static/js/snap.js';

const word = (text, x, y) => ({ text, boxes: [{ x, y, width: 30, height: 12 }] });
const words = [word('Build', 72, 100), word('a', 110, 100), word('bridge', 72, 116)];
const row = { text: 'Build a', boxes: [{ x: 72, y: 100, width: 68, height: 12 }] };
const cell = { text: 'Build a bridge', boxes: [{ x: 60, y: 90, width: 200, height: 50 }] };
const targets = { words, lines: [row], sentences: [row], blocks: [row], cells: [cell] };

test('the nearest within reach is meant, and nothing further away', () => {
  assert.equal(meant(targets, 'ring', { x: 80, y: 105 }).text, 'Build');
  assert.equal(meant(targets, 'ring', { x: 80, y: 160 }), null);
  assert.equal(nearest(words, { x: 80, y: 115 }, 24).text, 'bridge');
});

test('the whole cell is meant where it is asked for', () => {
  assert.equal(meant(targets, 'ring', { x: 80, y: 105 }, true), cell);
});

test('on a page without words the place itself is meant, and before its words are there nothing', () => {
  assert.deepEqual(meant({ ...targets, words: [] }, 'ring', { x: 100, y: 100 }).boxes, [{ x: 60, y: 80, width: 80, height: 40 }]);
  assert.equal(meant(null, 'ring', { x: 100, y: 100 }), null);
});

test('words of a drawn box that stand in one line become one box', () => {
  const drawn = within(targets, { x: 60, y: 95, width: 120, height: 40 });
  assert.equal(drawn.text, 'Build a bridge');
  assert.deepEqual(drawn.boxes, [
    { x: 72, y: 100, width: 68, height: 12 },
    { x: 72, y: 116, width: 30, height: 12 },
  ]);
});

test('arrow keys go from word to word and stay at both ends', () => {
  const page = { x: 0, y: 0, width: 612, height: 792 };
  const first = aimed(targets, 'words', null, 1, page);
  assert.deepEqual(first, { x: 87, y: 106 });
  const second = aimed(targets, 'words', first, 1, page);
  assert.deepEqual(second, { x: 125, y: 106 });
  assert.deepEqual(aimed(targets, 'words', first, -1, page), first);
  assert.equal(aimed(targets, 'words', null, 1, { x: 300, y: 300, width: 10, height: 10 }), null);
});

test('numbers count on, and end at 99', () => {
  assert.equal(nextNumber([]), 1);
  assert.equal(nextNumber([{ number: 4 }, { number: 2 }]), 5);
  assert.equal(nextNumber([{ number: 99 }]), 99);
});

test('a light takes the place of the one before', () => {
  assert.ok(replaces({ kind: 'light' }, { kind: 'light' }));
  assert.ok(!replaces({ kind: 'ring' }, { kind: 'ring' }));
});
