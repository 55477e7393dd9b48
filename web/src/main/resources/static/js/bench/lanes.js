// @ts-check
import { KINDS, railOf } from '../kinds.js';
import { $, plain } from '../page.js';

/** Lanes that stand in the page before it is known what is in sight. */
const FIRST = 8;
/** What a card takes along its lane, and what stands behind the last. */
const CARD = 144;
const BEHIND = 28;

/** What a step goes by: lanes, and steps with an @ before them. @param {import('../messages.js').Step} step */
const sources = (step) => [...Object.values(step.reads ?? {}), ...Object.values(step.follows ?? {}).map((f) => f.lane)];

/**
 * The lanes: their cards as far as they are in sight, their clocks, and the wires of what is selected.
 * @param {import('../page.js').Page} page
 */
export function lanes(page) {
  let watching = /** @type {IntersectionObserver | null} */ (null);
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    startLanes() {
      page.live.hear('look', () => this.$nextTick(() => this.wire()));
      addEventListener('resize', () => this.wire());
    },
    /** Lanes that are in sight or nearly so: only their cards stand in the page, so that forty lanes cost no more than ten. */
    near: /** @type {Record<string, boolean>} */ ({}),
    /** @param {HTMLElement} element */
    watchLane(element) {
      watching ??= new IntersectionObserver((entries) => {
        for (const { target, isIntersecting } of entries) this.near[target.id.slice(5)] = isIntersecting;
        this.scrolled();
      }, { root: $('.lanes'), rootMargin: '400px 100000px' });
      watching.observe(element);
    },
    /** @param {import('../messages.js').Lane} lane */
    stepsShown(lane) {
      const near = this.near[lane.id] ?? this.lanesHere.indexOf(lane) < FIRST;
      return near || lane.steps.some((s) => s.id === this.stepId) ? lane.steps : [];
    },
    /** A lane whose cards are not in the page keeps their place. @param {import('../messages.js').Lane} lane */
    runOf(lane) { return { minWidth: this.stepsShown(lane).length ? '' : `${lane.steps.length * CARD + BEHIND}px` }; },
    scrolled() {
      clearTimeout(this.scrolling);
      this.scrolling = Number(setTimeout(() => this.askTiles(), 120));
      this.wire();
    },
    scrolling: 0,
    /** @param {string} lane */
    lastStep(lane) { return this.laneById(lane)?.steps.at(-1)?.id ?? ''; },
    /** @param {import('../messages.js').Lane} lane */
    isThin(lane) { return lane.steps.length > 0 && lane.steps.every((s) => KINDS[this.gives(s)]?.curve); },
    /** @param {import('../messages.js').Lane} lane */
    kinds(lane) {
      if (!lane.steps.length) return 'empty';
      const first = this.gives(lane.steps[0]);
      const last = this.endOf(lane);
      return first === last ? first : `${first} → ${last}`;
    },
    /** @param {import('../messages.js').Lane} lane */
    clock(lane) {
      const f = lane.clock.factor;
      if (lane.clock.push) return `pushed by ${this.laneName(lane.clock.push)}`;
      if (lane.clock.restart) return `restarted by ${this.laneName(lane.clock.restart)}`;
      return f === 1 ? 'show clock' : f === 0 ? 'stopped' : f === 0.5 ? 'half speed' : `${plain(f)} × speed`;
    },
    /** @param {import('../messages.js').Lane} lane */
    under(lane) { return `${this.kinds(lane)} · ${this.clock(lane)}`; },
    /** @param {import('../messages.js').Step} step */
    rail(step) { return railOf(this.gives(step)); },
    /** What a card says of what its step reads. @param {import('../messages.js').Step} step */
    taps(step) {
      return this.infoOf(step).reads.filter((r) => step.reads?.[r.name] || !r.optional).map(({ name }) => {
        const from = step.reads?.[name];
        return { name, text: from ? `from ${this.readName(from)}` : 'reads nothing', none: !from };
      });
    },
    /** @param {string} id */
    isWrong(id) {
      const run = this.usePath + id;
      return this.troubled.split(' ').some((each) => each === run || each.startsWith(`${run}/`));
    },
    /** The clock of the lane that is selected, or of the look. */
    get clockNow() { return this.afresh(this.chosenLane ? this.chosenLane.clock : this.look.clock); },
    /** @param {Partial<import('../messages.js').Clock>} change */
    changeClock(change) {
      const clock = { ...this.clockNow, ...change };
      if (!clock.push) delete clock.push;
      if (!clock.restart) delete clock.restart;
      this.edit(this.chosenLane ? { edit: 'set-clock', lane: this.laneId, clock } : { edit: 'set-look-clock', clock });
    },
    async setClock(event) {
      const factor = await this.reckon(event.target.value);
      if (Number.isFinite(factor)) this.changeClock({ factor });
    },
    /** @param {{target: any}} event */
    async setAhead(event) {
      const ahead = await this.reckon(event.target.value);
      if (Number.isFinite(ahead)) this.changeClock({ ahead });
    },
    /** @param {'push'|'restart'} by */
    clockBy(by) { return this.clockNow[by] ?? ''; },
    /** @param {number} by */
    moveLane(by) {
      const here = this.lanesHere;
      const next = here[here.findIndex((l) => l.id === this.laneId) + by];
      if (next) this.edit({ edit: 'move-lane', lane: this.laneId, place: this.look.lanes.indexOf(next) });
    },
    removeLane() {
      this.edit({ edit: 'remove-lane', lane: this.laneId });
      this.laneId = '';
      this.began = false;
    },
    duplicateLane() { page.live.send({ do: 'duplicate-lane', lane: this.laneId }); },
    renameLane(event) {
      this.edit({ edit: 'rename-lane', lane: this.laneId, name: event.target.value });
      event.target.blur();
    },
    /** What is connected with what is selected: what a step reads, and who reads it or the lane it ends. As [lane or @step, step]. */
    connections() {
      const found = /** @type {[string, string][]} */ ([]);
      const chosen = this.chosen;
      const lane = chosen ? this.laneOf(chosen.id) : this.chosenLane;
      if (chosen) for (const from of sources(chosen)) found.push([from, chosen.id]);
      const first = lane?.steps[0];
      for (const by of [lane?.clock.push, lane?.clock.restart]) if (by && first) found.push([by, first.id]);
      const read = new Set([chosen && `@${chosen.id}`, lane && (!chosen || lane.steps.at(-1) === chosen) && lane.id]);
      for (const each of this.look.lanes) {
        for (const s of each.steps) for (const from of sources(s)) if (read.has(from.split(':')[0])) found.push([from, s.id]);
      }
      return found;
    },
    /** Draws the connections of what is selected. */
    wire() {
      const all = $('.lanes');
      const base = all.getBoundingClientRect();
      const paths = this.connections().map(([from, step]) => {
        const place = from.startsWith('@') || from.includes('/')
          ? document.getElementById(`step-${from.replace('@', '').split(/[:/]/)[0]}`)?.nextElementSibling
          : document.querySelector(`#lane-${from} .plus`);
        const end = place?.getBoundingClientRect();
        const card = document.getElementById(`step-${step}`)?.getBoundingClientRect();
        if (!end || !card) return null;
        const x0 = end.left - base.left + all.scrollLeft - 4;
        const y0 = end.top + end.height / 2 - base.top + all.scrollTop;
        const x1 = card.left - base.left + all.scrollLeft + 20;
        const y1 = card.top - base.top + all.scrollTop;
        const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
        path.setAttribute('d', `M${x0} ${y0}C${x0} ${(y0 + y1) / 2} ${x1} ${(y0 + y1) / 2} ${x1} ${y1}`);
        return path;
      });
      $('svg.wires').replaceChildren(...paths.filter(Boolean));
    },
  });
}
