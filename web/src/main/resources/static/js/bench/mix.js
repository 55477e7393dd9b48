// @ts-check
import { KINDS } from '../kinds.js';
import { paint, slider } from '../slider.js';

/**
 * The mix: its layers, front to back, and what is selected of them.
 * @param {import('../page.js').Page} page
 */
export function mix(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    blends: ['over', 'add', 'screen', 'multiply', 'lighten', 'darken', 'difference', 'subtract',
      'multiply-or-self', 'darken-or-self', 'subtract-or-self'],
    /** @param {string} blend */
    blendName(blend) { return blend.replace('-or-self', ', over nothing itself'); },
    startMix() { page.live.hear('board', (m) => { if (!page.dear) this.paintOpacities(m); }); },
    /** How opaque driven layers are now. @param {import('../messages.js').ToPageBoard} m */
    paintOpacities(m) {
      for (const layer of this.look.mix) {
        const now = m.follows[`${layer.id} opacity`];
        const bar = now && /** @type {HTMLElement|null} */ (document.querySelector(`#layer-${layer.id} .op i`));
        if (bar) bar.style.transform = `scaleX(${Math.min(1, Math.max(0, now.setting))})`;
      }
    },
    /** @param {string} lane */
    addLayer(lane) { page.live.send({ do: 'add-layer', lane, above: this.aboveLane }); },
    /** @param {import('../messages.js').Lane} lane */
    canMix(lane) { return KINDS[this.endOf(lane)]?.mixes ?? false; },
    /** @param {Partial<import('../messages.js').Layer>} change */
    changeLayer(change, g = 0) {
      const layer = this.chosenLayer;
      if (!layer) return;
      Object.assign(layer, change);
      this.edit({ edit: 'change-layer', layer: { ...layer } }, g);
    },
    /** @returns {import('../slider.js').Range} */
    layerRange() {
      return {
        min: 0, max: 1, byRatio: false, whole: false, value: this.chosenLayer?.opacity ?? 1,
        ends: this.ends(this.chosenLayer?.follow, 'opacity'),
        change: (v, g) => this.changeLayer({ opacity: v }, g),
        reset: () => this.changeLayer({ opacity: 1 }),
      };
    },
    mountLayer(element) { slider(element, () => (this.chosenLayer ? this.layerRange() : null)); },
    drawLayer(element) {
      const layer = this.chosenLayer;
      if (!layer) return;
      const now = page.board?.follows?.[`${layer.id} opacity`];
      const range = layer.follow ? { low: layer.follow.outLow, high: layer.follow.outHigh } : null;
      paint(element, this.layerRange(), range, now ? now.setting : layer.opacity);
    },
    /** The opacity as a setting, for what works on settings. */
    opacity: { id: 'opacity', label: 'Opacity', form: 'NUMBER', initial: 1 },
    opacities() { return [this.opacity]; },
    opacityKey(event) {
      if (event.key !== '=') return;
      event.preventDefault();
      event.stopPropagation();
      this.startFormula(this.opacity, String(this.chosenLayer?.opacity ?? 1));
    },
    async setOpacity(event) {
      const v = await this.reckon(event.target.value);
      if (Number.isFinite(v)) this.changeLayer({ opacity: Math.min(1, Math.max(0, v)) });
    },
    /** @param {import('../messages.js').Layer} layer */
    opacityText(layer) { return Math.round(layer.opacity * 100) / 100; },
    /** @param {import('../messages.js').Layer} layer */
    blendText(layer) {
      const name = layer.blend.split('-')[0];
      return `${name[0].toUpperCase()}${name.slice(1)} · ${this.opacityText(layer)}`;
    },
    /** @param {import('../messages.js').Layer} layer */
    barOf(layer) { return { transform: `scaleX(${layer.opacity})` }; },
    removeLayer() {
      this.edit({ edit: 'remove-layer', layer: this.layerId });
      this.layerId = '';
      this.began = false;
    },
    /** One place, or with all to the very front or back. @param {number} by */
    moveLayer(by, all = false) {
      const last = this.look.mix.length - 1;
      const i = this.look.mix.findIndex((l) => l.id === this.layerId);
      const place = all ? (by < 0 ? 0 : last) : i + by;
      if (place >= 0 && place <= last && place !== i) this.edit({ edit: 'move-layer', layer: this.layerId, place });
    },
  });
}
