// @ts-check
/**
 * What of a look is in the artist's hands, on the Bench and on the Desk alike: bindings, learning them, and the performance strip.
 */
import { plain } from './page.js';
import { gesture, paint, slider, tidy } from './slider.js';

const WAYS = { value: '', toggle: 'toggles', momentary: 'while pressed', trigger: 'at each press', relative: 'turns on' };
/** @type {Record<string, string>} */
const ACTS = {
  tap: 'Tap the beat', pause: 'Pause', rewind: 'Back to the start', blackout: 'Blackout', fade: 'Fade to black', 'let-go': 'Beat by the music',
  take: 'Put this look on air',
};

/**
 * A setting or an opacity as bindings and the strip have it.
 * @typedef {{of: string, setting: string, label: string, owner: string, min: number, max: number, byRatio: boolean, whole: boolean,
 *   isSwitch: boolean, value: any}} Target
 * @typedef {{key: string, of: string, setting: string}} Item
 */

/** @param {import('./page.js').Page} page */
export const hands = (page) => /** @satisfies {ThisType<import('./bench/types.js').Bench>} */ ({
  startHands() { page.live.hear('board', (m) => { if (!page.dear) this.paintStrip(m); }); },

  /** What a binding or a place on the strip is about, or null where it is gone. @param {string} of @param {string} setting @returns {Target|null} */
  target(of, setting) {
    const layer = this.look.mix.find((l) => l.id === of);
    if (layer && setting === 'opacity') {
      const range = { min: 0, max: 1, byRatio: false, whole: false, isSwitch: false };
      return { of, setting, label: 'Opacity', owner: this.laneName(layer.lane), ...range, value: layer.opacity };
    }
    const step = this.find(of);
    const s = step && this.infoOf(step).settings.find((each) => each.id === setting);
    if (!step || !s) return null;
    return {
      of, setting, label: s.label, owner: `${this.name(step)} in ${this.laneOf(of)?.name ?? ''}`,
      min: s.min, max: s.max, byRatio: s.byRatio, whole: s.form === 'WHOLE', isSwitch: s.form === 'SWITCH',
      value: step.settings?.[setting] ?? s.initial,
    };
  },
  /** @param {string} of @param {string} setting */
  targetText(of, setting) {
    if (of === 'show') return this.acts().find((act) => act.id === setting)?.name ?? 'gone';
    const t = this.target(of, setting);
    return t ? `${t.label} of ${t.owner}` : 'gone';
  },
  acts() {
    const calls = (this.look.snapshots?.all ?? []).map((s) => ({ id: `snapshot-${s.id}`, name: `Snapshot ${s.name}` }));
    return [...Object.entries(ACTS).map(([id, name]) => ({ id, name })), ...calls];
  },
  /** Sets a target's own value in the document. @param {Target} t @param {any} value @param {number} g */
  setTarget(t, value, g) {
    const layer = this.look.mix.find((l) => l.id === t.of);
    if (layer) {
      Object.assign(layer, { opacity: value });
      this.edit({ edit: 'change-layer', layer: { ...layer } }, g);
      return;
    }
    const step = this.find(t.of);
    if (step) step.settings = { ...(step.settings ?? {}), [t.setting]: value };
    this.edit({ edit: 'set', step: t.of, setting: t.setting, value }, g);
  },

  // Bindings

  bindingsOf(of, setting) { return this.look.desk.bindings.filter((b) => b.of === of && b.setting === setting); },
  /** @param {import('./messages.js').Binding} b */
  bindingText(b) {
    const way = WAYS[b.mode];
    const reach = b.of === 'show' ? '' : `${plain(b.low)} to ${plain(b.high)}`;
    return [way, reach].filter(Boolean).join(' · ');
  },
  unbind(binding) { page.live.send({ do: 'unbind', binding }); },
  /** @param {string} of @param {string} setting */
  learn(of, setting) { page.live.send({ do: 'learn', of, setting }); },
  stopLearning() { page.live.send({ do: 'learn' }); },
  get waitingText() {
    if (!this.waiting) return '';
    const [of, setting] = this.waiting.split(' ');
    return `Move the control that is to move ${this.targetText(of, setting)}. Esc stops waiting.`;
  },

  // Performance strip

  isLifted(of, setting) { return this.look.desk.strip.some((l) => l.of === of && l.setting === setting); },
  /** @param {string} of @param {string} setting */
  lift(of, setting) { page.live.send({ do: 'lift', of, setting }); },
  lifted() {
    return this.look.desk.strip.map(({ of = '', setting = '', name }) => {
      const t = this.target(of, setting);
      return { key: `${of} ${setting}`, of, setting, name: name || t?.label || 'gone', owner: t?.owner ?? '', isSwitch: t?.isSwitch ?? false };
    });
  },
  /** @param {Item} item @returns {import('./slider.js').Range|null} */
  liftedRange(item) {
    const t = this.target(item.of, item.setting);
    if (!t) return null;
    const place = this.look.desk.strip.find((l) => l.of === item.of && l.setting === item.setting);
    const low = Math.max(t.min, place?.low ?? -Infinity);
    const high = Math.min(t.max, place?.high ?? Infinity);
    return {
      min: low < high ? low : t.min, max: low < high ? high : t.max,
      byRatio: t.byRatio, whole: t.whole, value: Number(t.value), ends: null,
      change: (v, g) => this.setTarget(t, v, g),
      reset: () => this.edit({ edit: 'set', step: t.of, setting: t.setting, value: null }),
    };
  },
  mountLifted(element, item) { slider(element, () => this.liftedRange(item)); },
  drawLifted(element, item) {
    const r = this.liftedRange(item);
    if (r) paint(element, r, null, page.board?.follows[item.key]?.setting ?? r.value);
  },
  liftedText(item) {
    const r = this.liftedRange(item);
    if (!r) return '';
    return plain(tidy(r, page.board?.follows[item.key]?.setting ?? r.value));
  },
  isOn(item) { return Boolean(this.target(item.of, item.setting)?.value); },
  /** @param {Item} item */
  flip(item) {
    const t = this.target(item.of, item.setting);
    if (t) this.setTarget(t, !t.value, gesture());
  },
  /** @param {Item} item @param {'low'|'high'} end */
  liftedEnd(item, end) {
    const r = this.afresh(this.liftedRange(item));
    return r ? plain(end === 'low' ? r.min : r.max) : '';
  },
  setLiftedEnd(item, end, event) {
    const v = Number(String(event.target.value).replace(',', '.'));
    if (Number.isFinite(v)) page.live.send({ do: 'arrange', of: item.of, setting: item.setting, [end]: v });
  },
  nameLifted(item, event) { page.live.send({ do: 'arrange', of: item.of, setting: item.setting, name: event.target.value }); },
  moveLifted(item, by) {
    const at = this.look.desk.strip.findIndex((l) => l.of === item.of && l.setting === item.setting);
    page.live.send({ do: 'arrange', of: item.of, setting: item.setting, place: Math.max(0, at + by) });
  },
  /** Paints what is driven meanwhile. @param {import('./messages.js').ToPageBoard} m */
  paintStrip(m) {
    document.querySelectorAll('.strip .sl').forEach((element) => {
      const key = /** @type {any} */ (element).dataset.key;
      const now = m.follows?.[key];
      const [of, setting] = String(key).split(' ');
      if (!now) return;
      this.drawLifted(element, { key, of, setting });
      const text = element.parentElement?.querySelector('.at');
      if (text) text.textContent = this.liftedText({ key, of, setting });
    });
  },
});
