// @ts-check
/**
 * A slider: drag to set, with Shift ten times finer, double click to reset, arrows and Page keys; a followed setting shows the
 * range it is driven over and where in it it is. There the ends of the range are dragged instead, or all of it by its middle.
 */

/**
 * @typedef {{min: number, max: number, byRatio: boolean, whole: boolean, value: number,
 *   ends?: {low: number, high: number, change: (low: number, high: number, gesture: number) => void} | null,
 *   change: (value: number, gesture: number) => void, reset: () => void}} Range
 */

let gestures = Date.now() % 1e9;

/** A new number for a gesture: edits that carry it are one step of undo. */
export const gesture = () => ++gestures;

/** @param {Range} range @param {number} value */
export function partOf(range, value) {
  const part = range.byRatio && range.min > 0
    ? Math.log(value / range.min) / Math.log(range.max / range.min)
    : (value - range.min) / (range.max - range.min);
  return Math.min(1, Math.max(0, part));
}

/** @param {Range} range @param {number} part */
export function valueAt(range, part) {
  const at = Math.min(1, Math.max(0, part));
  const value = range.byRatio && range.min > 0
    ? range.min * Math.pow(range.max / range.min, at)
    : range.min + at * (range.max - range.min);
  return tidy(range, value);
}

/** Three or four meaningful digits: more is noise on a slider. @param {Range} range @param {number} value */
export function tidy(range, value) {
  if (range.whole) return Math.round(value);
  const span = range.byRatio ? Math.abs(value) || range.max : range.max - range.min;
  const digits = Math.max(0, Math.min(6, 3 - Math.floor(Math.log10(span || 1))));
  return Math.min(range.max, Math.max(range.min, Number(value.toFixed(digits))));
}

/** Pixels from an end of a followed range within which a press takes that end. */
const GRIP = 10;

/** Moves the low, the high or both ends of a followed range by a part of the slider. @param {Range} r */
function moveEnds(r, start, which, by, id) {
  const low = which === 'high' ? start.low : start.low + by;
  const high = which === 'low' ? start.high : start.high + by;
  r.ends?.change(which === 'high' ? r.ends.low : valueAt(r, low), which === 'low' ? r.ends.high : valueAt(r, high), id);
}

/** A drag on a followed setting. @param {HTMLElement} element @param {() => Range | null} range @param {PointerEvent} down */
function dragEnds(element, range, down) {
  const r = /** @type {Range} */ (range());
  const ends = /** @type {{low: number, high: number}} */ (r.ends);
  const box = element.getBoundingClientRect();
  const start = { low: partOf(r, ends.low), high: partOf(r, ends.high) };
  const at = down.clientX - box.left;
  const far = { low: Math.abs(at - start.low * box.width), high: Math.abs(at - start.high * box.width) };
  const nearest = far.low < far.high ? 'low' : 'high';
  const between = at > Math.min(start.low, start.high) * box.width && at < Math.max(start.low, start.high) * box.width;
  const which = far[nearest] > GRIP && between ? 'both' : nearest;
  const id = gesture();
  const move = (/** @type {PointerEvent} */ event) => {
    const now = range();
    if (now?.ends) moveEnds(now, start, which, (event.clientX - down.clientX) / box.width / (down.shiftKey ? 10 : 1), id);
  };
  const up = () => {
    element.removeEventListener('pointermove', move);
    element.removeEventListener('pointerup', up);
    element.removeEventListener('pointercancel', up);
  };
  element.addEventListener('pointermove', move);
  element.addEventListener('pointerup', up);
  element.addEventListener('pointercancel', up);
}

/**
 * Makes an element a slider. `range` is asked anew at each gesture.
 * @param {HTMLElement} element @param {() => Range | null} range
 */
export function slider(element, range) {
  element.addEventListener('pointerdown', (down) => {
    const r = range();
    if (!r || down.button !== 0) return;
    element.setPointerCapture(down.pointerId);
    element.focus();
    if (r.ends) return dragEnds(element, range, down);
    const box = element.getBoundingClientRect();
    const id = gesture();
    let part = partOf(r, r.value);
    let x = down.clientX;
    const move = (/** @type {PointerEvent} */ event) => {
      if (event.shiftKey || down.shiftKey) part += (event.clientX - x) / box.width / 10;
      else part = (event.clientX - box.left) / box.width;
      x = event.clientX;
      part = Math.min(1, Math.max(0, part));
      r.change(valueAt(r, part), id);
    };
    if (!down.shiftKey) move(down);
    const up = () => {
      element.removeEventListener('pointermove', move);
      element.removeEventListener('pointerup', up);
      element.removeEventListener('pointercancel', up);
    };
    element.addEventListener('pointermove', move);
    element.addEventListener('pointerup', up);
    element.addEventListener('pointercancel', up);
  });
  element.addEventListener('dblclick', () => range()?.reset());
  let id = 0;
  let last = 0;
  element.addEventListener('keydown', (event) => {
    const r = range();
    const steps = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
    if (!r || (!steps && event.key !== 'Home' && event.key !== 'End')) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.timeStamp - last > 800) id = gesture();
    last = event.timeStamp;
    if (r.ends) {
      const by = ((steps ?? 0) / 100) * (event.shiftKey ? 0.1 : 1);
      return moveEnds(r, { low: partOf(r, r.ends.low), high: partOf(r, r.ends.high) }, event.altKey ? 'high' : 'both', by, id);
    }
    if (event.key === 'Home') r.change(r.min, id);
    else if (event.key === 'End') r.change(r.max, id);
    else if (r.whole) r.change(Math.min(r.max, Math.max(r.min, r.value + (steps ?? 0))), id);
    else r.change(valueAt(r, partOf(r, r.value) + ((steps ?? 0) / 100) * (event.shiftKey ? 0.1 : 1)), id);
  });
}

/**
 * Paints a slider: handle, and for a followed setting its range.
 * @param {HTMLElement} element @param {Range} range @param {{low: number, high: number} | null} follow @param {number} shown
 */
export function paint(element, range, follow, shown) {
  const [bar, handle, band] = /** @type {any} */ (element.children);
  const at = partOf(range, shown) * 100;
  bar.style.width = at + '%';
  handle.style.left = at + '%';
  element.classList.toggle('followed', !!follow);
  element.setAttribute('aria-valuenow', String(shown));
  if (follow) {
    const a = partOf(range, follow.low) * 100;
    const b = partOf(range, follow.high) * 100;
    band.style.left = Math.min(a, b) + '%';
    band.style.width = Math.abs(b - a) + '%';
  }
}
