import { test } from 'node:test';
import assert from 'node:assert/strict';
import './page.mjs';

const { goingOn, handTake } = await import('../../main/resources/static/js/curve-hand.js');

const scale = { x: (t) => t * 100, y: (v) => 100 - v * 100 };

function take() {
  const host = { append() {} };
  const hand = handTake(() => host, () => 0);
  hand.tick(0, scale);
  return { hand, at(t) { hand.tick(t, scale); } };
}

test('a hand that stands still draws as long as time goes on', () => {
  const { hand, at } = take();
  hand.begin(0.4);
  for (let i = 1; i < 10; i++) at(i / 10);
  const taken = hand.end();
  assert.equal(taken.length, 10);
  assert.ok(taken.every((k) => k.value === 0.4));
});

test('where the curve begins anew the take is at its end', () => {
  const { hand, at } = take();
  at(3);
  hand.begin(0);
  at(3.5); hand.move(1); at(3.9); at(0.1); hand.move(0.2); at(0.5);
  assert.deepEqual(hand.end().map((k) => k.time), [3, 3.5, 3.9]);
});

test('a moment is told once, and none while time stands still', () => {
  const { hand } = take();
  hand.begin(0);
  hand.move(0.3); hand.move(0.6);
  assert.equal(hand.end().length, 1);
});

test('between two moments that are told the curve goes on as it did, and not for long', () => {
  let clock = 10;
  const head = goingOn(() => clock);
  head.tell(2);
  clock += 0.1; head.tell(2.2);
  clock += 0.05;
  assert.ok(Math.abs(head.now() - 2.3) < 1e-9);
  clock += 5;
  assert.ok(Math.abs(head.now() - 2.8) < 1e-9);
  // It begins anew: that is no speed.
  head.tell(0);
  clock += 0.05;
  assert.equal(head.now(), 0);
});

test('a hand that moves between what is told draws no stairs', () => {
  let clock = 0;
  const hand = handTake(() => ({ append() {} }), () => clock);
  hand.tick(0, scale);
  clock = 0.1;
  hand.tick(0.1, scale);
  hand.begin(0);
  for (let i = 1; i <= 8; i++) { clock = 0.1 + i / 100; hand.move(i / 10); }
  assert.deepEqual(hand.end().map((k) => Number(k.time.toFixed(3))), [0.1, 0.11, 0.12, 0.13, 0.14, 0.15, 0.16, 0.17, 0.18]);
});

const { places, shifted, stretched } = await import('../../main/resources/static/js/curve-moves.js');

test('keys move together, none before the beginning, and are drawn out about the first', () => {
  const keys = [{ time: 1, value: 0 }, { time: 2, value: 0.5 }, { time: 4, value: 1 }];
  shifted(places(keys), -3, 0.25);
  assert.deepEqual(keys.map((k) => [k.time, k.value]), [[0, 0.25], [1, 0.75], [3, 1.25]]);
  const was = places(keys);
  stretched(was, keys[1], 2);
  assert.deepEqual(keys.map((k) => k.time), [0, 2, 6]);
  // What stands first is where all is drawn out from: it holds.
  stretched(was, keys[0], 5);
  assert.deepEqual(keys.map((k) => k.time), [0, 2, 6]);
  stretched(was, keys[2], -4);
  assert.ok(keys.every((k) => k.time >= 0));
});

const { behind } = await import('../../main/resources/static/js/bench/behind.js');

/** A Bench with two lanes, each of one curve: one in seconds, one in beats. */
function bench() {
  const settings = [{ id: 'keys', form: 'CURVE', unit: '', label: 'Keys' }, { id: 'per', form: 'CHOICE', unit: '', initial: 'second' }];
  const key = (time) => ({ time, value: 0, join: 'linear', auto: true, inTime: 0, inValue: 0, outTime: 1, outValue: 0 });
  const all = {
    curveStep: 's1', curveSetting: { id: 'keys' }, look: { tempo: 90 },
    lanesHere: [{ name: 'light', steps: [{ id: 's1', settings: {} }] }, { name: 'pulse', steps: [{ id: 's2', settings: { per: 'beat' } }] }],
    infoOf: () => ({ settings }), name: () => 'Curve', curves: { 's1 keys': [key(1)], 's2 keys': [key(4)] },
  };
  return Object.defineProperties(all, Object.getOwnPropertyDescriptors(behind(/** @type {any} */ ({ board: { tempo: 120 } }))));
}

test('other curves lie behind in the time of the one that is drawn, and the sound and the cues too', () => {
  const it = bench();
  it.soundShape = { seconds: 8, shape: [1] };
  it.sections = [{ name: 'Doors', from: 2 }];
  assert.deepEqual(it.lyingBehind().others.map((o) => [o.name, o.keys[0].time, o.keys[0].outTime]), [['pulse · Curve', 2, 0.5]]);
  it.curveStep = 's2';
  const lies = it.lyingBehind();
  assert.deepEqual([lies.others[0].keys[0].time, lies.sound.seconds, lies.sections[0].from], [2, 16, 4]);
  it.curvesBehind = false;
  assert.deepEqual(it.lyingBehind(), { others: [], sound: null, sections: [] });
});
