// @ts-check
/**
 * The curve editor: keys over time as SVG. What a curve is and comes to is the program's; here keys are moved and drawn.
 *
 * Drag keys and handles, with Ctrl to draw times out, double click for a new key, drag over nothing to select by a box, wheel to zoom,
 * Shift and wheel to move along, arrows to nudge, Tab and Shift+Tab from key to key, Ctrl+A, C, X, V, Delete.
 */
import { paintBehind } from './curve-behind.js';
import { places, shifted, stretched } from './curve-moves.js';
import { make, paintCurve, scaleOf, tidy } from './curve-picture.js';
import { handTake } from './curve-hand.js';
import { gesture } from './slider.js';

/** @type {import('./messages.js').KeyJoin[]} */
const JOINS = ['linear', 'smooth', 'hold', 'ease'];
/** Presses of a key within so many milliseconds are one step of undo. */
const BURST_MS = 800;
/** @typedef {import('./messages.js').Key} Key */

/** Keys that were copied last, from any curve. @type {Key[]} */
let copied = [];

/**
 * @param {HTMLElement} host
 * @param {{
 *   change: (keys: Key[], gesture: number) => void, drew: (taken: Key[]) => void, leave: () => void, chosen: (keys: Key[]) => void,
 *   other: (id: string) => void, snap: () => number}} told
 */
export function curveEditor(host, told) {
  const svg = /** @type {SVGSVGElement} */ (make('svg', { class: 'curve', tabindex: 0, role: 'application', 'aria-label': 'Curve: keys over time' }));
  host.replaceChildren(svg);
  /** @type {Key[]} */
  let keys = [];
  /** @type {Set<Key>} */
  let chosen = new Set();
  let view = { from: 0, to: 4, low: 0, high: 1 };
  let dragging = false;
  let place = NaN;
  let behind = /** @type {import('./curve-behind.js').Behind} */ ({ others: [], sound: null, sections: [] });
  let nudge = { gesture: 0, at: 0 };
  const scale = () => scaleOf(view, Math.max(50, svg.clientWidth), Math.max(50, svg.clientHeight));
  const x = (/** @type {number} */ t) => scale().x(t);
  const y = (/** @type {number} */ v) => scale().y(v);
  const timeAt = (/** @type {number} */ px) => scale().timeAt(px);
  const valueAt = (/** @type {number} */ py) => scale().valueAt(py);

  function fit() {
    const end = Math.max(...keys.map((k) => k.time), 0.01);
    const values = keys.map((k) => k.value);
    const low = Math.min(0, ...values);
    const high = Math.max(low + 1e-6, ...values, low === 0 && Math.max(...values) <= 1 ? 1 : -Infinity);
    const room = (high - low) * 0.06;
    view = { from: 0, to: end * 1.06, low: low - room, high: high + room };
    draw();
  }

  function draw() {
    if (keys.length) paintCurve(svg, keys, chosen, scale(), place, paintBehind(scale(), behind));
  }

  function changed(/** @type {number} */ g) {
    keys.sort((a, b) => a.time - b.time);
    draw();
    told.chosen([...chosen]);
    told.change(keys, g);
  }
  function choose(/** @type {Iterable<Key>} */ now) {
    chosen = new Set(now);
    draw();
    told.chosen([...chosen]);
  }
  const snapped = (/** @type {number} */ t, /** @type {boolean} */ free) => {
    const step = told.snap();
    return Math.max(0, step > 0 && !free ? Math.round(t / step) * step : t);
  };
  const fresh = (/** @type {number} */ time, /** @type {number} */ value) => {
    const before = keys.filter((k) => k.time <= time).at(-1) ?? keys[0];
    return { time: tidy(time), value: tidy(value), join: before?.join ?? 'smooth', auto: true, inTime: 0, inValue: 0, outTime: 0, outValue: 0 };
  };
  function add(/** @type {number} */ time, /** @type {number} */ value) {
    const k = fresh(time, value);
    keys.push(k);
    chosen = new Set([k]);
    changed(0);
  }
  function remove() {
    if (chosen.size >= keys.length) chosen.delete(keys[0]);
    keys = keys.filter((k) => !chosen.has(k));
    chosen.clear();
    changed(0);
  }
  function paste() {
    if (!copied.length) return;
    const first = Math.min(...copied.map((k) => k.time));
    const end = Math.max(...keys.map((k) => k.time));
    const at = Number.isFinite(place) && chosen.size === 0 ? snapped(place, false) : end + (told.snap() || (view.to - view.from) / 20);
    const more = copied.map((k) => ({ ...k, time: tidy(k.time - first + at) }));
    keys.push(...more);
    chosen = new Set(more);
    changed(0);
    if (Math.max(...keys.map((k) => k.time)) > view.to) fit();
  }
  const hand = handTake(() => svg);
  const copy = () => { if (chosen.size) copied = [...chosen].map((k) => ({ ...k })); };

  const point = (/** @type {MouseEvent} */ event) => {
    const box = svg.getBoundingClientRect();
    return { px: event.clientX - box.left, py: event.clientY - box.top };
  };
  function drag(/** @type {(event: PointerEvent) => void} */ onto, /** @type {() => void} */ end) {
    dragging = true;
    const stop = () => {
      svg.removeEventListener('pointermove', onto);
      svg.removeEventListener('pointerup', stop);
      svg.removeEventListener('pointercancel', stop);
      dragging = false;
      end();
    };
    svg.addEventListener('pointermove', onto);
    svg.addEventListener('pointerup', stop);
    svg.addEventListener('pointercancel', stop);
  }

  svg.addEventListener('pointerdown', (down) => {
    if (down.button !== 0) return;
    svg.setPointerCapture(down.pointerId);
    svg.focus();
    const target = /** @type {SVGElement} */ (down.target);
    const start = point(down);
    if (target.dataset.other && !hand.armed) return told.other(target.dataset.other);
    if (hand.armed) {
      hand.begin(valueAt(start.py));
      return drag((event) => hand.move(valueAt(point(event).py)), () => { const taken = hand.end(); if (taken.length > 1) told.drew(taken); draw(); });
    }
    const g = gesture();
    if (target.dataset.handle) {
      const [i, which] = target.dataset.handle.split(' ');
      const k = keys[Number(i)];
      return drag((event) => {
        const { px, py } = point(event);
        const t = timeAt(px) - k.time;
        const v = tidy(valueAt(py) - k.value);
        const mirror = !event.altKey;
        k.auto = false;
        if (which === 'out') {
          k.outTime = tidy(Math.max(0, t)); k.outValue = v;
          if (mirror) k.inValue = tidy(k.outTime > 1e-6 ? (-v * k.inTime) / k.outTime : 0);
        } else {
          k.inTime = tidy(Math.max(0, -t)); k.inValue = v;
          if (mirror) k.outValue = tidy(k.inTime > 1e-6 ? (-v * k.outTime) / k.inTime : 0);
        }
        changed(g);
      }, () => {});
    }
    if (target.dataset.key) {
      const k = keys[Number(target.dataset.key)];
      if (down.shiftKey) return choose(chosen.has(k) ? [...chosen].filter((c) => c !== k) : [...chosen, k]);
      if (!chosen.has(k)) choose([k]);
      const was = places(chosen);
      return drag((event) => {
        const { px, py } = point(event);
        const base = /** @type {any} */ (was.get(k));
        const to = snapped(base.time + timeAt(px) - timeAt(start.px), event.altKey);
        if (event.ctrlKey) stretched(was, k, to);
        else shifted(was, to - base.time, Math.abs(py - start.py) < 3 ? 0 : valueAt(py) - valueAt(start.py));
        changed(g);
      }, () => {});
    }
    const keep = down.shiftKey ? [...chosen] : [];
    const box = make('rect', { class: 'box' });
    let moved = false;
    return drag((event) => {
      moved = true;
      const { px, py } = point(event);
      const [x0, x1] = [Math.min(px, start.px), Math.max(px, start.px)];
      const [y0, y1] = [Math.min(py, start.py), Math.max(py, start.py)];
      choose([...keep, ...keys.filter((k) => x(k.time) >= x0 && x(k.time) <= x1 && y(k.value) >= y0 && y(k.value) <= y1)]);
      for (const [a, v] of Object.entries({ x: x0, y: y0, width: x1 - x0, height: y1 - y0 })) box.setAttribute(a, String(v));
      svg.append(box);
    }, () => { if (!moved) choose(keep); else draw(); });
  });
  svg.addEventListener('dblclick', (event) => {
    const { px, py } = point(event);
    if (!(/** @type {any} */ (event.target).dataset.key)) add(snapped(timeAt(px), event.altKey), valueAt(py));
  });
  svg.addEventListener('wheel', (event) => {
    event.preventDefault();
    const { px, py } = point(event);
    const by = Math.exp(Math.sign(event.deltaY) * 0.15);
    if (event.shiftKey) {
      const move = (view.to - view.from) * 0.1 * Math.sign(event.deltaY);
      const from = Math.max(0, view.from + move);
      view = { ...view, from, to: from + view.to - view.from };
    } else if (event.ctrlKey || event.altKey) {
      const v = valueAt(py);
      view = { ...view, low: v - (v - view.low) * by, high: v + (view.high - v) * by };
    } else zoom(by, timeAt(px));
    draw();
  }, { passive: false });
  function zoom(/** @type {number} */ by, /** @type {number} */ t) {
    const span = Math.min(36000, Math.max(0.02, (view.to - view.from) * by));
    const part = (t - view.from) / (view.to - view.from);
    const from = Math.max(0, t - part * span);
    view = { ...view, from, to: from + span };
    draw();
  }
  svg.addEventListener('keydown', (event) => {
    const command = event.ctrlKey || event.metaKey;
    const key = event.key;
    const shift = (/** @type {number} */ dt, /** @type {number} */ dv) => {
      if (event.timeStamp - nudge.at > BURST_MS) nudge.gesture = gesture();
      nudge.at = event.timeStamp;
      shifted(places(chosen), dt, dv);
      changed(nudge.gesture);
    };
    const fine = event.shiftKey ? 0.1 : 1;
    const dt = (told.snap() || (view.to - view.from) / 100) * fine;
    const dv = ((view.high - view.low) / 100) * fine;
    const walk = (/** @type {number} */ by) => {
      const at = keys.findIndex((k) => chosen.has(k));
      const next = at + by;
      if (next < 0 || next >= keys.length) return false;
      choose([keys[at < 0 ? (by > 0 ? 0 : keys.length - 1) : next]]);
      return true;
    };
    if (command && 'acxv'.includes(key.toLowerCase())) {
      ({ a: () => choose(keys), c: copy, x: () => { copy(); remove(); }, v: paste })[/** @type {'a'|'c'|'x'|'v'} */ (key.toLowerCase())]();
    } else if (command) return;
    else if (key === 'Tab') { if (!walk(event.shiftKey ? -1 : 1)) return; } else if (key === 'ArrowLeft' && chosen.size) shift(-dt, 0);
    else if (key === 'ArrowRight' && chosen.size) shift(dt, 0);
    else if (key === 'ArrowUp' && chosen.size) shift(0, dv);
    else if (key === 'ArrowDown' && chosen.size) shift(0, -dv);
    else if (key === 'Delete' || key === 'Backspace') remove();
    else if (key === 'Enter') {
      const at = chosen.size ? [...chosen].at(-1) : keys.at(-1);
      const next = at && keys[keys.indexOf(at) + 1];
      if (at) add(next ? (at.time + next.time) / 2 : at.time + (told.snap() || 1), at.value);
    } else if (key === '+' || key === '-') zoom(key === '+' ? 0.8 : 1.25, (view.from + view.to) / 2);
    else if (key === '0') fit();
    else if (/^[1-4]$/.test(key)) join(JOINS[Number(key) - 1]);
    else if (key === 'Escape') told.leave();
    else return;
    event.preventDefault();
    event.stopPropagation();
  });
  function join(/** @type {import('./messages.js').KeyJoin} */ how) {
    for (const k of chosen) k.join = how;
    changed(0);
  }
  new ResizeObserver(draw).observe(svg);

  return {
    /** Another curve. @param {Key[]} now */
    open(now) { keys = now.map((k) => ({ ...k })); chosen.clear(); fit(); told.chosen([]); },
    /** The curve as the program has it, with the handles it found; what is selected stays so. @param {Key[]} now */
    take(now) {
      if (now.length === keys.length) {
        // Where a drag goes on what it holds stays, and only handles that were found are taken over.
        now.forEach((k, i) => {
          const { inTime, inValue, outTime, outValue } = k;
          if (!dragging) Object.assign(keys[i], k);
          else if (keys[i].auto) Object.assign(keys[i], { inTime, inValue, outTime, outValue });
        });
      } else if (!dragging) {
        keys = now.map((k) => ({ ...k }));
        chosen.clear();
        told.chosen([]);
      }
      draw();
    },
    /** What lies behind it. @param {import('./curve-behind.js').Behind} now */
    behind(now) { behind = now; draw(); },
    focus() { svg.focus(); },
    /** Where the curve is played now. @param {number} at */
    playing(at) {
      place = at;
      hand.tick(at, scale());
      const line = svg.querySelector('.now');
      if (Number.isFinite(at) !== Boolean(line)) draw();
      if (!line || !Number.isFinite(at)) return;
      for (const end of ['x1', 'x2']) line.setAttribute(end, String(x(at)));
    },
    /** Whether a press draws while time goes on, and does not select. @param {boolean} on */
    arm(on) { hand.armed = on; svg.classList.toggle('armed', on); },
    fit, join, remove, copy, paste,
    zoom: (/** @type {number} */ by) => zoom(by, (view.from + view.to) / 2),
    /** Sets the time or the value of what is selected; of several the first, and the others go along. @param {'time'|'value'} field @param {number} number */
    type(field, number) {
      const first = [...chosen].sort((a, b) => a.time - b.time)[0];
      if (!first || !Number.isFinite(number)) return;
      const by = Math.max(0, number) - first.time;
      for (const k of chosen) {
        if (field === 'time') k.time = tidy(Math.max(0, k.time + by));
        else k.value = tidy(number);
      }
      changed(0);
    },
    auto() { for (const k of chosen) k.auto = true; changed(0); },
  };
}
