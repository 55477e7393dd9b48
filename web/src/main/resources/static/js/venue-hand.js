// @ts-check
/**
 * Surfaces as a hand takes them: drawn over the picture, their corners and outlines dragged or moved by keys.
 * @typedef {import('./messages.js').Surface} Surface
 * @typedef {import('./messages.js').Place} Place
 * @typedef {{venue: () => import('./messages.js').Venue | null, face: () => string, pick: (id: string) => void,
 *   hold: (face: Surface) => void, put: (face: Surface) => void}} Hands what is drawn, and what a hand makes of it: on the way, and at rest
 */

const NAMES = ['upper left', 'upper right', 'lower right', 'lower left'];
const SIDES = ['upper', 'right', 'lower', 'left'];
/** Corners of other surfaces catch one that comes so near, in pixels. */
const CATCHES = 7;
/** So much of a name stands in the picture. */
const LETTERS = 26;
const SVG = 'http://www.w3.org/2000/svg';
/** How far a key moves, as a part of what leaves; with Shift ten times as far. */
const STEP = 0.0005;

/** Whether four corners stand out, each, in their order. @param {Place[]} corners */
export function convex(corners) {
  let turns = 0;
  for (let i = 0; i < 4; i++) {
    const [a, b, c] = [corners[i], corners[(i + 1) % 4], corners[(i + 2) % 4]];
    const cross = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
    if (Math.abs(cross) < 2e-5) return false;
    turns += Math.sign(cross);
  }
  return Math.abs(turns) === 4;
}

/** A surface with all of it so far elsewhere. @param {Surface} face @param {number} x @param {number} y @returns {Surface} */
export function moved(face, x, y) {
  const to = (/** @type {Place} */ p) => ({ x: p.x + x, y: p.y + y });
  return { ...face, corners: face.corners.map(to), sides: face.sides.map(to), outline: face.outline.map(to) };
}

/** The middles of straight sides. @param {Place[]} corners @returns {Place[]} */
export function middles(corners) {
  return corners.map((c, i) => ({ x: (c.x + corners[(i + 1) % 4].x) / 2, y: (c.y + corners[(i + 1) % 4].y) / 2 }));
}

/** Sides that are bent as before between corners that have moved. @param {Surface} face @param {Place[]} corners @returns {Place[]} */
function along(face, corners) {
  if (!face.sides.length) return face.sides;
  const [was, is] = [middles(face.corners), middles(corners)];
  return face.sides.map((p, i) => ({ x: p.x + is[i].x - was[i].x, y: p.y + is[i].y - was[i].y }));
}

/** The border of a surface, with parabolas through the middles of bent sides. @param {Surface} face @param {number} wide @param {number} high */
export function border(face, wide, high) {
  const at = (/** @type {Place} */ p) => `${(p.x * wide).toFixed(1)} ${(p.y * high).toFixed(1)}`;
  const straight = middles(face.corners);
  return face.corners.map((c, i) => {
    const next = at(face.corners[(i + 1) % 4]);
    const p = face.sides[i];
    const to = p ? `Q${at({ x: 2 * p.x - straight[i].x, y: 2 * p.y - straight[i].y })} ${next}` : `L${next}`;
    return `${i ? '' : `M${at(c)}`}${to}`;
  }).join('') + 'Z';
}

/** A surface with one of its corners, middles of sides or points of its outline at another place; as it was where that cannot be.
 * @param {Surface} face @param {'corners' | 'sides' | 'outline'} of @param {number} k @param {Place} to @returns {Surface} */
export function placed(face, of, k, to) {
  const at = { x: Math.min(1.5, Math.max(-0.5, to.x)), y: Math.min(1.5, Math.max(-0.5, to.y)) };
  const all = face[of].map((p, i) => (i === k ? at : p));
  if (of !== 'corners') return { ...face, [of]: all };
  return convex(all) ? { ...face, corners: all, sides: along(face, all) } : face;
}

/**
 * The corner of another surface that is nearest within so far, else the place.
 * @param {Place} to @param {Place[]} others @param {number} wide @param {number} high
 */
export function caught(to, others, wide, high) {
  let best = to;
  let least = CATCHES;
  for (const other of others) {
    const far = Math.hypot((other.x - to.x) * wide, (other.y - to.y) * high);
    if (far < least) { least = far; best = other; }
  }
  return best;
}

/** @param {string} name @param {Record<string, string | number>} attributes @param {Element[]} children */
function node(name, attributes, ...children) {
  const made = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  made.append(...children);
  return made;
}

/** Lets an element be as another of its shape is. @param {Element} is @param {Element} to */
function become(is, to) {
  if (is.tagName !== to.tagName) { is.replaceWith(to); return; }
  for (const { name, value } of to.attributes) if (is.getAttribute(name) !== value) is.setAttribute(name, value);
  if (to.children.length) [...to.children].forEach((child, i) => become(is.children[i], child));
  else if (is.textContent !== to.textContent) is.textContent = to.textContent;
}

/** @param {SVGSVGElement} svg @param {Hands} hands */
export function venueHand(svg, hands) {
  let drags = false;

  /** @returns {DOMRect} */
  const box = () => svg.getBoundingClientRect();

  function draw() {
    const venue = hands.venue();
    if (!venue) { svg.replaceChildren(); return; }
    const { width, height } = box();
    const focused = /** @type {SVGElement | null} */ (document.activeElement)?.dataset?.at;
    const at = (/** @type {Place[]} */ all) => all.map((p) => `${p.x * width},${p.y * height}`).join(' ');
    const parts = [];
    for (const face of venue.surfaces) {
      const is = face.id === hands.face();
      parts.push(node('path', { class: `face${is ? ' is' : ''}${face.off ? ' off' : ''}`, d: border(face, width, height), 'data-face': face.id }));
      if (face.outline.length) parts.push(node('polygon', { class: 'outline', points: at(face.outline) }));
      const x = face.corners.reduce((a, p) => a + p.x, 0) / 4;
      const y = face.corners.reduce((a, p) => a + p.y, 0) / 4;
      const name = node('text', { x: x * width, y: y * height + 4 });
      name.textContent = face.name.length > LETTERS ? `${face.name.slice(0, LETTERS)}…` : face.name;
      parts.push(name);
    }
    const face = venue.surfaces.find((f) => f.id === hands.face());
    if (face) {
      face.outline.forEach((p, k) => parts.push(handle(face, 'outline', k, p, width, height)));
      face.sides.forEach((p, k) => parts.push(handle(face, 'sides', k, p, width, height)));
      face.corners.forEach((p, k) => parts.push(handle(face, 'corners', k, p, width, height)));
    }
    // What is there stays where it can: it may have the keys, or be in a hand.
    if (svg.children.length === parts.length) parts.forEach((part, i) => become(svg.children[i], part));
    else {
      svg.replaceChildren(...parts);
      if (focused) /** @type {SVGElement | null} */ (svg.querySelector(`[data-at="${focused}"]`))?.focus();
    }
  }

  /** @param {Surface} face @param {'corners' | 'sides' | 'outline'} of @param {number} k @param {Place} p @param {number} width @param {number} height */
  function handle(face, of, k, p, width, height) {
    const x = p.x * width;
    const y = p.y * height;
    const name = of === 'corners' ? `${NAMES[k]} corner` : of === 'sides' ? `middle of the ${SIDES[k]} side` : `point ${k + 1} of the outline`;
    const size = of === 'corners' ? 9 : 6;
    return node('g', {
      class: `corner ${of === 'corners' ? '' : 'point'}`, tabindex: 0, role: 'slider', 'data-at': `${of} ${k}`,
      'aria-label': `${face.name}, ${name}`, 'aria-valuetext': `${(p.x * 100).toFixed(2)} across, ${(p.y * 100).toFixed(2)} down`,
      'aria-valuenow': (p.x * 100).toFixed(2),
    }, node('circle', { class: 'hit', cx: x, cy: y, r: 16 }), node('circle', { class: 'ring', cx: x, cy: y, r: size }),
    node('circle', { class: 'dot', cx: x, cy: y, r: 2.2 }));
  }

  /** @param {Element} target @returns {['corners' | 'sides' | 'outline', number] | null} */
  function which(target) {
    const at = /** @type {HTMLElement | null} */ (target.closest('.corner'))?.dataset.at?.split(' ');
    return at ? [/** @type {'corners' | 'sides' | 'outline'} */ (at[0]), Number(at[1])] : null;
  }

  const selected = () => hands.venue()?.surfaces.find((f) => f.id === hands.face());

  svg.addEventListener('pointerdown', (event) => {
    const target = /** @type {Element} */ (event.target);
    const id = /** @type {HTMLElement} */ (target).dataset?.face;
    if (id && id !== hands.face()) { hands.pick(id); return; }
    const face = selected();
    const handle = which(target);
    if (!face || (!handle && !id) || event.button !== 0) return;
    event.preventDefault();
    if (handle) /** @type {SVGElement} */ (target.closest('.corner')).focus();
    const { width, height } = box();
    const others = (hands.venue()?.surfaces ?? []).filter((f) => f.id !== face.id).flatMap((f) => f.corners);
    let now = face;
    drags = true;
    svg.setPointerCapture(event.pointerId);
    const move = (/** @type {PointerEvent} */ e) => {
      const slow = e.shiftKey ? 0.1 : 1;
      const x = ((e.clientX - event.clientX) / width) * slow;
      const y = ((e.clientY - event.clientY) / height) * slow;
      if (!handle) now = moved(face, x, y);
      else {
        const [of, k] = handle;
        const to = { x: face[of][k].x + x, y: face[of][k].y + y };
        const next = placed(face, of, k, of === 'corners' && !e.altKey ? caught(to, others, width, height) : to);
        if (next !== face) now = next;
      }
      hands.hold(now);
      draw();
    };
    const up = () => {
      svg.removeEventListener('pointermove', move);
      drags = false;
      if (now !== face) hands.put(now);
      draw();
    };
    svg.addEventListener('pointermove', move);
    svg.addEventListener('pointerup', up, { once: true });
    svg.addEventListener('pointercancel', up, { once: true });
  });

  svg.addEventListener('keydown', (event) => {
    const face = selected();
    const handle = which(/** @type {Element} */ (event.target));
    if (!face || !handle || event.ctrlKey || event.metaKey) return;
    const [of, k] = handle;
    const far = STEP * (event.shiftKey ? 10 : 1);
    const by = { ArrowLeft: [-far, 0], ArrowRight: [far, 0], ArrowUp: [0, -far], ArrowDown: [0, far] }[event.key];
    const p = face[of][k];
    if (by) put(placed(face, of, k, { x: p.x + by[0], y: p.y + by[1] }));
    else if (of === 'outline' && event.key === 'Delete' && face.outline.length > 3) put({ ...face, outline: face.outline.filter((_, i) => i !== k) });
    else if (of === 'outline' && event.key === '+' && face.outline.length < 96) {
      const q = face.outline[(k + 1) % face.outline.length];
      put({ ...face, outline: [...face.outline.slice(0, k + 1), { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }, ...face.outline.slice(k + 1)] });
    } else return;
    event.preventDefault();

    /** @param {Surface} next */
    function put(next) { if (next !== face) hands.put(next); draw(); }
  });

  return { draw, get drags() { return drags; } };
}
