// @ts-check

/**
 * The evening as a line: its height is how much happens in each section, its width how long that takes.
 * @typedef {object} Tide
 * @property {import('./messages.js').Cue[]} cues
 * @property {(cue: import('./messages.js').Cue) => string} name
 * @property {(cue: import('./messages.js').Cue) => string} time when it began or is expected
 * @property {string} now the cue that is on, or empty
 * @property {string} next the one that comes
 * @property {number} part how far the section is, 0 to 1
 */

const BELOW = 26;
const ABOVE = 44;
/** A section is at least so wide that something of its name can be read; its name needs so much a letter. */
const LEAST = 26;
const LETTER = 7.4;

/** @param {string} name @param {Record<string, string | number>} attributes @param {string} [text] */
function node(name, attributes, text) {
  const made = document.createElementNS('http://www.w3.org/2000/svg', name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  if (text !== undefined) made.textContent = text;
  return made;
}

/** How wide each section is. @param {import('./messages.js').Cue[]} cues @param {number} width @returns {number[]} */
export function widths(cues, width) {
  const known = cues.filter((cue) => cue.length > 0).map((cue) => cue.length);
  const mean = known.length ? known.reduce((a, b) => a + b, 0) / known.length : 60;
  const least = Math.min(LEAST, width / cues.length);
  const weights = cues.map((cue) => Math.sqrt(cue.length || mean));
  const all = weights.reduce((a, b) => a + b, 0);
  return weights.map((weight) => least + (width - least * cues.length) * (weight / all));
}

/** The line through the middle of each section, smooth. @param {number[][]} points */
export function smooth(points) {
  let path = `M${points[0][0]},${points[0][1]}`;
  for (let i = 1; i < points.length; i++) {
    const [x0, y0] = points[i - 1];
    const [x1, y1] = points[i];
    const middle = (x0 + x1) / 2;
    path += ` C${middle},${y0} ${middle},${y1} ${x1},${y1}`;
  }
  return path;
}

/** Where that line is at a place. @param {number[][]} points @param {number} x */
export function heightAt(points, x) {
  for (let i = 1; i < points.length; i++) {
    if (x > points[i][0]) continue;
    const [x0, y0] = points[i - 1];
    const [x1, y1] = points[i];
    // The curve's time for a place: its two middle points lie in the middle, so it goes t + t·(1 - t)·(1 - 2t)/2 along.
    let low = 0;
    let high = 1;
    for (let n = 0; n < 20; n++) {
      const t = (low + high) / 2;
      const along = 1.5 * t * (1 - t) * (1 - t) + 1.5 * t * t * (1 - t) + t * t * t;
      if (x0 + (x1 - x0) * along < x) low = t;
      else high = t;
    }
    return y0 + (y1 - y0) * low * low * (3 - 2 * low);
  }
  return points[points.length - 1][1];
}

/** What each drawing shows, so that it is drawn anew only when that is something else: a press would miss what is replaced. @type {WeakMap<Element, string>} */
const shown = new WeakMap();

/** What is to be drawn once the hand that holds a handle lets go of it: what is replaced under a hand drops its drag. @type {WeakMap<Element, () => void>} */
const held = new WeakMap();

/**
 * Draws it, or moves the mark of what is now on it.
 * @param {SVGSVGElement} svg @param {Tide} tide @param {(cue: string, part?: number) => void} pressed
 * @param {((cue: string, height: number, done: boolean) => void) | null} [drawn] a hand draws the height of a section
 */
export function drawTide(svg, tide, pressed, drawn) {
  const { width, height } = svg.getBoundingClientRect();
  if (width < 10) return;
  const { cues } = tide;
  const floor = height - BELOW;
  const each = widths(cues, width);
  let x = 0;
  const left = each.map((wide) => { x += wide; return x - wide; });
  const points = cues.map((cue, i) => [left[i] + each[i] / 2, floor - cue.height * (floor - ABOVE)]);
  const is = cues.findIndex((cue) => cue.id === tide.now);
  const here = is < 0 ? -1 : left[is] + each[is] * Math.min(1, tide.part);
  const what = JSON.stringify([width, height, tide.now, tide.next, cues.map((c) => [c.id, c.height, c.length, tide.name(c), tide.time(c)])]);
  if (held.has(svg)) held.set(svg, () => drawTide(svg, tide, pressed, drawn));
  else if (shown.get(svg) !== what) {
    shown.set(svg, what);
    const focused = /** @type {any} */ (document.activeElement)?.dataset?.cue;
    svg.replaceChildren();
    svg.setAttribute('viewBox', `0 0 ${width} ${height}`);
    if (!cues.length) return;
    line(svg, [[0, points[0][1]], ...points, [width, points[points.length - 1][1]]], width, height);
    cues.forEach((cue, i) => section(svg, tide, i, left[i], each[i], floor, pressed));
    times(svg, tide, left, width, height, here);
    if (drawn) cues.forEach((cue, i) => svg.append(handle(cue, points[i], floor, tide.name(cue), drawn)));
    if (focused) /** @type {any} */ (svg.querySelector(`.handle[data-cue="${focused}"]`))?.focus();
  }
  if (cues.length) mark(svg, points, here, width, height);
}

/** @param {SVGSVGElement} svg @param {number[][]} ends @param {number} width @param {number} height */
function line(svg, ends, width, height) {
  const floor = height - BELOW;
  const defs = node('defs', {});
  const clip = node('clipPath', { id: 'risen' });
  clip.append(node('rect', { x: 0, y: 0, width: 0, height }));
  defs.append(water(), clip);
  const path = smooth(ends);
  svg.append(defs, node('path', { class: 'bank', d: path }));
  svg.append(node('path', { class: 'water', d: `${path} L${width},${floor} L0,${floor} Z`, 'clip-path': 'url(#risen)' }));
  svg.append(node('path', { class: 'risen', d: path, 'clip-path': 'url(#risen)' }));
}

/**
 * @param {SVGSVGElement} svg @param {Tide} tide @param {number} i @param {number} x @param {number} width @param {number} floor
 * @param {(cue: string, part?: number) => void} pressed with Shift, and at which part of the section
 */
function section(svg, tide, i, x, width, floor, pressed) {
  const cue = tide.cues[i];
  const name = tide.name(cue);
  const now = cue.id === tide.now;
  if (i) svg.append(node('path', { class: 'post', d: `M${x},22V${floor}` }));
  const made = node('rect', { class: `section ${now ? 'is' : cue.id === tide.next ? 'to' : ''}`, x, y: 22, width, height: floor - 22 });
  made.append(node('title', {}, name));
  made.addEventListener('click', (/** @type {any} */ event) => {
    const box = made.getBoundingClientRect();
    pressed(cue.id, event.shiftKey ? (event.clientX - box.left) / box.width : undefined);
  });
  svg.append(made);
  const letters = Math.floor((width - 14) / LETTER);
  if (letters < 2) return;
  const text = name.length > letters ? `${name.slice(0, letters - 1)}…` : name;
  svg.append(node('text', { x: x + 9, y: 40, class: now ? 'is' : '' }, text));
}

/**
 * When sections begin, as far as there is room.
 * @param {SVGSVGElement} svg @param {Tide} tide @param {number[]} left @param {number} width @param {number} height @param {number} here
 */
function times(svg, tide, left, width, height, here) {
  let free = 0;
  tide.cues.forEach((cue, i) => {
    const time = tide.time(cue);
    if (!time || left[i] < free || Math.abs(left[i] - here) < 40) return;
    // The last one ends where the line does.
    const x = Math.min(left[i] + 9, width - time.length * 8 - 2);
    svg.append(node('text', { class: 'at', x, y: height - 8 }, time));
    free = left[i] + time.length * 8 + 14;
  });
}

/**
 * Where it is now, and the water up to there.
 * @param {SVGSVGElement} svg @param {number[][]} points @param {number} here @param {number} width @param {number} height
 */
function mark(svg, points, here, width, height) {
  svg.querySelector('#risen rect')?.setAttribute('width', String(Math.max(0, here)));
  svg.querySelectorAll('.here').forEach((old) => old.remove());
  if (here < 0) return;
  const ends = [[0, points[0][1]], ...points, [width, points[points.length - 1][1]]];
  const made = node('g', { class: 'here' });
  made.append(node('line', { x1: here, x2: here, y1: 14, y2: height - BELOW + 6 }), node('circle', { cx: here, cy: heightAt(ends, here), r: 8 }));
  svg.append(made, node('text', { class: 'at here', x: Math.min(width - 26, Math.max(0, here - 11)), y: height - 4 }, 'now'));
}

/** What is under the line fades to its foot. */
function water() {
  const made = node('linearGradient', { id: 'water', x1: 0, y1: 0, x2: 0, y2: 1 });
  made.append(node('stop', { offset: 0, 'stop-color': '#9ad8cb', 'stop-opacity': 0.5 }));
  made.append(node('stop', { offset: 1, 'stop-color': '#9ad8cb', 'stop-opacity': 0.04 }));
  return made;
}

/**
 * @param {import('./messages.js').Cue} cue @param {number[]} at @param {number} floor @param {string} name
 * @param {(cue: string, height: number, done: boolean) => void} drawn
 */
function handle(cue, at, floor, name, drawn) {
  const percent = Math.round(cue.height * 100);
  const made = node('circle', {
    class: 'handle', cx: at[0], cy: at[1], r: 6, tabindex: 0, role: 'slider', 'aria-label': `How much happens in ${name}`,
    'aria-valuemin': 0, 'aria-valuemax': 100, 'aria-valuenow': percent, 'data-cue': cue.id,
  });
  let { height } = cue;
  made.addEventListener('pointerdown', (/** @type {any} */ event) => {
    const svg = /** @type {SVGElement} */ (made.ownerSVGElement);
    made.setPointerCapture(event.pointerId);
    held.set(svg, () => {});
    const move = (/** @type {any} */ e) => {
      height = Math.min(1, Math.max(0, (floor - (e.clientY - svg.getBoundingClientRect().top)) / (floor - ABOVE)));
      made.setAttribute('cy', String(floor - height * (floor - ABOVE)));
      drawn(cue.id, height, false);
    };
    made.addEventListener('pointermove', move);
    // Also where the hand is taken from it: nothing may wait for a hand that is gone.
    made.addEventListener('lostpointercapture', () => {
      made.removeEventListener('pointermove', move);
      const waits = held.get(svg);
      held.delete(svg);
      if (height !== cue.height) drawn(cue.id, height, true);
      waits?.();
    }, { once: true });
  });
  made.addEventListener('keydown', (/** @type {any} */ event) => {
    const by = event.key === 'ArrowUp' ? 0.05 : event.key === 'ArrowDown' ? -0.05 : 0;
    if (!by || event.altKey) return;
    event.preventDefault();
    // From where the keys brought it: one that is held down is faster than the answer.
    height = Math.min(1, Math.max(0, height + by));
    drawn(cue.id, height, true);
  });
  return made;
}
