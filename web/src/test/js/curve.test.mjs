import { test } from 'node:test';
import assert from 'node:assert/strict';
import './page.mjs';

const { handTake } = await import('../../main/resources/static/js/curve-hand.js');

const scale = { x: (t) => t * 100, y: (v) => 100 - v * 100 };

function take() {
  let place = 0;
  const host = { append() {} };
  const hand = handTake(() => place, () => host);
  return { hand, at(t) { place = t; hand.tick(t, scale); } };
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
