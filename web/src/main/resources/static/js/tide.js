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

/**
 * Draws it.
 * @param {SVGSVGElement} svg @param {Tide} tide @param {(cue: string) => void} pressed
 * @param {((cue: string, height: number, done: boolean) => void) | null} [drawn] a hand draws the height of a section
 */
export function drawTide(svg, tide, pressed, drawn) {
  const { width, height } = svg.getBoundingClientRect();
  svg.replaceChildren();
  svg.setAttribute('viewBox', `0 0 ${width} ${height}`);
  if (!tide.cues.length || width < 10) return;
  const floor = height - BELOW;
  const each = widths(tide.cues, width);
  const level = (/** @type {import('./messages.js').Cue} */ cue) => floor - cue.height * (floor - ABOVE);
  /** @type {number[][]} */
  const points = [];
  let x = 0;
  const left = tide.cues.map((cue, i) => {
    const at = x;
    points.push([at + each[i] / 2, level(cue)]);
    x += each[i];
    return at;
  });
  const ends = [[0, points[0][1]], ...points, [width, points[points.length - 1][1]]];
  const is = tide.cues.findIndex((cue) => cue.id === tide.now);
  const here = is < 0 ? -1 : left[is] + each[is] * Math.min(1, tide.part);
  svg.append(node('defs', {}));
  svg.firstElementChild?.append(water(), clip(here, height));
  const line = smooth(ends);
  svg.append(node('path', { class: 'bank', d: line }));
  if (here > 0) {
    svg.append(node('path', { class: 'water', d: `${line} L${width},${floor} L0,${floor} Z`, 'clip-path': 'url(#risen)' }));
    svg.append(node('path', { class: 'risen', d: line, 'clip-path': 'url(#risen)' }));
  }
  let readable = 0;
  let timed = 0;
  tide.cues.forEach((cue, i) => {
    if (i) svg.append(node('path', { class: 'post', d: `M${left[i]},22V${floor}` }));
    const section = node('rect', {
      class: `section ${i === is ? 'is' : cue.id === tide.next ? 'to' : ''}`, x: left[i], y: 22, width: each[i], height: floor - 22,
    });
    section.append(node('title', {}, tide.name(cue)));
    section.addEventListener('click', () => pressed(cue.id));
    svg.append(section);
    const name = tide.name(cue);
    const room = each[i] - 14;
    if (room > 12 && left[i] >= readable) {
      const letters = Math.floor(room / LETTER);
      const text = name.length > letters ? `${name.slice(0, Math.max(1, letters - 1))}…` : name;
      svg.append(node('text', { x: left[i] + 9, y: 40, class: i === is ? 'is' : '' }, text));
      readable = left[i] + 20;
    }
    const time = tide.time(cue);
    if (time && left[i] >= timed && Math.abs(left[i] - here) > 40) {
      svg.append(node('text', { class: 'at', x: left[i] + 9, y: height - 8 }, time));
      timed = left[i] + time.length * 8 + 14;
    }
    if (drawn) svg.append(handle(cue, points[i], floor, name, drawn));
  });
  if (here >= 0) {
    const mark = node('g', { class: 'here' });
    mark.append(node('line', { x1: here, x2: here, y1: 14, y2: floor + 6 }));
    mark.append(node('circle', { cx: here, cy: heightAt(ends, here), r: 8 }));
    svg.append(mark, node('text', { class: 'at here', x: Math.min(width - 26, Math.max(0, here - 11)), y: height - 4 }, 'now'));
  }
}

/** What is under the line fades to its foot. */
function water() {
  const made = node('linearGradient', { id: 'water', x1: 0, y1: 0, x2: 0, y2: 1 });
  made.append(node('stop', { offset: 0, 'stop-color': '#9ad8cb', 'stop-opacity': 0.5 }));
  made.append(node('stop', { offset: 1, 'stop-color': '#9ad8cb', 'stop-opacity': 0.04 }));
  return made;
}

/** @param {number} here @param {number} height */
function clip(here, height) {
  const made = node('clipPath', { id: 'risen' });
  made.append(node('rect', { x: 0, y: 0, width: Math.max(0, here), height }));
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
  made.addEventListener('pointerdown', (/** @type {any} */ event) => {
    made.setPointerCapture(event.pointerId);
    let height = cue.height;
    const move = (/** @type {any} */ e) => {
      const box = /** @type {SVGElement} */ (made.ownerSVGElement).getBoundingClientRect();
      height = Math.min(1, Math.max(0, (floor - (e.clientY - box.top)) / (floor - ABOVE)));
      made.setAttribute('cy', String(floor - height * (floor - ABOVE)));
      drawn(cue.id, height, false);
    };
    made.addEventListener('pointermove', move);
    made.addEventListener('pointerup', () => { made.removeEventListener('pointermove', move); drawn(cue.id, height, true); }, { once: true });
  });
  made.addEventListener('keydown', (/** @type {any} */ event) => {
    const by = event.key === 'ArrowUp' ? 0.05 : event.key === 'ArrowDown' ? -0.05 : 0;
    if (!by || event.altKey) return;
    event.preventDefault();
    drawn(cue.id, Math.min(1, Math.max(0, cue.height + by)), true);
  });
  return made;
}
