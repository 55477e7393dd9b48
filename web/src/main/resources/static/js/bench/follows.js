// @ts-check
import { KINDS } from '../kinds.js';
import { $, plain } from '../page.js';
import { paint, tidy } from '../slider.js';

/** @typedef {'inLow'|'inHigh'|'outLow'|'outHigh'|'easeUp'|'easeDown'} FollowNumber */

const COLOURS = { raw: '#8d85a3', eased: '#ffb27a' };

/**
 * What a setting or a layer follows: which signal, over which ranges, how eased.
 * @param {import('../page.js').Page} page
 */
export function follows(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    /** The setting whose follow the panel shows. */
    focusSetting: '',
    startFollows() { page.live.hear('board', (m) => { if (!page.dear) this.paintFollow(m); }); },
    /** @param {string} id a setting's of the selected step */
    follow(id) { return this.chosen?.follows?.[id] ?? null; },
    /** @param {string} id */
    followRange(id) {
      const f = this.follow(id);
      return f ? { low: f.outLow, high: f.outHigh } : null;
    },
    /** @param {string} id */
    followName(id) {
      const f = this.follow(id);
      return f ? this.laneName(f.lane) + (f.easeUp || f.easeDown ? ', eased' : '') : 'follow…';
    },
    /** What a lane ends in, or nothing. @param {import('../messages.js').Lane} lane */
    endOf(lane) {
      const last = lane.steps.at(-1);
      return last ? this.gives(last) : '';
    },
    /** Lanes that settings can follow. */
    signals() {
      const drives = (/** @type {string} */ kind) => kind === '' || KINDS[kind]?.drives;
      const own = this.lanesHere.filter((l) => KINDS[this.endOf(l)]?.drives).map((l) => ({ id: l.id, name: l.name }));
      return [...own, ...this.outlets.filter((o) => drives(o.kind))];
    },
    /**
     * What a read of the selected step may come from, lane by lane: the lane's end, and what every step before it gives of the kind.
     * @param {import('../messages.js').Input} input
     */
    readable(input) {
      const own = this.laneOf(this.stepId);
      const accepts = (/** @type {string} */ kind) => KINDS[input.kind].accepts.includes(kind);
      const outlets = this.outlets.filter((o) => o.kind === '' || accepts(o.kind)).map((o) => ({ value: o.id, name: o.name }));
      return [...this.lanesHere.flatMap((lane) => {
        const ahead = lane === own ? lane.steps.findIndex((s) => s.id === this.stepId) : lane.steps.length;
        const steps = input.before ? [] : lane.steps.slice(0, ahead);
        // What leaves the last step of another lane is that lane itself.
        const last = lane === own ? null : lane.steps.at(-1);
        const whole = accepts(this.endOf(lane)) && (lane !== own || input.before);
        const from = steps.flatMap((s) => [
          ...(s !== last && accepts(this.gives(s)) ? [{ value: `@${s.id}`, name: `${lane.name}, behind ${this.name(s)}` }] : []),
          ...this.beside(s).filter((o) => accepts(o.kind))
            .map((o) => ({ value: `@${s.id}:${o.name}`, name: `${lane.name}, ${o.name} of ${this.name(s)}` })),
        ]);
        return whole ? [{ value: lane.id, name: lane.name }, ...from] : from;
      }), ...outlets];
    },
    /** @param {string} kind */
    lanesOf(kind) { return this.lanesHere.filter((l) => this.endOf(l) === kind); },
    chooseFollow(setting, event) {
      const lane = event.target.value;
      event.target.value = '';
      if (lane === '=') this.startFormula(setting);
      else if (lane === '+bind') this.learn(this.stepId, setting.id);
      else if (lane === '+lift') this.lift(this.stepId, setting.id);
      else if (lane === '+apart') this.turnApart(`${this.stepId} ${setting.id}`);
      else this.focusSetting = setting.id;
      if (lane && !/^[=+]/.test(lane)) page.live.send({ do: 'follow', step: this.stepId, setting: setting.id, lane });
    },
    focusFollow(setting) { this.focusSetting = setting.id; },
    get followed() {
      if (this.layerId) return this.chosenLayer?.follow ?? null;
      return this.focusSetting ? this.follow(this.focusSetting) : null;
    },
    get followedKey() { return this.layerId ? `${this.layerId} opacity` : this.runKey(this.stepId, this.focusSetting); },
    get followedLabel() { return this.layerId ? 'Opacity' : this.setting(this.focusSetting)?.label ?? ''; },
    /** @param {string} setting @param {import('../messages.js').Follow|null} follow */
    changeFollow(setting, follow, g = 0) {
      if (this.layerId) {
        this.changeLayer({ follow: follow ?? undefined }, g);
        return;
      }
      const step = this.chosen;
      if (!step) return;
      step.follows = { ...step.follows };
      if (follow) step.follows[setting] = follow;
      else delete step.follows[setting];
      this.edit({ edit: 'set-follow', step: this.stepId, setting, follow }, g);
    },
    /**
     * What a slider needs to let the ends of a follow's range be dragged.
     * @param {import('../messages.js').Follow|null|undefined} follow @param {string} setting
     */
    ends(follow, setting) {
      if (!follow) return null;
      const change = (/** @type {number} */ low, /** @type {number} */ high, /** @type {number} */ g) => {
        const now = (this.layerId ? this.followed : this.follow(setting)) ?? follow;
        this.changeFollow(setting, { ...now, outLow: low, outHigh: high }, g);
      };
      return { low: follow.outLow, high: follow.outHigh, change };
    },
    followLayer(event) {
      const lane = event.target.value;
      event.target.value = '';
      if (lane === '=') this.startFormula(this.opacity, String(this.chosenLayer?.opacity ?? 1));
      else if (lane === '+bind') this.learn(this.layerId, 'opacity');
      else if (lane === '+lift') this.lift(this.layerId, 'opacity');
      else if (lane) page.live.send({ do: 'follow-layer', layer: this.layerId, lane });
    },
    /** @param {FollowNumber} field */
    followValue(field) {
      const f = this.afresh(this.followed);
      return f ? plain(field.startsWith('ease') ? f[field] * 1000 : f[field]) : '';
    },
    /** @param {FollowNumber} field */
    async setFollow(field, event) {
      const number = await this.reckon(event.target.value);
      const now = this.followed;
      if (!now || !Number.isFinite(number)) return;
      this.changeFollow(this.focusSetting, { ...now, [field]: field.startsWith('ease') ? number / 1000 : number });
    },
    setFollowLane(event) { if (this.followed) this.changeFollow(this.focusSetting, { ...this.followed, lane: event.target.value }); },
    unfollow() {
      this.changeFollow(this.focusSetting, null);
      this.focusSetting = '';
    },
    /** @param {import('../messages.js').ToPageBoard} m */
    paintFollow(m) {
      document.querySelectorAll('.sl[data-setting]').forEach((element) => {
        const id = /** @type {any} */ (element).dataset.setting;
        const values = m.follows[this.runKey(this.stepId, id)];
        if (!values) return;
        const setting = this.setting(id);
        if (!setting) return;
        paint(/** @type {any} */ (element), this.range(setting), this.followRange(id), values.setting);
        const number = element.parentElement?.querySelector('input.num');
        if (number && document.activeElement !== number) /** @type {any} */ (number).value = plain(tidy(this.range(setting), values.setting));
      });
      document.querySelectorAll('select[data-choice]').forEach((element) => {
        const select = /** @type {HTMLSelectElement} */ (element);
        const now = m.follows[this.runKey(this.stepId, select.dataset.choice ?? '')];
        if (now && document.activeElement !== select) select.selectedIndex = Math.round(now.setting);
      });
      if (this.chosenLayer && $('.layer-opacity')) this.drawLayer($('.layer-opacity'));
      const canvas = $('.followed-panel canvas');
      if (!canvas || !this.followed) return;
      page.curves.draw(canvas, [
        { key: `raw ${this.followedKey}`, colour: COLOURS.raw, line: 2.5 },
        { key: `eased ${this.followedKey}`, colour: COLOURS.eased, line: 3.5 },
      ]);
    },
  });
}
