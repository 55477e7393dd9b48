// @ts-check
import { make } from '../curve-picture.js';
import { $ } from '../page.js';
import { gesture } from '../slider.js';

/**
 * A path over time, drawn over the picture: as fast as the pointer goes, things will. From the front, from the right side, or from above;
 * what a side does not show stays as it is.
 * @typedef {import('../messages.js').Key} Key
 * @typedef {'front'|'side'|'top'} Side
 */

/** How two ways over the picture, to the right and down, lie along the axes of a path. @type {Record<Side, {x: string, y: string, dx: number, dy: number}>} */
const SIDES = {
  front: { x: 'ACROSS', y: 'UP', dx: 1, dy: -1 },
  side: { x: 'NEAR', y: 'UP', dx: -1, dy: -1 },
  top: { x: 'ACROSS', y: 'NEAR', dx: 1, dy: 1 },
};
/** What is at the edges of a side that is not the picture's. @type {Record<Side, [string, number, number][]>} */
const EDGES = { front: [], side: [['near', -0.92, 0.05], ['far', 0.92, 0.05]], top: [['far', 0.06, -0.72], ['near', 0.06, 0.8]] };
/** A hand that rests so many seconds has stopped, and has not gone slowly all the while. */
const RESTS = 0.1;
const FRAME = 1 / 60;
/** @type {Omit<Key, 'time' | 'value'>} */
const PLAIN = { join: 'linear', auto: true, inTime: 0, inValue: 0, outTime: 0, outValue: 0 };
/** Beads on a path: one a second, and not more than so many. */
const BEADS = 120;

/** @param {import('../page.js').Page} page */
export function path(page) {
  /** @type {{time: number, x: number, y: number}[]} */
  let drawn = [];
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    pathSide: /** @type {Side | ''} */ (''), pathStep: '', pathZoom: 1,
    /** Places of steps that have a path, by step. */
    paths: /** @type {import('../messages.js').ToPageLook['paths']} */ ({}),
    startPath() {
      page.live.hear('look', (m) => { this.paths = m.paths; this.paintPath(); });
      page.live.hear('board', (m) => { if (this.pathOn && !page.dear) this.paintPlace(m.steps[this.pathStep]?.place ?? NaN); });
      this.$watch('stepId', () => this.paintPath());
    },
    get pathOn() { return this.pathSide !== '' && this.pathStep === this.stepId && this.stepId in this.paths; },
    /** Whether the chosen step has a path. */
    get hasPath() { return this.stepId in this.paths; },
    /** Draws the path of the chosen step from a side. @param {Side} side */
    drawPath(side) {
      this.pathSide = side;
      this.pathStep = this.stepId;
      this.pathZoom = 1;
      this.paintPath();
    },
    leavePath() { this.pathSide = ''; this.paintPath(); },
    /** Where a pointer is, in units of the side. @param {PointerEvent} event */
    onSide(event) {
      const box = $('.path-host').getBoundingClientRect();
      const aspect = this.look.width / this.look.height;
      const unit = Math.min(box.width / aspect, box.height) / 2 / this.pathZoom;
      return { x: (event.clientX - box.left - box.width / 2) / unit, y: (event.clientY - box.top - box.height / 2) / unit };
    },
    /** A hand draws, until it lets go. @param {PointerEvent} event @param {HTMLElement} target */
    beginPath(event, target) {
      event.preventDefault();
      target.setPointerCapture(event.pointerId);
      const began = event.timeStamp;
      drawn = [];
      const note = (/** @type {PointerEvent} */ e) => {
        const time = Math.max(0, (e.timeStamp - began) / 1000);
        const last = drawn.at(-1);
        if (last && time - last.time > RESTS) drawn.push({ ...last, time: time - FRAME });
        drawn.push({ time, ...this.onSide(e) });
        this.paintPath();
      };
      const end = (/** @type {PointerEvent} */ e) => {
        target.removeEventListener('pointermove', note);
        target.removeEventListener('pointerup', end);
        target.removeEventListener('pointercancel', end);
        if (e.type === 'pointerup') { note(e); this.sendPath(); }
        drawn = [];
        this.paintPath();
      };
      target.addEventListener('pointermove', note);
      target.addEventListener('pointerup', end);
      target.addEventListener('pointercancel', end);
      note(event);
    },
    sendPath() {
      const side = SIDES[/** @type {Side} */ (this.pathSide)];
      const stroke = (/** @type {string} */ axis, /** @type {(d: {x: number, y: number}) => number} */ value) => ({
        setting: this.settings.find((s) => s.form === 'CURVE' && s.drag === axis)?.id ?? '',
        taken: drawn.map((d) => ({ ...PLAIN, time: d.time, value: value(d) })),
      });
      const strokes = [stroke(side.x, (d) => d.x * side.dx), stroke(side.y, (d) => d.y * side.dy)].filter((s) => s.setting);
      page.live.send({ do: 'draw-path', gesture: gesture(), step: this.pathStep, strokes });
    },
    /** @param {number} by */
    zoomPath(by) {
      this.pathZoom = Math.min(16, Math.max(1, this.pathZoom * by));
      this.paintPath();
    },
    /** Places of the path as they lie on the side. */
    pathPlaces() {
      const { x, y, dx, dy } = SIDES[/** @type {Side} */ (this.pathSide)];
      const path = this.paths[this.pathStep];
      const axes = /** @type {Record<string, number[]>} */ ({ ACROSS: path.across, UP: path.up, NEAR: path.near });
      return axes[x].map((at, i) => ({ x: at * dx, y: axes[y][i] * dy }));
    },
    paintPath() {
      const host = $('.path-host');
      if (!this.pathOn) { host.replaceChildren(); return; }
      const z = this.pathZoom;
      const aspect = (this.look.width / this.look.height) * z;
      const size = 0.016 * z;
      const svg = make('svg', { viewBox: `${-aspect} ${-z} ${2 * aspect} ${2 * z}`, 'aria-label': 'The path of the step' });
      svg.append(
        make('line', { class: 'ground', x1: -aspect, x2: aspect, y1: 0, y2: 0 }),
        make('line', { class: 'ground', x1: 0, x2: 0, y1: -z, y2: z }),
      );
      for (const [text, x, y] of EDGES[/** @type {Side} */ (this.pathSide)]) {
        const edge = make('text', { x: x * aspect, y: y * z, 'font-size': 0.06 * z, 'text-anchor': 'middle' });
        edge.textContent = text;
        svg.append(edge);
      }
      const places = this.pathPlaces();
      const line = (/** @type {{x: number, y: number}[]} */ all) => all.map((p) => `${p.x.toFixed(4)},${p.y.toFixed(4)}`).join(' ');
      svg.append(make('polyline', { class: drawn.length ? 'was' : 'path', points: line(places) }));
      const { end } = this.paths[this.pathStep];
      const apart = Math.max(1, Math.ceil(end / BEADS));
      for (let t = 0; !drawn.length && t <= end; t += apart) {
        const p = places[Math.round((t / (end || 1)) * (places.length - 1))];
        svg.append(make('circle', { class: 'bead', cx: p.x, cy: p.y, r: size }));
      }
      if (drawn.length) svg.append(make('polyline', { class: 'taken', points: line(drawn) }));
      svg.append(make('circle', { class: 'place', r: size * 2, cx: -99, cy: 0 }));
      host.replaceChildren(svg);
    },
    /** Where it is now. @param {number} time */
    paintPlace(time) {
      const dot = $('.path-host').querySelector('.place');
      const { end } = this.paths[this.pathStep];
      const places = this.pathPlaces();
      const p = places[Math.round((time / (end || 1)) * (places.length - 1))];
      if (!dot || !p) return;
      dot.setAttribute('cx', String(p.x));
      dot.setAttribute('cy', String(p.y));
    },
  });
}
