// @ts-check
import Alpine from '../vendor/alpine-csp.js';
import { evening, eveningParts } from './evening.js';
import { ALL, markColour, markLines, markName } from './marks.js';
import { ownChanges } from './sheet-changes.js';
import { cueCurves } from './sheet-curves.js';
import { cueSettings } from './sheet-settings.js';
import { drawTide } from './tide.js';
import { spoken, typed } from './times.js';

/** @typedef {import('./messages.js').Cue} Cue */

const root = /** @type {HTMLElement} */ (document.querySelector('.sheet'));
const page = evening(root);
const { live } = page;
const svg = /** @type {SVGSVGElement} */ (root.querySelector('.tide svg'));
/** What counts hours when it is typed as one number. */
const OF_DAY = 3600;

Alpine.data('sheet', () => ({
  ...eveningParts(page),
  ...ownChanges(page.show),
  ...cueSettings(page.show),
  ...cueCurves(page.show),
  canUndo: false, canRedo: false, saving: '', says: '', now: '', next: '', dropAt: -1,
  /** Whether the sheet has been told: until then nobody knows that it is empty. */
  come: false,
  /** The cue that is to have the pen once it is there. */
  fresh: '',

  init() {
    this.startEvening(() => this.draw());
    live.hear('evening', (m) => {
      if (m.now !== this.now || m.next !== this.next) { this.now = m.now; this.next = m.next; this.draw(); }
      this.playCurve(m);
    });
    live.hear('refused', (m) => { this.says = m.says; this.again(); });
    live.hear('unsaved', (m) => { this.saving = m.text; });
    addEventListener('resize', () => this.draw());
    // Whoever comes back from the Bench may have drawn there.
    addEventListener('focus', () => this.freshCurves());
    addEventListener('pagehide', () => this.tellCurve());
  },
  /** @param {import('./messages.js').ToPageSheet} m */
  told(m) {
    this.come = true;
    this.canUndo = m.canUndo;
    this.canRedo = m.canRedo;
    this.toldChanges(m);
    this.askSettable();
    this.freshCurves();
    live.tell();
    if (!this.fresh) return;
    const id = this.fresh;
    this.fresh = '';
    /** @type {any} */ (this).$nextTick(() => /** @type {HTMLElement | null} */ (root.querySelector(`[data-cue="${id}"] select.look`))?.focus());
  },
  draw() {
    drawTide(svg, {
      cues: this.sheet.cues, name: (cue) => this.called(cue), time: (cue) => this.times[cue.id] ?? '', now: '', next: this.next, part: 0,
    }, (id) => this.show(id), (id, height, done) => { if (done && this.cue(id)) this.putCue({ ...this.there(id), height }); });
  },
  /** @param {string} id */
  show(id) {
    const row = /** @type {HTMLElement | null} */ (root.querySelector(`.cue[data-cue="${id}"]`));
    row?.scrollIntoView({ block: 'center' });
    /** @type {HTMLElement | null | undefined} */ (row?.querySelector('.title'))?.focus();
  },
  /** @param {string} id @returns {Cue} */
  there(id) { return /** @type {Cue} */ (this.cue(id)); },

  // What is asked for

  /** @param {import('./messages.js').SheetEdit} change */
  edit(change) {
    this.says = '';
    // At once, so that what a quick hand does next is done to what it sees.
    if (change.edit === 'put') this.sheet = { ...this.sheet, cues: this.sheet.cues.map((c) => (c.id === change.cue.id ? change.cue : c)) };
    live.send(/** @type {any} */ ({ do: 'sheet', change }));
  },
  /** A cue as it is to be; what others change of it meanwhile is theirs. @param {Cue} cue */
  putCue(cue) { this.edit({ edit: 'put', cue, was: this.there(cue.id) }); },
  undo() { this.tellCurve(); live.send(/** @type {any} */ ({ do: 'sheet-back', again: false })); },
  redo() { this.tellCurve(); live.send(/** @type {any} */ ({ do: 'sheet-back', again: true })); },
  /** @param {number} place */
  add(place) {
    const most = Math.max(0, ...this.sheet.cues.map((c) => Number(/^c(\d{1,8})$/.exec(c.id)?.[1] ?? 0)));
    const id = `c${most + 1}`;
    this.fresh = id;
    this.edit({
      edit: 'add', place,
      cue: /** @type {any} */ ({
        id, name: '', note: '', mark: 0, look: '', snapshot: '', anew: false,
        change: { way: 'fade', over: { n: 2, unit: 'seconds' }, curve: 'soft', picture: '', soft: 0.2, own: '' },
        start: { by: 'key', control: '', after: { n: 8, unit: 'seconds' }, at: 0, on: 'at-once' },
        length: 0, height: 0.5, skipped: false, then: '', ways: [], settings: [], venue: '',
      }),
    });
  },
  /** @param {Cue} c */
  remove(c) { this.edit({ edit: 'remove', cue: c.id }); },
  /** @param {Cue} c @param {keyof Cue} key @param {any} to an event of a field, or the value itself */
  put(c, key, to) {
    const value = to?.target ? to.target.value : to;
    const cue = { ...this.there(c.id), [key]: value };
    if (key === 'look') Object.assign(cue, { snapshot: '', settings: [] });
    this.putCue(cue);
  },
  /** @param {Cue} c @param {keyof Cue} key @param {any} event */
  putNumber(c, key, event) { this.number(event, 1, (value) => this.put(c, key, value)); },
  /** @param {Cue} c @param {any} event */
  putLight(c, event) { this.number(event, 0.01, (value) => this.put(c, 'light', value)); },
  /** @param {Cue} c @param {keyof Cue} key @param {any} event */
  putTime(c, key, event) { this.time(event, 1, (value) => this.put(c, key, value)); },
  /** @param {Cue} c @param {string} key @param {any} event */
  putStart(c, key, event) { this.put(c, 'start', { ...c.start, [key]: event.target.value }); },
  /** @param {Cue} c @param {any} event */
  putAt(c, event) { this.time(event, c.start.by === 'clock' ? OF_DAY : 1, (at) => this.put(c, 'start', { ...c.start, at })); },
  /** @param {Cue} c @param {string} key @param {any} event */
  putAfter(c, key, event) { this.span(c.start.after, key, event, (after) => this.put(c, 'start', { ...c.start, after })); },
  /** @param {Cue} c @param {string} key @param {any} event */
  putOver(c, key, event) { this.span(c.change.over, key, event, (over) => this.put(c, 'change', { ...c.change, over })); },
  /** @param {Cue} c @param {string} key @param {any} event */
  putChange(c, key, event) {
    const change = { ...c.change, [key]: event.target.value };
    if (change.way === 'own' && !change.own) change.own = this.sheet.changes[0]?.id ?? '';
    this.put(c, 'change', change);
  },
  /** @param {Cue} c @param {string} key @param {any} event */
  putSound(c, key, event) {
    const { sound } = c;
    if (key === 'from') this.time(event, 1, (from) => this.put(c, 'sound', { ...sound, from }));
    else this.put(c, 'sound', { ...sound, medium: event.target.value });
  },
  /** @param {Cue} c */
  addSound(c) { this.put(c, 'sound', { medium: 'band', from: 0 }); },
  /** @param {Cue} c */
  addWay(c) {
    const other = this.sheet.cues.find((o) => o.id !== c.id) ?? c;
    this.put(c, 'ways', [...c.ways, { to: other.id, when: '' }]);
  },
  /** @param {Cue} c @param {number} k @param {string} key @param {any} event */
  putWay(c, k, key, event) { this.put(c, 'ways', c.ways.map((w, i) => (i === k ? { ...w, [key]: event.target.value } : w))); },
  /** @param {Cue} c @param {number} k */
  removeWay(c, k) { this.put(c, 'ways', c.ways.filter((_, i) => i !== k)); },
  /** @param {Cue} c */
  nextMark(c) { this.put(c, 'mark', (c.mark + 1) % ALL.length); },
  /** @param {Partial<import('./messages.js').RunSheet>} what */
  whole(what) {
    const { safe, guard, bar, calm, camera, booth } = this.sheet;
    const is = { edit: 'set', safe, guard, bar, calm, camera, booth };
    this.edit(/** @type {any} */ ({ ...is, ...what, was: is }));
  },
  /** @param {'safe' | 'guard' | 'bar' | 'calm' | 'camera'} key @param {any} event */
  set(key, event) {
    if (key === 'safe') this.whole({ safe: event.target.value });
    else if (key === 'calm' || key === 'camera') this.whole({ [key]: event.target.checked });
    else this.number(event, 1, (value) => this.whole({ [key]: value }));
  },
  /** @param {string} key @param {any} event */
  setBooth(key, event) {
    const booth = (/** @type {any} */ value) => this.whole({ booth: { ...this.sheet.booth, [key]: value } });
    if (key === 'flash' && event.target.value.trim() === '') booth(null);
    else if (key === 'alpha') booth(event.target.checked);
    else if (['width', 'countdown', 'flash'].includes(key)) this.number(event, 1, booth);
    else booth(event.target.value);
  },
  /** @param {any} event */
  bring(event) { event.target.form.submit(); },

  // What is typed

  /** A number of a field; what is none is said, and the field goes back. @param {any} event @param {number} times @param {(value: number) => void} then */
  number(event, times, then) {
    const value = Number(event.target.value.replace(',', '.')) * times;
    if (event.target.value.trim() !== '' && Number.isFinite(value)) then(value);
    else this.none(event, 'That is no number; write it like 2 or 0.5.');
  },
  /** @param {any} event @param {number} first @param {(value: number) => void} then */
  time(event, first, then) {
    const value = typed(event.target.value, first);
    if (Number.isFinite(value)) then(value);
    else this.none(event, 'That is no time; write it like 80 or 1:20.');
  },
  /** @param {any} span @param {string} key @param {any} event @param {(value: any) => void} then */
  span(span, key, event, then) {
    if (key === 'n') this.number(event, 1, (n) => then({ ...span, n }));
    else then({ ...span, unit: event.target.value });
  },
  /** @param {any} event @param {string} says */
  none(event, says) {
    this.says = says;
    event.target.value = '';
    this.again();
  },

  // What is shown

  /** All fields as the sheet has them. */
  again() { this.sheet = { ...this.sheet, cues: this.sheet.cues.map((c) => structuredClone(Alpine.raw(c))) }; },
  /** @param {Cue} c @param {number} i */
  rowClass(c, i) { return [c.skipped ? 'skipped' : '', c.id === this.now ? 'is' : '', this.dropAt === i ? 'drop' : ''].join(' '); },
  /** @param {Cue} c */
  snapshots(c) { return this.choices.looks.find((l) => l.id === (c.look || this.lookAt(c.id)))?.snapshots ?? []; },
  /**
   * Lets a field hold what is chosen and no more until it is asked for: all cues in every row would be too many for any page.
   * @param {HTMLSelectElement} select @param {string} chosen @param {string} text @param {string} none
   */
  hold(select, chosen, text, none) {
    if (document.activeElement !== select) select.replaceChildren(new Option(none, ''), ...(chosen ? [new Option(text, chosen)] : []));
    select.value = chosen;
  },
  /** @param {HTMLSelectElement} select @param {{id: string, name: string}[]} all @param {string} chosen @param {string} none */
  offer(select, all, chosen, none) {
    const gone = chosen && !all.some((one) => one.id === chosen);
    const options = all.map((one) => new Option(one.name, one.id));
    select.replaceChildren(...(none ? [new Option(none, '')] : []), ...(gone ? [new Option('what is gone', chosen)] : []), ...options);
    select.value = chosen;
  },
  /** @param {any} select @param {string} chosen @param {string} none */
  offerLooks(select, chosen, none) { this.offer(select, this.choices.looks, chosen, none); },
  /** @param {any} select @param {string} chosen @param {string} none */
  offerCues(select, chosen, none) {
    this.offer(select, this.sheet.cues.map((c, i) => ({ id: c.id, name: `${i + 1} ${this.names[c.id]}` })), chosen, none);
  },
  /** @param {any} value */
  has(value) { return value !== null && value !== undefined; },
  /** @param {number | null | undefined} value */
  percent(value) { return Math.round((value ?? 0) * 100); },
  /** @param {number} seconds */
  spoken(seconds) { return seconds > 0 ? spoken(seconds) : '–'; },
  /** @param {Cue} c */
  timed(c) { return ['sound', 'clock', 'timecode'].includes(c.start.by); },
  /** @param {Cue} c */
  startTime(c) { return c.start.by === 'clock' ? spoken(c.start.at).padStart(8, '0').slice(-8) : spoken(c.start.at); },
  markColour, markLines, markName,

  // Moving

  /** @param {any} event @param {string} id */
  grab(event, id) {
    if (event.target.closest('svg') && event.button !== 0) return;
    const from = this.sheet.cues.findIndex((c) => c.id === id);
    const grip = /** @type {HTMLElement} */ (event.currentTarget);
    grip.setPointerCapture(event.pointerId);
    let moved = false;
    const move = (/** @type {any} */ e) => {
      if (!moved && Math.abs(e.clientY - event.clientY) < 6) return;
      moved = true;
      const rows = [...root.querySelectorAll('.cue')];
      const below = rows.findIndex((row) => { const box = row.getBoundingClientRect(); return e.clientY < box.top + box.height / 2; });
      this.dropAt = below < 0 ? rows.length : below;
    };
    const up = () => {
      grip.removeEventListener('pointermove', move);
      const to = this.dropAt;
      this.dropAt = -1;
      if (moved && to >= 0) this.edit({ edit: 'move', cue: id, place: to > from ? to - 1 : to });
    };
    grip.addEventListener('pointermove', move);
    grip.addEventListener('pointerup', up, { once: true });
    grip.addEventListener('pointercancel', up, { once: true });
  },
  /** @param {KeyboardEvent} event */
  keys(event) {
    const row = /** @type {HTMLElement | null} */ (/** @type {HTMLElement} */ (event.target).closest('.cue'));
    const id = row?.dataset.cue;
    if (!id) return;
    const at = this.sheet.cues.findIndex((c) => c.id === id);
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      this.edit({ edit: 'move', cue: id, place: Math.max(0, at + (event.key === 'ArrowUp' ? -1 : 1)) });
    } else if ((event.ctrlKey || event.metaKey) && event.key === 'Enter') {
      event.preventDefault();
      this.add(at + 1);
    }
  },
}));
addEventListener('keydown', (event) => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
  // While something is typed in a field, the browser's own undo is meant.
  const field = /** @type {HTMLInputElement} */ (event.target);
  if (['INPUT', 'TEXTAREA'].includes(field.tagName) && field.dataset.typed) return;
  event.preventDefault();
  live.send(/** @type {any} */ ({ do: 'sheet-back', again: event.shiftKey }));
});
addEventListener('input', (event) => { /** @type {HTMLElement} */ (event.target).dataset.typed = '1'; });
addEventListener('change', (event) => { delete /** @type {HTMLElement} */ (event.target).dataset.typed; });
Alpine.start();
