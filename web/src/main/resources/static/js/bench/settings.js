// @ts-check
import { takesFiles } from '../drop.js';
import { $, plain } from '../page.js';
import { paint, slider } from '../slider.js';

/**
 * The settings of the selected step: numbers, choices, media, reads.
 * @param {import('../page.js').Page} page
 */
export function settings(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    media: /** @type {{ref: string, kind: string, name: string}[]} */ ([]),
    mediaPage: `/shows/${page.root.dataset.show}/media`,
    startSettings() {
      this.loadMedia();
      addEventListener('focus', () => this.loadMedia());
      this.stopArriving = takesFiles(String(page.root.dataset.show), $('#upload input[name=_csrf]').value, {
        busy: (says) => { this.arriving = says; },
        refused: (says) => { this.arriving = ''; this.say(says); },
        is: (medium) => { this.arriving = ''; this.refusal = ''; this.brought(medium); },
      });
    },
    /** What is said of a file while it is on its way. */
    arriving: '',
    stopArriving: () => {},
    /** @param {{id: string, initial: any}} setting @returns {any} */
    value(setting) {
      const v = this.chosen?.settings?.[setting.id];
      return this.afresh(v === undefined ? setting.initial : v);
    },
    /** @param {{form: string}} s */
    isNumber(s) { return s.form === 'NUMBER' || s.form === 'WHOLE'; },
    /** Whether a lane, a formula or a control can drive it. @param {{form: string, fixed?: boolean}} s */
    canFollow(s) { return !s.fixed && (this.isNumber(s) || s.form === 'CHOICE'); },
    /** @param {import('../messages.js').Setting} s */
    isDirty(s) { return this.chosen?.settings?.[s.id] !== undefined; },
    /** What its slider works on. @param {import('../messages.js').Setting} s @returns {import('../slider.js').Range} */
    range(s) {
      return {
        min: s.min, max: s.max, byRatio: s.byRatio, whole: s.form === 'WHOLE', value: Number(this.value(s)),
        ends: this.ends(this.follow(s.id), s.id),
        change: (v, g) => this.set(s, v, g),
        reset: () => this.set(s, null, 0),
      };
    },
    /** What a setting may refer to: nothing, what fits its kinds, and what it refers to although it is gone. @param {import('../messages.js').Setting} s */
    mediaFor(s) {
      // A look does not show itself.
      const fit = this.media.filter((m) => s.choices.includes(m.kind) && m.ref !== this.lookId);
      const now = this.value(s);
      // Looks that ship are named by their names.
      const name = s.choices.includes('look') ? now : `${now} (not in this show)`;
      const gone = now && !fit.some((m) => m.ref === now) ? [{ ref: now, kind: 'gone', name }] : [];
      return [{ ref: '', kind: 'none', name: fit.length ? 'nothing' : `no ${s.choices.join(' or ')} yet` }, ...gone, ...fit];
    },
    async loadMedia() {
      const answer = await fetch(`/shows/${page.root.dataset.show}/media.json`);
      if (answer.ok) this.media = await answer.json();
    },
    /**
     * A file that was dropped: the selected step shows it if it can, else a lane of its own does.
     * @param {{ref: string, kind: string, name: string}} medium
     */
    async brought(medium) {
      await this.loadMedia();
      const s = this.chosen && this.settings.find((each) => each.form === 'MEDIUM' && each.choices.includes(medium.kind));
      if (s) this.set(s, medium.ref, 0);
      else page.live.send({ do: 'bring', ...medium, ...(this.openKit ? { kit: this.openKit.id } : {}) });
    },
    /** @param {{id: string}} setting @param {any} value null for its default @param {number} g */
    set(setting, value, g) {
      const step = this.chosen;
      if (!step) return;
      step.settings = { ...(step.settings ?? {}) };
      if (value === null) delete step.settings[setting.id];
      else step.settings[setting.id] = value;
      this.edit({ edit: 'set', step: step.id, setting: setting.id, value }, g);
    },
    /** What is being typed is not written over when the document comes meanwhile. */
    showNumber(element, setting) {
      // Asked for in any case: the page repaints what was asked for.
      const now = this.shown(setting);
      if (document.activeElement !== element) element.value = now;
    },
    leaveNumber(event, setting) { event.target.value = this.shown(setting); },
    async typed(setting, event) {
      const formula = event.target.value.trim().startsWith('=') ? event.target.value.trim().slice(1) : null;
      if (formula !== null && this.canFollow(setting)) return this.startFormula(setting, formula);
      // One that is only set: the program says why.
      if (formula !== null && setting.fixed) {
        page.live.send({ do: 'formula', step: this.stepId, setting: setting.id, text: formula });
        return event.target.blur();
      }
      const text = event.target.value.trim().replace(',', '.');
      const { stepId } = this;
      const number = text === '' ? NaN : await this.reckon(text, { step: stepId, setting: setting.id });
      if (stepId !== this.stepId) return;
      if (text === '') this.set(setting, null, 0);
      else if (Number.isFinite(number)) this.set(setting, setting.form === 'WHOLE' ? Math.round(number) : number, 0);
      event.target.blur();
    },
    /** @param {{id: string, initial: any}} setting */
    shown(setting) { return plain(Number(this.value(setting))); },
    /** @param {import('../messages.js').Setting} s */
    label(s) { return s.unit ? `${s.says} (${s.unit})` : s.says; },
    mount(element, setting) {
      slider(element, () => {
        const s = this.setting(setting.id);
        return s ? this.range(s) : null;
      });
    },
    draw(element, setting) {
      const s = this.setting(setting.id);
      if (!s || !this.isNumber(s)) return;
      const f = this.followRange(s.id);
      const now = page.board?.follows?.[this.runKey(this.stepId, s.id)];
      paint(element, this.range(s), f, f && now ? now.setting : Number(this.value(s)));
    },
    /** The lane that the selected step reads. @param {string} name */
    read(name) { return this.afresh(this.chosen?.reads?.[name] ?? ''); },
    setRead(name, event) { page.live.send({ do: 'read', step: this.stepId, read: name, lane: event.target.value || null }); },
    /** Keys on a setting's slider or number: = for a formula, C for a control, L for the strip. */
    settingKey(s, event) {
      const number = event.target.tagName === 'INPUT';
      if (event.key === '=' && this.canFollow(s)) this.startFormula(s);
      else if (number) return;
      else if (event.key === 'c') this.learn(this.stepId, s.id);
      else if (event.key === 'l') this.lift(this.stepId, s.id);
      else return;
      event.preventDefault();
      event.stopPropagation();
    },
    rename(event) {
      this.edit({ edit: 'label-step', step: this.stepId, label: event.target.value });
      event.target.blur();
    },
    /** Shown at once, so that a second press before the program has answered turns it back. */
    bypass() {
      if (!this.chosen) return;
      const bypassed = !this.chosen.bypassed;
      this.edit({ edit: 'bypass', step: this.stepId, bypassed });
      this.chosen.bypassed = bypassed;
    },
    duplicateStep() { page.live.send({ do: 'duplicate-step', step: this.stepId }); },
    removeStep() {
      const lane = this.laneOf(this.stepId);
      if (!lane) return;
      const i = lane.steps.findIndex((s) => s.id === this.stepId);
      const next = lane.steps[i - 1] ?? lane.steps[i + 1];
      if (next) this.wantSelect = next.id;
      this.edit(lane.steps.length === 1 ? { edit: 'remove-lane', lane: lane.id } : { edit: 'remove-step', step: this.stepId });
    },
    /** Moves the selected step along its lane. @param {number} by */
    shift(by) {
      const lane = this.laneOf(this.stepId);
      if (!lane) return;
      const place = lane.steps.findIndex((s) => s.id === this.stepId) + by;
      if (place >= 0 && place < lane.steps.length) this.edit({ edit: 'move-step', step: this.stepId, lane: lane.id, place });
    },
    /** @param {'width'|'height'|'rate'|'seed'|'tempo'} field */
    async setFormat(field, event) {
      const { width, height, rate, seed, tempo } = this.look;
      const number = await this.reckon(event.target.value);
      if (Number.isFinite(number)) this.edit({ edit: 'format', width, height, rate, seed, tempo, [field]: number });
    },
  });
}
