// @ts-check
import Alpine from '../vendor/alpine-csp.js';
import { evening, eveningParts } from './evening.js';
import { middles, moved, venueHand } from './venue-hand.js';

/**
 * @typedef {import('./messages.js').Venue} Venue
 * @typedef {import('./messages.js').Surface} Surface
 */

const root = /** @type {HTMLElement} */ (document.querySelector('.venue'));
const page = evening(root);
const { live } = page;
const canvas = /** @type {HTMLCanvasElement} */ (root.querySelector('canvas'));
const place = /** @type {HTMLElement} */ (root.querySelector('.venue-place'));
const CORNERS = [{ x: 0, y: 0 }, { x: 1, y: 0 }, { x: 1, y: 1 }, { x: 0, y: 1 }];
/** While a hand moves, what it has is shown so often, in milliseconds; the test picture is asked for anew so often. */
const SHOWN_MS = 60;
const TEST_MS = 2000;

let painted = 0;

/** @param {string} letter @param {{id: string}[]} all */
function fresh(letter, all) {
  const most = Math.max(0, ...all.map((one) => Number(new RegExp(`^${letter}(\\d{1,8})$`).exec(one.id)?.[1] ?? 0)));
  return `${letter}${most + 1}`;
}

Alpine.data('venue', () => ({
  ...eveningParts(page),
  canUndo: false, canRedo: false, saving: '', says: '', chosen: '', face: '', test: false, dusk: 0.35,
  /** Where the picture is shown just now, and the venue while a hand changes it. */
  shown: '', light: 1,
  held: /** @type {Venue | null} */ (null),
  sent: 0,
  hand: /** @type {ReturnType<typeof venueHand> | null} */ (null),

  init() {
    this.hand = venueHand(/** @type {SVGSVGElement} */ (place.querySelector('svg')), {
      venue: () => Alpine.raw(this.held ?? this.venue),
      face: () => this.face,
      pick: (id) => this.pick(id),
      hold: (face) => this.hold(face),
      put: (face) => { this.held = null; this.setFace(face); },
    });
    this.startEvening(() => this.draw());
    live.hear('evening', (m) => { if (m.venue !== this.shown) this.shown = m.venue; if (m.wanted !== this.light) this.light = m.wanted; });
    live.hear('refused', (m) => { this.says = m.says; this.held = null; this.draw(); });
    live.hear('unsaved', (m) => { this.saving = m.text; });
    live.hear('frame', ({ bitmap, light }) => {
      if (canvas.width !== bitmap.width || canvas.height !== bitmap.height) { canvas.width = bitmap.width; canvas.height = bitmap.height; }
      canvas.getContext('2d', { alpha: false })?.drawImage(bitmap, 0, 0);
      bitmap.close();
      canvas.style.opacity = String(light);
      root.dataset.frames = String(++painted);
    });
    live.hear('state', ({ open }) => { if (open) this.size(); });
    new ResizeObserver(() => { this.size(); this.draw(); }).observe(place);
    setInterval(() => { if (this.test) this.tellTest(); }, TEST_MS);
    addEventListener('pagehide', () => { if (this.test) live.send({ do: 'test-picture', on: false }); });
    addEventListener('keydown', (event) => this.key(event));
  },
  told(/** @type {import('./messages.js').ToPageSheet} */ m) {
    this.canUndo = m.canUndo;
    this.canRedo = m.canRedo;
    this.settle();
    live.tell();
  },
  /** Something is chosen where there is anything. */
  settle() {
    if (!this.sheet.venues.some((v) => v.id === this.chosen)) this.chosen = this.sheet.venue || this.sheet.venues[0]?.id || '';
    if (!this.faces.some((f) => f.id === this.face)) this.face = this.faces[0]?.id ?? '';
    const venue = this.venue;
    if (venue) place.style.setProperty('--shape', String(venue.wide / venue.high));
  },
  size() {
    const { width } = place.getBoundingClientRect();
    if (width) live.send({ do: 'watch', subject: null, most: Math.ceil((width * Math.min(2, devicePixelRatio)) / 32) * 32 });
  },
  draw() { if (!this.hand?.drags) this.hand?.draw(); },

  get venue() { return this.sheet.venues.find((v) => v.id === this.chosen) ?? null; },
  get faces() { return this.venue?.surfaces ?? []; },
  get isUsed() { return !!this.venue && this.sheet.venue === this.venue.id; },
  get isShown() { return !!this.venue && this.shown === this.venue.id; },
  get photo() { return this.venue?.photo ? `/venue/${page.show}/photo.jpg?ref=${encodeURIComponent(this.venue.photo)}` : ''; },
  photoGone() { this.says = 'The picture of the place is not among the media any more; choose another.'; },
  get photoStyle() { return { filter: `brightness(${this.dusk})` }; },
  get over() {
    if (this.lost) return 'The program does not answer; the last picture is shown.';
    if (this.light < 0.5) return 'Black: the audience sees nothing';
    return this.venue && !this.isShown ? 'The picture is not shown here now, and seen as it leaves' : '';
  },
  /** @param {Surface} f */
  faceClass(f) { return `${f.id === this.face ? 'is' : ''} ${f.off ? 'off' : ''}`; },
  /** @param {number} value */
  percent(value) { return Math.round(value * 10000) / 100; },

  // What is asked for

  /** @param {import('./messages.js').SheetEdit} change */
  edit(change) {
    this.says = '';
    live.send(/** @type {any} */ ({ do: 'sheet', change }));
  },
  undo() { live.send(/** @type {any} */ ({ do: 'sheet-back', again: false })); },
  redo() { live.send(/** @type {any} */ ({ do: 'sheet-back', again: true })); },
  /** A venue as it is to be, seen at once; what others change of it meanwhile is theirs. @param {Venue} venue */
  set(venue) {
    const was = this.sheet.venues.find((v) => v.id === venue.id);
    const venues = was ? this.sheet.venues.map((v) => (v.id === venue.id ? venue : v)) : [...this.sheet.venues, venue];
    const first = !this.sheet.venues.length;
    this.edit(/** @type {any} */ ({ edit: 'put-venue', venue, was: was ?? null }));
    this.sheet = { ...this.sheet, venues, venue: first ? venue.id : this.sheet.venue };
    this.settle();
    this.draw();
  },
  /** @param {Surface[]} surfaces */
  setFaces(surfaces) { if (this.venue) this.set({ ...this.venue, surfaces }); },
  /** @param {Surface} face */
  setFace(face) { this.setFaces(this.faces.map((f) => (f.id === face.id ? face : f))); },
  /** A surface on its way: shown where the venue is, and kept when the hand rests. @param {Surface} face */
  hold(face) {
    const { venue } = this;
    if (!venue) return;
    this.held = { ...venue, surfaces: venue.surfaces.map((f) => (f.id === face.id ? face : f)) };
    if (performance.now() - this.sent < SHOWN_MS) return;
    this.sent = performance.now();
    live.send({ do: 'try-venue', venue: Alpine.raw(this.held) });
  },
  addVenue() {
    const id = fresh('v', this.sheet.venues);
    this.chosen = id;
    this.face = 'f1';
    const name = this.sheet.venues.length ? `Venue ${this.sheet.venues.length + 1}` : 'Venue';
    this.set({ id, name, wide: 16, high: 9, photo: '', surfaces: [this.made('f1', 'All of it', CORNERS)] });
  },
  removeVenue() { this.edit({ edit: 'remove-venue', venue: this.chosen }); },
  use() { this.edit({ edit: 'use-venue', venue: this.isUsed ? '' : this.chosen }); },
  /** @param {string} id */
  choose(id) {
    this.chosen = id;
    this.face = '';
    this.settle();
    this.draw();
    if (this.test) this.setTest();
  },
  /** @param {string} id */
  pick(id) {
    if (id === this.face) return;
    this.face = id;
    this.draw();
    /** @type {any} */ (this).$nextTick(() => root.querySelector(`.faces [data-face="${id}"]`)?.scrollIntoView({ block: 'nearest' }));
    if (this.test) this.tellTest();
  },
  setTest() {
    this.test = !this.test;
    this.tellTest();
  },
  tellTest() { live.send({ do: 'test-picture', on: this.test, surface: this.faces.length > 1 ? this.face : '' }); },
  /** @param {string} id @param {string} name @param {{x: number, y: number}[]} corners @returns {Surface} */
  made(id, name, corners) {
    return { id, name, corners, sides: [], part: { left: 0, top: 0, right: 1, bottom: 1 }, flip: 'none', soft: 0, light: 1, outline: [], off: false };
  },
  addFace() {
    const id = fresh('f', this.faces);
    const k = (this.faces.length % 5) * 0.03;
    const corners = CORNERS.map((c) => ({ x: 0.3 + 0.4 * c.x + k, y: 0.3 + 0.4 * c.y + k }));
    this.setFaces([...this.faces, this.made(id, `Surface ${this.faces.length + 1}`, corners)]);
    this.pick(id);
  },
  /** @param {Surface} f */
  copyFace(f) {
    const id = fresh('f', this.faces);
    const at = this.faces.findIndex((one) => one.id === f.id);
    const copy = { ...moved(structuredClone(Alpine.raw(f)), 0.03, 0.03), id, name: `${f.name} 2`.slice(0, 120) };
    this.setFaces(this.faces.toSpliced(at + 1, 0, copy));
    this.pick(id);
  },
  /** @param {Surface} f */
  removeFace(f) { this.setFaces(this.faces.filter((one) => one.id !== f.id)); },
  /** @param {Surface} f @param {number} by */
  moveFace(f, by) {
    const at = this.faces.findIndex((one) => one.id === f.id);
    const rest = this.faces.toSpliced(at, 1);
    this.setFaces(rest.toSpliced(at + by, 0, f));
  },
  /** @param {Surface} f */
  quarter(f) {
    const on = (/** @type {import('./messages.js').Place[]} */ all) => [...all.slice(1), ...all.slice(0, 1)];
    this.setFace({ ...f, corners: on(f.corners), sides: on(f.sides) });
  },
  /** @param {Surface} f */
  bend(f) { this.setFace({ ...f, sides: f.sides.length ? [] : middles(f.corners) }); },
  /** @param {Surface} f */
  whole(f) { this.setFace({ ...f, corners: CORNERS, sides: [] }); },
  /** Eight points within its corners to begin with. @param {Surface} f */
  outline(f) {
    const x = f.corners.reduce((a, p) => a + p.x, 0) / 4;
    const y = f.corners.reduce((a, p) => a + p.y, 0) / 4;
    const points = f.corners.flatMap((c, i) => {
      const n = f.corners[(i + 1) % 4];
      return [c, { x: (c.x + n.x) / 2, y: (c.y + n.y) / 2 }];
    });
    this.setFace({ ...f, outline: points.map((p, i) => ({ x: x + (p.x - x) * (i % 2 ? 0.9 : 0.7), y: y + (p.y - y) * (i % 2 ? 0.9 : 0.7) })) });
  },

  // What is typed

  /** @param {keyof Venue} key @param {any} value */
  put(key, value) { if (this.venue) this.set({ ...this.venue, [key]: value }); },
  /** @param {keyof Venue} key @param {any} event */
  putNumber(key, event) { this.number(event, 1, (value) => this.put(key, value)); },
  /** @param {Surface} f @param {keyof Surface} key @param {any} value */
  putFace(f, key, value) { this.setFace({ ...f, [key]: value }); },
  /** @param {Surface} f @param {keyof Surface} key @param {any} event */
  putPercent(f, key, event) { this.number(event, 0.01, (value) => this.putFace(f, key, value)); },
  /** @param {Surface} f @param {string} key @param {any} event */
  putPart(f, key, event) { this.number(event, 0.01, (value) => this.putFace(f, 'part', { ...f.part, [key]: value })); },
  /** @param {any} event @param {number} times @param {(value: number) => void} then */
  number(event, times, then) {
    const value = Number(event.target.value.replace(',', '.').replace('%', '')) * times;
    if (event.target.value.trim() !== '' && Number.isFinite(value)) { then(value); return; }
    this.says = 'That is no number; write it like 2 or 0.5.';
    this.again();
  },
  /** All fields as the sheet has them. */
  again() { this.sheet = { ...this.sheet, venues: structuredClone(Alpine.raw(this.sheet.venues)) }; },
  /** @param {KeyboardEvent} event */
  key(event) {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !/** @type {HTMLElement} */ (event.target).matches('input')) {
      event.preventDefault();
      if (event.shiftKey) this.redo();
      else this.undo();
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || /** @type {HTMLElement} */ (event.target).matches('input, select, textarea')) return;
    if (event.key.toLowerCase() === 't' && this.isShown) this.setTest();
  },
}));
Alpine.start();
