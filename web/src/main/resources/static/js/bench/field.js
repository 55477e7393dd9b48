// @ts-check
import { KINDS } from '../kinds.js';
import { gesture } from '../slider.js';

/** How far an arrow moves a snapshot on the field, and with Shift. */
const STEP = 0.02;
const FAR = 0.1;

/** @param {number} v */
const held = (v) => Math.round(Math.min(1, Math.max(0, v)) * 1000) / 1000;

/**
 * The field on which snapshots lie: two signals say where on it the look is.
 * @param {import('../page.js').Page} page
 */
export function field(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    fieldOpen: false,
    /** The snapshot that is dragged over the field. */
    fieldDrag: '',
    startField() {
      page.live.hear('board', () => { if (this.fieldOpen) this.showWhere(); });
    },
    get field() { return this.look.snapshots?.field ?? /** @type {import('../messages.js').SnapshotsField} */ ({ on: false, spots: {} }); },
    /** Those that lie on it, and where. */
    get spots() {
      return this.snaps.filter((s) => this.field.spots[s.id]).map((snap) => ({ snap, ...this.field.spots[snap.id] }));
    },
    get offField() { return this.snaps.filter((s) => !this.field.spots[s.id]); },
    get fieldText() {
      const { on, across } = this.field;
      if (this.spots.length < 2) return 'Lay at least two snapshots on it: the nearer the signals are to one, the more the look is that one.';
      if (!across) return 'Choose the lane whose signal goes from left to right.';
      return on ? 'Settings go by the field.' : 'It rests: settings stand as they are set.';
    },
    /** @param {Partial<import('../messages.js').SnapshotsField>} change @param {number} [drag] */
    changeField(change, drag = 0) {
      const field = { ...this.field, ...change };
      // Whoever drags is not told what was dragged.
      if (this.look.snapshots) this.look.snapshots.field = field;
      this.edit({ edit: 'set-field', field }, drag);
    },
    /** Whether a setting of the selected step is between those of the snapshots on the field. @param {string} setting */
    inField(setting) {
      if (!this.field.on || !this.field.across || this.spots.length < 2) return false;
      const kept = this.spots.map((s) => JSON.stringify(s.snap.steps[this.stepId]?.[setting]));
      return kept.some((each) => each !== kept[0]) && !this.isApart(`${this.stepId} ${setting}`);
    },
    /** Lays a snapshot where there is room yet. @param {string} id */
    layOnField(id) {
      const corners = [[0, 0], [1, 0], [1, 1], [0, 1], [0.5, 0.5], [0.5, 0], [0.5, 1], [0, 0.5], [1, 0.5]];
      const taken = Object.values(this.field.spots).map((s) => `${s.x} ${s.y}`);
      const line = this.field.up ? corners : [[0, 0.5], [1, 0.5], [0.5, 0.5], [0.25, 0.5], [0.75, 0.5]];
      const [x, y] = line.find(([a, b]) => !taken.includes(`${a} ${b}`)) ?? [0.5, 0.5];
      this.changeField({ spots: { ...this.field.spots, [id]: { x, y } } });
    },
    /** @param {string} id */
    takeOffField(id) {
      const { [id]: gone, ...spots } = this.field.spots;
      this.changeField({ spots });
    },
    /** @param {string} id @param {number} x @param {number} y @param {number} [drag] */
    moveSpot(id, x, y, drag = 0) { this.changeField({ spots: { ...this.field.spots, [id]: { x: held(x), y: held(y) } } }, drag); },
    /** @param {PointerEvent} event @param {string} id */
    grabSpot(event, id) {
      this.fieldDrag = id;
      /** @type {HTMLElement} */ (event.target).setPointerCapture(event.pointerId);
      this.fieldGesture = gesture();
      event.preventDefault();
    },
    fieldGesture: 0,
    /** @param {PointerEvent} event */
    dragSpot(event) {
      if (!this.fieldDrag) return;
      const box = document.querySelector('.field-area')?.getBoundingClientRect();
      if (!box) return;
      this.moveSpot(this.fieldDrag, (event.clientX - box.left) / box.width, 1 - (event.clientY - box.top) / box.height, this.fieldGesture);
    },
    dropSpot() { this.fieldDrag = ''; },
    /** @param {KeyboardEvent} event @param {string} id */
    spotKey(event, id) {
      const by = event.shiftKey ? FAR : STEP;
      const way = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[event.key];
      const at = this.field.spots[id];
      if (way && at) this.moveSpot(id, at.x + way[0], at.y + way[1]);
      else if (event.key === 'Delete') this.takeOffField(id);
      else return;
      event.preventDefault();
      event.stopPropagation();
    },
    /** @param {{x: number, y: number}} spot */
    spotPlace(spot) { return { left: `${100 * spot.x}%`, bottom: `${100 * spot.y}%` }; },
    /** The lanes whose signals can say where. */
    get fieldLanes() { return this.look.lanes.filter((l) => !l.kit && KINDS[this.endOf(l)]?.drives); },
    /** What a lane's signal is now. @param {string|undefined} lane */
    signalNow(lane) {
      const run = lane ? this.runOfLane(lane) : '';
      return run ? page.board?.steps[run]?.value ?? 0 : null;
    },
    /** Marks where the signals are, without waiting for anything else on the page. */
    showWhere() {
      const mark = /** @type {HTMLElement|null} */ (document.querySelector('.field-area .where'));
      if (!mark) return;
      const x = this.signalNow(this.field.across);
      const y = this.signalNow(this.field.up);
      mark.hidden = x === null;
      mark.style.left = `${100 * held(x ?? 0)}%`;
      mark.style.bottom = `${100 * held(y ?? 0.5)}%`;
    },
  });
}
