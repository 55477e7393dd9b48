// @ts-check
import { curveEditor } from '../curve.js';
import { curveTools } from '../curve-tools.js';
import { $ } from '../page.js';

/**
 * Drawing a step's curve.
 * @param {import('../page.js').Page} page
 */
export function drawing(page) {
  let editor = /** @type {ReturnType<typeof curveEditor> | null} */ (null);
  /** The number of the change in which the curve was drawn last. */
  let drawn = 0;
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    /** The keys of curves with their handles, by "step setting". */
    curves: /** @type {Record<string, import('../messages.js').Key[]>} */ ({}),
    ...curveTools(() => editor),
    curveStep: '', byHand: false, taking: false, curveOf: '',
    startDrawing() {
      page.live.hear('look', (m) => {
        this.curves = m.curves;
        // A document from before what was drawn last would take that away again.
        if (m.n >= drawn) this.syncCurve();
      });
      // What was refused, or sent to a program that has begun anew, is waited for no more.
      page.live.hear('refused', () => { drawn = 0; });
      page.live.hear('state', () => { drawn = 0; this.taking = false; });
      page.live.hear('board', (m) => { if (this.curveStep && !page.dear) editor?.playing(m.steps[this.curveStep]?.place ?? NaN); });
    },
    /** Another step is selected. @param {string} next */
    leaveCurve(next) {
      if (!this.curveStep || next === this.curveStep) return;
      this.leaveTake();
      this.curveStep = '';
      this.$nextTick(() => this.askTiles());
    },
    /** The curve that is drawn, or would be: a step may have several. */
    get curveSetting() {
      const curves = this.settings.filter((s) => s.form === 'CURVE');
      return curves.find((s) => s.id === this.curveOf) ?? curves[0] ?? null;
    },
    get curveUnit() {
      const per = this.chosen && this.settings.find((s) => s.id === 'per');
      return per ? `${this.value(per)}s` : this.curveSetting?.unit || 'seconds';
    },
    get curveOfTime() { return !this.curveSetting?.unit; },
    get curveName() {
      const step = this.find(this.curveStep);
      const several = this.settings.filter((s) => s.form === 'CURVE').length > 1;
      return step ? `${several ? `${this.curveSetting?.label} of ` : ''}${this.name(step)} in ${this.laneOf(step.id)?.name}` : '';
    },
    /** @param {string} [of] which, where the step has several */
    drawCurve(of) {
      if (of) this.curveOf = of;
      const setting = this.curveSetting;
      if (!setting) return;
      if (this.writing) this.closeCode();
      this.curveStep = this.stepId;
      editor ??= curveEditor($('.curve-host'), {
        change: (keys, g) => this.sendKeys(keys, g),
        drew: (taken) => {
          page.live.send({ do: 'draw-keys', gesture: 0, step: this.curveStep, setting: this.curveSetting?.id ?? 'keys', taken });
          drawn = page.live.unsaved.n;
        },
        leave: () => this.closeCurve(),
        chosen: (keys) => this.showKeys(keys),
        other: (id) => this.switchCurve(id),
        snap: () => this.snapStep(),
      });
      editor.open(this.curves[`${this.stepId} ${setting.id}`] ?? []);
      this.askTiles();
      this.showBehind();
      this.askBehind();
      this.whenShown(() => { editor?.fit(); editor?.focus(); });
    },
    /** @param {import('../messages.js').Key[]} keys @param {number} g */
    sendKeys(keys, g) {
      page.live.send({ do: 'keys', gesture: g, step: this.curveStep, setting: this.curveSetting?.id ?? 'keys', keys });
      drawn = page.live.unsaved.n;
    },
    /** From now on a press draws the curve while it is played, or selects again. */
    drawByHand() {
      this.byHand = !this.byHand;
      editor?.arm(this.byHand);
      editor?.focus();
    },
    /** Begins to take the curve from the next control that moves while it is played, or ends that. */
    takeFromControl() {
      if (!this.taking) page.live.send({ do: 'take-control', step: this.curveStep, on: true });
      else {
        const values = (this.curves[`${this.curveStep} ${this.curveSetting?.id ?? 'keys'}`] ?? []).map((k) => k.value);
        const low = Math.min(0, ...values);
        const high = Math.max(...values, low === 0 ? 1 : low + 1);
        page.live.send({ do: 'take-keys', gesture: 0, step: this.curveStep, setting: this.curveSetting?.id ?? 'keys', low, high });
        drawn = page.live.unsaved.n;
      }
      this.taking = !this.taking;
      editor?.focus();
    },
    /** Whoever goes elsewhere takes nothing more. */
    leaveTake() {
      if (this.taking) page.live.send({ do: 'take-control', step: this.curveStep, on: false });
      this.taking = false;
    },
    closeCurve() {
      const id = this.curveStep;
      if (!id) return;
      this.leaveTake();
      this.curveStep = '';
      this.whenShown(() => { this.askTiles(); this.wire(); document.getElementById(`step-${id}`)?.focus(); });
    },
    syncCurve() {
      if (!this.curveStep || !editor) return;
      const step = this.find(this.curveStep);
      if (!step) { this.curveStep = ''; return; }
      const keys = this.curves[`${this.curveStep} ${this.curveSetting?.id ?? 'keys'}`];
      if (keys) editor.take(keys);
      this.showBehind();
    },
    showBehind() { editor?.behind(this.lyingBehind()); },
    /** What times snap to, in the curve's own unit; 0 for nothing. */
    snapStep() {
      if (!this.curveOfTime) return 0;
      return this.snapped(this.curveUnit === 'beats' ? 1 : 60 / (page.board?.tempo || this.look.tempo));
    },
  });
}
