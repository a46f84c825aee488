import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import { answers, sent } from './api.mjs';
import { Beacons } from '../../main/resources/static/js/beacons.js';

mock.timers.enable({ apis: ['setInterval'] });
const settled = () => new Promise((done) => setImmediate(done));

beforeEach(() => {
  sent.length = 0;
  answers.length = 0;
});

test('what is played evenly is one stretch, a jump begins another', async () => {
  const beacons = new Beacons('score');
  [0, 250, 500, 9_000, 9_250].forEach((at) => beacons.playing(at, 1));
  beacons.flush();
  await settled();
  assert.deepEqual(sent[0].body.spans, [
    [0, 500],
    [9_000, 9_250],
  ]);
});

test('at double speed a step is twice as long', async () => {
  const beacons = new Beacons('score');
  [0, 700, 1_400].forEach((at) => beacons.playing(at, 2));
  beacons.flush();
  await settled();
  assert.deepEqual(sent[0].body.spans, [[0, 1_400]]);
});

test('without a line it is sent with the next, under the same number', async () => {
  const beacons = new Beacons('score');
  answers.push('no line');
  [0, 250].forEach((at) => beacons.playing(at, 1));
  beacons.flush();
  await settled();
  assert.equal(sent.length, 0);
  [500].forEach((at) => beacons.playing(at, 1));
  beacons.flush();
  await settled();
  assert.deepEqual(sent.map((s) => s.body.number), [0, 1]);
  assert.deepEqual(sent.map((s) => s.body.spans), [[[0, 250]], [[250, 500]]]);
});

test('what will never be taken does not hold up what comes after it', async () => {
  const beacons = new Beacons('score');
  answers.push(404);
  [0, 250].forEach((at) => beacons.playing(at, 1));
  beacons.flush();
  await settled();
  [500].forEach((at) => beacons.playing(at, 1));
  beacons.flush();
  await settled();
  assert.deepEqual(sent.map((s) => s.body.number), [1]);
});
