import assert from 'node:assert/strict';
import { test } from 'node:test';
import { bench, look, page, told } from './page.mjs';

const JS = '../../main/resources/static/js';
const { session } = await import(`${JS}/session.js`);
const { selection } = await import(`${JS}/bench/selection.js`);
const { lanes } = await import(`${JS}/bench/lanes.js`);
const { follows } = await import(`${JS}/bench/follows.js`);
const { outside } = await import(`${JS}/bench/outside.js`);
const { kits } = await import(`${JS}/bench/kits.js`);

const FACE = { id: 'kit-k1', name: 'Weir', does: '', notice: '', gives: 'picture', settings: [], reads: [], beside: [], problems: [] };

/** A look in which two lanes stand in a kit that is used in a third. */
function wrapped() {
  const whole = look();
  whole.lanes[0].kit = 'k1';
  whole.lanes[1].kit = 'k1';
  whole.lanes.push({ id: 'l9', name: 'weir', clock: { factor: 1 }, steps: [{ id: 's9', type: 'kit-k1' }, { id: 's10', type: 'blur' }] });
  whole.mix = [{ id: 'm1', lane: 'l9', blend: 'over', opacity: 1, hidden: false }, { id: 'm2', lane: 's9/l1', blend: 'add', opacity: 1, hidden: false }];
  whole.kits = [{
    id: 'k1', name: 'Weir', says: '', lane: 'l2', inputs: [{ id: 'i1', name: 'pulse' }], outputs: ['l1'],
    knobs: [{ id: 'q1', name: 'light', says: '', targets: [{ step: 's3', setting: 'brightness' }] }],
  }];
  return whole;
}

function opened() {
  const p = page();
  const b = bench(lanes(p), { wire() {}, only() {} }, follows(p), session(p), kits(p), outside(p), selection(p));
  b.startSession();
  b.startKits();
  b.startSelection();
  p.live.say({ ...told(wrapped()), kits: { 'kit-k1': FACE } });
  return { p, b };
}

test('lanes of a kit are in sight when it is open and not before', () => {
  const { b } = opened();
  assert.deepEqual(b.lanesHere.map((l) => l.id), ['l3', 'l9']);
  b.enterKit('s9');
  assert.deepEqual(b.lanesHere.map((l) => l.id), ['l1', 'l2']);
  assert.deepEqual(b.wayIn, [{ path: 's9/', name: 'Weir' }]);
  b.leaveKit();
  assert.equal(b.usePath, '');
  assert.equal(b.stepId, 's9');
});

test('what plays is known by the uses it stands in', () => {
  const { b } = opened();
  assert.equal(b.runOfStep('s10'), 's10');
  // What leaves a use is what leaves the last step of the lane that stands for it.
  assert.equal(b.runOfStep('s9'), 's9/s4');
  assert.equal(b.runOfLane('s9/l1'), 's9/s2');
  assert.equal(b.runKey('s9', 'q1'), 's9/s3 brightness');
  b.enterKit('s9');
  assert.equal(b.runOfStep('s3'), 's9/s3');
  assert.equal(b.runKey('s3', 'brightness'), 's9/s3 brightness');
});

test('a note about something within opens the kit it stands in', () => {
  const { b } = opened();
  b.goRun('s9/s1');
  assert.equal(b.usePath, 's9/');
  assert.equal(b.stepId, 's1');
});

test('what a use hands out can be read outside, and what comes in is read within by its name', () => {
  const { b } = opened();
  b.select('s10');
  assert.ok(b.readable({ kind: 'picture', before: false }).some((r) => r.value === 's9/l1'));
  assert.equal(b.laneName('s9/l1'), 'Weir, water');
  b.enterKit('s9');
  assert.ok(b.signals().some((s) => s.id === 'i1'));
  assert.equal(b.laneName('i1'), 'pulse');
});

test('marking takes what is selected along, steps or lanes and not both', () => {
  const { p, b } = opened();
  b.enterKit('s9');
  b.select('s3');
  b.extend(1, 0);
  assert.deepEqual(b.marks, ['s3', 's4']);
  b.wrap();
  assert.deepEqual(p.live.sent.at(-1), { do: 'wrap', lanes: [], steps: ['s3', 's4'] });
  b.selectLane('l1');
  b.extend(0, 1);
  assert.deepEqual(b.marks, ['l1', 'l2']);
  b.wrap();
  assert.deepEqual(p.live.sent.at(-1), { do: 'wrap', lanes: ['l1', 'l2'], steps: [] });
});

test('a kit that is gone is not open any more', () => {
  const { p, b } = opened();
  b.enterKit('s9');
  p.live.say(told(look(), 2));
  assert.equal(b.usePath, '');
  assert.equal(b.lanesHere.length, 3);
});

test('the knob of a setting is the one that sets it', () => {
  const { b } = opened();
  b.enterKit('s9');
  b.select('s3');
  assert.equal(b.knobOf('brightness').id, 'q1');
  assert.equal(b.knobOf('other'), null);
});

test('a kit of which the shelf has a newer one says so, and is not called newer than it is', () => {
  const { p, b } = opened();
  const whole = wrapped();
  b.enterKit('s9');
  assert.equal(b.shelfText, 'Not on the shelf yet.');
  whole.kits[0].kept = { id: 'weir', revision: 2 };
  p.live.say({ ...told(whole, 2), kits: { 'kit-k1': FACE }, newest: { k1: 2 } });
  assert.equal(b.isOlder, false);
  p.live.say({ ...told(whole, 3), kits: { 'kit-k1': FACE }, newest: { k1: 3 } });
  assert.equal(b.isOlder, true);
  assert.match(b.shelfText, /newer one \(3; this look has 2\)/);
  p.live.say({ ...told(whole, 4), kits: { 'kit-k1': FACE }, newest: {} });
  assert.match(b.shelfText, /no more/);
});
