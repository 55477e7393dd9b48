import assert from 'node:assert/strict';
import { test } from 'node:test';
import { bench, look, page, told } from './page.mjs';

const JS = '../../main/resources/static/js';
const field = { value: '', style: { display: '' }, focus() {}, select() {}, blur() {}, scrollIntoView() {} };
document.querySelector = /** @type {any} */ ((selector) => (selector.startsWith('.finder') ? field : null));
const { session } = await import(`${JS}/session.js`);
const { finder } = await import(`${JS}/bench/finder.js`);

function opened() {
  const p = page();
  const b = bench(session(p), finder(p), { stepId: 's2', aboveLane: 'l1', chosenLane: null });
  b.startSession();
  b.startFinder();
  p.live.say(told(look()));
  b.findHere();
  return { p, b };
}
const key = (name) => ({ key: name, preventDefault() {}, stopPropagation() {} });

test('it looks behind what is selected', () => {
  const { p, b } = opened();
  assert.deepEqual(p.live.sent.at(-1), { do: 'find', asked: 1, lane: 'l1', place: 2, words: '' });
  assert.equal(b.finderPlace, 'In water, behind Blur — Tab for a new lane');
});

test('with the look itself selected it looks behind what stands in front, and with a layer behind what that shows', () => {
  const { p, b } = opened();
  const lane = b.laneById('l1');
  Object.assign(b, { stepId: '', foremost: lane });
  b.findHere();
  assert.deepEqual(p.live.sent.at(-1), { do: 'find', asked: 2, lane: 'l1', place: 2, words: '' });
  Object.assign(b, { foremost: null, chosenLayer: { lane: 'l1' } });
  b.findHere();
  assert.deepEqual(p.live.sent.at(-1), { do: 'find', asked: 3, lane: 'l1', place: 2, words: '' });
  Object.assign(b, { chosenLayer: null });
  b.findHere();
  assert.deepEqual(p.live.sent.at(-1), { do: 'find', asked: 4, lane: null, place: 0, words: '' });
});

test('a list for an older text is passed over', () => {
  const { p, b } = opened();
  b.finder.words = 'fil';
  b.ask();
  p.live.say({ is: 'found', asked: 1, steps: [{ type: 'blur', where: 'HERE' }] });
  assert.deepEqual(b.finder.found, []);
  assert.equal(b.finderFresh, false);
  p.live.say({ is: 'found', asked: 2, steps: [{ type: 'fill', where: 'NEW_LANE' }] });
  assert.equal(b.finderFresh, true);
  assert.equal(b.foundInfo(b.finder.found[0]).name, 'Fill');
});

test('Enter before the list has come is of the list that comes', () => {
  const { p, b } = opened();
  b.finder.words = 'blur';
  b.ask();
  b.finderKey(key('Enter'));
  assert.equal(p.live.sent.filter((m) => m.do === 'add-step').length, 0);
  p.live.say({ is: 'found', asked: 2, steps: [{ type: 'blur', where: 'HERE' }, { type: 'fill', where: 'NEW_LANE' }] });
  assert.deepEqual(p.live.sent.at(-1), { do: 'add-step', above: 'l1', type: 'blur', lane: 'l1', place: 2 });
  assert.equal(b.finder.open, false);
});

test('what can only begin a lane does', () => {
  const { p, b } = opened();
  p.live.say({ is: 'found', asked: 1, steps: [{ type: 'blur', where: 'HERE' }, { type: 'fill', where: 'NEW_LANE' }] });
  b.finderKey(key('ArrowDown'));
  b.finderKey(key('Enter'));
  assert.deepEqual(p.live.sent.at(-1), { do: 'add-step', above: 'l1', type: 'fill', lane: null, place: 0 });
});

test('what goes behind another step only is told and not added', () => {
  const { p, b } = opened();
  p.live.say({ is: 'found', asked: 1, steps: [{ type: 'blur', where: 'BEHIND_ANOTHER' }] });
  b.finderKey(key('Enter'));
  assert.equal(p.live.sent.filter((m) => m.do === 'add-step').length, 0);
  assert.equal(b.finder.open, true);
  assert.match(b.foundWhere(b.finder.found[0]), /behind a picture/);
});

test('typing on takes back an Enter that was waiting', () => {
  const { p, b } = opened();
  b.ask();
  b.finderKey(key('Enter'));
  b.ask();
  p.live.say({ is: 'found', asked: 3, steps: [{ type: 'fill', where: 'NEW_LANE' }] });
  assert.equal(p.live.sent.filter((m) => m.do === 'add-step').length, 0);
});
