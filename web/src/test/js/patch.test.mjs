import assert from 'node:assert/strict';
import { test } from 'node:test';
import { patch } from '../../main/resources/static/js/patch.js';

/** A tree that notes what is written into it, as Alpine's do. @param {any} tree @param {string[]} written */
function watched(tree, written, path = '') {
  const parts = new Map();
  return new Proxy(tree, {
    get(of, key) {
      const value = of[key];
      if (value === null || typeof value !== 'object') return value;
      if (!parts.has(value)) parts.set(value, watched(value, written, `${path}${String(key)}.`));
      return parts.get(value);
    },
    set(of, key, value) { written.push(path + String(key)); of[key] = value; return true; },
    deleteProperty(of, key) { written.push(`-${path}${String(key)}`); return delete of[key]; },
  });
}
const look = () => ({
  name: 'Sluice', lanes: [
    { id: 'l1', steps: [{ id: 's1', settings: { radius: 2, keys: [[0, 1], [1, 3]] } }, { id: 's2' }] },
    { id: 'l2', steps: [{ id: 's3' }] },
  ],
});

test('what is alike is not written', () => {
  const written = [];
  patch(watched(look(), written), look());
  assert.deepEqual(written, []);
});

test('only what differs is written, new and gone keys too', () => {
  const written = [];
  const tree = look();
  const like = look();
  like.lanes[0].steps[0].settings = { keys: [[0, 1], [1, 4]], gain: 1 };
  patch(watched(tree, written), like);
  assert.deepEqual(tree, like);
  assert.deepEqual(written, ['-lanes.0.steps.0.settings.radius', 'lanes.0.steps.0.settings.keys.1.1', 'lanes.0.steps.0.settings.gain']);
});

test('what has an id stays itself where it moves, and is not taken for another', () => {
  const tree = look();
  const [first, second] = tree.lanes;
  const like = look();
  like.lanes.reverse();
  like.lanes[0].steps[0].id = 's9';
  const third = tree.lanes[1].steps[0];
  patch(tree, like);
  assert.deepEqual(tree, like);
  assert.equal(tree.lanes[0], second);
  assert.equal(tree.lanes[1], first);
  assert.notEqual(tree.lanes[0].steps[0], third);
  assert.equal(third.id, 's3');
});

test('any tree becomes any other', () => {
  let seed = 7;
  const chance = (/** @type {number} */ n) => { seed = (seed * 48271) % 2147483647; return seed % n; };
  /** @param {number} deep @returns {any} */
  const any = (deep) => {
    const which = deep ? chance(5) : 3;
    if (which === 0) return Array.from({ length: chance(4) }, () => any(deep - 1));
    if (which < 3) {
      const some = Object.fromEntries(Array.from({ length: chance(4) }, () => ['abcd'[chance(4)], any(deep - 1)]));
      return chance(2) ? { id: `i${chance(3)}`, ...some } : some;
    }
    return [null, true, 'x', chance(3)][chance(4)];
  };
  for (let i = 0; i < 3000; i++) {
    const tree = { all: any(4) };
    const like = { all: any(4) };
    const wanted = structuredClone(like);
    patch(tree, like);
    assert.deepEqual(tree, wanted);
  }
});
