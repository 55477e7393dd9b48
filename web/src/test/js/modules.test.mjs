import assert from 'node:assert/strict';
import { test } from 'node:test';
import { bench, look, page, told } from './page.mjs';

const JS = '../../main/resources/static/js';
const { session } = await import(`${JS}/session.js`);
const { formulas } = await import(`${JS}/formulas.js`);
const { together } = await import(`${JS}/parts.js`);
const { Unsaved } = await import(`${JS}/unsaved.js`);
const { partOf, valueAt } = await import(`${JS}/slider.js`);
const { isTyping } = await import(`${JS}/bench/keys.js`);
const { moving } = await import(`${JS}/bench/moving.js`);
const { notes } = await import(`${JS}/bench/notes.js`);
const { previews } = await import(`${JS}/bench/previews.js`);
const { clockText, plain } = await import(`${JS}/page.js`);

test('two parts of a page with one name are refused, and getters stay getters', () => {
  assert.throws(() => together({ tap() {} }, { tap() {} }), /'tap'/);
  let n = 0;
  const whole = together({ get next() { return ++n; } }, { other: 1 });
  assert.deepEqual([whole.next, whole.next, whole.other], [1, 2, 1]);
});

test('changes wait in order, a drag as one, until they are on the disk', () => {
  const unsaved = new Unsaved();
  const set = (value) => ({ do: 'edit', gesture: 7, edit: { edit: 'set', step: 's1', setting: 'size', value } });
  assert.equal(Unsaved.changes({ do: 'tap' }), false);
  assert.equal(unsaved.take(set(1), false, 0).n, 1);
  assert.equal(unsaved.take(set(2), false, 5).n, 1);
  assert.equal(unsaved.take({ do: 'undo' }, false, 6).n, 2);
  assert.deepEqual(unsaved.all.map((each) => each.message.edit?.value), [2, undefined]);
  assert.equal(unsaved.says(100, true), 'saving…');
  assert.equal(unsaved.says(3000, true), '2 changes not saved for 3 s');
  assert.equal(unsaved.says(100, false), '2 changes not saved: the program does not answer');
  unsaved.saved(1);
  unsaved.refused(2);
  assert.equal(unsaved.says(0, true), 'saved');
});

test('sliders go by ratio where their setting does, and come back to what they came from', () => {
  const even = { min: 0, max: 10, byRatio: false, whole: false };
  const ratio = { min: 0.1, max: 10, byRatio: true, whole: false };
  assert.equal(partOf(even, 2.5), 0.25);
  assert.equal(partOf(ratio, 1), 0.5);
  assert.equal(valueAt(ratio, 0.5), 1);
  assert.equal(valueAt({ ...even, whole: true }, 0.26), 3);
  assert.equal(partOf(even, 99), 1);
});

test('fields are filled again with what comes of the own change or is not taken, and not while somebody else edits', () => {
  const p = page();
  const b = bench(session(p), formulas(p));
  b.startSession();
  b.startFormulas();
  const filled = () => b.answers;
  p.live.say({ ...told(look()), n: 3 });
  const first = filled();
  p.live.say({ ...told({ ...look(), width: 640 }, 2), n: 3 });
  assert.equal(b.look.width, 640);
  assert.equal(filled(), first);
  p.live.say({ ...told({ ...look(), width: 640 }, 3), n: 4 });
  assert.equal(filled(), first + 1);
  p.live.say({ is: 'refused', says: 'A look has a width of 16 to 8192.', n: 5 });
  assert.equal(filled(), first + 2);
  b.keyed(true);
  p.live.say({ ...told({ ...look(), width: 800 }, 4), n: 6 });
  assert.equal(filled(), first + 2);
  b.keyed(false);
  assert.equal(filled(), first + 3);
});

test('what is no number is said, and the field shows again what is so', async () => {
  const p = page();
  const b = bench(session(p), formulas(p));
  b.startSession();
  b.startFormulas();
  const number = b.reckon('oops');
  p.live.say({ is: 'checked', asked: p.live.sent.at(-1).asked, ok: false, says: 'there is nothing called oops' });
  assert.ok(Number.isNaN(await number));
  assert.equal(b.refusal, 'That is no number: there is nothing called oops.');
  assert.equal(b.answers, 1);
});

test('a drop-down keeps the keys it needs, and gives back all others', () => {
  const at = (tagName, key, type = '') => isTyping({ target: { tagName, type }, key });
  assert.deepEqual([at('SELECT', 'ArrowDown'), at('SELECT', 'b'), at('INPUT', 'b', 'text'), at('INPUT', 'b', 'color'), at('BUTTON', 'b')], [true, false, true, false, false]);
});

test('a step that is dropped behind where it was leaves its place first', () => {
  const p = page();
  const b = bench(session(p), moving(p));
  b.startSession();
  p.live.say(told(look()));
  const event = { preventDefault() {}, dataTransfer: { setData() {} } };
  b.dragStep(event, 's1');
  b.drop(event, 'l1', 2);
  assert.deepEqual(p.live.sent.pop().edit, { edit: 'move-step', step: 's1', lane: 'l1', place: 1 });
  b.dragStep(event, 's1');
  b.drop(event, 'l2', 2);
  assert.deepEqual(p.live.sent.pop().edit, { edit: 'move-step', step: 's1', lane: 'l2', place: 2 });
  b.drop(event, 'l2', 0);
  assert.equal(p.live.sent.length, 0);
});

test('the footer says what was refused before what is wrong, and counts the rest', () => {
  const p = page();
  const b = bench(session(p), notes(p));
  b.startSession();
  b.startNotes();
  p.live.say({ is: 'board', notes: [{ says: 'Blur reads nothing.', step: 's2' }, { says: 'No sound.' }], lightWanted: 1, sound: 'band' });
  assert.deepEqual([b.saying, b.moreNotes, b.notesText, b.troubled], ['Blur reads nothing.', true, '2 in all', 's2']);
  p.live.say({ is: 'refused', says: 'That is no number.', n: 0 });
  assert.deepEqual([b.saying, b.moreNotes], ['That is no number.', false]);
  clearTimeout(b.refusing);
});

test('previews are asked for again only where the steps are others', () => {
  const p = page();
  let asked = 0;
  const b = bench(session(p), previews(p), { askTiles() { asked += 1; } });
  b.startSession();
  b.startPreviews();
  p.live.say(told(look()));
  p.live.say(told(look(), 2));
  assert.equal(asked, 1);
  const other = look();
  other.lanes[0].steps.pop();
  p.live.say(told(other, 3));
  assert.equal(asked, 2);
});

test('numbers and times read as people write them', () => {
  assert.deepEqual([plain(3), plain(0.33333333), plain(1e6)], ['3', '0.3333', '1000000']);
  assert.deepEqual([clockText(0), clockText(61.5), clockText(3599.994)], ['00:00.00', '01:01.50', '59:59.99']);
});

test('a curve is drawn through its keys, each piece as its key goes on', async () => {
  const { nice, pathOf, scaleOf } = await import(`${JS}/curve-picture.js`);
  const scale = scaleOf({ from: 0, to: 10, low: 0, high: 1 }, 160, 138);
  const key = (time, value, join) => ({ time, value, join, auto: true, inTime: 1, inValue: 0, outTime: 1, outValue: 0.5 });
  assert.deepEqual([scale.x(0), scale.x(10), scale.y(0), scale.y(1)], [46, 146, 114, 14]);
  assert.equal(scale.timeAt(scale.x(3.25)), 3.25);
  assert.equal(scale.valueAt(scale.y(0.75)), 0.75);
  const path = pathOf([key(0, 0, 'linear'), key(2, 1, 'hold'), key(4, 0, 'smooth'), key(6, 1, 'ease'), key(9, 1, 'linear')], scale);
  assert.equal(path, 'M46 114L46 114L66 14H86V114C96 64 96 14 106 14C116 14 126 14 136 14H146');
  assert.deepEqual([nice(10, 12), nice(100, 12), nice(0.9, 5)], [1, 10, 0.2]);
});

test('a document from before what was drawn last does not take it away again', async () => {
  const { drawing } = await import(`${JS}/bench/drawing.js`);
  const p = page();
  p.live.unsaved = { n: 0 };
  let taken = 0;
  const b = bench(session(p), drawing(p), { curveSetting: null, syncCurve() { taken += 1; } });
  b.startSession();
  b.startDrawing();
  p.live.say({ ...told(look()), n: 0 });
  assert.equal(taken, 1);
  p.live.unsaved.n = 5;
  b.sendKeys([], 1);
  p.live.say({ ...told(look(), 2), n: 4 });
  assert.equal(taken, 1);
  p.live.say({ ...told(look(), 3), n: 5 });
  assert.equal(taken, 2);
  // What was refused is waited for no more.
  p.live.unsaved.n = 6;
  b.sendKeys([], 1);
  p.live.say({ is: 'refused', says: 'No.', n: 6 });
  clearTimeout(b.refusing);
  p.live.say({ ...told(look(), 3), n: 5 });
  assert.equal(taken, 3);
});

test('before and after change places however late the document comes from before', async () => {
  const { snapshots } = await import(`${JS}/bench/snapshots.js`);
  const p = page();
  const b = bench(session(p), snapshots(p));
  b.startSession();
  b.startSnapshots();
  p.live.say({ ...told(look()), n: 0 });
  p.live.send = (message) => { p.live.sent.push(message); p.live.unsaved.n++; };
  b.beforeAfter();
  // What stood before the first press is told only now, and has nothing that could be done again.
  p.live.say({ ...told(look(), 2), n: 0, canRedo: false });
  b.beforeAfter();
  assert.deepEqual(p.live.sent.map((m) => m.do), ['undo', 'redo']);
  p.live.say({ ...told(look(), 3), n: 2, canRedo: false });
  b.beforeAfter();
  assert.equal(p.live.sent.at(-1).do, 'undo');
});
