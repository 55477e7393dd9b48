// @ts-check
/**
 * Numbers and curves that a cue gives to settings of the look that is there with it.
 * @typedef {import('./messages.js').Cue} Cue
 * @typedef {import('./messages.js').CueSetting} CueSetting
 * @typedef {{step: string, setting: string, name: string, min: number, max: number, unit: string, value: number, curve: string}} Entry
 */

/** @param {{step: string, setting: string}} s */
const key = (s) => `${s.step} ${s.setting}`;

/** What a cue gives that sets something as it is now. @param {Entry} e */
const given = (e) => ({ step: e.step, setting: e.setting, value: e.value, ...(e.curve ? { curve: e.curve } : {}) });

/** @param {string} show */
export function cueSettings(show) {
  return {
    /** What may be set, by look. */
    settable: /** @type {Record<string, Entry[]>} */ ({}),

    /** Asks once what may be set in the looks of cues that set something. @this {any} */
    async askSettable() {
      const looks = new Set(this.sheet.cues.filter((/** @type {Cue} */ c) => c.settings.length).map((/** @type {Cue} */ c) => this.lookOf(c)));
      for (const look of looks) if (!this.settable[look]) await this.settableOf(look);
    },
    /** @this {any} @param {Cue} c */
    lookOf(c) { return c.look || this.lookAt(c.id); },
    /** @this {any} @param {string} look @returns {Promise<Entry[]>} */
    async settableOf(look) {
      if (!look) return [];
      const answer = await fetch(`/looks/${look}/settings.json`);
      const all = answer.ok ? await answer.json() : [];
      this.settable = { ...this.settable, [look]: all };
      return all;
    },
    /** @this {any} @param {Cue} c @param {CueSetting} s */
    settingEntry(c, s) { return (this.settable[this.lookOf(c)] ?? []).find((/** @type {Entry} */ e) => key(e) === key(s)); },
    /** @this {any} @param {Cue} c @param {CueSetting} s */
    settingName(c, s) { return this.settingEntry(c, s)?.name ?? (this.settable[this.lookOf(c)] ? 'what is gone' : '…'); },
    /** @this {any} @param {Cue} c @param {CueSetting} s */
    settingUnit(c, s) { return this.settingEntry(c, s)?.unit ?? ''; },
    /** @this {any} @param {any} select @param {Cue} c @param {CueSetting} s */
    async offerSettings(select, c, s) {
      const all = await this.settableOf(this.lookOf(c));
      this.offer(select, all.map((/** @type {Entry} */ e) => ({ id: key(e), name: e.name })), key(s), '');
    },
    settingKey: key,
    /** @this {any} @param {Cue} c */
    async addSetting(c) {
      const all = await this.settableOf(this.lookOf(c));
      const free = all.find((/** @type {Entry} */ e) => !c.settings.some((s) => key(s) === key(e)));
      if (!free) { this.says = 'That look has no setting that a cue could set.'; return; }
      this.put(c, 'settings', [...c.settings, given(free)]);
    },
    /** Another setting, from what that is in the look now. @this {any} @param {Cue} c @param {number} k @param {any} event */
    putSetting(c, k, event) {
      const entry = (this.settable[this.lookOf(c)] ?? []).find((/** @type {Entry} */ e) => key(e) === event.target.value);
      if (!entry) return;
      this.put(c, 'settings', c.settings.map((s, i) => (i === k ? given(entry) : s)));
    },
    /** Takes the curve as it is drawn in the look now. @this {any} @param {Cue} c @param {number} k */
    async takeCurve(c, k) {
      const was = c.settings[k];
      const entry = (await this.settableOf(this.lookOf(c))).find((/** @type {Entry} */ e) => key(e) === key(was));
      if (!entry) { this.says = 'That curve is not in the look any more.'; return; }
      if (entry.curve === was.curve) { this.says = 'That is the curve of the look as it is now.'; return; }
      this.put(c, 'settings', c.settings.map((s, i) => (i === k ? given(entry) : s)));
    },
    /** @this {any} @param {Cue} c @param {CueSetting} s */
    curveSrc(c, s) {
      const of = `step=${encodeURIComponent(s.step)}&setting=${encodeURIComponent(s.setting)}`;
      return `/sheet/${show}/curves/${c.id}.svg?${of}&v=${this.known}`;
    },
    /** @this {any} @param {Cue} c @param {number} k @param {any} event */
    putValue(c, k, event) {
      this.number(event, 1, (/** @type {number} */ value) => {
        const entry = this.settingEntry(c, c.settings[k]);
        if (entry && (value < entry.min || value > entry.max)) {
          this.none(event, `${entry.name} goes from ${entry.min} to ${entry.max}.`);
          return;
        }
        this.put(c, 'settings', c.settings.map((s, i) => (i === k ? { ...s, value } : s)));
      });
    },
    /** @this {any} @param {Cue} c @param {number} k */
    removeSetting(c, k) { this.put(c, 'settings', c.settings.filter((_, i) => i !== k)); },
  };
}
