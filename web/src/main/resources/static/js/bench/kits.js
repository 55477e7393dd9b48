// @ts-check
/** What types of steps begin with that use a kit. */
const USES = 'kit-';

/** @param {string} path */
const end = (path) => path.slice(path.lastIndexOf('/') + 1);

/**
 * Kits: steps and lanes that are marked and wrapped as one, which one is open, and what within it is set from outside.
 *
 * What plays has the ids of the uses that it stands in before its own, with slashes between; on the page ids stand alone.
 * @param {import('../page.js').Page} page
 */
export function kits(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    /** The uses that were opened on the way in, each with a slash behind it; empty in the look itself. */
    usePath: '',
    /** Steps or lanes that are marked beside what is selected. */
    marks: /** @type {string[]} */ ([]),
    startKits() { page.live.hear('look', () => this.keepOpen()); },
    /** What is open stays so while it is there. */
    keepOpen() {
      const marks = this.marks.filter((id) => this.find(id) || this.laneById(id));
      if (marks.length < this.marks.length) this.marks = marks;
      const uses = this.usePath.split('/').slice(0, -1);
      const gone = uses.findIndex((id) => { const step = this.find(id); return !step || !this.kitOf(step); });
      if (gone >= 0) this.goIn(uses.slice(0, gone).map((id) => `${id}/`).join(''));
    },
    get kits() { return this.look.kits ?? []; },
    /** The kit that is open. */
    get openKit() {
      const use = this.find(this.usePath.split('/').at(-2) ?? '');
      return use ? this.kitOf(use) : null;
    },
    get openUse() { return this.find(this.usePath.split('/').at(-2) ?? ''); },
    /** The lanes that are in sight: of the look, or of the kit that is open. */
    get lanesHere() {
      const kit = this.openKit?.id;
      return this.look.lanes.filter((lane) => (lane.kit ?? undefined) === kit);
    },
    /** @param {import('../messages.js').Step} step */
    kitOf(step) { return step.type.startsWith(USES) ? this.kits.find((k) => k.id === step.type.slice(USES.length)) ?? null : null; },
    get chosenKit() { return this.chosen ? this.kitOf(this.chosen) : null; },
    get usesText() {
      const kit = this.chosenKit ?? this.openKit;
      const n = kit ? this.look.lanes.reduce((sum, lane) => sum + lane.steps.filter((s) => s.type === USES + kit.id).length, 0) : 0;
      return n === 1 ? 'used once' : `used ${n} times; what is changed within changes in all of them`;
    },

    // In and out

    /** @param {string} path */
    goIn(path) {
      this.usePath = path;
      this.marks = [];
      this.only('');
      this.selectNone();
      this.$nextTick(() => { this.askTiles(); this.wire(); });
    },
    /** @param {string} id a use's */
    enterKit(id) {
      const step = this.find(id);
      if (step && this.kitOf(step)) this.goIn(`${this.usePath}${id}/`);
    },
    leaveKit() {
      const uses = this.usePath.split('/').slice(0, -1);
      const last = uses.pop();
      this.goIn(uses.map((id) => `${id}/`).join(''));
      if (last) this.select(last);
    },
    toggleKit() { if (this.chosenKit) this.enterKit(this.stepId); else if (this.usePath) this.leaveKit(); },
    /** Where one is, outermost first. */
    get wayIn() {
      const uses = this.usePath.split('/').slice(0, -1);
      return uses.map((id, i) => ({ path: uses.slice(0, i + 1).map((each) => `${each}/`).join(''), name: this.useName(id) }));
    },
    /** @param {string} id */
    useName(id) { const step = this.find(id); return step ? this.name(step) : ''; },

    // What plays, and what stands on the page

    /** What leaves a step, as what plays calls it. @param {import('../messages.js').Step} step @param {string} before @returns {string} */
    endOfRun(step, before) {
      const kit = this.kitOf(step);
      const last = kit && this.laneById(kit.lane)?.steps.at(-1);
      return last ? this.endOfRun(last, `${before}${step.id}/`) : before + step.id;
    },
    /** @param {string} id a step's in sight */
    runOfStep(id) { const step = this.find(id); return step ? this.endOfRun(step, this.usePath) : ''; },
    /** What leaves a lane of the mix. @param {string} ref */
    runOfLane(ref) {
      const last = this.laneById(ref)?.steps.at(-1);
      return last ? this.endOfRun(last, ref.slice(0, ref.lastIndexOf('/') + 1)) : '';
    },
    /** How what plays calls a setting: of a use what its knob sets first. @param {string} id @param {string} setting */
    runKey(id, setting) {
      let step = this.find(id);
      let path = this.usePath;
      for (let kit = step && this.kitOf(step); step && kit; kit = this.kitOf(step)) {
        const target = kit.knobs.find((k) => k.id === setting)?.targets[0];
        const within = target && this.find(target.step);
        if (!target || !within) break;
        path += `${step.id}/`;
        step = within;
        setting = target.setting;
      }
      return `${path}${step?.id ?? id} ${setting}`;
    },
    /** To a step that plays, into the kits that it stands in. @param {string} run */
    goRun(run) {
      const path = run.slice(0, run.lastIndexOf('/') + 1);
      if (path !== this.usePath) this.goIn(path);
      this.select(end(run));
      this.$nextTick(() => this.reach(end(run), (card) => card.scrollIntoView({ block: 'nearest', inline: 'nearest' })));
    },
    /** Ends of lanes that can be read and followed here: of lanes, of what uses hand out, and what comes in from outside. */
    get outlets() {
      const inputs = (this.openKit?.inputs ?? []).map((i) => ({ id: i.id, name: `${i.name} (from outside)`, kind: '' }));
      const outputs = this.lanesHere.flatMap((lane) => lane.steps.flatMap((use) => (this.kitOf(use)?.outputs ?? []).map((id) => {
        const out = this.laneById(id);
        return { id: `${use.id}/${id}`, name: `${this.name(use)}, ${out?.name ?? ''}`, kind: out ? this.endOf(out) : '' };
      })));
      return [...outputs, ...inputs];
    },

    // Marking and wrapping

    /** @param {MouseEvent} event @param {string} id */
    pickStep(event, id) { if (event.shiftKey) this.mark(id, this.stepId); else { this.marks = []; this.select(id); } },
    /** @param {MouseEvent} event @param {string} id */
    pickLane(event, id) { if (event.shiftKey) this.mark(id, this.laneId); else { this.marks = []; this.selectLane(id); } },
    /** Marks one more, or no longer; what is selected is one of them. @param {string} id @param {string} selected */
    mark(id, selected) {
      const lanes = Boolean(this.laneById(id));
      const same = this.marks.filter((each) => Boolean(this.laneById(each)) === lanes);
      if (!same.length && selected) same.push(selected);
      this.marks = same.includes(id) ? same.filter((each) => each !== id) : [...same, id];
      if (!this.marks.length) return;
      if (lanes) this.selectLane(id); else if (this.stepId !== id) this.select(id);
    },
    /** @param {string} id */
    isMarked(id) { return this.marks.includes(id); },
    /** Marks on to the next step, or lane where one is selected. @param {number} across @param {number} down */
    extend(across, down) {
      const here = this.lanesHere;
      if (this.laneId && down) {
        const next = here[here.findIndex((l) => l.id === this.laneId) + down];
        if (next) this.mark(next.id, this.laneId);
      } else if (this.stepId && across) {
        const steps = this.laneOf(this.stepId)?.steps ?? [];
        const next = steps[steps.findIndex((s) => s.id === this.stepId) + across];
        if (next) this.mark(next.id, this.stepId);
      } else if (this.stepId && down) {
        const lane = this.laneOf(this.stepId);
        const next = here[here.findIndex((l) => l.id === lane?.id) + down];
        if (lane && next) { this.marks = [lane.id]; this.mark(next.id, lane.id); }
      }
    },
    wrap() {
      const all = this.marks.length ? this.marks : [this.laneId || this.stepId].filter(Boolean);
      if (!all.length) { this.say('Choose the steps or lanes that are to become one: Shift with the arrows or a click marks more.'); return; }
      const lanes = all.filter((id) => this.laneById(id));
      page.live.send({ do: 'wrap', lanes, steps: all.filter((id) => !lanes.includes(id)) });
      this.marks = [];
    },
    unwrap() {
      if (!this.chosenKit) { this.say('Choose a kit: its lanes come in its place.'); return; }
      page.live.send({ do: 'unwrap', step: this.stepId });
    },
    /** Lets what lies on the strip of the look that the step shows be set here. */
    takeStrip() { page.live.send({ do: 'take-strip', step: this.stepId }); },
    ownKit() { page.live.send({ do: 'own-kit', step: this.stepId }); },
    get markedText() { return this.marks.length > 1 ? `${this.marks.length} marked · K wraps them` : ''; },

    /** Whether the good settings of steps are shown beside their settings. */
    setsOpen: false,
    /** Seconds until they are reached. */
    setsTime: 0,
    /** @param {{target: any}} event */
    setSetsTime(event) { this.setsTime = Number(event.target.value); },
    /** @param {string} name */
    useSet(name) { page.live.send({ do: 'use-set', step: this.stepId, name, seconds: this.setsTime }); },
    /** @param {string} name */
    setSrc(name) { return `/guide/steps/${this.chosen?.type}/motion.jpg?set=${encodeURIComponent(name)}`; },
    /** The type of step whose example is shown beside its settings. */
    exampleOf: '',
    toggleExample() { this.exampleOf = this.chosen && this.exampleOf !== this.chosen.type ? this.chosen.type : ''; },
    get exampleSrc() { return `/guide/steps/${this.exampleOf}/motion.jpg`; },
    /** Lays an example of the selected step beside what is there. */
    layExample() { if (this.chosen) page.live.send({ do: 'example', type: this.chosen.type }); },

    /** Names a kit where its use has been selected. @param {{target: any}} event */
    renameKit(event) {
      const kit = this.openKit ?? this.chosenKit;
      if (kit) this.edit({ edit: 'change-kit', kit: { ...kit, name: event.target.value } });
      event.target.blur();
    },
    /** @param {import('../messages.js').Input} r */
    readLabel(r) { return this.chosenKit ? r.says.split(':')[0] : r.name; },
  });
}
