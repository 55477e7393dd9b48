import assert from 'node:assert/strict';
import { test } from 'node:test';
import { bench, look, page, told } from './page.mjs';

const JS = '../../main/resources/static/js';
const { session } = await import(`${JS}/session.js`);
const { selection } = await import(`${JS}/bench/selection.js`);
const { lanes } = await import(`${JS}/bench/lanes.js`);
const { follows } = await import(`${JS}/bench/follows.js`);
const { mix } = await import(`${JS}/bench/mix.js`);

function opened(document = look()) {
  const p = page();
  const b = bench(lanes(p), { wire() {} }, follows(p), mix(p), session(p), selection(p));
  b.startSession();
  b.startSelection();
  p.live.say(told(document));
  return { p, b };
}

test('at first the end of the foremost layer is selected, that what is sought next fits what one sees', () => {
  const { b } = opened();
  assert.equal(b.stepId, 's4');
  assert.equal(b.name(b.chosen), 'Mask');
  const hidden = look();
  hidden.mix[0].hidden = true;
  assert.equal(opened(hidden).b.stepId, 's2');
});

test('who selected nothing, to work on the look itself, goes on with that', () => {
  const { p, b } = opened();
  b.showLook();
  p.live.say(told({ ...look(), width: 640 }, 2));
  assert.equal(b.hasSelection, false);
  b.selectLane('l3');
  b.removeLane();
  const shorter = look();
  shorter.lanes.pop();
  p.live.say(told(shorter, 3));
  assert.equal(b.stepId, 's4');
});

test('where nothing is mixed it is the end of the last lane', () => {
  const dark = look();
  dark.mix = [];
  assert.equal(opened(dark).b.stepId, 's5');
});

test('what is gone is not selected any more, and what was added is', () => {
  const { p, b } = opened();
  b.select('s5');
  const shorter = look();
  shorter.lanes.pop();
  p.live.say(told(shorter, 2));
  assert.equal(b.stepId, 's4');
  const longer = look();
  longer.lanes[0].steps.push({ id: 's9', type: 'blur' });
  p.live.say({ is: 'applied', n: 1, version: 3, select: 's9' });
  p.live.say(told(longer, 3));
  assert.equal(b.stepId, 's9');
});

test('who selects by hand while an answer is on its way keeps what he selected', () => {
  const { p, b } = opened();
  const longer = look();
  longer.lanes[0].steps.push({ id: 's9', type: 'blur' });
  p.live.unsaved.n = 1;
  b.select('s1');
  p.live.say({ is: 'applied', n: 1, version: 2, select: 's9' });
  p.live.say(told(longer, 2));
  assert.equal(b.stepId, 's1');
  // What is added from then on is selected again, both of two that were added at once.
  const longest = look();
  longest.lanes[0].steps.push({ id: 's9', type: 'blur' }, { id: 's10', type: 'blur' }, { id: 's11', type: 'blur' });
  p.live.unsaved.n = 3;
  p.live.say({ is: 'applied', n: 2, version: 3, select: 's10' });
  p.live.say(told(longest, 3));
  assert.equal(b.stepId, 's10');
  p.live.say({ is: 'applied', n: 3, version: 4, select: 's11' });
  p.live.say(told(longest, 4));
  assert.equal(b.stepId, 's11');
});

test('arrows go from step to step and stay within the look', () => {
  const { b } = opened();
  b.select('s5');
  b.walk(0, -1);
  assert.equal(b.stepId, 's3');
  b.walk(1, 0);
  assert.equal(b.stepId, 's4');
  b.walk(1, 0);
  assert.equal(b.stepId, 's4');
  b.walk(0, -5);
  assert.equal(b.stepId, 's2');
});

test('one thing at a time is selected', () => {
  const { b } = opened();
  b.selectLane('l1');
  assert.deepEqual([b.stepId, b.laneId, b.layerId], ['', 'l1', '']);
  b.selectLayer('m2');
  assert.deepEqual([b.stepId, b.laneId, b.layerId], ['', '', 'm2']);
  assert.equal(b.aboveLane, 'l1');
  b.select('s3');
  assert.deepEqual([b.stepId, b.laneId, b.layerId], ['s3', '', '']);
  assert.equal(b.aboveLane, 'l2');
});

test('the wires of a step are of what it reads, of its lane of what pushes it and who reads it', () => {
  const { b } = opened();
  b.select('s4');
  assert.deepEqual(b.connections(), [['l1', 's4'], ['l3', 's3']]);
  b.select('s2');
  assert.deepEqual(b.connections(), [['l1', 's4']]);
  b.selectLane('l1');
  assert.deepEqual(b.connections(), [['l1', 's4']]);
});

test('lanes know what can follow them and what can be mixed', () => {
  const { b } = opened();
  assert.deepEqual(b.signals().map((l) => l.id), ['l3']);
  assert.deepEqual(b.lanesOf('picture').map((l) => l.id), ['l1', 'l2']);
  assert.deepEqual(b.look.lanes.map((l) => b.canMix(l)), [true, true, false]);
});

test('a layer goes one place, or all the way, and never beyond', () => {
  const { p, b } = opened();
  b.selectLayer('m1');
  b.moveLayer(-1);
  assert.equal(p.live.sent.length, 0);
  b.moveLayer(1, true);
  assert.deepEqual(p.live.sent.pop().edit, { edit: 'move-layer', layer: 'm1', place: 1 });
});

test('a clock that nothing pushes any more does not say so', () => {
  const { p, b } = opened();
  b.selectLane('l2');
  b.changeClock({ push: '' });
  assert.deepEqual(p.live.sent.pop().edit, { edit: 'set-clock', lane: 'l2', clock: { factor: 1 } });
});

test('what a step hands out beside what leaves it can be read by name, also of a last step', () => {
  const { b } = opened();
  b.select('s4');
  b.beside = (step) => (step.id === 's3' ? [{ name: 'nearness', kind: 'picture', says: '' }, { name: 'count', kind: 'signal', says: '' }] : []);
  const found = b.readable({ name: 'by', kind: 'picture', says: '', optional: false, before: false });
  assert.ok(found.some((f) => f.value === '@s3:nearness'));
  assert.ok(!found.some((f) => f.value === '@s3:count'));
  assert.match(b.readName('@s3:nearness'), /, nearness of /);
  b.chosen.reads = { by: '@s3:nearness' };
  b.select('s3');
  assert.ok(b.connections().some(([from, step]) => from === '@s3:nearness' && step === 's4'));
});

test('a step may read any step of another lane, and those ahead of it in its own', () => {
  const { b } = opened();
  b.select('s4');
  const values = (input) => b.readable({ name: 'by', kind: 'picture', says: '', optional: false, before: false, ...input }).map((f) => f.value);
  assert.deepEqual(values({}), ['l1', '@s1', '@s3']);
  assert.deepEqual(values({ before: true }), ['l1', 'l2']);
  assert.equal(b.readName('@s1'), 'water, behind Fill');
  b.chosen.reads = { by: '@s1' };
  assert.deepEqual(b.connections(), [['@s1', 's4'], ['l3', 's3']]);
  b.select('s1');
  assert.deepEqual(b.connections(), [['@s1', 's4']]);
});
