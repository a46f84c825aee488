import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import { answers, sent } from './api.mjs';
import { keepPiece, piecesOf } from './kept.mjs';
import { Pieces } from '../../main/resources/static/js/pieces.js';

mock.timers.enable({ apis: ['setTimeout'] });
const settled = () => new Promise((done) => setImmediate(done));
const piece = (recording, number) => ({ recording, kind: 'sound', number, body: 'a' });

beforeEach(() => {
  sent.length = 0;
  answers.length = 0;
});

test('a piece lies on the device until it has been acknowledged', async () => {
  const pieces = new Pieces();
  answers.push('no line');
  await pieces.add(piece('one', 0));
  await settled();
  assert.equal(pieces.left, 1);
  assert.equal((await piecesOf('one')).length, 1);
  mock.timers.tick(500);
  await settled();
  assert.equal(pieces.left, 0);
  assert.equal((await piecesOf('one')).length, 0);
});

test('they go in their order, whatever is refused in between', async () => {
  const pieces = new Pieces();
  const refused = [];
  pieces.onRefused = (why) => refused.push(why);
  answers.push(undefined, 410);
  for (const number of [0, 1, 2]) {
    await pieces.add(piece('two', number));
  }
  await settled();
  assert.deepEqual(sent.map((s) => s.path), ['/recordings/two/sound/0', '/recordings/two/sound/2']);
  assert.deepEqual(refused, ['status 410']);
});

test('who is signed out keeps everything', async () => {
  const pieces = new Pieces();
  answers.push(401, 401);
  await pieces.add(piece('three', 0));
  await settled();
  mock.timers.tick(500);
  await settled();
  assert.ok(pieces.cutOff);
  assert.equal(pieces.left, 1);
  mock.timers.tick(1_000);
  await settled();
  assert.deepEqual([pieces.left, pieces.cutOff], [0, false]);
});

test('what an earlier page left behind is taken up', async () => {
  await keepPiece(piece('four', 7));
  await new Pieces().takeUp('four');
  await settled();
  assert.deepEqual(sent.map((s) => s.path), ['/recordings/four/sound/7']);
});
