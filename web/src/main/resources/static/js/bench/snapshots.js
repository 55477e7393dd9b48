// @ts-check
import { $ } from '../page.js';

/** Pixels of a snapshot's picture. */
const WIDE = 112;
const HIGH = 63;

/**
 * Snapshots: how settings stood, taken, called by keys and pads, and reached along a way.
 * @param {import('../page.js').Page} page
 */
export function snapshots(page) {
  /** The page's change by which it was flipped last. */
  let flippedBy = 0;
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    /** The one whose name and way are being changed. */
    snapId: '',
    startSnapshots() { 
      page.live.hear('look', (m) => {
        if (this.snapId && !this.chosenSnap) this.snapId = '';
        // After another change there is nothing to go back to; a document from before the flip says nothing of it.
        if (!m.canRedo && m.n >= flippedBy) this.flipped = false;
      });
    },
    get snaps() { return this.look.snapshots?.all ?? []; },
    get chosenSnap() { return this.snaps.find((s) => s.id === this.snapId) ?? null; },
    /** What is seen now, small. */
    smallPicture() {
      const from = $('canvas.picture');
      const to = document.createElement('canvas');
      to.width = WIDE;
      to.height = HIGH;
      to.getContext('2d')?.drawImage(from, 0, 0, WIDE, HIGH);
      return to.toDataURL('image/jpeg', 0.7);
    },
    /** Takes one of the look, or of what is marked or selected alone. @param {boolean} part */
    takeSnap(part) {
      const all = this.marks.length ? this.marks : [this.laneId || this.stepId].filter(Boolean);
      const lanes = part ? all.filter((id) => this.laneById(id)) : [];
      const steps = part ? all.filter((id) => !lanes.includes(id)) : [];
      const first = steps.length === 1 ? this.find(steps[0]) : null;
      const name = first ? this.name(first) : lanes.length === 1 ? this.laneName(lanes[0]) : '';
      page.live.send({ do: 'remember', lanes, steps, name, picture: this.smallPicture() });
    },
    /** @param {string} id */
    callSnap(id) {
      if (this.field.on && this.spots.length > 1) this.say('Settings go by the field of snapshots; what is called is seen when that is off.');
      page.live.send({ do: 'recall', snapshot: id });
    },
    /** By its number, from 1. @param {number} i */
    callSnapAt(i) {
      const snap = this.snaps[i - 1];
      if (snap) this.callSnap(snap.id);
      else this.say(this.snaps.length ? `There is no snapshot ${i}.` : 'There are no snapshots yet: M takes one.');
    },
    /** @param {import('../messages.js').SnapshotsSnapshot} snap */
    snapWay(snap) { return snap.time ? `${snap.time} ${snap.beats ? 'beats' : 's'}, ${snap.way}` : 'at once'; },
    /** @param {import('../messages.js').SnapshotsSnapshot} snap */
    snapOf(snap) {
      const steps = Object.keys(snap.steps);
      const one = steps.length === 1 ? this.find(steps[0]) : null;
      return one ? `${this.name(one)} alone` : Object.keys(snap.opacities).length ? `${steps.length} steps and the mix` : `${steps.length} steps`;
    },
    /** @param {Partial<import('../messages.js').SnapshotsSnapshot>} change */
    changeSnap(change) { if (this.chosenSnap) this.edit({ edit: 'change-snapshot', snapshot: { ...this.chosenSnap, ...change } }); },
    async setSnapTime(event) {
      const time = await this.reckon(event.target.value);
      if (Number.isFinite(time)) this.changeSnap({ time: Math.min(3600, Math.max(0, time)) });
    },
    dropSnap() { this.edit({ edit: 'remove-snapshot', snapshot: this.snapId }); },
    /** @param {number} by */
    moveSnap(by) {
      const place = this.snaps.findIndex((s) => s.id === this.snapId) + by;
      if (place >= 0 && place < this.snaps.length) this.edit({ edit: 'move-snapshot', snapshot: this.snapId, place });
    },
    /** Takes it anew, as all stands now, under its name. */
    renewSnap() {
      const snap = this.chosenSnap;
      if (!snap) return;
      const steps = Object.fromEntries(Object.keys(snap.steps).map((id) => [id, this.find(id)?.settings ?? {}]));
      const opacities = Object.fromEntries(this.look.mix.filter((l) => l.id in snap.opacities).map((l) => [l.id, l.opacity]));
      this.changeSnap({ steps, opacities, picture: this.smallPicture() });
    },
    /** How strong a throw of the dice is, 0 to 1. */
    strength: Number(localStorage.getItem('gloaming.strength') ?? 0.3),
    /** @param {{target: any}} event */
    setStrength(event) {
      this.strength = Number(event.target.value);
      localStorage.setItem('gloaming.strength', String(this.strength));
    },
    /** Lets chance set what is marked or selected, or with `whole` the look where nothing is. */
    throwDice(whole = false) {
      const all = this.marks.length ? this.marks : [this.laneId || this.stepId].filter(Boolean);
      // A key that was hit by chance does not make another look of all that the audience sees.
      if (!all.length && !whole) { this.say('Choose what chance is to set; Throw beside the settings of the look sets all of it.'); return; }
      const lanes = all.filter((id) => this.laneById(id));
      page.live.send({ do: 'throw', lanes, steps: all.filter((id) => !lanes.includes(id)), strength: this.strength });
      this.flipped = false;
    },
    /** Whether one looks at how it was before the last change. */
    flipped: false,
    /** To how it was before the last change, and back. */
    beforeAfter() {
      if (this.flipped) this.redo(); else this.undo();
      this.flipped = !this.flipped;
      flippedBy = page.live.unsaved.n;
    },
    /** @param {string} key a lane's id, or a step's, a space and a setting's */
    isApart(key) { return (this.look.snapshots?.apart ?? []).includes(key); },
    /** @param {string} key */
    turnApart(key) {
      const apart = this.look.snapshots?.apart ?? [];
      const next = apart.includes(key) ? apart.filter((each) => each !== key) : [...apart, key];
      this.edit({ edit: 'set-apart', apart: next });
    },
  });
}
