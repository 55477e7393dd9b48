// @ts-check
import Alpine from '../vendor/alpine-csp.js';
import { air, paintAir } from './air.js';
import { Live } from './live.js';
import { Curves } from './curves.js';
import { Sound } from './sound.js';
import { KINDS } from './kinds.js';
import { gesture, paint, slider, tidy } from './slider.js';
import { codeEditor } from './code.js';
import { takesFiles } from './drop.js';
import { curveEditor } from './curve.js';
import { together } from './parts.js';
import { hands } from './hands.js';
import { formulas } from './formulas.js';
import { Microphone } from './microphone.js';

const COLOURS = { raw: '#8d85a3', eased: '#ffb27a', signal: '#9ad8cb' };
const root = /** @type {HTMLElement} */ (document.querySelector('.bench'));
const lookId = /** @type {string} */ (root.dataset.look);
const catalogue = await (await fetch('/catalogue.json')).json();
const live = new Live(`?look=${lookId}`);
const curves = new Curves();
const sound = new Sound(live);
const microphone = new Microphone();
const $ = (/** @type {string} */ selector) => /** @type {any} */ (document.querySelector(selector));

/** Numbers that change many times a second stay out of Alpine: they are painted straight into the page. */
let board = /** @type {any} */ (null);
/** @type {ReturnType<typeof curveEditor> | null} */
/** Keys that a drop-down needs for itself; all others are the Bench's, so that after choosing they work at once. */
const IN_LISTS = new Set(['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'Enter', ' ', 'Tab', 'Home', 'End', 'PageUp', 'PageDown', 'Escape']);
/** Whether a key is text, or of a field, and none of the Bench's. */
function isTyping(event) {
  const { tagName, type } = event.target;
  if (tagName === 'SELECT') return IN_LISTS.has(event.key);
  return tagName === 'TEXTAREA' || (tagName === 'INPUT' && !/^(color|range|checkbox|button|file)$/.test(type));
}
/** A field whose text is finished gives the keys back; it says so itself first. */
function leave(field) { if (field.tagName === 'INPUT' && !field.closest('.finder')) setTimeout(() => { if (document.activeElement === field) field.blur(); }); }
let laneWatch = /** @type {IntersectionObserver | null} */ (null);
let drawing = null;
let editor = /** @type {Awaited<ReturnType<typeof codeEditor>> | null} */ (null);
/** Keys that follow one another closely are one step of undo. */
let burst = { gesture: 0, at: 0 };
let boards = 0;
let tilesList = 0;
let tileSteps = /** @type {string[]} */ ([]);

const plain = (/** @type {number} */ v) => (Number.isInteger(v) ? String(v) : String(Number(v.toPrecision(4))));

Alpine.data('bench', () => together(hands(live, catalogue, () => board), formulas(live), air(live), {
  look: /** @type {any} */ ({ name: '', lanes: [], mix: [], width: 960, height: 540, rate: 30, clock: { factor: 1 }, desk: { bindings: [], strip: [] } }),
  loaded: false,
  stepId: '', laneId: '', layerId: '',
  focusSetting: '',
  onlySubject: '',
  probing: false,
  canUndo: false, canRedo: false,
  version: 0,
  lost: false, lookId,
  paused: false, dark: false,
  scaleChoice: '0', autoScale: 'auto', soundId: root.dataset.sound, hearing: false,
  notes: /** @type {any[]} */ ([]), notesOpen: false, keysOpen: false, refusal: '',
  troubled: '',
  tabling: false,
  table: null,
  wheeled: null,
  finder: { open: false, words: '', lane: /** @type {string|null} */ (null), place: 0, found: /** @type {{type: string, newLane: boolean}[]} */ ([]), at: 0, asked: 0, answered: 0, enter: false },
  drag: { step: '', layer: '', over: '' },
  naming: false,
  writing: '', versions: /** @type {any[]} */ ([]), versionName: '', word: /** @type {any} */ (null),
  media: /** @type {{ref: string, kind: string, name: string}[]} */ ([]),
  mediaPage: `/shows/${root.dataset.show}/media`,

  init() {
    this.loadMedia();
    addEventListener('focus', () => this.loadMedia());
    live.onState = (open) => this.connected(open);
    live.on.look = (m) => this.take(m);
    live.on.board = (m) => this.show(m);
    live.onUnsaved = (text) => { this.savedText = text; };
    live.on.applied = (m) => {
      this.version = m.version;
      if (m.select) this.wantSelect = m.select;
    };
    live.on.air = (m) => { this.aired(m); if (m.plays) { this.watch(); this.askTiles(); this.askTable(); } };
    live.on.probe = (m) => this.paintProbe(m.pixel);
    live.on.table = (m) => { if (this.tabling && m.step === this.stepId) this.table = m; };
    live.onAir = (bitmap) => paintAir(bitmap);
    live.on.says = (m) => this.say(m.says);
    live.on.refused = (m) => { editor?.refused(); this.say(m.says); };
    live.on.versions = (m) => { if (m.step === this.writing) this.versions = m.list; };
    live.on.found = (m) => this.foundSteps(m);
    live.onFrame = ({ bitmap }) => this.frame(bitmap);
    live.onTiles = (tiles) => this.tiles(tiles);
    takesFiles(String(root.dataset.show), $('#upload input[name=_csrf]').value, {
      busy: (says) => this.say(says),
      refused: (says) => this.say(says),
      is: (medium) => { this.refusal = ''; this.brought(medium); },
    });
    addEventListener('keydown', (event) => this.key(event));
    addEventListener('resize', () => { this.watch(); this.wire(); });
    if (live.open) this.connected(true);
  },

  grown: {}, wantSelect: '', refusing: 0,

  say(sentence) {
    this.refusal = sentence;
    clearTimeout(this.refusing);
    this.refusing = setTimeout(() => { this.refusal = ''; }, 8000);
  },

  /** A file that was dropped: the selected step shows it if it can, else a lane of its own does. */
  async brought(medium) {
    await this.loadMedia();
    const s = this.chosen && this.settings.find((each) => each.form === 'MEDIUM' && each.choices.includes(medium.kind));
    if (s) this.set(s, medium.ref, 0);
    else live.send({ do: 'bring', ...medium });
  },

  connected(open) {
    this.lost = !open;
    if (open) { this.watch(); this.askTiles(); }
  },

  // What the program says

  take(m) {
    const structure = JSON.stringify(this.look.lanes.map((l) => l.steps.map((s) => s.id)));
    this.look = m.look;
    this.grown = m.grown ?? {};
    this.formulas = m.formulas ?? {};
    this.curves = m.curves ?? {};
    this.syncCurve();
    this.loaded = true;
    this.version = m.version;
    this.canUndo = m.canUndo;
    this.canRedo = m.canRedo;
    document.title = `${m.look.name} · Gloaming`;
    if (this.wantSelect && this.find(this.wantSelect)) {
      this.select(this.wantSelect);
      this.wantSelect = '';
      if (this.codeSetting) this.write();
    }
    if (this.stepId && !this.find(this.stepId)) this.stepId = '';
    if (!this.stepId && !this.laneId && !this.layerId && m.look.lanes.length) this.select(m.look.lanes.at(-1).steps.at(-1)?.id ?? '');
    if (structure !== JSON.stringify(m.look.lanes.map((l) => l.steps.map((s) => s.id)))) this.$nextTick(() => this.askTiles());
    this.syncCode();
    this.$nextTick(() => this.wire());
  },

  show(m) {
    board = m;
    if (this.paused !== m.paused) this.paused = m.paused;
    if (this.dark !== m.lightWanted < 0.5) this.dark = m.lightWanted < 0.5;
    if (m.waiting !== this.waiting) this.waiting = m.waiting;
    microphone.wanted(m.sound === 'microphone', (says) => this.say(says));
    if (m.sound !== this.soundId) { this.soundId = m.sound; if (this.hearing) sound.play(true, m.sound); }
    const auto = `auto ${{ 1: '1', 0.75: '¾', 0.5: '½' }[m.scale] ?? '⅓'}`;
    if (auto !== this.autoScale && !m.scaleByHand) this.autoScale = auto;
    if (m.notes.map((n) => n.says).join() !== this.notes.map((n) => n.says).join()) this.notes = m.notes;
    const wrong = m.notes.map((n) => n.step).filter(Boolean).join(' ');
    if (wrong !== this.troubled) this.troubled = wrong;
    this.numbers(m);
  },

  numbers(m) {
    this.keepCurves(m);
    // While frames are dear the engine needs the machine more than these numbers do.
    if (m.ms > 0.55 * m.budget && ++boards % 4) return;
    const minutes = Math.floor(m.time / 60);
    $('.clock').textContent = `${String(minutes).padStart(2, '0')}:${(m.time % 60).toFixed(2).padStart(5, '0')}`;
    $('.tempo').textContent = `${m.tempo.toFixed(1)}${{ music: ' ♪', hand: ' ☟', midi: ' ⌁' }[m.leader] ?? ''}`;
    $('.meter').classList.toggle('clipped', m.peak >= 0.999);
    $('.spent').textContent = `${m.ms.toFixed(1)} / ${m.budget.toFixed(0)} ms`;
    $('.cost i').style.transform = `scaleX(${Math.min(1, m.ms / m.budget)})`;
    $('.cost').classList.toggle('over', m.ms > m.budget);
    $('.size').textContent = `${m.width}×${m.height} · ${m.fps.toFixed(0)}/s`;
    document.querySelectorAll('.meter i').forEach((bar, i) => { /** @type {any} */ (bar).style.transform = `scaleY(${Math.max(0.05, m.levels[i])})`; });
    document.querySelectorAll('.beat i').forEach((dot, i) => dot.classList.toggle('on', Math.floor(m.beat) % 4 === i));
    for (const id in m.steps) {
      const [cost, value, count] = m.steps[id];
      const card = document.getElementById(`step-${id}`);
      if (!card) continue;
      const shown = card.querySelector('.live');
      if (shown && value !== null) shown.textContent = value.toFixed(2);
      else if (shown && m.frame % 8 < 2) shown.textContent = count >= 0 && cost < 0.05 ? `${this.short(count)} pts` : `${cost.toFixed(1)} ms`;
      const tells = m.tells[id] ?? '';
      if (card.dataset.tells !== tells) { card.dataset.tells = tells; card.title = tells; }
      if (m.steps[id][4]) this.bars(/** @type {any} */ (card.querySelector('canvas')), m.steps[id][4]);
      else if (value !== null) curves.draw(/** @type {any} */ (card.querySelector('canvas')), [{ key: id, colour: COLOURS.signal, line: 3 }]);
    }
    for (const layer of this.look.mix) {
      const live = m.follows[`${layer.id} opacity`];
      const bar = live && document.querySelector(`#layer-${layer.id} .op i`);
      if (bar) /** @type {any} */ (bar).style.transform = `scaleX(${Math.min(1, Math.max(0, live[2]))})`;
    }
    this.paintFollow(m);
    this.paintStrip(m);
    if (this.curveStep) drawing?.playing(m.steps[this.curveStep]?.[3] ?? NaN);
  },

  /** A signal of many numbers: all of them as they are now. */
  bars(canvas, values) {
    const g = canvas.getContext('2d');
    const low = Math.min(0, ...values);
    const span = Math.max(1, ...values) - low;
    const y = (v) => canvas.height - 3 - ((v - low) / span) * (canvas.height - 6);
    g.clearRect(0, 0, canvas.width, canvas.height);
    g.fillStyle = COLOURS.signal;
    values.forEach((v, i) => { const top = Math.min(y(v), y(0)); g.fillRect((i / values.length) * canvas.width, top, canvas.width / values.length - 1, Math.max(1.5, Math.abs(y(v) - y(0)))); });
  },

  /** The curves have every value, also those that are not painted. */
  keepCurves(m) {
    const keys = new Set();
    for (const id in m.steps) {
      const value = m.steps[id][1];
      if (value !== null) { keys.add(id); curves.add(id, value); }
    }
    for (const key in m.follows) {
      const [raw, eased] = m.follows[key];
      keys.add(`raw ${key}`); keys.add(`eased ${key}`);
      curves.add(`raw ${key}`, raw);
      curves.add(`eased ${key}`, eased);
    }
    curves.keep(keys);
  },

  short(count) { return count >= 10000 ? `${Math.round(count / 1000)}k` : String(count); },

  paintFollow(m) {
    document.querySelectorAll('.sl[data-setting]').forEach((element) => {
      const id = /** @type {any} */ (element).dataset.setting;
      const values = m.follows[`${this.stepId} ${id}`];
      if (!values) return;
      const setting = this.setting(id);
      if (setting) paint(/** @type {any} */ (element), this.range(setting), this.followRange(id), values[2]);
      const number = element.parentElement?.querySelector('input.num');
      if (number && document.activeElement !== number) /** @type {any} */ (number).value = plain(tidy(this.range(setting), values[2]));
    });
    if (this.chosenLayer && $('.layer-opacity')) this.drawLayer($('.layer-opacity'));
    const canvas = $('.followed-panel canvas');
    if (canvas && this.followed) {
      const key = this.followedKey;
      curves.draw(canvas, [{ key: `raw ${key}`, colour: COLOURS.raw, line: 2.5 }, { key: `eased ${key}`, colour: COLOURS.eased, line: 3.5 }]);
    }
  },

  paintProbe(pixel) {
    const box = $('.probe');
    if (!this.probing) return;
    const [x, y, r, g, b, a] = pixel;
    if (x < 0) { box.textContent = 'Point at the picture'; return; }
    const most = Math.max(r, g, b);
    const least = Math.min(r, g, b);
    const f = (/** @type {number} */ v) => v.toFixed(3).padStart(6);
    box.textContent = `x ${x} y ${y}\nR ${f(r)} G ${f(g)} B ${f(b)}\ncover ${a.toFixed(2)}`
      + (most > 1 ? `  brighter than white ×${most.toFixed(1)}` : '') + (least < 0 ? `  below black ${least.toFixed(2)}` : '');
  },

  frame(bitmap) {
    const canvas = $('canvas.picture');
    if (canvas.width !== bitmap.width || canvas.height !== bitmap.height) { canvas.width = bitmap.width; canvas.height = bitmap.height; }
    canvas.getContext('2d', { alpha: false }).drawImage(bitmap, 0, 0);
    bitmap.close();
    root.dataset.frames = String(Number(root.dataset.frames ?? 0) + 1);
  },

  tiles({ bitmap, columns, width, height, version }) {
    if (version === tilesList) {
      const mixTiles = Object.fromEntries(this.look.mix.map((l) => [this.lastStep(l.lane), l.id]));
      tileSteps.forEach((id, i) => {
        const sx = (i % columns) * width;
        const sy = Math.floor(i / columns) * height;
        for (const canvas of [$(`#step-${id} canvas`), mixTiles[id] && $(`#layer-${mixTiles[id]} canvas`)]) {
          if (!canvas) continue;
          if (canvas.width !== width) { canvas.width = width; canvas.height = height; }
          canvas.getContext('2d').drawImage(bitmap, sx, sy, width, height, 0, 0, width, height);
        }
      });
    }
    bitmap.close();
  },

  /** Asks for previews of the picture and points steps that can be seen, and of the ends of lanes in the mix. */
  askTiles() {
    const view = $('.lanes').getBoundingClientRect();
    const inMix = new Set(this.look.mix.map((l) => this.lastStep(l.lane)));
    const shown = new Set(this.look.lanes.filter((lane) => this.stepsShown(lane).length).map((lane) => lane.id));
    tileSteps = this.look.lanes.flatMap((lane) => (shown.has(lane.id) ? lane.steps : lane.steps.slice(-1))).filter((s) => !KINDS[this.gives(s)]?.curve).filter((s) => {
      if (this.writing || this.curveStep) return inMix.has(s.id);
      const box = document.getElementById(`step-${s.id}`)?.getBoundingClientRect();
      return inMix.has(s.id) || (box && box.bottom > view.top - 80 && box.top < view.bottom + 80 && box.right > view.left && box.left < view.right + 80);
    }).map((s) => s.id);
    tilesList = (tilesList + 1) & 0xffff;
    live.send({ do: 'tiles', list: tilesList, steps: tileSteps });
  },
  /** Lanes that are in sight or nearly so: only their cards stand in the page, so that forty lanes cost no more than ten. */
  near: /** @type {Record<string, boolean>} */ ({}),
  watchLane(element) {
    laneWatch ??= new IntersectionObserver((entries) => {
      for (const { target, isIntersecting } of entries) this.near[target.id.slice(5)] = isIntersecting;
      this.scrolled();
    }, { root: $('.lanes'), rootMargin: '400px 100000px' });
    laneWatch.observe(element);
  },
  stepsShown(lane) {
    const far = !(this.near[lane.id] ?? this.look.lanes.indexOf(lane) < 8) && lane.steps.every((s) => s.id !== this.stepId);
    return far ? [] : lane.steps;
  },
  /** A lane whose cards are not in the page keeps their place. */
  runOf(lane) { return this.stepsShown(lane).length ? '' : `min-width: ${lane.steps.length * 144 + 28}px`; },
  /** Shows a step's card, wherever it is, and does something with it. */
  reach(id, then) {
    const lane = this.laneOf(id);
    if (lane) this.near[lane.id] = true;
    this.$nextTick(() => { const card = document.getElementById(`step-${id}`); if (card) then(card); });
  },
  scrolled() { clearTimeout(this.scrolling); this.scrolling = setTimeout(() => this.askTiles(), 120); this.wire(); },
  scrolling: 0,

  // What is selected

  find(id) { for (const lane of this.look.lanes) for (const s of lane.steps) if (s.id === id) return s; return null; },
  laneOf(id) { return this.look.lanes.find((lane) => lane.steps.some((s) => s.id === id)) ?? null; },
  laneById(id) { return this.look.lanes.find((lane) => lane.id === id) ?? null; },
  laneName(id) { return this.laneById(id)?.name ?? '—'; },
  lastStep(lane) { return this.laneById(lane)?.steps.at(-1)?.id ?? ''; },
  get chosen() { return this.find(this.stepId); },
  get chosenLane() { return this.laneId ? this.laneById(this.laneId) : null; },
  get chosenLayer() { return this.layerId ? this.look.mix.find((l) => l.id === this.layerId) ?? null : null; },
  get info() { return this.chosen ? this.infoOf(this.chosen) : null; },
  infoOf(step) { return { ...catalogue[step.type], ...this.grown[step.id] }; },
  get problems() { return this.info?.problems ?? []; },
  /** Code comes last: what it grew stays in sight above it. */
  get settings() { return this.info ? this.info.settings.toSorted((a, b) => (a.form === 'CODE') - (b.form === 'CODE')) : []; },
  get readers() { return this.info ? this.info.reads : []; },
  setting(id) { return this.settings.find((s) => s.id === id) ?? null; },
  name(step) { return step.label || catalogue[step.type].name; },
  gives(step) { return catalogue[step.type].gives; },
  select(id) {
    if (this.curveStep && id !== this.curveStep) { this.curveStep = ''; this.$nextTick(() => this.askTiles()); }
    if (this.writing && id !== this.writing) { editor?.flush(); this.writing = ''; this.$nextTick(() => this.askTiles()); }
    this.stepId = id; this.laneId = ''; this.layerId = '';
    if (this.tabling) { this.table = null; this.askTable(); }
    const follows = Object.keys(this.find(id)?.follows ?? {});
    this.focusSetting = follows[0] ?? '';
    this.$nextTick(() => this.wire());
  },
  selectLane(id) { this.curveStep = ''; if (this.writing) this.closeCode(); this.laneId = id; this.stepId = ''; this.layerId = ''; this.$nextTick(() => this.wire()); },
  selectLayer(id) { this.curveStep = ''; if (this.writing) this.closeCode(); this.layerId = id; this.stepId = ''; this.laneId = ''; },
  isThin(lane) { return lane.steps.length > 0 && lane.steps.every((s) => KINDS[this.gives(s)]?.curve); },
  kinds(lane) {
    if (!lane.steps.length) return 'empty';
    const first = this.gives(lane.steps[0]);
    const last = this.gives(lane.steps.at(-1));
    return first === last ? first : `${first} → ${last}`;
  },
  clock(lane) {
    const f = lane.clock.factor;
    if (lane.clock.push) return `pushed by ${this.laneName(lane.clock.push)}`;
    if (lane.clock.restart) return `restarted by ${this.laneName(lane.clock.restart)}`;
    return f === 1 ? 'show clock' : f === 0 ? 'stopped' : f === 0.5 ? 'half speed' : `${plain(f)} × speed`;
  },
  under(lane) { return `${this.kinds(lane)} · ${this.clock(lane)}`; },
  railPath(step) { return KINDS[this.gives(step)].rail.path; },
  railFill(step) { return KINDS[this.gives(step)].rail.filled ? 'currentColor' : 'none'; },
  railWidth(step) { return KINDS[this.gives(step)].rail.width; },
  taps(step) {
    return this.infoOf(step).reads
      .filter((r) => step.reads?.[r.name] || !r.optional)
      .map((r) => ({ name: r.name, text: step.reads?.[r.name] ? `from ${this.laneName(step.reads[r.name])}` : 'reads nothing', none: !step.reads?.[r.name] }));
  },
  isWrong(id) { return this.troubled.split(' ').includes(id); },

  // Settings

  value(setting) {
    const v = this.chosen?.settings?.[setting.id];
    return v === undefined ? setting.initial : v;
  },
  isNumber(s) { return s.form === 'NUMBER' || s.form === 'WHOLE'; },
  isDirty(s) { return this.chosen?.settings?.[s.id] !== undefined; },
  follow(id) { return this.chosen?.follows?.[id] ?? null; },
  followRange(id) { const f = this.follow(id); return f ? { low: f.outLow, high: f.outHigh } : null; },
  followName(id) { const f = this.follow(id); return f ? this.laneName(f.lane) + (f.easeUp || f.easeDown ? ', eased' : '') : 'follow…'; },
  range(s) {
    return {
      min: s.min, max: s.max, byRatio: s.byRatio, whole: s.form === 'WHOLE', value: Number(this.value(s)),
      ends: this.ends(this.follow(s.id), s.id),
      change: (v, g) => this.set(s, v, g),
      reset: () => this.set(s, null, 0),
    };
  },
  /** What a setting may refer to: nothing, what fits its kinds, and what it refers to although it is gone. */
  mediaFor(s) {
    const fit = this.media.filter((m) => s.choices.includes(m.kind));
    const now = this.value(s);
    const gone = now && !fit.some((m) => m.ref === now) ? [{ ref: now, kind: 'gone', name: `${now} (not in this show)` }] : [];
    return [{ ref: '', kind: 'none', name: fit.length ? 'nothing' : `no ${s.choices.join(' or ')} yet` }, ...gone, ...fit];
  },
  async loadMedia() {
    const answer = await fetch(`/shows/${root.dataset.show}/media.json`);
    if (answer.ok) this.media = await answer.json();
  },

  // Drawing a step's curve

  curves: {}, curveStep: '', keyTime: '', keyValue: '', keyJoin: '', keyCount: 0, snapTo: 'beat',
  get curveSetting() { return this.settings.find((s) => s.form === 'CURVE') ?? null; },
  get curveUnit() { const per = this.chosen && this.settings.find((s) => s.id === 'per'); return per ? `${this.value(per)}s` : this.curveSetting?.unit || 'seconds'; },
  get curveOfTime() { return !this.curveSetting?.unit; },
  get curveName() { const step = this.find(this.curveStep); return step ? `${this.name(step)} in ${this.laneOf(step.id).name}` : ''; },
  drawCurve() {
    if (!this.curveSetting) return;
    if (this.writing) this.closeCode();
    this.curveStep = this.stepId;
    drawing ??= curveEditor($('.curve-host'), {
      change: (keys, g) => live.send({ do: 'keys', gesture: g, step: this.curveStep, setting: this.curveSetting.id, keys }),
      leave: () => this.closeCurve(),
      chosen: (keys) => this.showKeys(keys),
      snap: () => this.snapStep(),
    });
    drawing.open(this.curves[`${this.stepId} ${this.curveSetting.id}`] ?? []);
    this.askTiles();
    this.whenShown(() => { drawing?.fit(); drawing?.focus(); });
  },
  closeCurve() {
    const id = this.curveStep;
    if (!id) return;
    this.curveStep = '';
    this.whenShown(() => { this.askTiles(); this.wire(); document.getElementById(`step-${id}`)?.focus(); });
  },
  syncCurve() {
    if (!this.curveStep || !drawing) return;
    const step = this.find(this.curveStep);
    if (!step) { this.curveStep = ''; return; }
    const keys = this.curves[`${this.curveStep} ${this.curveSetting?.id ?? 'keys'}`];
    if (keys) drawing.take(keys);
  },
  showKeys(keys) {
    const first = keys.toSorted((a, b) => a.time - b.time)[0];
    this.keyCount = keys.length;
    this.keyTime = first ? String(first.time) : '';
    this.keyValue = first ? (keys.every((k) => k.value === first.value) ? String(first.value) : '') : '';
    this.keyJoin = first && keys.every((k) => k.join === first.join) ? first.join : '';
  },
  /** What times snap to, in the curve's own unit; 0 for nothing. */
  snapStep() {
    if (!this.curveOfTime) return 0;
    const beats = { none: 0, bar: 4, beat: 1, half: 0.5, quarter: 0.25 }[this.snapTo] ?? 0;
    return this.curveUnit === 'beats' ? beats : (beats * 60) / (board?.tempo || this.look.tempo);
  },
  joinKeys(how) { drawing?.join(how); },
  async typeKey(field, event) { drawing?.type(field, await this.reckon(event.target.value)); },
  curveAct(what) {
    if (what === 'in') drawing?.zoom(0.8);
    else if (what === 'out') drawing?.zoom(1.25);
    else drawing?.[what]();
    drawing?.focus();
  },

  // Writing a step's text

  get codeSetting() { return this.settings.find((s) => s.form === 'CODE') ?? null; },
  /** The text as it is being written: what plays, or what does not work yet. */
  written(step) {
    const s = this.codeSetting;
    return step.drafts?.[s.id] ?? String(step.settings?.[s.id] ?? s.initial);
  },
  get codeState() {
    if (!this.chosen || !this.writing) return '';
    return this.problems.length ? 'Does not work yet; the last text that did goes on.' : 'Plays.';
  },
  async write() {
    if (!this.codeSetting) return;
    this.writing = this.stepId;
    this.askTiles();
    editor ??= await codeEditor($('.code-host'), {
      write: (text) => this.sendText(text),
      keep: () => this.keepVersion(),
      leave: () => this.closeCode(),
      word: (entry) => { if (entry?.name !== this.word?.name) this.word = entry; },
    });
    this.openText();
    this.whenShown(() => editor?.focus());
  },
  /** What comes into sight does so with the next frame of the page, and takes no focus before. */
  whenShown(then) { this.$nextTick(() => requestAnimationFrame(() => requestAnimationFrame(then))); },
  openText() {
    if (!editor || !this.chosen) return;
    this.versions = [];
    editor.open(this.written(this.chosen));
    editor.mark(this.problems);
    live.send({ do: 'versions', step: this.writing, setting: this.codeSetting.id });
  },
  sendText(text) {
    if (!this.find(this.writing)) return;
    const now = performance.now();
    if (now - burst.at > 1500) burst.gesture = gesture();
    burst.at = now;
    live.send({ do: 'write', gesture: burst.gesture, step: this.writing, setting: this.codeSetting.id, text });
  },
  /** After the document has come: the editor shows what is wrong, or another text. */
  syncCode() {
    if (!this.writing || !editor) return;
    if (!this.find(this.writing)) return this.closeCode();
    if (this.stepId !== this.writing) return;
    editor.take(this.written(this.chosen));
    editor.mark(this.problems);
  },
  keepVersion() {
    editor?.flush();
    live.send({ do: 'keep', step: this.writing, setting: this.codeSetting.id, name: this.versionName });
    this.versionName = '';
  },
  goBack(version) {
    editor?.flush();
    live.send({ do: 'go-back', step: this.writing, setting: this.codeSetting.id, version });
  },
  closeCode() {
    editor?.flush();
    const id = this.writing;
    this.writing = '';
    this.whenShown(() => { this.askTiles(); this.wire(); document.getElementById(`step-${id}`)?.focus(); });
  },
  versionText(v) { return [v.name ? v.at : '', `${v.lines} lines`, v.works ? '' : 'does not work', v.same ? 'now' : ''].filter(Boolean).join(' · '); },
  goProblem(problem) { if (!this.writing) this.write().then(() => editor?.go(problem)); else editor?.go(problem); },
  set(setting, value, g) {
    const step = this.chosen;
    if (!step) return;
    step.settings = { ...(step.settings ?? {}) };
    if (value === null) delete step.settings[setting.id];
    else step.settings[setting.id] = value;
    live.send({ do: 'edit', gesture: g, edit: { edit: 'set', step: step.id, setting: setting.id, value } });
  },
  /** What is being typed is not written over when the document comes meanwhile. */
  showNumber(element, setting) {
    const now = this.shown(setting);
    if (document.activeElement !== element) element.value = now;
  },
  leaveNumber(event, setting) { event.target.value = this.shown(setting); },
  async typed(setting, event) {
    if (event.target.value.trim().startsWith('=')) return this.startFormula(setting, event.target.value.trim().slice(1));
    const text = event.target.value.trim().replace(',', '.');
    const number = Number(text);
    if (text === '') this.set(setting, null, 0);
    else if (Number.isFinite(number)) this.set(setting, setting.form === 'WHOLE' ? Math.round(number) : number, 0);
    event.target.blur();
  },
  shown(setting) { const v = Number(this.value(setting)); return plain(v); },
  label(s) { return s.unit ? `${s.says} (${s.unit})` : s.says; },
  mount(element, setting) { slider(element, () => (this.setting(setting.id) ? this.range(this.setting(setting.id)) : null)); },
  draw(element, setting) {
    const s = this.setting(setting.id);
    if (!s || !this.isNumber(s)) return;
    const f = this.followRange(s.id);
    const now = board?.follows?.[`${this.stepId} ${s.id}`];
    paint(element, this.range(s), f, f && now ? now[2] : Number(this.value(s)));
  },
  signals() { return this.look.lanes.filter((l) => l.steps.length > 0 && KINDS[this.gives(l.steps.at(-1))]?.drives); },
  lanesOf(kind) { return this.look.lanes.filter((l) => l.steps.length && this.gives(l.steps.at(-1)) === kind); },
  chooseFollow(setting, event) {
    const lane = event.target.value;
    event.target.value = '';
    if (lane === '=') return this.startFormula(setting);
    if (lane === '+bind') return this.learn(this.stepId, setting.id);
    if (lane === '+lift') return this.lift(this.stepId, setting.id);
    this.focusSetting = setting.id;
    if (lane) live.send({ do: 'follow', step: this.stepId, setting: setting.id, lane });
  },
  focusFollow(setting) { this.focusSetting = setting.id; },
  get followed() { return this.layerId ? this.chosenLayer?.follow ?? null : this.focusSetting ? this.follow(this.focusSetting) : null; },
  get followedKey() { return this.layerId ? `${this.layerId} opacity` : `${this.stepId} ${this.focusSetting}`; },
  get followedLabel() { return this.layerId ? 'Opacity' : this.setting(this.focusSetting)?.label ?? ''; },
  changeFollow(setting, follow, g = 0) {
    if (this.layerId) return this.changeLayer({ follow }, g);
    const step = this.chosen;
    if (!step) return;
    step.follows = { ...step.follows, [setting]: follow };
    if (!follow) delete step.follows[setting];
    this.edit({ edit: 'set-follow', step: this.stepId, setting, follow }, g);
  },
  /** What a slider needs to let the ends of a follow's range be dragged. */
  ends(follow, setting) {
    return follow && { low: follow.outLow, high: follow.outHigh, change: (low, high, g) => this.changeFollow(setting, { ...(this.layerId ? this.followed : this.follow(setting)), outLow: low, outHigh: high }, g) };
  },
  followLayer(event) {
    const lane = event.target.value;
    event.target.value = '';
    if (lane === '=') return this.startFormula(this.opacity, String(this.chosenLayer.opacity));
    if (lane === '+bind') return this.learn(this.layerId, 'opacity');
    if (lane === '+lift') return this.lift(this.layerId, 'opacity');
    if (lane) live.send({ do: 'follow-layer', layer: this.layerId, lane });
  },
  followValue(field) { const f = this.followed; return f ? plain(field.startsWith('ease') ? f[field] * 1000 : f[field]) : ''; },
  async setFollow(field, event) {
    const number = await this.reckon(event.target.value);
    if (!Number.isFinite(number)) return;
    this.changeFollow(this.focusSetting, { ...this.followed, [field]: field.startsWith('ease') ? number / 1000 : number });
  },
  setFollowLane(event) { this.changeFollow(this.focusSetting, { ...this.followed, lane: event.target.value }); },
  unfollow() { this.changeFollow(this.focusSetting, null); this.focusSetting = ''; },
  read(name) { return this.chosen?.reads?.[name] ?? ''; },
  setRead(name, event) { live.send({ do: 'read', step: this.stepId, read: name, lane: event.target.value || null }); },

  // Edits

  edit(edit, g = 0) { live.send({ do: 'edit', gesture: g, edit }); },
  undo() { live.send({ do: 'undo' }); },
  redo() { live.send({ do: 'redo' }); },
  removeStep() {
    const lane = this.laneOf(this.stepId);
    if (!lane) return;
    const i = lane.steps.findIndex((s) => s.id === this.stepId);
    const next = lane.steps[i - 1] ?? lane.steps[i + 1];
    const edit = lane.steps.length === 1 ? { edit: 'remove-lane', lane: lane.id } : { edit: 'remove-step', step: this.stepId };
    if (next) this.wantSelect = next.id;
    this.edit(edit);
  },
  duplicateStep() { live.send({ do: 'duplicate-step', step: this.stepId }); },
  /** Shown at once, so that a second press before the program has answered turns it back. */
  bypass() {
    if (!this.chosen) return;
    const bypassed = !this.chosen.bypassed;
    this.edit({ edit: 'bypass', step: this.stepId, bypassed });
    this.chosen.bypassed = bypassed;
  },
  shift(by) {
    const lane = this.laneOf(this.stepId);
    if (!lane) return;
    const i = lane.steps.findIndex((s) => s.id === this.stepId);
    if (i + by >= 0 && i + by < lane.steps.length) this.edit({ edit: 'move-step', step: this.stepId, lane: lane.id, place: i + by });
  },
  rename(event) { this.edit({ edit: 'label-step', step: this.stepId, label: event.target.value }); event.target.blur(); },
  renameLane(event) { this.edit({ edit: 'rename-lane', lane: this.laneId, name: event.target.value }); event.target.blur(); },
  renameLook(event) { this.naming = false; if (event.target.value.trim() && event.target.value !== this.look.name) this.edit({ edit: 'rename', name: event.target.value }); },
  /** The clock of the lane that is selected, or of the look. */
  get clockNow() { return this.chosenLane ? this.chosenLane.clock : this.look.clock; },
  changeClock(change) {
    const clock = { ...this.clockNow, ...change };
    for (const by of ['push', 'restart']) if (!clock[by]) delete clock[by];
    this.edit(this.chosenLane ? { edit: 'set-clock', lane: this.laneId, clock } : { edit: 'set-look-clock', clock });
  },
  async setClock(event) { const f = await this.reckon(event.target.value); if (Number.isFinite(f)) this.changeClock({ factor: f }); },
  clockBy(by) { return this.clockNow[by] ?? ''; },
  moveLane(by) {
    const i = this.look.lanes.findIndex((l) => l.id === this.laneId);
    if (i + by >= 0 && i + by < this.look.lanes.length) this.edit({ edit: 'move-lane', lane: this.laneId, place: i + by });
  },
  removeLane() { this.edit({ edit: 'remove-lane', lane: this.laneId }); this.laneId = ''; },
  duplicateLane() { live.send({ do: 'duplicate-lane', lane: this.laneId }); },
  addLayer(lane) { live.send({ do: 'add-layer', lane, above: this.aboveLane }); },
  /** The lane whose layer new ones come in front of: what is selected, where that is in the mix. */
  get aboveLane() { return this.chosenLayer?.lane ?? (this.laneId || this.laneOf(this.stepId)?.id) ?? null; },
  canMix(lane) { return lane && lane.steps.length && KINDS[this.gives(lane.steps.at(-1))]?.mixes; },
  changeLayer(change, g = 0) {
    const layer = this.chosenLayer;
    if (!layer) return;
    Object.assign(layer, change);
    this.edit({ edit: 'change-layer', layer: { ...layer } }, g);
  },
  layerRange() {
    return { min: 0, max: 1, byRatio: false, whole: false, value: this.chosenLayer?.opacity ?? 1, ends: this.ends(this.chosenLayer?.follow, 'opacity'), change: (v, g) => this.changeLayer({ opacity: v }, g), reset: () => this.changeLayer({ opacity: 1 }) };
  },
  mountLayer(element) { slider(element, () => (this.chosenLayer ? this.layerRange() : null)); },
  drawLayer(element) {
    const layer = this.chosenLayer;
    if (!layer) return;
    const now = board?.follows?.[`${layer.id} opacity`];
    paint(element, this.layerRange(), layer.follow && { low: layer.follow.outLow, high: layer.follow.outHigh }, now ? now[2] : layer.opacity);
  },
  /** The opacity as a setting, for what works on settings. */
  opacity: { id: 'opacity', label: 'Opacity', form: 'NUMBER' },
  opacities() { return [this.opacity]; },
  opacityKey(event) { if (event.key === '=') { event.preventDefault(); event.stopPropagation(); this.startFormula(this.opacity, String(this.chosenLayer.opacity)); } },
  async setOpacity(event) { const v = (await this.reckon(event.target.value)) / 100; if (Number.isFinite(v)) this.changeLayer({ opacity: Math.min(1, Math.max(0, v)) }); },
  opacityText(layer) { return Math.round(layer.opacity * 100); },
  blendText(layer) { return `${layer.blend[0].toUpperCase()}${layer.blend.slice(1)} · ${this.opacityText(layer)}`; },
  barOf(layer) { return { transform: `scaleX(${layer.opacity})` }; },
  removeLayer() { this.edit({ edit: 'remove-layer', layer: this.layerId }); this.layerId = ''; },
  /** One place, or with {@code all} to the very front or back. */
  moveLayer(by, all = false) {
    if (all) return this.edit({ edit: 'move-layer', layer: this.layerId, place: by < 0 ? 0 : this.look.mix.length - 1 });
    const i = this.look.mix.findIndex((l) => l.id === this.layerId);
    if (i + by >= 0 && i + by < this.look.mix.length) this.edit({ edit: 'move-layer', layer: this.layerId, place: i + by });
  },
  async setFormat(field, event) {
    const { width, height, rate, seed, tempo } = this.look;
    const number = await this.reckon(event.target.value);
    if (Number.isFinite(number)) this.edit({ edit: 'format', width, height, rate, seed, tempo, [field]: number });
  },
  showLook() { this.stepId = ''; this.laneId = ''; this.layerId = ''; this.wire(); },

  // Dragging steps and layers

  dragStep(event, id) { this.drag.step = id; event.dataTransfer.effectAllowed = 'move'; event.dataTransfer.setData('text/plain', id); },
  overPlace(event, lane, place) { if (this.drag.step) { event.preventDefault(); this.drag.over = `${lane} ${place}`; } },
  isOver(lane, place) { return this.drag.over === `${lane} ${place}`; },
  drop(event, lane, place) {
    event.preventDefault();
    const id = this.drag.step;
    this.endDrag();
    if (!id) return;
    const from = this.laneOf(id);
    const i = from.steps.findIndex((s) => s.id === id);
    this.edit({ edit: 'move-step', step: id, lane, place: from.id === lane && i < place ? place - 1 : place });
  },
  dragLayer(event, id) { this.drag.layer = id; event.dataTransfer.effectAllowed = 'move'; event.dataTransfer.setData('text/plain', id); },
  overLayer(event, id) { if (this.drag.layer) { event.preventDefault(); this.drag.over = id; } },
  dropLayer(event, id) {
    event.preventDefault();
    const moved = this.drag.layer;
    this.endDrag();
    if (moved && moved !== id) this.edit({ edit: 'move-layer', layer: moved, place: this.look.mix.findIndex((l) => l.id === id) });
  },
  endDrag() { this.drag.step = ''; this.drag.layer = ''; this.drag.over = ''; },

  // Finder

  openFinder(lane, place) {
    this.finder = { open: true, words: '', lane, place, found: [], at: 0, asked: 0, answered: 0, enter: false };
    this.ask();
    // Shown and focused at once, not with the next paint: what is typed meanwhile is meant for it.
    $('.finder').style.display = '';
    $('.finder input').value = '';
    $('.finder input').focus();
  },
  findHere() {
    const lane = this.stepId ? this.laneOf(this.stepId) : this.chosenLane;
    if (!lane) return this.openFinder(null, 0);
    const i = lane.steps.findIndex((s) => s.id === this.stepId);
    this.openFinder(lane.id, i < 0 ? lane.steps.length : i + 1);
  },
  ask() {
    this.finder.enter = false;
    this.finder.asked = ++live.asked;
    live.send({ do: 'find', asked: live.asked, lane: this.finder.lane, place: this.finder.place, words: this.finder.words });
  },
  /** Whether the list is of the text that stands there now. */
  get finderFresh() { return this.finder.answered === this.finder.asked; },
  foundSteps(m) {
    if (m.asked !== this.finder.asked) return;
    this.finder.answered = m.asked;
    this.finder.found = m.steps;
    this.finder.at = 0;
    // Enter was pressed before the list had come: it is the first of this one that was meant.
    if (this.finder.enter) this.addFound();
  },
  addFound() {
    this.finder.enter = false;
    const found = this.finder.found[this.finder.at];
    if (found) this.addStep(found);
  },
  finderKey(event) {
    const n = this.finder.found.length;
    if (event.key === 'ArrowDown' && n) this.finder.at = (this.finder.at + 1) % n;
    else if (event.key === 'ArrowUp' && n) this.finder.at = (this.finder.at + n - 1) % n;
    else if (event.key === 'Enter') { if (this.finderFresh) this.addFound(); else this.finder.enter = true; }
    else if (event.key === 'Escape') this.closeFinder();
    else if (event.key === 'Tab') { this.finder.lane = null; this.finder.place = 0; this.ask(); }
    else return;
    event.preventDefault();
    event.stopPropagation();
    this.$nextTick(() => $('.finder li.at')?.scrollIntoView({ block: 'nearest' }));
  },
  addStep(found) {
    const { lane, place } = this.finder;
    live.send({ do: 'add-step', above: this.aboveLane, type: found.type, ...(found.newLane ? { lane: null, place: 0 } : { lane, place }) });
    this.closeFinder();
  },
  closeFinder() {
    if (!this.finder.open) return;
    this.finder.open = false;
    $('.finder').style.display = 'none';
    const card = document.getElementById(`step-${this.stepId}`);
    if (card) card.focus(); else $('.finder input').blur();
  },
  foundName({ type }) { return catalogue[type].name; },
  foundDoes({ type }) { return catalogue[type].does; },
  foundRail({ type }) { return KINDS[catalogue[type].gives].rail.path; },
  foundFill({ type }) { return KINDS[catalogue[type].gives].rail.filled ? 'currentColor' : 'none'; },
  foundWidth({ type }) { return KINDS[catalogue[type].gives].rail.width; },
  foundId(i) { return `found-${i}`; },
  get finderNothing() { return this.finderFresh && this.finder.words && !this.finder.found.length; },
  get finderPlace() {
    const lane = this.finder.lane && this.laneById(this.finder.lane);
    if (!lane) return 'Starts a new lane';
    const before = lane.steps[this.finder.place - 1];
    return before ? `In ${lane.name}, behind ${this.name(before)} — Tab for a new lane` : `At the start of ${lane.name}`;
  },

  // Monitor

  watch() {
    const box = $('.monitor').getBoundingClientRect();
    const aspect = this.look.width / this.look.height;
    const most = Math.ceil(Math.min(box.width, box.height * aspect) * Math.min(2, devicePixelRatio));
    live.send({ do: 'watch', subject: this.onlySubject || null, most: Math.ceil(most / 32) * 32 });
  },
  only(id) { this.onlySubject = id; this.watch(); },
  soloStep() { this.only(this.onlySubject === this.stepId ? '' : this.stepId); },
  soloLane(lane) { const id = lane.steps.at(-1)?.id ?? ''; this.only(this.onlySubject === id ? '' : id); },
  get onlyText() {
    const step = this.find(this.onlySubject);
    const lane = step && this.laneOf(step.id);
    if (!step || !lane) return '';
    return lane.steps.at(-1) === step ? `Only: ${lane.name}` : `Only: ${this.name(step)} in ${lane.name}`;
  },
  get soloText() { const lane = this.laneOf(this.stepId); return lane ? `Only: ${this.chosen === lane.steps.at(-1) ? lane.name : this.name(this.chosen)}` : ''; },
  get onlySignal() { const step = this.find(this.onlySubject); return step && KINDS[this.gives(step)]?.curve; },
  /** The settings of the chosen step that dragging the picture moves. */
  get dragged() { return this.chosen ? (this.info?.settings ?? []).filter((s) => s.drag) : []; },
  grab(event) {
    if (!this.dragged.length || event.button) return;
    event.preventDefault();
    event.target.setPointerCapture(event.pointerId);
    const began = { x: event.clientX, y: event.clientY, g: gesture(), values: Object.fromEntries(this.dragged.map((s) => [s.id, Number(this.value(s))])) };
    const move = (e) => {
      // A picture's width of dragging goes half round. Both go in one edit, so that one undo takes all of the drag back.
      const edits = this.dragged.filter((s) => s.drag !== 'WHEEL').map((s) => {
        const by = s.drag === 'ACROSS' ? (began.x - e.clientX) / 1200 : (e.clientY - began.y) / 1600;
        const value = Math.min(s.max, Math.max(s.min, began.values[s.id] + by));
        this.chosen.settings = { ...(this.chosen.settings ?? {}), [s.id]: value };
        return { edit: 'set', step: this.stepId, setting: s.id, value };
      });
      this.edit({ edit: 'several', edits }, began.g);
    };
    const done = () => { event.target.removeEventListener('pointermove', move); event.target.removeEventListener('pointerup', done); event.target.removeEventListener('pointercancel', done); };
    event.target.addEventListener('pointermove', move);
    event.target.addEventListener('pointerup', done);
    event.target.addEventListener('pointercancel', done);
  },
  wheel(event) {
    const s = this.dragged.find((one) => one.drag === 'WHEEL');
    if (!s) return;
    event.preventDefault();
    const now = performance.now();
    if (!this.wheeled || now - this.wheeled.at > 600) this.wheeled = { g: gesture() };
    this.wheeled.at = now;
    this.set(s, Math.min(s.max, Math.max(s.min, Number(this.value(s)) * Math.exp(event.deltaY / 800))), this.wheeled.g);
  },

  // The points of a step as numbers

  get hasPoints() { return this.chosen !== null && this.gives(this.chosen) === 'points'; },
  toggleTable() { this.tabling = !this.tabling; this.askTable(); },
  askTable() { live.send({ do: 'table', step: this.tabling && this.hasPoints ? this.stepId : '' }); if (!this.tabling) this.table = null; },
  tableSays() { return !this.table ? 'waiting for the next frame…' : `${this.table.n.toLocaleString('en')} points${board?.tells?.[this.stepId] ? `, ${board.tells[this.stepId]}` : ''}`; },
  columnSays(c) { return c.length === 1 && this.table.n !== 1 ? 'one for all' : c.length < this.table.n ? `${c.length} repeated` : `${c.low} to ${c.high}`; },

  toggleProbe() { this.probing = !this.probing; if (!this.probing) live.send({ do: 'probe', u: -1, v: -1 }); },
  point(event) {
    if (!this.probing) return;
    const canvas = $('canvas.picture');
    const box = canvas.getBoundingClientRect();
    const scale = Math.min(box.width / canvas.width, box.height / canvas.height);
    const w = canvas.width * scale;
    const h = canvas.height * scale;
    const u = (event.clientX - box.left - (box.width - w) / 2) / w;
    const v = 1 - (event.clientY - box.top - (box.height - h) / 2) / h;
    const inside = u >= 0 && u < 1 && v >= 0 && v < 1;
    live.send({ do: 'probe', u: inside ? u : -1, v: inside ? v : -1 });
  },

  // Transport

  pause() { live.send({ do: 'pause' }); },
  rewind() { live.send({ do: 'rewind' }); },
  blackout(seconds) { live.send({ do: 'fade', seconds }); },
  chooseScale(event) { this.scaleChoice = event.target.value; live.send({ do: 'scale', to: Number(event.target.value) }); },
  chooseSound(event) {
    const id = event.target.value;
    if (id === 'upload') { event.target.value = this.soundId; $('#upload input[type=file]').click(); return; }
    live.send({ do: 'sound', sound: id === 'band' ? null : id });
  },
  hear() { this.hearing = !this.hearing; sound.play(this.hearing, this.soundId).catch(() => { this.hearing = false; this.refusal = 'The browser does not play this sound; the engine still hears it.'; }); },
  sendUpload(event) { if (event.target.files.length) event.target.form.submit(); },
  openOutput() { open('/output', 'gloaming-output'); },

  tap() { live.send({ do: 'tap' }); },
  /** Keys on a setting's slider or number: = for a formula, C for a control, L for the strip. */
  settingKey(s, event) {
    const number = event.target.tagName === 'INPUT';
    if (event.key === '=') this.startFormula(s);
    else if (number) return;
    else if (event.key === 'c') this.learn(this.stepId, s.id);
    else if (event.key === 'l') this.lift(this.stepId, s.id);
    else return;
    event.preventDefault();
    event.stopPropagation();
  },

  // Footer and keys

  get note() { return this.notes[0] ?? null; },
  get moreNotes() { return !this.refusal && this.notes.length > 1; },
  get notesText() { return `${this.notes.length} in all`; },
  get saying() { return this.refusal || this.waitingText || this.note?.says || ''; },
  goTrouble(note) { this.notesOpen = false; if (note.step) { this.select(note.step); this.reach(note.step, (card) => card.scrollIntoView({ block: 'nearest', inline: 'nearest' })); } else if (note.lane) this.selectLane(note.lane); },
  goNote() { if (this.refusal) this.refusal = ''; else if (this.note?.step) { this.select(this.note.step); this.reach(this.note.step, (card) => card.scrollIntoView({ block: 'nearest', inline: 'nearest' })); } else if (this.note?.lane) this.selectLane(this.note.lane); },
  savedText: '',
  /** Whether single letters are keys; whoever speaks to the machine, or hits them by chance, turns them off. */
  letters: localStorage.getItem('gloaming.letters') !== 'off',
  setLetters(event) { this.letters = event.target.checked; localStorage.setItem('gloaming.letters', this.letters ? 'on' : 'off'); },

  key(event) {
    if (event.target.closest?.('.code-host')) return;
    const typing = isTyping(event);
    const command = event.ctrlKey || event.metaKey;
    if (command && event.key.toLowerCase() === 'z') { event.preventDefault(); return event.shiftKey ? this.redo() : this.undo(); }
    if (command && event.key.toLowerCase() === 'y') { event.preventDefault(); return this.redo(); }
    // What is typed while the finder is open is meant for it, wherever the focus went.
    if (this.finder.open && event.target !== $('.finder input') && event.key.length === 1 && !command) { $('.finder input').focus(); return; }
    if (typing) { if (event.key === 'Escape') event.target.blur(); else if (event.key === 'Enter') leave(event.target); return; }
    if (command || (!this.letters && /^[a-zA-Z,.]$/.test(event.key))) return;
    const act = {
      '/': () => this.findHere(),
      '?': () => { this.keysOpen = !this.keysOpen; },
      ' ': () => this.pause(),
      Delete: () => (this.layerId ? this.removeLayer() : this.laneId ? this.removeLane() : this.removeStep()),
      b: () => this.bypass(),
      d: () => (this.laneId ? this.duplicateLane() : this.duplicateStep()),
      s: () => (this.laneId ? this.soloLane(this.chosenLane) : this.soloStep()),
      w: () => this.only(''),
      p: () => this.toggleProbe(),
      e: () => (this.curveSetting ? this.drawCurve() : this.write()),
      n: () => this.openFinder(null, 0),
      r: () => $('.set .rename')?.focus(),
      B: () => this.blackout(0),
      F: () => this.blackout(2),
      t: () => live.send({ do: 'tap' }),
      ',': () => live.send({ do: 'nudge', by: -0.05 }),
      '.': () => live.send({ do: 'nudge', by: 0.05 }),
      // Enter alone belongs to whatever has the focus.
      ...(event.shiftKey && this.atBench ? { Enter: () => this.takeKey() } : {}),
      Escape: () => (this.keysOpen || this.notesOpen ? (this.keysOpen = this.notesOpen = false) : this.waiting ? this.stopLearning() : this.curveStep ? this.closeCurve() : this.finder.open || !this.writing ? this.closeFinder() : this.closeCode()),
      ArrowLeft: () => (event.altKey ? this.shift(-1) : this.walk(-1, 0)),
      ArrowRight: () => (event.altKey ? this.shift(1) : this.walk(1, 0)),
      ArrowUp: () => (event.altKey ? (this.layerId ? this.moveLayer(-1, event.shiftKey) : this.moveLane(-1)) : this.walk(0, -1)),
      ArrowDown: () => (event.altKey ? (this.layerId ? this.moveLayer(1, event.shiftKey) : this.moveLane(1)) : this.walk(0, 1)),
    }[event.key];
    if (!act || (event.key === ' ' && event.target.tagName === 'BUTTON' && !event.target.closest('.step'))) return;
    event.preventDefault();
    act();
  },
  walk(across, down) {
    const lanes = this.look.lanes.filter((l) => l.steps.length);
    if (!lanes.length) return;
    const at = lanes.findIndex((l) => l.steps.some((s) => s.id === this.stepId) || l.id === this.laneId);
    const lane = lanes[Math.min(lanes.length - 1, Math.max(0, (at < 0 ? 0 : at) + down))];
    const i = at < 0 ? 0 : lanes[at].steps.findIndex((s) => s.id === this.stepId);
    const step = lane.steps[Math.min(lane.steps.length - 1, Math.max(0, (i < 0 ? 0 : i) + across))];
    this.select(step.id);
    this.reach(step.id, (card) => {
      card.focus({ preventScroll: true });
      card.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    });
  },

  /** Draws the connections of what is selected: what a step reads, and who reads the lane it ends. */
  wire() {
    const lanes = $('.lanes');
    const svg = $('svg.wires');
    const base = lanes.getBoundingClientRect();
    const paths = [];
    const join = (/** @type {string} */ lane, /** @type {string} */ step) => {
      const end = document.querySelector(`#lane-${lane} .plus`)?.getBoundingClientRect();
      const card = document.getElementById(`step-${step}`)?.getBoundingClientRect();
      if (!end || !card) return;
      const x0 = end.left - base.left + lanes.scrollLeft - 4;
      const y0 = end.top + end.height / 2 - base.top + lanes.scrollTop;
      const x1 = card.left - base.left + lanes.scrollLeft + 20;
      const y1 = card.top - base.top + lanes.scrollTop;
      paths.push(`M${x0} ${y0}C${x0} ${(y0 + y1) / 2} ${x1} ${(y0 + y1) / 2} ${x1} ${y1}`);
    };
    const chosen = this.chosen;
    if (chosen) {
      Object.values(chosen.reads ?? {}).forEach((lane) => join(/** @type {string} */ (lane), chosen.id));
      Object.values(chosen.follows ?? {}).forEach((f) => join(/** @type {any} */ (f).lane, chosen.id));
    }
    const clock = (chosen ? this.laneOf(chosen.id) : this.chosenLane)?.clock;
    const first = (chosen ? this.laneOf(chosen.id) : this.chosenLane)?.steps[0];
    if (clock && first) [clock.push, clock.restart].filter(Boolean).forEach((lane) => join(lane, first.id));
    const ends = this.laneId ? this.laneById(this.laneId) : chosen && this.laneOf(chosen.id)?.steps.at(-1) === chosen ? this.laneOf(chosen.id) : null;
    if (ends) {
      for (const lane of this.look.lanes) for (const s of lane.steps) {
        if (Object.values(s.reads ?? {}).includes(ends.id) || Object.values(s.follows ?? {}).some((f) => /** @type {any} */ (f).lane === ends.id)) join(ends.id, s.id);
      }
    }
    svg.replaceChildren(...paths.map((d) => {
      const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
      path.setAttribute('d', d);
      return path;
    }));
  },
}));

Alpine.start();
