import { test } from 'node:test';
import assert from 'node:assert/strict';
import './page.mjs';

const { curveList } = await import('../../main/resources/static/js/curve-list.js');
const { paintBehind } = await import('../../main/resources/static/js/curve-behind.js');
const { scaleOf } = await import('../../main/resources/static/js/curve-picture.js');

document.createElementNS = () => ({ is: {}, setAttribute(name, value) { this.is[name] = value; } });

function page(n) {
  const names = Array.from({ length: n }, (_, i) => (i % 3 ? `reed ${i} · Curve` : `lamp ${i} · Curve`));
  return {
    tracks: names, curveTrack: 'k0', shown: 0,
    trackRows: () => names.map((name, line) => ({ id: `k${line}`, name, line })),
    showTracks() { this.shown++; },
    ...curveList(),
  };
}

const seen = (p) => p.trackRows().filter((r) => p.curveSeen(r.id)).map((r) => r.id);

test('all curves are seen until some are put away', () => {
  const p = page(5);
  assert.equal(seen(p).length, 5);
  p.seeCurve('k3', false);
  assert.deepEqual(seen(p), ['k0', 'k1', 'k2', 'k4']);
  assert.equal(p.shown, 1);
  p.seeAll(false);
  assert.deepEqual(seen(p), ['k0'], 'the one that is drawn stays');
  p.seeAll(true);
  assert.equal(seen(p).length, 5);
});

test('a name is found by its words, and only those that are found can be shown', () => {
  const p = page(40);
  assert.ok(p.curvesMany());
  p.curveSought = 'CURVE lamp';
  assert.equal(p.curvesFound().length, 14);
  p.curveSought = 'lamp 9';
  p.seeFound();
  assert.deepEqual(seen(p), ['k0', 'k9', 'k39']);
  p.curveSought = 'nothing of the kind';
  assert.deepEqual(p.curvesFound(), []);
});

test('names stand at few curves; many step back, but for the one that is lifted out', () => {
  const scale = scaleOf({ from: 0, to: 4, low: 0, high: 1 }, 600, 300);
  const keys = [{ time: 0, value: 0, join: 'linear' }, { time: 4, value: 1, join: 'linear' }];
  const paint = (n, lit) => {
    const others = Array.from({ length: n }, (_, i) => ({ id: `k${i}`, name: `reed ${i}`, keys, line: i }));
    return paintBehind(scale, { others, sound: null, sections: [], lit }).map((e) => e.is.class);
  };
  assert.equal(paint(8).filter((c) => c.startsWith('other-name')).length, 8);
  assert.equal(paint(9).filter((c) => c.startsWith('other-name')).length, 0);
  const many = paint(40, 'k7');
  assert.equal(many.filter((c) => c.endsWith(' back')).length, 39);
  assert.ok(many[7].endsWith(' lit'));
});
