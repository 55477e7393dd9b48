// @ts-check
/** Draws a curve of keys as SVG: the grid, the line, handles of what is selected, the keys and how each goes on. */

const NS = 'http://www.w3.org/2000/svg';
/** How a key goes on, drawn: a slant, a wave, a step, slow at both ends. In a box of 14 by 8. */
const JOIN_MARKS = { linear: 'M0 8L14 0', smooth: 'M0 5q3.5-8 7 0t7 0', hold: 'M0 8H9V0H14', ease: 'M0 8C8 8 6 0 14 0' };

/**
 * @typedef {import('./messages.js').Key} Key
 * @typedef {{from: number, to: number, low: number, high: number}} View
 * @typedef {ReturnType<typeof scaleOf>} Scale
 */

export const tidy = (/** @type {number} */ v) => Number(v.toFixed(4));

/** @param {string} name @param {Record<string, any>} attributes */
export function make(name, attributes) {
  const e = document.createElementNS(NS, name);
  for (const [k, v] of Object.entries(attributes)) e.setAttribute(k, String(v));
  return e;
}

/** Times and values as pixels, and back. @param {View} view @param {number} w @param {number} h */
export function scaleOf(view, w, h) {
  return {
    view, w, h,
    x: (/** @type {number} */ t) => 46 + ((t - view.from) / (view.to - view.from)) * (w - 60),
    y: (/** @type {number} */ v) => h - 24 - ((v - view.low) / (view.high - view.low)) * (h - 38),
    timeAt: (/** @type {number} */ px) => view.from + ((px - 46) / (w - 60)) * (view.to - view.from),
    valueAt: (/** @type {number} */ py) => view.low + ((h - 24 - py) / (h - 38)) * (view.high - view.low),
  };
}

/** A round step that divides a span into at most n. @param {number} span @param {number} n */
export function nice(span, n) {
  const raw = span / n;
  const unit = 10 ** Math.floor(Math.log10(raw));
  return [1, 2, 5, 10].map((m) => m * unit).find((s) => s >= raw) ?? raw;
}

/** One piece of the line, from a key to the next. @param {Key} a @param {Key} b @param {Scale} scale */
function piece(a, b, { x, y }) {
  const span = b.time - a.time;
  const end = `${x(b.time)} ${y(b.value)}`;
  if (a.join === 'hold') return `H${x(b.time)}V${y(b.value)}`;
  if (a.join === 'ease') return `C${x(a.time + span / 3)} ${y(a.value)} ${x(b.time - span / 3)} ${y(b.value)} ${end}`;
  if (a.join !== 'smooth') return `L${end}`;
  const out = `${x(a.time + Math.min(a.outTime, span))} ${y(a.value + a.outValue)}`;
  return `C${out} ${x(b.time - Math.min(b.inTime, span))} ${y(b.value + b.inValue)} ${end}`;
}

/** The line through all keys, level before the first and behind the last. @param {Key[]} keys @param {Scale} scale */
export function pathOf(keys, scale) {
  const { x, y, view } = scale;
  const [first] = keys;
  const begin = `M${x(Math.min(view.from, first.time))} ${y(first.value)}L${x(first.time)} ${y(first.value)}`;
  return begin + keys.slice(1).map((b, i) => piece(keys[i], b, scale)).join('') + `H${x(view.to)}`;
}

/** @param {Scale} scale */
function grid({ x, y, view, w, h }) {
  const parts = [];
  const text = (/** @type {number} */ px, /** @type {number} */ py, /** @type {string} */ says, anchor = 'middle') => {
    const t = make('text', { x: px, y: py, 'text-anchor': anchor });
    t.textContent = says;
    parts.push(t);
  };
  const dt = nice(view.to - view.from, 12);
  for (let t = Math.ceil(view.from / dt) * dt; t <= view.to; t += dt) {
    parts.push(make('line', { x1: x(t), x2: x(t), y1: 8, y2: h - 24, class: 'grid' }));
    text(x(t), h - 8, String(tidy(t)));
  }
  const dv = nice(view.high - view.low, 5);
  for (let v = Math.ceil(view.low / dv) * dv; v <= view.high; v += dv) {
    parts.push(make('line', { x1: 46, x2: w - 14, y1: y(v), y2: y(v), class: Math.abs(v) < dv / 1e3 ? 'grid zero' : 'grid' }));
    text(40, y(v) + 4, String(tidy(v)), 'end');
  }
  return parts;
}

/** The handles of a key: those that its neighbours' joins give it. @param {Key[]} keys @param {number} i @param {Scale} scale */
function handles(keys, i, { x, y }) {
  const k = keys[i];
  const ends = /** @type {[number, number, string, boolean][]} */ ([
    [k.outTime, k.outValue, 'out', k.join === 'smooth' && i < keys.length - 1],
    [-k.inTime, k.inValue, 'in', keys[i - 1]?.join === 'smooth'],
  ]);
  return ends.filter(([, , , is]) => is).flatMap(([t, v, which]) => [
    make('line', { x1: x(k.time), y1: y(k.value), x2: x(k.time + t), y2: y(k.value + v), class: 'arm' }),
    make('circle', { cx: x(k.time + t), cy: y(k.value + v), r: 5, class: 'handle', 'data-handle': `${i} ${which}` }),
  ]);
}

/**
 * Keys look alike, those in hand larger; how one goes on is drawn beside it.
 * @param {Key[]} keys @param {number} i @param {boolean} held @param {Scale} scale
 */
function mark(keys, i, held, { x, y }) {
  const px = x(keys[i].time);
  const py = y(keys[i].value);
  const half = held ? 5 : 3.5;
  const body = { x: px - half, y: py - 2.4 * half, width: 2 * half, height: 4.8 * half, rx: half };
  const parts = [make('rect', { ...body, class: `key${held ? ' sel' : ''}`, 'data-key': i })];
  if (i < keys.length - 1) parts.push(make('path', { d: JOIN_MARKS[keys[i].join], transform: `translate(${px + 9} ${py + 8})`, class: 'join' }));
  return parts;
}

/**
 * @param {SVGSVGElement} svg @param {Key[]} keys @param {Set<Key>} chosen @param {Scale} scale
 * @param {number} place where it is played now, or not a number
 * @param {SVGElement[]} behind what lies behind it
 */
export function paintCurve(svg, keys, chosen, scale, place, behind) {
  const { x, h } = scale;
  const now = Number.isFinite(place) ? [make('line', { x1: x(place), x2: x(place), y1: 8, y2: h - 24, class: 'now' })] : [];
  svg.replaceChildren(
    ...grid(scale),
    ...behind,
    make('path', { d: pathOf(keys, scale), class: 'line' }),
    ...now,
    ...keys.flatMap((k, i) => (chosen.has(k) ? handles(keys, i, scale) : [])),
    ...keys.flatMap((k, i) => mark(keys, i, chosen.has(k), scale)),
  );
}
