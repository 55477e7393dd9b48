// @ts-check
import { KINDS } from '../kinds.js';
import { $, onPicture, paintPicture, shownWidth } from '../page.js';
import { gesture } from '../slider.js';

/** Pixels of dragging that go once round. */
const ROUND = { ACROSS: 1200, UP: 1600 };
/** Turns of the wheel within so many milliseconds are one step of undo. */
const WHEEL_MS = 600;
const WHEEL_PIXELS = 800;

/** Hears where a pointer goes until it is let go. @param {PointerEvent} event @param {HTMLElement} target @param {(e: PointerEvent) => void} move */
function follow(event, target, move) {
  event.preventDefault();
  target.setPointerCapture(event.pointerId);
  const ends = ['pointerup', 'pointercancel'];
  const done = () => {
    target.removeEventListener('pointermove', move);
    for (const end of ends) target.removeEventListener(end, done);
  };
  target.addEventListener('pointermove', move);
  for (const end of ends) target.addEventListener(end, done);
}

/**
 * The monitor: which picture it shows, dragging it, and the numbers under the pointer.
 * @param {import('../page.js').Page} page
 */
export function monitor(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    onlySubject: '', probing: false,
    /** How much farther what is in space is turned than its camera does, in turns. */
    turned: /** @type {{round: number, high: number}|null} */ (null),
    wheeled: { g: 0, at: -Infinity },
    startMonitor() {
      page.live.hear('frame', ({ bitmap }) => paintPicture(page.root, bitmap));
      page.live.hear('probe', (m) => this.paintProbe(m));
      page.live.hear('air', (m) => { if (m.plays) this.watch(); });
      page.live.hear('state', ({ open }) => { if (open) this.watch(); });
      addEventListener('resize', () => this.watch());
    },
    watch() {
      const most = shownWidth($('.monitor'), this.look.width / this.look.height);
      page.live.send({ do: 'watch', subject: this.onlySubject ? this.runOfStep(this.onlySubject) : null, most, ...this.turned });
    },
    /** Shows the end of a step alone, or with nothing the whole look. @param {string} id */
    only(id) { this.onlySubject = id; this.turned = null; this.watch(); },
    /** Whether what is shown alone stands in space and can be turned. */
    get turnable() {
      const step = this.find(this.onlySubject);
      const kind = step && KINDS[this.gives(step)];
      return Boolean(kind) && !kind.mixes && !kind.curve;
    },
    /** Turns what is in space with the pointer. @param {PointerEvent} event @param {HTMLElement} target */
    turnView(event, target) {
      const from = this.turned ?? { round: 0, high: 0 };
      const began = { x: event.clientX, y: event.clientY };
      follow(event, target, (e) => {
        const high = from.high + (e.clientY - began.y) / ROUND.UP;
        this.turned = { round: from.round + (began.x - e.clientX) / ROUND.ACROSS, high: Math.min(0.5, Math.max(-0.5, high)) };
        this.watch();
      });
    },
    soloStep() { this.only(this.onlySubject === this.stepId ? '' : this.stepId); },
    /** @param {import('../messages.js').Lane} lane */
    soloLane(lane) {
      const id = lane.steps.at(-1)?.id ?? '';
      this.only(this.onlySubject === id ? '' : id);
    },
    get onlyText() {
      const step = this.find(this.onlySubject);
      const lane = step && this.laneOf(step.id);
      if (!step || !lane) return '';
      return lane.steps.at(-1) === step ? `Only: ${lane.name}` : `Only: ${this.name(step)} in ${lane.name}`;
    },
    get soloText() {
      const lane = this.laneOf(this.stepId);
      return lane && this.chosen ? `Only: ${this.chosen === lane.steps.at(-1) ? lane.name : this.name(this.chosen)}` : '';
    },
    get onlySignal() { const step = this.find(this.onlySubject); return step && KINDS[this.gives(step)]?.curve; },
    /** The settings of the chosen step that dragging the picture moves. */
    get dragged() { return this.chosen ? (this.info?.settings ?? []).filter((s) => s.drag && s.form !== 'CURVE') : []; },
    /** @param {PointerEvent} event */
    grab(event) {
      const step = this.chosen;
      if (event.button) return;
      const target = /** @type {HTMLElement} */ (event.target);
      if (this.pathOn) { this.beginPath(event, target); return; }
      if (this.turnable) { this.turnView(event, target); return; }
      if (!step || !this.dragged.length) return;
      const values = Object.fromEntries(this.dragged.map((s) => [s.id, Number(this.value(s))]));
      // The picture is two units high.
      const unit = Math.max(1, target.getBoundingClientRect().height / 2);
      const began = { x: event.clientX, y: event.clientY, g: gesture() };
      follow(event, target, (e) => {
        // Both go in one edit, so that one undo takes all of the drag back.
        const edits = this.dragged.filter((s) => s.drag !== 'WHEEL').map((s) => {
          const across = s.drag === 'ACROSS';
          const pixels = across ? e.clientX - began.x : began.y - e.clientY;
          // What is a place goes with the pointer; what is an angle goes half round in a picture's width, the other way.
          const by = s.unit === 'units' ? pixels / unit : -pixels / ROUND[across ? 'ACROSS' : 'UP'];
          const value = Math.min(s.max, Math.max(s.min, values[s.id] + by));
          step.settings = { ...(step.settings ?? {}), [s.id]: value };
          return { edit: /** @type {const} */ ('set'), step: step.id, setting: s.id, value };
        });
        this.edit({ edit: 'several', edits }, began.g);
      });
    },
    /** @param {WheelEvent} event */
    wheel(event) {
      if (this.pathOn) { event.preventDefault(); this.zoomPath(Math.exp(Math.sign(event.deltaY) * 0.15)); return; }
      const s = this.dragged.find((one) => one.drag === 'WHEEL');
      if (!s) return;
      event.preventDefault();
      const now = performance.now();
      if (now - this.wheeled.at > WHEEL_MS) this.wheeled.g = gesture();
      this.wheeled.at = now;
      const value = Number(this.value(s)) * Math.exp(event.deltaY / WHEEL_PIXELS);
      this.set(s, Math.min(s.max, Math.max(s.min, value)), this.wheeled.g);
    },
    toggleProbe() {
      this.probing = !this.probing;
      if (!this.probing) page.live.ask('probe', { do: 'probe', u: -1, v: -1 });
    },
    /** @param {PointerEvent} event */
    point(event) {
      if (!this.probing) return;
      const { u, v } = onPicture(event);
      const inside = u >= 0 && u < 1 && v >= 0 && v < 1;
      page.live.ask('probe', { do: 'probe', u: inside ? u : -1, v: inside ? v : -1 });
    },
    /** @param {import('../messages.js').ToPageProbe} pixel */
    paintProbe({ x, y, red: r, green: g, blue: b, cover, space }) {
      const box = $('.probe');
      if (!this.probing) return;
      if (x < 0) { box.textContent = 'Point at the picture'; return; }
      const most = Math.max(r, g, b);
      const least = Math.min(r, g, b);
      const f = (/** @type {number} */ v) => v.toFixed(3).padStart(6);
      box.textContent = `x ${x} y ${y}\nR ${f(r)} G ${f(g)} B ${f(b)}\ncover ${cover.toFixed(2)}`
        + (most > 1 ? `  brighter than white ×${most.toFixed(1)}` : '') + (least < 0 ? `  below black ${least.toFixed(2)}` : '')
        + (space ? `\nin space${f(space.x)}${f(space.y)}${f(space.z)}\n${space.away.toFixed(2)} away, thing ${space.thing}` : '');
    },
  });
}
