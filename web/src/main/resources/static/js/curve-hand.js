// @ts-check
import { make } from './curve-picture.js';

/**
 * A hand that draws a curve while it is played: the height of the pointer at each moment that passes. What of that becomes keys is the program's.
 * @typedef {import('./messages.js').Key} Key
 */

/** Moments of one take, at most. */
const MOST = 18000;

/** @param {() => number} place where the curve is played @param {() => SVGSVGElement} host */
export function handTake(place, host) {
  /** @type {Key[]} */
  let taken = [];
  let value = 0;
  let drawing = false;
  /** @type {SVGElement | null} */
  let line = null;

  function note() {
    const time = place();
    const before = taken.at(-1);
    if (!Number.isFinite(time) || taken.length >= MOST || (before && time <= before.time)) return;
    taken.push({ time, value, join: 'linear', auto: true, inTime: 0, inValue: 0, outTime: 0, outValue: 0 });
  }

  return {
    armed: false,
    /** @param {number} at */
    begin(at) {
      taken = [];
      value = at;
      drawing = true;
      line = /** @type {SVGElement} */ (make('polyline', { class: 'taken' }));
      host().append(line);
      note();
    },
    /** @param {number} at */
    move(at) { value = at; note(); },
    /**
     * Time has gone on. Where the curve begins anew the take is at its end; what the hand does then is another.
     * @param {number} at @param {{x: (t: number) => number, y: (v: number) => number}} scale
     */
    tick(at, scale) {
      if (!drawing) return;
      const before = taken.at(-1);
      if (before && at < before.time - 0.05) { drawing = false; return; }
      note();
      line?.setAttribute('points', taken.map((k) => `${scale.x(k.time).toFixed(1)},${scale.y(k.value).toFixed(1)}`).join(' '));
      if (line && !line.isConnected) host().append(line);
    },
    /** @returns {Key[]} */
    end() {
      drawing = false;
      line?.remove();
      line = null;
      return taken;
    },
  };
}
