// @ts-check
/**
 * What is done to the selected keys of a curve, wherever that is drawn.
 * @typedef {ReturnType<import('./curve.js').curveEditor>} Editor
 */

/** Beats that times snap to. @type {Record<string, number>} */
const BEATS = { none: 0, bar: 4, beat: 1, half: 0.5, quarter: 0.25 };

/** @param {() => Editor | null} editor */
export function curveTools(editor) {
  return {
    keyTime: '', keyValue: '', keyJoin: '', keyCount: 0, snapTo: 'beat',

    /** @param {import('./messages.js').Key[]} keys those that are selected */
    showKeys(keys) {
      const first = keys.toSorted((a, b) => a.time - b.time)[0];
      this.keyCount = keys.length;
      this.keyTime = first ? String(first.time) : '';
      this.keyValue = first ? (keys.every((k) => k.value === first.value) ? String(first.value) : '') : '';
      this.keyJoin = first && keys.every((k) => k.join === first.join) ? first.join : '';
    },
    /** What times snap to where a beat lasts so long; 0 for nothing. @param {number} beat in the unit of the times */
    snapped(beat) { return (BEATS[this.snapTo] ?? 0) * beat; },
    /** @param {import('./messages.js').KeyJoin} how */
    joinKeys(how) { editor()?.join(how); },
    /** @this {any} @param {'time'|'value'} field @param {any} event */
    async typeKey(field, event) { editor()?.type(field, await this.reckon(event.target.value)); },
    /** @param {'in'|'out'|'fit'|'copy'|'paste'|'remove'|'auto'} what */
    curveAct(what) {
      if (what === 'in') editor()?.zoom(0.8);
      else if (what === 'out') editor()?.zoom(1.25);
      else editor()?.[what]();
      editor()?.focus();
    },
  };
}
