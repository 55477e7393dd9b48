// @ts-check
/** @param {HTMLElement} card */
const intoSight = (card) => card.scrollIntoView({ block: 'nearest', inline: 'nearest' });

/** What was added has the keys from now on, unless they are in a field. @param {HTMLElement} card */
const arrive = (card) => {
  const at = document.activeElement;
  if (!at || at === document.body || at.classList.contains('step')) card.focus({ preventScroll: true });
  intoSight(card);
};

/**
 * What is selected, a step, a lane or a layer, and what is known of it.
 * @param {import('../page.js').Page} page
 */
export function selection(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    stepId: '', laneId: '', layerId: '',
    /** A step or a lane that is to be selected as soon as it is there. */
    wantSelect: '',
    /** The last change that was sent before somebody selected by hand: what comes of it or of earlier ones takes no selection any more. */
    selectedAfter: 0,
    startSelection() {
      page.live.hear('applied', (m) => {
        if (m.select && m.n > this.selectedAfter) this.wantSelect = m.select;
        // What was refused before is no longer what there is to say.
        this.refusal = '';
      });
      page.live.hear('look', () => this.keepSelection());
    },
    /** Whether something was selected for whoever opened the look, or took away what was selected. */
    began: false,
    get hasSelection() { return Boolean(this.stepId || this.laneId || this.layerId); },
    /**
     * What was added is selected, and what is gone is not: then, as at first, the end of what stands in front is. Who selected nothing works
     * on the look itself, and goes on with that.
     */
    keepSelection() {
      document.title = `${this.look.name} · Gloaming`;
      const had = this.hasSelection;
      if (this.wantSelect && this.find(this.wantSelect)) {
        this.become(this.wantSelect);
        this.reach(this.wantSelect, arrive);
        this.wantSelect = '';
        if (this.codeSetting) this.write();
      }
      if (this.wantSelect && this.laneById(this.wantSelect)) {
        this.become('');
        this.laneId = this.wantSelect;
        const lane = this.wantSelect;
        this.$nextTick(() => { const row = document.getElementById(`lane-${lane}`); if (row) intoSight(row); });
        this.wantSelect = '';
      }
      if (this.stepId && !this.find(this.stepId)) this.stepId = '';
      if (this.laneId && !this.laneById(this.laneId)) this.laneId = '';
      if (this.layerId && !this.chosenLayer) this.layerId = '';
      if (!this.hasSelection && !this.usePath && (had || !this.began)) this.begin(this.foremost?.steps.at(-1)?.id ?? '');
      this.began = true;
      this.$nextTick(() => this.wire());
    },
    /** @param {string} id what is selected where nothing was, or empty */
    begin(id) {
      this.become(id);
      if (id) this.reach(id, intoSight);
    },
    /** The lane of the foremost layer that is seen; where nothing is mixed the last. */
    get foremost() {
      const seen = this.look.mix.filter((layer) => !layer.hidden).map((layer) => this.laneById(layer.lane));
      return seen.find((lane) => lane?.steps.length) ?? this.lanesHere.at(-1);
    },
    get chosen() { return this.find(this.stepId); },
    get chosenLane() { return this.laneId ? this.laneById(this.laneId) : null; },
    get chosenLayer() { return this.layerId ? this.look.mix.find((l) => l.id === this.layerId) ?? null : null; },
    get info() { return this.chosen ? this.infoOf(this.chosen) : null; },
    get problems() { return this.info?.problems ?? []; },
    /** Code comes last: what it grew stays in sight above it. */
    get settings() { return this.info ? this.info.settings.toSorted((a, b) => Number(a.form === 'CODE') - Number(b.form === 'CODE')) : []; },
    /** Of reads that are one more of the same, those that are set and the next. */
    get readers() {
      const all = this.info?.reads ?? [];
      const set = (/** @type {number} */ i) => Boolean(this.chosen?.reads?.[all[i].name]);
      return all.filter((r, i) => !i || r.says !== all[i - 1].says || set(i) || set(i - 1));
    },
    /** @param {string} id */
    setting(id) { return this.settings.find((s) => s.id === id) ?? null; },
    /** Somebody selects: what was added before and is not here yet no longer does. */
    handSelects() {
      this.selectedAfter = page.live.unsaved.n;
      this.wantSelect = '';
    },
    /** @param {string} id a step's, or empty */
    select(id) { this.handSelects(); this.become(id); },
    /** What is selected from now on, whoever wanted it. @param {string} id a step's, or empty */
    become(id) {
      this.leaveCurve(id);
      this.leaveText(id);
      this.stepId = id; this.laneId = ''; this.layerId = '';
      this.leaveTable();
      const follows = Object.keys(this.find(id)?.follows ?? {});
      this.focusSetting = follows[0] ?? '';
      this.$nextTick(() => this.wire());
    },
    /** @param {string} id */
    selectLane(id) { this.selectNone(); this.laneId = id; },
    /** @param {string} id */
    selectLayer(id) { this.selectNone(); this.layerId = id; },
    /** The look itself. */
    showLook() { this.selectNone(); },
    selectNone() { this.handSelects(); this.become(''); },
    /** The lane whose layer new ones come in front of: what is selected, where that is in the mix. */
    get aboveLane() { return this.chosenLayer?.lane ?? (this.laneId || this.laneOf(this.stepId)?.id) ?? null; },
    /** To the next step or lane. @param {number} across @param {number} down */
    walk(across, down) {
      this.marks = [];
      const lanes = this.lanesHere.filter((l) => l.steps.length);
      if (!lanes.length) return;
      const at = lanes.findIndex((l) => l.steps.some((s) => s.id === this.stepId) || l.id === this.laneId);
      const lane = lanes[Math.min(lanes.length - 1, Math.max(0, (at < 0 ? 0 : at) + down))];
      const i = at < 0 ? 0 : lanes[at].steps.findIndex((s) => s.id === this.stepId);
      const step = lane.steps[Math.min(lane.steps.length - 1, Math.max(0, (i < 0 ? 0 : i) + across))];
      this.select(step.id);
      this.reach(step.id, (card) => {
        card.focus({ preventScroll: true });
        intoSight(card);
      });
    },
    /** Shows a step's card, wherever it is, and does something with it. @param {string} id @param {(card: HTMLElement) => void} then */
    reach(id, then) {
      const lane = this.laneOf(id);
      if (lane) this.near[lane.id] = true;
      this.$nextTick(() => { const card = document.getElementById(`step-${id}`); if (card) then(card); });
    },
  });
}
