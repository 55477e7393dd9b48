// @ts-check
import { make } from './curve-picture.js';

/**
 * A hand that draws a curve while it is played: the height of the pointer at each moment that passes. What of that becomes keys is the program's.
 * @typedef {import('./messages.js').Key} Key
 */

/** Moments of one take, at most. */
const MOST = 18000;

/** Seconds for which the playhead is taken to go on as it did, when nothing is told of it. */
const GOES_ON = 0.3;

/**
 * Where something that goes on evenly is between the moments at which that is told.
 * @param {() => number} clock in seconds
 */
export function goingOn(clock) {
  let at = NaN;
  let told = 0;
  let speed = 0;
  return {
    /** @param {number} is */
    tell(is) {
      const now = clock();
      const passed = now - told;
      // A leap is no speed, and neither is what stood for long.
      const went = (is - at) / passed;
      if (passed > 0) speed = went >= 0 && passed < 1 ? (speed > 0 ? speed + (went - speed) / 4 : went) : 0;
      at = is;
      told = now;
    },
    now() { return at + speed * Math.min(GOES_ON, clock() - told); },
  };
}

/** @param {() => SVGSVGElement} host @param {() => number} [clock] in seconds */
export function handTake(host, clock = () => performance.now() / 1000) {
  const head = goingOn(clock);
  /** Where the curve was played when that was told last. */
  let told = NaN;
  /** @type {Key[]} */
  let taken = [];
  let value = 0;
  let drawing = false;
  /** @type {SVGElement | null} */
  let line = null;

  function note() {
    const time = head.now();
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
      const anew = at < told - 0.05;
      told = at;
      head.tell(at);
      if (anew) drawing = false;
      if (!drawing) return;
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
