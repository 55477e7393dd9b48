// @ts-check
import { tidy } from './curve-picture.js';

/**
 * Keys that a hand moves together.
 * @typedef {import('./messages.js').Key} Key
 * @typedef {Map<Key, {time: number, value: number}>} Was where each was when the hand took it
 */

/** Where keys are now. @param {Iterable<Key>} keys @returns {Was} */
export const places = (keys) => new Map([...keys].map((k) => [k, { time: k.time, value: k.value }]));

/** All by as much; none before the beginning. @param {Was} was @param {number} by @param {number} up */
export function shifted(was, by, up) {
  const least = Math.min(...[...was.values()].map((w) => w.time));
  for (const [k, w] of was) {
    k.time = tidy(w.time + Math.max(by, -least));
    k.value = tidy(w.value + up);
  }
}

/** Times drawn out or together about the first, so that one of them comes to a time. @param {Was} was @param {Key} held @param {number} to */
export function stretched(was, held, to) {
  const first = Math.min(...[...was.values()].map((w) => w.time));
  const from = /** @type {{time: number}} */ (was.get(held)).time - first;
  if (from <= 0) return;
  const factor = Math.max(0.001, (to - first) / from);
  for (const [k, w] of was) k.time = tidy(first + (w.time - first) * factor);
}
