// @ts-check
import { make, pathOf, scaleOf } from './curve-picture.js';

/**
 * What lies behind the curve that is drawn: other curves over the same time, each in its own range, and the shape of the sound. Times are in the
 * unit of the curve that is drawn.
 * @typedef {import('./messages.js').Key} Key
 * @typedef {{id: string, name: string, keys: Key[], line?: number}} Other with a line of a kind of its own, or one by its place
 * @typedef {{name: string, from: number}} Section
 * @typedef {{others: Other[], sound: {seconds: number, shape: number[]} | null, sections: Section[], lit?: string}} Behind with one lifted out
 * @typedef {import('./curve-picture.js').Scale} Scale
 */

/** Lines are told apart by how they are broken, as well as by their names. */
export const DASHES = ['', '9 4', '2 4', '12 3 2 3', '5 5', '1 6'];
/** From more curves on their names would cover them, and the lines step back. */
const MOST_NAMED = 8;
/** Pixels between two names at the edge, at least. */
const APART = 13;

/** @param {Scale} scale @param {NonNullable<Behind['sound']>} sound */
function soundPath({ x, view, w, h }, { seconds, shape }) {
  const ground = h - 24;
  const left = Math.max(46, x(0));
  let path = `M${left} ${ground}`;
  for (let px = Math.ceil(left); px <= w - 14; px += 2) {
    const time = view.from + ((px - 46) / (w - 60)) * (view.to - view.from);
    const at = Math.floor((((time % seconds) + seconds) % seconds) / seconds * shape.length);
    path += `L${px} ${ground - ((shape[at] ?? 0) / 255) * (h - 38) * 0.5}`;
  }
  return `${path}L${w - 14} ${ground}Z`;
}

/** The scale of a curve in its own range. @param {Scale} scale @param {Key[]} keys */
function ownScale({ view, w, h }, keys) {
  const values = keys.map((k) => k.value);
  const low = Math.min(0, ...values);
  const high = Math.max(low + 1e-6, ...values, low === 0 && Math.max(...values) <= 1 ? 1 : -Infinity);
  const room = (high - low) * 0.06;
  return scaleOf({ ...view, low: low - room, high: high + room }, w, h);
}

/** Where cues of the evening begin. @param {Scale} scale @param {Section[]} sections */
function marks({ x, view, h }, sections) {
  return sections.filter((s) => s.from >= view.from && s.from <= view.to).flatMap((s) => {
    const text = make('text', { x: x(s.from) + 4, y: 16, class: 'section' });
    text.textContent = s.name;
    return [make('line', { x1: x(s.from), x2: x(s.from), y1: 8, y2: h - 24, class: 'section' }), text];
  });
}

/** @param {Scale} scale @param {Behind} behind @returns {SVGElement[]} */
export function paintBehind(scale, { others, sound, sections, lit }) {
  const parts = /** @type {Element[]} */ ([...marks(scale, sections)]);
  if (sound && sound.seconds > 0 && sound.shape.length) parts.push(make('path', { d: soundPath(scale, sound), class: 'sound' }));
  const many = others.length > MOST_NAMED;
  const drawn = others.filter((o) => o.keys.length).map((o, i) => {
    const own = ownScale(scale, o.keys);
    const line = (o.line ?? i) % DASHES.length;
    const back = o.id === lit ? ' lit' : many || lit ? ' back' : '';
    parts.push(make('path', { d: pathOf(o.keys, own), class: `other other-${line}${back}`, 'stroke-dasharray': DASHES[line] }));
    return { name: o.name, id: o.id, at: Math.min(scale.h - 30, Math.max(18, own.y(o.keys[o.keys.length - 1].value))), line };
  });
  if (many) return /** @type {SVGElement[]} */ (parts);
  let last = -Infinity;
  for (const o of drawn.toSorted((a, b) => a.at - b.at)) {
    last = Math.max(o.at, last + APART);
    const text = make('text', { x: scale.w - 20, y: last - 4, 'text-anchor': 'end', class: `other-name other-${o.line}`, 'data-other': o.id });
    text.textContent = o.name;
    parts.push(text);
  }
  return /** @type {SVGElement[]} */ (parts);
}
