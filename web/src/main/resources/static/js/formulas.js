// @ts-check
/**
 * Formulas in number fields: typed after `=`, checked by the program at every key, in force as soon as they make sense. What makes no sense
 * yet is underlined where it stops and stays as it was typed; the last that did goes on.
 */
import { gesture } from './slider.js';

let burst = { gesture: 0, at: 0, key: '' };
let asked = 0;
/** @typedef {{text: string, ok: boolean, from?: number, to?: number, says?: string, waits?: boolean, left?: boolean}} Typed */
/** @type {Map<number, (answer: import('./messages.js').ToPageChecked) => void>} */
const waiting = new Map();

/** Keeps what is typed until a field is there for it; tells what it was, and whether Enter or Escape ended it. */
function holdKeys() {
  let typed = '';
  let done = false;
  const hold = (/** @type {KeyboardEvent} */ event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Enter' || event.key === 'Escape') done = true;
    else if (event.key === 'Backspace') typed = typed.slice(0, -1);
    else if (event.key.length === 1 && !done) typed += event.key;
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  addEventListener('keydown', hold, true);
  return () => { removeEventListener('keydown', hold, true); return { typed, done }; };
}

/** @param {import('./page.js').Page} page */
export function formulas({ live }) {
  const forgetCheck = (/** @type {number} */ of) => { waiting.delete(of); live.answered(`check ${of}`); };
  /**
   * @param {string} text
   * @param {{once?: boolean, step?: string, setting?: string}} of
   * @returns {Promise<import('./messages.js').ToPageChecked>}
   */
  const check = (text, of) => new Promise((then) => {
    waiting.set(++asked, /** @type {(answer: import('./messages.js').ToPageChecked) => void} */ (then));
    if (waiting.size > 50) forgetCheck(waiting.keys().next().value ?? 0);
    live.ask(`check ${asked}`, { do: 'check', asked, text, once: of.once ?? false, step: of.step, setting: of.setting });
  });
  return /** @satisfies {ThisType<import('./bench/types.js').Bench>} */ ({
    startFormulas() {
      live.hear('look', (m) => { this.formulas = m.formulas; });
      live.hear('checked', (m) => {
        waiting.get(m.asked)?.(m);
        forgetCheck(m.asked);
      });
    },
    /** Formulas of the document as people read them, by "step setting". */
    formulas: /** @type {Record<string, string>} */ ({}),
    /** What is being typed, by "step setting": {text, ok, from, to, says}. */
    typing: /** @type {Record<string, Typed>} */ ({}),

    formulaKey(s) { return `${this.layerId || this.stepId} ${s.id}`; },
    hasFormula(s) { return this.formulaKey(s) in this.formulas; },
    isFormula(s) { return s.form === 'FORMULA' || this.hasFormula(s) || this.formulaKey(s) in this.typing; },
    formulaText(s) { return this.typing[this.formulaKey(s)]?.text ?? this.formulas[this.formulaKey(s)] ?? ''; },
    showFormula(element, s) {
      const text = this.formulaText(s);
      if (document.activeElement !== element) element.value = text;
    },
    /** What stands before the wrong part, and that part, for the line under the text. */
    beforeWrong(s) { const t = this.typing[this.formulaKey(s)]; return t && !t.ok ? t.text.slice(0, t.from) : ''; },
    wrongPart(s) { const t = this.typing[this.formulaKey(s)]; return t && !t.ok ? t.text.slice(t.from, t.to) || ' ' : ''; },
    formulaSays(s) { const t = this.typing[this.formulaKey(s)]; return t && !t.ok ? t.says : ''; },

    startFormula(s, text = '') {
      // A choice's words stand in a formula as they are, or in quotes.
      const word = () => (/^\w+$/.test(this.value(s)) ? this.value(s) : `'${this.value(s)}'`);
      const now = s.form === 'CHOICE' ? word() : String(this.shown(s));
      if (!this.isFormula(s)) this.typing = { ...this.typing, [this.formulaKey(s)]: { text: text || now, ok: true } };
      const held = holdKeys();
      this.$nextTick(() => {
        const field = /** @type {any} */ (document.querySelector(`.formula input[data-setting="${s.id}"]`));
        const { typed, done } = held();
        if (!field) return;
        field.focus();
        field.select();
        if (typed || text) { field.value = typed || text; this.typeFormula(s, { target: field }); }
        if (typed) field.setSelectionRange(typed.length, typed.length);
        if (done) field.blur();
      });
    },
    async typeFormula(s, event) {
      const key = this.formulaKey(s);
      const step = this.layerId || this.stepId;
      const text = event.target.value;
      this.typing = { ...this.typing, [key]: { ...(this.typing[key] ?? { ok: true }), text, waits: true } };
      if (!text.trim()) { this.typing = { ...this.typing, [key]: { text, ok: false, from: 0, to: 0, says: 'nothing stands here yet' } }; return; }
      const answer = await check(text, { step, setting: s.id });
      if (this.typing[key]?.text !== text) return;
      const left = this.typing[key].left;
      this.typing = { ...this.typing, [key]: { text, ...answer } };
      if (!answer.ok) return;
      if (left) this.forget(key);
      const now = performance.now();
      if (burst.key !== key || now - burst.at > 1500) burst.gesture = gesture();
      burst = { ...burst, at: now, key };
      live.send({ do: 'formula', gesture: burst.gesture, step, setting: s.id, text });
    },
    leaveFormula(s) {
      const key = this.formulaKey(s);
      const now = this.typing[key];
      // Whoever types fast leaves before the program has answered: what it says of the text still counts.
      if (now?.waits) this.typing = { ...this.typing, [key]: { ...now, left: true } };
      else if (now?.ok !== false) this.forget(key);
    },
    /** @param {string} key */
    forget(key) {
      const { [key]: gone, ...rest } = this.typing;
      this.typing = rest;
    },
    formulaPressed(s, event) {
      event.stopPropagation();
      if (event.key === 'Enter' || event.key === 'Escape') event.target.blur();
    },
    /** The underlining runs along with a text that is longer than its field. */
    scrollFormula(event) { const line = event.target.parentElement.querySelector('pre'); if (line) line.scrollLeft = event.target.scrollLeft; },
    dropFormula(s) {
      const { [this.formulaKey(s)]: gone, ...rest } = this.typing;
      this.typing = rest;
      if (this.hasFormula(s)) live.send({ do: 'formula', step: this.layerId || this.stepId, setting: s.id });
    },

    /**
     * A number that was typed, or what it comes to, in the unit of a setting if it is of one; not a number where it makes no sense.
     * @param {string} text @param {{step?: string, setting?: string}} [of]
     */
    async reckon(text, of) {
      const typed = String(text).trim().replace(/^=/, '');
      if (/^[-+]?[\d.,]+(e[-+]?\d+)?$/i.test(typed)) return Number(typed.replace(',', '.'));
      const answer = await check(typed, { once: true, ...of });
      // The field shows again what is so.
      if (!answer.ok) this.disagree(`That is no number: ${answer.says}.`);
      return answer.value ?? NaN;
    },
  });
}
