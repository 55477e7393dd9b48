// @ts-check
import { KINDS, railOf } from '../kinds.js';
import { $ } from '../page.js';

/** What kits of the shelf are found under, before their id there. */
const KEPT = 'kept-';

/**
 * The finder: a step for what is typed, by name or by need.
 * @param {import('../page.js').Page} page
 */
export function finder(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    finder: {
      open: false, words: '', lane: /** @type {string|null} */ (null), place: 0,
      found: /** @type {import('../messages.js').FoundStep[]} */ ([]), at: 0, asked: 0, answered: 0, enter: false,
    },
    startFinder() { page.live.hear('found', (m) => this.foundSteps(m)); },
    /** @param {string|null} lane none for one of its own @param {number} place */
    openFinder(lane, place) {
      this.finder = { open: true, words: '', lane, place, found: [], at: 0, asked: 0, answered: 0, enter: false };
      this.ask();
      // Shown and focused at once, not with the next paint: what is typed meanwhile is meant for it.
      $('.finder').style.display = '';
      $('.finder input').value = '';
      $('.finder input').focus();
    },
    /** Behind what is selected; where that is the look itself, behind what stands in front, as when it was opened. */
    findHere() {
      const layer = this.chosenLayer;
      const lane = (this.stepId ? this.laneOf(this.stepId) : this.chosenLane) ?? (layer ? this.laneById(layer.lane) : this.foremost);
      if (!lane) return this.openFinder(null, 0);
      const i = lane.steps.findIndex((s) => s.id === this.stepId);
      this.openFinder(lane.id, i < 0 ? lane.steps.length : i + 1);
    },
    ask() {
      this.finder.enter = false;
      this.finder.asked = ++page.live.asked;
      const { lane, place, words } = this.finder;
      page.live.ask('find', { do: 'find', asked: page.live.asked, lane, place, words });
    },
    /** Whether the list is of the text that stands there now. */
    get finderFresh() { return this.finder.answered === this.finder.asked; },
    /** @param {import('../messages.js').ToPageFound} m */
    foundSteps(m) {
      if (m.asked !== this.finder.asked) return;
      page.live.answered('find');
      this.finder.answered = m.asked;
      this.finder.found = m.steps;
      this.finder.at = 0;
      // Enter was pressed before the list had come: it is the first of this one that was meant.
      if (this.finder.enter) this.addFound();
    },
    addFound() {
      this.finder.enter = false;
      const found = this.finder.found[this.finder.at];
      if (found) this.addStep(found);
    },
    /** @param {KeyboardEvent} event */
    finderKey(event) {
      const n = this.finder.found.length;
      if (event.key === 'ArrowDown' && n) this.finder.at = (this.finder.at + 1) % n;
      else if (event.key === 'ArrowUp' && n) this.finder.at = (this.finder.at + n - 1) % n;
      else if (event.key === 'Enter') { if (this.finderFresh) this.addFound(); else this.finder.enter = true; }
      else if (event.key === 'Escape') this.closeFinder();
      else if (event.key === 'Tab') { this.finder.lane = null; this.finder.place = 0; this.ask(); }
      else return;
      event.preventDefault();
      event.stopPropagation();
      this.$nextTick(() => $('.finder li.at')?.scrollIntoView({ block: 'nearest' }));
    },
    /** @param {import('../messages.js').FoundStep} found */
    addStep(found) {
      const { lane, place } = this.finder;
      if (found.where === 'BEHIND_ANOTHER') {
        // What is typed next is another word, and not more of this one.
        $('.finder input').select();
        return this.say(`${this.foundInfo(found).name} goes ${this.foundWhere(found)}: select such a step first.`);
      }
      const where = found.where === 'NEW_LANE' ? { lane: null, place: 0 } : { lane, place };
      const within = where.lane || !this.openKit ? {} : { kit: this.openKit.id };
      if (found.entry) {
        page.live.send({ do: 'lay-kit', above: this.aboveLane, kit: found.type.slice(KEPT.length), ...where, within: within.kit });
      } else page.live.send({ do: 'add-step', above: this.aboveLane, type: found.type, ...where, ...within });
      this.closeFinder();
    },
    closeFinder() {
      if (!this.finder.open) return;
      this.finder.open = false;
      page.live.answered('find');
      $('.finder').style.display = 'none';
      const card = document.getElementById(`step-${this.stepId}`);
      if (card) card.focus(); else $('.finder input').blur();
    },
    /** @param {import('../messages.js').FoundStep} found */
    foundInfo(found) { return found.entry ?? this.entryOf(found); },
    /** @param {import('../messages.js').FoundStep} found */
    foundRail(found) { return railOf(this.foundInfo(found).gives); },
    /** Where it goes, if not here. @param {import('../messages.js').FoundStep} found */
    foundWhere(found) {
      if (found.where === 'NEW_LANE') return 'in a new lane';
      const takes = this.foundInfo(found).takes;
      return found.where === 'BEHIND_ANOTHER' && takes ? `behind ${KINDS[takes].one}` : '';
    },
    /** @param {number} i */
    foundId(i) { return `found-${i}`; },
    get finderNothing() { return this.finderFresh && this.finder.words && !this.finder.found.length; },
    get finderPlace() {
      const lane = this.finder.lane && this.laneById(this.finder.lane);
      if (!lane) return 'Starts a new lane';
      const before = lane.steps[this.finder.place - 1];
      return before ? `In ${lane.name}, behind ${this.name(before)} — Tab for a new lane` : `At the start of ${lane.name}`;
    },
  });
}
