// @ts-check
/**
 * What of a look is in the artist's hands, on the Bench and on the Desk alike: bindings, learning them, and the performance strip.
 * The page has `look`, `grown` and `waiting`, and says what `board` there is.
 */
import { gesture, paint, slider, tidy } from './slider.js';

const ACTS = { tap: 'Tap the beat', pause: 'Pause', rewind: 'Back to the start', blackout: 'Blackout', fade: 'Fade to black', 'let-go': 'Beat by the music' };
const plain = (/** @type {number} */ v) => (Number.isInteger(v) ? String(v) : String(Number(v.toPrecision(4))));

/**
 * @param {import('./live.js').Live} live @param {any} catalogue @param {() => any} board
 */
export const hands = (live, catalogue, board) => ({
  waiting: '',

  /** What a binding or a place on the strip is about, or null where it is gone. */
  target(of, setting) {
    const layer = this.look.mix.find((l) => l.id === of);
    if (layer && setting === 'opacity') {
      return { of, setting, label: 'Opacity', owner: this.look.lanes.find((l) => l.id === layer.lane)?.name ?? '', min: 0, max: 1, byRatio: false, whole: false, isSwitch: false, value: layer.opacity };
    }
    for (const lane of this.look.lanes) {
      const step = lane.steps.find((s) => s.id === of);
      const info = step && { ...catalogue[step.type], ...this.grown[of] };
      const s = info?.settings.find((each) => each.id === setting);
      if (!s) continue;
      const value = step.settings?.[setting] ?? s.initial;
      return { of, setting, label: s.label, owner: `${step.label || info.name} in ${lane.name}`, min: s.min, max: s.max, byRatio: s.byRatio, whole: s.form === 'WHOLE', isSwitch: s.form === 'SWITCH', value };
    }
    return null;
  },
  targetText(of, setting) {
    if (of === 'show') return ACTS[setting] ?? setting;
    const t = this.target(of, setting);
    return t ? `${t.label} of ${t.owner}` : 'gone';
  },
  acts() { return Object.entries(ACTS).map(([id, name]) => ({ id, name })); },
  /** Sets a target's own value in the document. */
  setTarget(t, value, g) {
    const layer = this.look.mix.find((l) => l.id === t.of);
    if (layer) {
      Object.assign(layer, { opacity: value });
      return live.send({ do: 'edit', gesture: g, edit: { edit: 'change-layer', layer: { ...layer } } });
    }
    for (const lane of this.look.lanes) {
      const step = lane.steps.find((s) => s.id === t.of);
      if (step) step.settings = { ...(step.settings ?? {}), [t.setting]: value };
    }
    return live.send({ do: 'edit', gesture: g, edit: { edit: 'set', step: t.of, setting: t.setting, value } });
  },

  // Bindings

  bindingsOf(of, setting) { return this.look.desk.bindings.filter((b) => b.of === of && b.setting === setting); },
  bindingText(b) {
    const way = { value: '', toggle: 'toggles', momentary: 'while pressed', trigger: 'at each press', relative: 'turns on' }[b.mode];
    const reach = b.of === 'show' ? '' : `${plain(b.low)} to ${plain(b.high)}`;
    return [way, reach].filter(Boolean).join(' · ');
  },
  unbind(binding) { live.send({ do: 'unbind', binding }); },
  learn(of, setting) { live.send({ do: 'learn', of, setting }); },
  stopLearning() { live.send({ do: 'learn' }); },
  get waitingText() {
    if (!this.waiting) return '';
    const [of, setting] = this.waiting.split(' ');
    return `Move the control that is to move ${this.targetText(of, setting)}. Esc stops waiting.`;
  },

  // Performance strip

  isLifted(of, setting) { return this.look.desk.strip.some((l) => l.of === of && l.setting === setting); },
  lift(of, setting) { live.send({ do: 'lift', of, setting }); },
  lifted() {
    return this.look.desk.strip.map((l) => ({ key: `${l.of} ${l.setting}`, of: l.of, setting: l.setting, name: l.name || this.target(l.of, l.setting)?.label || 'gone', owner: this.target(l.of, l.setting)?.owner ?? '', isSwitch: this.target(l.of, l.setting)?.isSwitch ?? false }));
  },
  liftedRange(item) {
    const t = this.target(item.of, item.setting);
    const place = this.look.desk.strip.find((l) => l.of === item.of && l.setting === item.setting);
    const low = Math.max(t?.min ?? 0, place?.low ?? -Infinity);
    const high = Math.min(t?.max ?? 1, place?.high ?? Infinity);
    return t && { min: low < high ? low : t.min, max: low < high ? high : t.max, byRatio: t.byRatio, whole: t.whole, value: Number(t.value), ends: null, change: (v, g) => this.setTarget(t, v, g), reset: () => live.send({ do: 'edit', gesture: 0, edit: { edit: 'set', step: t.of, setting: t.setting, value: null } }) };
  },
  mountLifted(element, item) { slider(element, () => this.liftedRange(item)); },
  drawLifted(element, item) {
    const r = this.liftedRange(item);
    if (r) paint(element, r, null, board()?.follows?.[item.key]?.[2] ?? r.value);
  },
  liftedText(item) {
    const r = this.liftedRange(item);
    if (!r) return '';
    return plain(tidy(r, board()?.follows?.[item.key]?.[2] ?? r.value));
  },
  isOn(item) { return Boolean(this.target(item.of, item.setting)?.value); },
  flip(item) { const t = this.target(item.of, item.setting); if (t) this.setTarget(t, !t.value, gesture()); },
  liftedEnd(item, end) { const r = this.liftedRange(item); return r ? plain(end === 'low' ? r.min : r.max) : ''; },
  setLiftedEnd(item, end, event) {
    const v = Number(String(event.target.value).replace(',', '.'));
    if (Number.isFinite(v)) live.send({ do: 'arrange', of: item.of, setting: item.setting, [end]: v });
  },
  nameLifted(item, event) { live.send({ do: 'arrange', of: item.of, setting: item.setting, name: event.target.value }); },
  moveLifted(item, by) {
    const at = this.look.desk.strip.findIndex((l) => l.of === item.of && l.setting === item.setting);
    live.send({ do: 'arrange', of: item.of, setting: item.setting, place: Math.max(0, at + by) });
  },
  /** Paints what is driven meanwhile. */
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
