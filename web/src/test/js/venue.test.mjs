import assert from 'node:assert/strict';
import { test } from 'node:test';
import './page.mjs';
import { border, caught, convex, middles, moved, placed } from '../../main/resources/static/js/venue-hand.js';

const face = () => /** @type {any} */ ({
  id: 'f1', name: 'wall', corners: [{ x: 0, y: 0 }, { x: 1, y: 0 }, { x: 1, y: 1 }, { x: 0, y: 1 }], sides: [], outline: [{ x: 0.5, y: 0.5 }],
});

test('corners stand out in their order, whichever way round', () => {
  assert.ok(convex(face().corners));
  assert.ok(convex(face().corners.toReversed()));
  assert.ok(!convex([{ x: 0, y: 0 }, { x: 1, y: 1 }, { x: 1, y: 0 }, { x: 0, y: 1 }]));
  assert.ok(!convex([{ x: 0, y: 0 }, { x: 0.5, y: 0 }, { x: 1, y: 0 }, { x: 0, y: 1 }]));
});

test('a corner goes where it can, and stays where it would cross', () => {
  assert.deepEqual(placed(face(), 'corners', 0, { x: 0.2, y: 0.1 }).corners[0], { x: 0.2, y: 0.1 });
  const as = face();
  assert.equal(placed(as, 'corners', 0, { x: 0.9, y: 0.9 }), as);
  // Outside, but not further than the program takes.
  assert.deepEqual(placed(face(), 'corners', 0, { x: -9, y: 0 }).corners[0], { x: -0.5, y: 0 });
  assert.deepEqual(placed(face(), 'outline', 0, { x: 0.9, y: 0.9 }).outline[0], { x: 0.9, y: 0.9 });
});

test('a surface takes its outline with it', () => {
  const to = moved(face(), 0.1, -0.2);
  assert.deepEqual(to.outline, [{ x: 0.6, y: 0.3 }]);
  assert.deepEqual(to.corners[2], { x: 1.1, y: 0.8 });
});

test('corners of others catch what comes near, in pixels', () => {
  const others = [{ x: 0.5, y: 0.5 }, { x: 0.9, y: 0.1 }];
  assert.equal(caught({ x: 0.504, y: 0.5 }, others, 1000, 500), others[0]);
  assert.deepEqual(caught({ x: 0.52, y: 0.5 }, others, 1000, 500), { x: 0.52, y: 0.5 });
});

test('bent sides go through their middles, and go along when a corner or all of it moves', () => {
  const bent = { ...face(), sides: middles(face().corners) };
  assert.deepEqual(bent.sides[0], { x: 0.5, y: 0 });
  const arch = placed(bent, 'sides', 0, { x: 0.5, y: -0.2 });
  // The curve is at its middle half of the way to its control point.
  assert.match(border(arch, 100, 100), /^M0\.0 0\.0Q50\.0 -40\.0 100\.0 0\.0Q/);
  assert.match(border(face(), 100, 100), /^M0\.0 0\.0L100\.0 0\.0L100\.0 100\.0L0\.0 100\.0L0\.0 0\.0Z$/);
  assert.deepEqual(moved(arch, 0.1, 0).sides[0], { x: 0.6, y: -0.2 });
  const stretched = placed(arch, 'corners', 1, { x: 1.2, y: 0.1 });
  assert.ok(Math.abs(stretched.sides[0].x - 0.6) < 1e-9 && Math.abs(stretched.sides[0].y + 0.15) < 1e-9);
  assert.deepEqual(stretched.sides[2], arch.sides[2]);
});
