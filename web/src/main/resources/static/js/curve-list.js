// @ts-check
import { DASHES } from './curve-behind.js';

/**
 * The list of the curves that lie over one another: which of them are seen, and which one is lifted out.
 * @typedef {{id: string, name: string, line: number}} Row
 */

/** From so many curves on one looks for a name. */
const MANY = 8;

/** Of a page that has `trackRows()`, `curveTrack`, the one that is drawn, and `showTracks()`, which shows what has changed. */
export function curveList() {
  return {
    curvesHidden: /** @type {Record<string, boolean>} */ ({}),
    curveLit: '', curveSought: '',

    /** @this {any} */
    curvesMany() { return this.tracks.length > MANY; },
    /** Those whose names hold what is looked for. @this {any} */
    curvesFound() {
      const words = this.curveSought.toLowerCase().split(/\s+/).filter(Boolean);
      return this.trackRows().filter((/** @type {Row} */ r) => words.every((/** @type {string} */ w) => r.name.toLowerCase().includes(w)));
    },
    /** Whether a curve is seen; the one that is drawn always is. @this {any} @param {string} id */
    curveSeen(id) { return id === this.curveTrack || !this.curvesHidden[id]; },
    /** @this {any} @param {string} id @param {boolean} seen */
    seeCurve(id, seen) { this.curvesHidden[id] = !seen; this.showTracks(); },
    /** Shows those that are found, and only these. @this {any} */
    seeFound() {
      const found = new Set(this.curvesFound().map((/** @type {Row} */ r) => r.id));
      this.curvesHidden = Object.fromEntries(this.trackRows().map((/** @type {Row} */ r) => [r.id, !found.has(r.id)]));
      this.showTracks();
    },
    /** @this {any} @param {boolean} seen */
    seeAll(seen) {
      this.curvesHidden = Object.fromEntries(this.trackRows().map((/** @type {Row} */ r) => [r.id, !seen]));
      this.showTracks();
    },
    /** @this {any} @param {string} id */
    liftCurve(id) {
      if (this.curveLit === id) return;
      this.curveLit = id;
      this.showTracks();
    },
    /** How its line is broken. @param {Row} r */
    curveDash: (r) => DASHES[r.line % DASHES.length],
    /** @param {Row} r */
    curveLine: (r) => `other other-${r.line % DASHES.length}`,
    /** To the row above or below. @param {KeyboardEvent} e */
    stepRow(e) {
      const row = /** @type {HTMLElement} */ (e.currentTarget);
      const next = e.key === 'ArrowDown' ? row.nextElementSibling : e.key === 'ArrowUp' ? row.previousElementSibling : null;
      const button = next?.querySelector('button');
      if (!button) return;
      e.preventDefault();
      button.focus();
    },
  };
}
