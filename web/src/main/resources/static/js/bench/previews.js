// @ts-check
import { KINDS } from '../kinds.js';
import { $ } from '../page.js';

/** So many pixels around what is seen are seen soon. */
const AROUND = 80;
const COLOURS = { signal: '#9ad8cb' };

/** @param {DOMRect} box @param {DOMRect} view */
const isNear = (box, view) => box.bottom > view.top - AROUND && box.top < view.bottom + AROUND && box.right > view.left && box.left < view.right + AROUND;

/**
 * Previews on the cards: pictures as tiles, signals as curves.
 * @param {import('../page.js').Page} page
 */
export function previews(page) {
  /** The list that was asked for last, by its number: what comes for an older one is passed over. */
  let list = 0;
  let listed = /** @type {string[]} */ ([]);
  /** What plays by the steps in sight, and by the layers of the mix. */
  let runs = /** @type {Map<string, string>} */ (new Map());
  let layers = /** @type {Map<string, string>} */ (new Map());
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    startPreviews() {
      page.live.hear('look', () => this.lookDrawn());
      page.live.hear('state', ({ open }) => { if (open) this.askTiles(); });
      page.live.hear('air', (m) => { if (m.plays) this.askTiles(); });
      page.live.hear('tiles', (m) => this.paintTiles(m));
      page.live.hear('board', (m) => { this.keepCurves(m); if (!page.dear) this.paintCards(m); });
    },
    structure: '',
    /** Another list of steps has other previews. */
    lookDrawn() {
      const now = JSON.stringify([this.look.lanes.map((l) => l.steps.map((s) => s.id)), this.look.mix.map((l) => l.lane)]);
      if (now === this.structure) return;
      this.structure = now;
      this.$nextTick(() => this.askTiles());
    },

    /** Asks for previews of the picture and points steps that can be seen, and of the ends of lanes in the mix. */
    askTiles() {
      const view = $('.lanes').getBoundingClientRect();
      runs = new Map(this.lanesHere.flatMap((lane) => lane.steps.map((s) => [this.runOfStep(s.id), s.id])));
      const inMix = new Map(this.look.mix.map((l) => [this.runOfLane(l.lane), l.id]));
      const seen = this.lanesHere.flatMap((lane) => this.stepsShown(lane)).filter((s) => {
        if (this.writing || KINDS[this.gives(s)]?.curve) return false;
        // The lane whose curve is drawn is played, whether the mix needs it or not.
        if (this.curveStep) return s.id === this.curveStep;
        const box = document.getElementById(`step-${s.id}`)?.getBoundingClientRect();
        return box && isNear(box, view);
      }).map((s) => this.runOfStep(s.id));
      listed = [...new Set([...seen, ...inMix.keys()])].filter(Boolean);
      layers = inMix;
      list = (list + 1) & 0xffff;
      page.live.send({ do: 'tiles', list, steps: listed });
    },
    /** @param {import('../live.js').Tiles} tiles */
    paintTiles({ bitmap, columns, width, height, version }) {
      if (version === list) {
        listed.forEach((run, i) => {
          const sx = (i % columns) * width;
          const sy = Math.floor(i / columns) * height;
          for (const canvas of [runs.has(run) && $(`#step-${runs.get(run)} canvas`), layers.has(run) && $(`#layer-${layers.get(run)} canvas`)]) {
            if (!canvas) continue;
            if (canvas.width !== width) { canvas.width = width; canvas.height = height; }
            canvas.getContext('2d').drawImage(bitmap, sx, sy, width, height, 0, 0, width, height);
          }
        });
      }
      bitmap.close();
    },
    /** A signal of many numbers: all of them as they are now. */
    /** @param {HTMLCanvasElement} canvas @param {number[]} values */
    paintBars(canvas, values) {
      const g = /** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d'));
      const low = Math.min(0, ...values);
      const span = Math.max(1, ...values) - low;
      const y = (/** @type {number} */ v) => canvas.height - 3 - ((v - low) / span) * (canvas.height - 6);
      g.clearRect(0, 0, canvas.width, canvas.height);
      g.fillStyle = COLOURS.signal;
      values.forEach((v, i) => {
        const x = (i / values.length) * canvas.width;
        g.fillRect(x, Math.min(y(v), y(0)), canvas.width / values.length - 1, Math.max(1.5, Math.abs(y(v) - y(0))));
      });
    },
    /** The curves have every value, also those that are not painted. */
    /** @param {import('../messages.js').ToPageBoard} m */
    keepCurves(m) {
      const keys = new Set();
      for (const id in m.steps) {
        const { value } = m.steps[id];
        if (value !== undefined) { keys.add(id); page.curves.add(id, value); }
      }
      for (const key in m.follows) {
        const { raw, eased } = m.follows[key];
        keys.add(`raw ${key}`); keys.add(`eased ${key}`);
        page.curves.add(`raw ${key}`, raw);
        page.curves.add(`eased ${key}`, eased);
      }
      page.curves.keep(keys);
    },
    /** @param {number} count */
    shortCount(count) { return count >= 10000 ? `${Math.round(count / 1000)}k` : String(count); },
    /** @param {import('../messages.js').ToPageBoard} m */
    paintCards(m) {
      for (const run in m.steps) {
        const id = runs.get(run);
        const card = id && document.getElementById(`step-${id}`);
        if (card) this.paintCard(card, id, run, m);
      }
    },
    /** @param {HTMLElement} card @param {string} id @param {string} run @param {import('../messages.js').ToPageBoard} m */
    paintCard(card, id, run, m) {
      const now = m.steps[run];
      const shown = card.querySelector('.live');
      if (shown && now.value !== undefined) shown.textContent = now.value.toFixed(2);
      else if (shown && m.frame % 8 < 2) {
        const step = this.find(id);
        const counts = step ? KINDS[this.gives(step)].counts : '';
        shown.textContent = counts && now.count >= 0 && now.ms < 0.05 ? `${this.shortCount(now.count)} ${counts}` : `${now.ms.toFixed(1)} ms`;
      }
      const tells = m.tells[run] ?? '';
      if (card.dataset.tells !== tells) { card.dataset.tells = tells; card.title = tells; }
      const canvas = /** @type {HTMLCanvasElement} */ (card.querySelector('canvas'));
      if (now.many) this.paintBars(canvas, now.many);
      else if (now.value !== undefined) page.curves.draw(canvas, [{ key: run, colour: COLOURS.signal, line: 3 }]);
    },
  });
}
