// @ts-check
/** Draws what was heard in the last ten seconds: the wave, where something began, the beats; and the spectrum of now. */
const HOPS = 1000;
const COLOURS = { wave: '#9ad8cb', onset: '#b3abc6', beat: '#ffb27a', grid: '#2c2740', band: '#f1d692', text: '#b3abc6' };

export class Scope {
  /** @param {HTMLCanvasElement} canvas @param {HTMLCanvasElement} bands */
  constructor(canvas, bands) {
    this.canvas = canvas;
    this.bands = bands;
    this.low = new Float32Array(HOPS);
    this.high = new Float32Array(HOPS);
    this.onset = new Float32Array(HOPS);
    this.beats = new Uint8Array(HOPS);
    this.begun = new Uint8Array(HOPS);
    this.end = 0;
    /** @type {number[]} */
    this.spectrum = [];
  }

  /** @param {import('./messages.js').ToPageEars} heard */
  take(heard) {
    for (const { low, high, onset, beat, began } of heard.hops) {
      const i = this.end++ % HOPS;
      this.low[i] = low;
      this.high[i] = high;
      this.onset[i] = onset;
      this.beats[i] = Number(beat);
      this.begun[i] = Number(began);
    }
    this.spectrum = heard.bands;
    this.draw();
    this.drawBands();
  }

  draw() {
    const { canvas } = this;
    const c = /** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d', { alpha: false }));
    const { width, height } = canvas;
    c.fillStyle = '#100e19';
    c.fillRect(0, 0, width, height);
    const mid = height * 0.42;
    const reach = height * 0.4;
    const at = (/** @type {number} */ hop) => ((hop - this.end + HOPS) / HOPS) * width;
    c.fillStyle = COLOURS.grid;
    for (let hop = Math.ceil((this.end - HOPS) / 100) * 100; hop < this.end; hop += 100) c.fillRect(at(hop), 0, 1, height);
    for (let k = 0; k < HOPS; k++) {
      const hop = this.end - HOPS + k;
      if (hop < 0) continue;
      const i = hop % HOPS;
      const x = (k / HOPS) * width;
      c.fillStyle = COLOURS.wave;
      const top = mid - Math.min(1, this.high[i]) * reach;
      c.fillRect(x, top, width / HOPS + 0.5, Math.max(1.5, mid - Math.max(-1, this.low[i]) * reach - top));
      c.fillStyle = COLOURS.onset;
      const strength = Math.min(1, this.onset[i] / 24) * height * 0.14;
      c.fillRect(x, height - strength, width / HOPS + 0.5, strength);
      if (this.begun[i]) c.fillRect(x, height * 0.84, 3, height * 0.16);
      if (this.beats[i]) {
        c.fillStyle = COLOURS.beat;
        c.fillRect(x, 0, 3, height);
        c.beginPath();
        c.arc(x + 1.5, 9, 8, 0, 7);
        c.fill();
      }
    }
  }

  drawBands() {
    const { bands } = this;
    const c = /** @type {CanvasRenderingContext2D} */ (bands.getContext('2d', { alpha: false }));
    const { width, height } = bands;
    c.fillStyle = '#100e19';
    c.fillRect(0, 0, width, height);
    const n = this.spectrum.length || 1;
    this.spectrum.forEach((db, i) => {
      // Lifted by three decibels an octave, as music falls off that much.
      const part = Math.min(1, Math.max(0, 1 + (db + (i / n) * 27) / 72));
      c.fillStyle = COLOURS.band;
      c.globalAlpha = 0.35 + 0.65 * part;
      c.fillRect((i / n) * width + 1, height - 26 - part * (height - 34), width / n - 2, part * (height - 34) + 2);
    });
    c.globalAlpha = 1;
    c.fillStyle = COLOURS.text;
    c.font = '20px sans-serif';
    for (const [hz, name] of /** @type {[number, string][]} */ ([[60, '60'], [250, '250'], [1000, '1k'], [4000, '4k']])) {
      c.fillText(name, (Math.log(hz / 30) / Math.log(16000 / 30)) * width - 10, height - 6);
    }
  }
}
