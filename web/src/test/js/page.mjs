// What stands in for a browser in the tests of the modules: no elements, no program, and a socket that notes what is sent.
const STEPS = {
  fill: { id: 'fill', name: 'Fill', does: '', gives: 'picture', settings: [{ id: 'brightness', label: 'Brightness', form: 'NUMBER', min: 0, max: 4, initial: 1 }], reads: [], beside: [], problems: [] },
  blur: { id: 'blur', name: 'Blur', does: '', takes: 'picture', gives: 'picture', settings: [], reads: [], beside: [], problems: [] },
  mask: { id: 'mask', name: 'Mask', does: '', takes: 'picture', gives: 'picture', settings: [], reads: [{ name: 'by', kind: 'picture' }], beside: [], problems: [] },
  beat: { id: 'beat', name: 'Beat', does: '', gives: 'signal', settings: [], reads: [], beside: [], problems: [] },
};
const KINDS = {
  picture: { one: 'a picture', curve: false, drives: false, mixes: true, rail: { path: 'M0 0', filled: true, width: 1 }, accepts: ['picture'], counts: '' },
  signal: { one: 'a signal', curve: true, drives: true, mixes: false, rail: { path: 'M1 1', filled: false, width: 2 }, accepts: ['signal'], counts: '' },
};

const none = new Proxy(function nothing() {}, { get: (_, name) => (name === Symbol.toPrimitive ? () => '' : none), apply: () => none, set: () => true });
globalThis.document = /** @type {any} */ ({
  querySelector: () => null, querySelectorAll: () => [], getElementById: () => null, activeElement: null, title: '',
  createElementNS: () => none, addEventListener: () => {}, hidden: false,
});
const kept = new Map();
globalThis.localStorage = /** @type {any} */ ({ getItem: (name) => kept.get(name) ?? null, setItem: (name, value) => kept.set(name, value) });
globalThis.addEventListener = () => {};
globalThis.fetch = /** @type {any} */ (async (url) => ({ ok: true, json: async () => (url === '/kinds.json' ? KINDS : url === '/catalogue.json' ? STEPS : [])}));

// A sentence that is to go after some seconds does not keep a test from ending.
const later = globalThis.setTimeout;
globalThis.setTimeout = /** @type {any} */ ((then, ms, ...rest) => {
  const timer = later(then, ms, ...rest);
  return ms >= 1000 ? timer.unref() : timer;
});

/** A look of two lanes of pictures and one of a signal. */
export const look = () => ({
  name: 'Sluice', width: 960, height: 540, rate: 30, seed: 1, tempo: 96, clock: { factor: 1 }, desk: { bindings: [], strip: [] },
  lanes: [
    { id: 'l1', name: 'water', clock: { factor: 1 }, steps: [{ id: 's1', type: 'fill' }, { id: 's2', type: 'blur' }] },
    { id: 'l2', name: 'reeds', clock: { factor: 1, push: 'l3' }, steps: [{ id: 's3', type: 'fill' }, { id: 's4', type: 'mask', reads: { by: 'l1' } }] },
    { id: 'l3', name: 'pulse', clock: { factor: 1 }, steps: [{ id: 's5', type: 'beat' }] },
  ],
  mix: [{ id: 'm1', lane: 'l2', blend: 'over', opacity: 1, hidden: false }, { id: 'm2', lane: 'l1', blend: 'add', opacity: 0.5, hidden: false }],
});

/** A page that works on that look; `told` is what it was told, `sent` what it sent. */
export function page() {
  const heard = new Map();
  const live = {
    sent: /** @type {any[]} */ ([]), asked: 0, open: true, unsaved: { n: 0 },
    hear(is, then) { heard.set(is, [...(heard.get(is) ?? []), then]); },
    say(message) { for (const then of heard.get(message.is) ?? []) then(message); },
    send(message) { live.sent.push(message); },
    /** @param {string} word @param {any} message */
    ask(word, message) { live.sent.push(message); },
    answered() {},
  };
  return /** @type {any} */ ({ root: { dataset: { show: 'w1', sound: 'band' } }, lookId: 'k1', live, catalogue: STEPS, board: null, dear: false, curves: { add() {}, keep() {}, draw() {} } });
}

/** What Alpine gives every part. */
export const alpine = { $nextTick(then) { then(); }, $watch() {} };

/** The parts of a Bench that others take for granted, doing nothing, where a test has not the real ones. */
export const idle = {
  stepId: '', laneId: '', layerId: '', wire() {}, askTiles() {}, leaveTable() {}, leaveCurve() {}, leaveText() {}, write() {}, codeSetting: null,
  near: {}, waitingText: '', troubled: '',
  usePath: '', marks: [], openKit: null, outlets: [], kitOf: () => null,
  /** @this {any} */
  get lanesHere() { return this.look.lanes; },
};

/** Puts parts together over the idle ones. */
export function bench(...parts) {
  const whole = {};
  for (const part of [idle, alpine, ...parts]) Object.defineProperties(whole, Object.getOwnPropertyDescriptors(part));
  return /** @type {any} */ (whole);
}

/** The message that brings a document. */
export const told = (document, version = 1) => ({
  is: 'look', version, canUndo: version > 1, canRedo: false, look: document, grown: {}, formulas: {}, curves: {},
});
