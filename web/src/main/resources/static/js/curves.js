// @ts-check
/** Curves of what signals did in the last seconds: kept here, since only the page shows them. */

const LENGTH = 160;

export class Curves {
  constructor() {
    /** @type {Map<string, Float32Array>} newest last */
    this.kept = new Map();
  }

  /** @param {string} key @param {number} value */
  add(key, value) {
    let values = this.kept.get(key);
    if (!values) this.kept.set(key, (values = new Float32Array(LENGTH).fill(value)));
    values.copyWithin(0, 1);
    values[LENGTH - 1] = value;
  }

  /** Forgets curves nobody feeds any more. @param {Set<string>} keys */
  keep(keys) {
    for (const key of this.kept.keys()) if (!keys.has(key)) this.kept.delete(key);
  }

  /**
   * Draws curves into one canvas, scaled so that all of them fit.
   * @param {HTMLCanvasElement} canvas @param {{key: string, colour: string, line?: number}[]} lines
   * @param {number} [low] @param {number} [high]
   */
  draw(canvas, lines, low = 0, high = 1) {
    const context = /** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d'));
    const { width, height } = canvas;
    let min = low;
    let max = high;
    for (const line of lines) {
      for (const value of this.kept.get(line.key) ?? []) {
        if (value < min) min = value;
        if (value > max) max = value;
      }
    }
    const span = max - min || 1;
    context.clearRect(0, 0, width, height);
    for (const line of lines) {
      const values = this.kept.get(line.key);
      if (!values) continue;
      context.strokeStyle = line.colour;
      context.lineWidth = line.line ?? 2;
      context.beginPath();
      for (let i = 0; i < LENGTH; i++) {
        context.lineTo((i / (LENGTH - 1)) * width, height - 4 - ((values[i] - min) / span) * (height - 8));
      }
      context.stroke();
    }
  }
}
