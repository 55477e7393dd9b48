// @ts-check
/** The live list of what arrives: rows are added and taken away through Alpine, their numbers are painted straight into the page. */
const LIT_MS = 160;
const short = (/** @type {number} */ v) => (Math.abs(v) >= 100 ? v.toFixed(0) : v.toFixed(3).replace(/\.?0+$/, ''));

/** @typedef {import('./messages.js').Arrival & {lit: boolean, painted?: number}} Shown */

export class Arrivals {
  constructor() {
    /** @type {Map<string, Shown>} */
    this.controls = new Map();
  }

  /** Takes a message; tells whether the list itself has changed. @param {import('./messages.js').ToPageDesk} m */
  take(m) {
    let changed = false;
    for (const control of m.controls) {
      const was = this.controls.get(control.name);
      if (!was || was.bound !== control.bound) changed = true;
      this.controls.set(control.name, { ...control, lit: !was ? control.ago >= 0 : was.count !== control.count });
    }
    for (const name of m.gone) changed = this.controls.delete(name) || changed;
    return changed;
  }

  /** @param {string} filter */
  list(filter) {
    const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
    return [...this.controls.values()]
      .filter((c) => words.every((w) => c.name.toLowerCase().includes(w)))
      .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
      .slice(0, 200)
      .map((c) => ({ name: c.name, bound: c.bound }));
  }

  paint() {
    document.querySelectorAll('.arrival').forEach((row) => {
      const c = this.controls.get(/** @type {any} */ (row).dataset.control);
      if (!c || c.painted === c.count) return row.classList.toggle('lit', Boolean(c?.lit && c.ago < LIT_MS));
      c.painted = c.count;
      row.classList.toggle('lit', c.lit && c.ago < LIT_MS);
      c.lit = false;
      const set = (/** @type {string} */ part, /** @type {string} */ text) => {
        const e = row.querySelector(part);
        if (e && e.textContent !== text) e.textContent = text;
      };
      set('.value', c.count ? short(c.value) : '—');
      set('.reach', c.count ? `${short(c.least)}…${short(c.most)}` : 'not yet');
      set('.rate', c.rate >= 0.1 ? `${c.rate < 10 ? c.rate.toFixed(1) : c.rate.toFixed(0)}/s` : '');
      this.line(/** @type {any} */ (row.querySelector('canvas')), c);
      return undefined;
    });
    document.querySelectorAll('.binding').forEach((row) => {
      const name = row.querySelector('.head b')?.textContent ?? '';
      const c = this.controls.get(name);
      row.classList.toggle('lit', Boolean(c && c.count && c.ago >= 0 && c.ago < LIT_MS));
    });
  }

  /** @param {HTMLCanvasElement} canvas @param {Shown} c */
  line(canvas, c) {
    const g = /** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d'));
    const span = c.most - c.least || 1;
    g.clearRect(0, 0, canvas.width, canvas.height);
    g.strokeStyle = '#9ad8cb';
    g.lineWidth = 3;
    g.beginPath();
    c.line.forEach((v, i) => {
      const x = (i / Math.max(1, c.line.length - 1)) * (canvas.width - 4) + 2;
      g.lineTo(x, canvas.height - 4 - ((v - c.least) / span) * (canvas.height - 8));
    });
    g.stroke();
  }
}
