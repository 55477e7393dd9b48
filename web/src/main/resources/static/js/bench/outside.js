// @ts-check
/**
 * What of the kit that is open is set from outside, and what the shelf has of it.
 * @param {import('../page.js').Page} page
 */
export function outside(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    // The shelf

    /** The kit that is open, or whose use is selected. */
    get kitInHand() { return this.chosenKit ?? this.openKit; },
    /** Puts the kit on the shelf. @param {boolean} all for all shows @param {boolean} anew as another one */
    keepKit(all, anew) {
      const kit = this.kitInHand;
      if (!kit) return;
      page.live.send({ do: 'keep-kit', kit: kit.id, all, anew });
      this.say(`'${kit.name}' is on the shelf of ${all ? 'all shows' : 'this show'}: the finder has it.`);
    },
    /** Takes the newer one of the shelf in the place of the look's own. */
    renewKit() { if (this.kitInHand) page.live.send({ do: 'renew-kit', kit: this.kitInHand.id }); },
    /** What the shelf has of it. */
    get shelfText() {
      const kit = this.kitInHand;
      if (!kit?.kept) return 'Not on the shelf yet.';
      const newest = this.newest[kit.id];
      if (!newest) return 'It was on the shelf, and is there no more.';
      return newest > kit.kept.revision
        ? `The shelf has a newer one (${newest}; this look has ${kit.kept.revision}).`
        : `On the shelf, as revision ${newest}.`;
    },
    get isOlder() { const kit = this.kitInHand; return Boolean(kit?.kept && (this.newest[kit.id] ?? 0) > kit.kept.revision); },
    /** Kits of the look of which the shelf has newer ones. */
    get olderKits() { return this.kits.filter((k) => k.kept && (this.newest[k.id] ?? 0) > k.kept.revision); },

    // What is set from outside

    /** The knob that sets a setting of the selected step. @param {string} setting */
    knobOf(setting) {
      return this.afresh(this.openKit)?.knobs.find((k) => k.targets.some((t) => t.step === this.stepId && t.setting === setting)) ?? null;
    },
    /** @param {string} setting @param {{target: any}} event */
    setKnob(setting, event) {
      const knob = event.target.value || undefined;
      page.live.send({ do: 'knob', step: this.stepId, setting, knob });
    },
    /** @param {Partial<import('../messages.js').Kit>} change */
    changeKit(change) { if (this.openKit) this.edit({ edit: 'change-kit', kit: { ...this.openKit, ...change } }); },
    /** @param {string} id @param {Partial<import('../messages.js').KitKnob>} change */
    changeKnob(id, change) { this.changeKit({ knobs: (this.openKit?.knobs ?? []).map((k) => (k.id === id ? { ...k, ...change } : k)) }); },
    /** @param {import('../messages.js').KitKnob} knob @param {'min'|'max'} which @param {{target: any}} event */
    async knobRange(knob, which, event) {
      const number = await this.reckon(event.target.value);
      const whole = this.knobSetting(knob);
      if (!Number.isFinite(number) || !whole) return;
      const range = { min: knob.min ?? whole.min, max: knob.max ?? whole.max, [which]: number };
      this.changeKnob(knob.id, range);
    },
    /** A knob as a setting outside. @param {import('../messages.js').KitKnob} knob */
    knobSetting(knob) {
      const use = this.openUse;
      return use ? this.infoOf(use).settings.find((s) => s.id === knob.id) ?? null : null;
    },
    /** @param {import('../messages.js').KitKnob} knob */
    knobIsNumber(knob) { const s = this.knobSetting(knob); return s !== null && this.isNumber(s); },
    /** @param {import('../messages.js').KitKnob} knob @param {'min'|'max'} which */
    knobEnd(knob, which) { return this.afresh(this.knobSetting(knob)?.[which] ?? ''); },
    /** What a knob sets: the setting within, and what that is where the knob is lowest and highest. @param {import('../messages.js').KitKnob} knob */
    knobTargets(knob) {
      return this.afresh(knob.targets).map((t, i) => {
        const step = this.find(t.step ?? '');
        const setting = step && this.infoOf(step).settings.find((s) => s.id === t.setting);
        const text = step ? `${setting?.label ?? t.setting} of ${this.name(step)}` : '';
        return {
          key: `${t.step} ${t.setting}`, i, text, formula: t.formula ?? '', low: t.low ?? this.knobEnd(knob, 'min'), high: t.high ?? this.knobEnd(knob, 'max'),
        };
      });
    },
    /** @param {import('../messages.js').KitKnob} knob @param {number} i which of its targets @param {'low'|'high'} which @param {{target: any}} event */
    async bendTarget(knob, i, which, event) {
      const number = await this.reckon(event.target.value);
      const now = this.knobTargets(knob)[i];
      if (!Number.isFinite(number)) return;
      const bent = { low: Number(now.low), high: Number(now.high), [which]: number };
      this.changeKnob(knob.id, { targets: knob.targets.map((t, k) => (k === i ? { ...t, ...bent } : t)) });
    },
    /** @param {import('../messages.js').KitKnob} knob @param {number} i which of its targets @param {{target: any}} event */
    reckonTarget(knob, i, event) {
      const { step, setting } = knob.targets[i];
      const kit = this.openKit?.id ?? '';
      page.live.send({ do: 'bend-knob', kit, knob: knob.id, step: step ?? '', setting: setting ?? '', formula: event.target.value || undefined });
    },
    /** @param {string} id @param {number} by */
    moveKnob(id, by) {
      const knobs = [...(this.openKit?.knobs ?? [])];
      const i = knobs.findIndex((k) => k.id === id);
      if (i + by < 0 || i + by >= knobs.length) return;
      knobs.splice(i + by, 0, ...knobs.splice(i, 1));
      this.changeKit({ knobs });
    },
    /** @param {string} id */
    dropKnob(id) { this.changeKit({ knobs: (this.openKit?.knobs ?? []).filter((k) => k.id !== id) }); },
  });
}
