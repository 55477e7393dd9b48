// @ts-check
import Alpine from '../vendor/alpine-csp.js';
import { air, paintAir } from './air.js';
import { Live } from './live.js';
import { together } from './parts.js';
import { hands } from './hands.js';
import { Scope } from './scope.js';
import { Arrivals } from './arrivals.js';
import { Microphone } from './microphone.js';

const root = /** @type {HTMLElement} */ (document.querySelector('.desk'));
const catalogue = await (await fetch('/catalogue.json')).json();
const live = new Live(`?look=${root.dataset.look}`);
const arrivals = new Arrivals();
const microphone = new Microphone();
const $ = (/** @type {string} */ selector) => /** @type {any} */ (document.querySelector(selector));
const LEADERS = { sound: 'known', music: 'heard', hand: 'by hand', midi: 'MIDI', look: 'of the look' };
const MODES = { value: 'moves it', toggle: 'toggles', momentary: 'holds it while pressed', trigger: 'a moment at each press', relative: 'turns it on' };

let board = /** @type {any} */ (null);
let peak = { db: -90, at: 0 };

Alpine.data('desk', () => together(hands(live, catalogue, () => board), air(live), {
  look: /** @type {any} */ ({ name: '', lanes: [], mix: [], width: 16, height: 9, desk: { bindings: [], strip: [] } }),
  grown: {},
  lost: false, paused: false, dark: false, canUndo: false, canRedo: false,
  version: 0, refusal: '', refusing: 0, learned: '',
  soundId: root.dataset.sound, gain: Number(root.dataset.gain ?? 0), clipped: false, leader: 'look',
  filter: '', rows: /** @type {any[]} */ ([]), ports: /** @type {any} */ ({ osc: 0, midi: [], outs: [] }),
  chosen: '', pickOf: '', pickSetting: '', openBinding: '',
  knobs: [1, 2, 3, 4],
  padNotes: Array.from({ length: 16 }, (_, i) => 36 + (3 - Math.floor(i / 4)) * 4 + (i % 4)),
  held: /** @type {Set<string>} */ (new Set()),

  init() {
    this.scope = new Scope($('.scope'), $('.bands'));
    live.onState = (open) => this.connected(open);
    live.on.look = (m) => {
      this.look = m.look;
      this.grown = m.grown ?? {};
      this.version = m.version;
      this.canUndo = m.canUndo;
      this.canRedo = m.canRedo;
    };
    live.on.board = (m) => this.show(m);
    live.on.air = (m) => { this.aired(m); if (m.plays) this.watch(); };
    live.onAir = (bitmap) => paintAir(bitmap);
    live.onUnsaved = (text) => { this.savedText = text; };
    live.on.applied = (m) => { this.version = m.version; };
    live.on.refused = (m) => this.say(m.says);
    live.on.ears = (m) => this.hear(m);
    live.on.desk = (m) => this.arrive(m);
    live.onFrame = ({ bitmap }) => this.frame(bitmap);
    live.onTiles = ({ bitmap }) => bitmap.close();
    this.$watch('filter', () => this.list());
    this.$watch('pickOf', () => { this.pickSetting = this.pickable()[0]?.id ?? ''; });
    addEventListener('keydown', (event) => this.key(event, true));
    addEventListener('keyup', (event) => this.key(event, false));
    addEventListener('blur', () => { for (const key of this.held) live.send({ do: 'key', key, down: false }); this.held.clear(); });
    addEventListener('resize', () => this.watch());
    if (live.open) this.connected(true);
  },

  connected(open) {
    this.lost = !open;
    if (!open) return;
    this.watch();
    live.send({ do: 'desk' });
  },
  watch() {
    const box = $('.monitor').getBoundingClientRect();
    live.send({ do: 'watch', subject: null, most: Math.ceil(Math.min(box.width, box.height * (this.look.width / this.look.height)) * Math.min(2, devicePixelRatio) / 32) * 32 });
  },

  // What the program says

  say(sentence) {
    this.refusal = sentence;
    clearTimeout(this.refusing);
    this.refusing = setTimeout(() => { this.refusal = ''; }, 8000);
  },
  get saying() { return this.refusal || this.waitingText || this.learned || ''; },
  savedText: '',
  get leaderText() { return LEADERS[this.leader] ?? ''; },

  show(m) {
    board = m;
    if (this.paused !== m.paused) this.paused = m.paused;
    if (this.dark !== m.lightWanted < 0.5) this.dark = m.lightWanted < 0.5;
    if (this.leader !== m.leader) this.leader = m.leader;
    if (m.sound !== this.soundId) this.soundId = m.sound;
    microphone.wanted(m.sound === 'microphone', (says) => this.say(says));
    const minutes = Math.floor(m.time / 60);
    $('.clock').textContent = `${String(minutes).padStart(2, '0')}:${(m.time % 60).toFixed(2).padStart(5, '0')}`;
    $('.tempo').textContent = m.tempo.toFixed(1);
    $('.spent').textContent = `${m.ms.toFixed(1)} / ${m.budget.toFixed(0)} ms`;
    document.querySelectorAll('.beat i').forEach((dot, i) => dot.classList.toggle('on', Math.floor(m.beat) % 4 === i));
    this.paintStrip(m);
  },
  hear(m) {
    this.scope.take(m);
    const now = performance.now();
    const db = Math.max(-60, m.loudness);
    const top = m.peak > 0 ? 20 * Math.log10(m.peak) : -90;
    if (top >= peak.db || now - peak.at > 1200) peak = { db: top, at: now };
    $('.level i').style.transform = `scaleX(${-db / 60})`;
    $('.level b').style.left = `${Math.min(98, Math.max(0, (1 + peak.db / 60) * 100))}%`;
    $('.level').setAttribute('aria-valuenow', db.toFixed(0));
    $('.db').textContent = m.loudness <= -100 ? 'silence' : `${m.loudness.toFixed(1)} dB`;
    if (m.peak >= 0.999) this.clippedAt = now;
    const clipped = now - this.clippedAt < 2000;
    if (clipped !== this.clipped) this.clipped = clipped;
  },
  clippedAt: -1e9,
  arrive(m) {
    if (arrivals.take(m)) this.list();
    if (m.waiting !== this.waiting) this.waiting = m.waiting;
    if (m.learned !== this.learned) this.learned = m.learned;
    if (JSON.stringify(m.ports) !== JSON.stringify(this.ports)) this.ports = m.ports;
    const faults = m.ports.malformed ? `, ${m.ports.malformed} malformed` : '';
    const dropped = m.dropped ? `, ${m.dropped} without room` : '';
    $('.counts').textContent = `${m.arrived} values${faults}${dropped}`;
    $('.counts').title = m.ports.fault ? `The last malformed packet: ${m.ports.fault}.` : '';
    document.querySelectorAll('.pad').forEach((pad) => pad.classList.toggle('told', m.lit[Number(/** @type {any} */ (pad).dataset.note) - 36] > 0));
    arrivals.paint();
  },
  list() { this.rows = arrivals.list(this.filter); this.$nextTick(() => { arrivals.controls.forEach((c) => { c.painted = -1; }); arrivals.paint(); }); },
  frame(bitmap) {
    const canvas = $('canvas.picture');
    if (canvas.width !== bitmap.width || canvas.height !== bitmap.height) { canvas.width = bitmap.width; canvas.height = bitmap.height; }
    canvas.getContext('2d', { alpha: false }).drawImage(bitmap, 0, 0);
    bitmap.close();
    root.dataset.frames = String(Number(root.dataset.frames ?? 0) + 1);
  },

  // Sound and beat

  chooseSound(event) { const id = event.target.value; live.send({ do: 'sound', sound: id === 'band' ? null : id }); },
  setGain(event) { this.gain = Number(event.target.value); live.send({ do: 'gain', to: this.gain }); },
  get gainText() { return `${this.gain > 0 ? '+' : ''}${this.gain} dB`; },
  tap() { live.send({ do: 'tap' }); },
  nudge(by) { live.send({ do: 'nudge', by }); },
  letGo() { live.send({ do: 'let-go' }); },

  // Binding by picking

  choose(name) {
    this.chosen = this.chosen === name ? '' : name;
    if (this.chosen && !this.pickOf) this.pickOf = this.owners()[0]?.id ?? 'show';
  },
  owners() {
    const steps = this.look.lanes.flatMap((lane) => lane.steps.filter((s) => this.handy(s).length).map((s) => ({ id: s.id, name: `${lane.name}: ${s.label || catalogue[s.type].name}` })));
    const layers = this.look.mix.map((l) => ({ id: l.id, name: `mix: ${this.look.lanes.find((lane) => lane.id === l.lane)?.name ?? ''}` }));
    return [...steps, ...layers];
  },
  handy(step) { return { ...catalogue[step.type], ...this.grown[step.id] }.settings.filter((s) => ['NUMBER', 'WHOLE', 'SWITCH'].includes(s.form)); },
  pickable() {
    if (this.pickOf === 'show') return this.acts();
    if (this.look.mix.some((l) => l.id === this.pickOf)) return [{ id: 'opacity', name: 'Opacity' }];
    const step = this.look.lanes.flatMap((l) => l.steps).find((s) => s.id === this.pickOf);
    return step ? this.handy(step).map((s) => ({ id: s.id, name: s.label })) : [];
  },
  bind() {
    if (!this.pickSetting) return;
    live.send({ do: 'bind', control: this.chosen, of: this.pickOf, setting: this.pickSetting });
    this.chosen = '';
  },
  modes() { return Object.entries(MODES).map(([id, name]) => ({ id, name })); },
  change(b, change) { live.send({ do: 'change-binding', binding: { ...b, ...change } }); },
  number(b, field, event) {
    const v = Number(String(event.target.value).replace(',', '.'));
    if (Number.isFinite(v)) this.change(b, { [field]: field === 'ease' ? v / 1000 : v });
  },
  easeText(b) { return String(Math.round(b.ease * 1000)); },
  clear() { live.send({ do: 'clear' }); },

  // Ports, pad, pointer, keys

  get midiText() {
    const ins = this.ports.midi.map((p) => `${p.port} (${p.messages})`).join(', ');
    return `MIDI in: ${ins || 'none'} · out: ${this.ports.outs.join(', ') || 'none'}`;
  },
  keptPorts() { return { oscIn: this.ports.oscIn, oscOut: this.ports.oscOut, clock: this.ports.clock }; },
  setPort(field, event) { live.send({ do: 'ports', ports: { ...this.keptPorts(), [field]: Math.round(Number(event.target.value)) || 0 } }); },
  setClockOut(event) { live.send({ do: 'ports', ports: { ...this.keptPorts(), clock: event.target.checked } }); },
  lookForPorts() { live.send({ do: 'look-for-ports' }); },
  turn(k, event) { live.send({ do: 'pad', what: 'cc', number: 20 + k, value: Number(event.target.value) }); },
  padDown(n, event) {
    const box = event.currentTarget.getBoundingClientRect();
    // Harder towards the middle, as far as a mouse can tell.
    const off = Math.hypot((event.clientX - box.left) / box.width - 0.5, (event.clientY - box.top) / box.height - 0.5);
    event.currentTarget.setPointerCapture(event.pointerId);
    this.play(n, Math.round(127 - 60 * Math.min(1, off * 2)));
  },
  padKey(n, event) { if (event.key === 'Enter' && !event.repeat) { event.preventDefault(); event.stopPropagation(); this.play(n, 100); } },
  padUp(n) { this.play(n, 0); },
  play(n, velocity) {
    $(`.pad[data-note="${n}"]`).classList.toggle('down', velocity > 0);
    live.send({ do: 'pad', what: 'note', number: n, value: velocity });
  },
  pointer(event) {
    const canvas = $('canvas.picture');
    const box = canvas.getBoundingClientRect();
    const scale = Math.min(box.width / canvas.width, box.height / canvas.height);
    const x = (event.clientX - box.left - (box.width - canvas.width * scale) / 2) / (canvas.width * scale);
    const y = 1 - (event.clientY - box.top - (box.height - canvas.height * scale) / 2) / (canvas.height * scale);
    const message = { do: 'pointer', x: Math.min(1, Math.max(0, x)), y: Math.min(1, Math.max(0, y)) };
    if (event.type === 'pointerdown') { event.currentTarget.setPointerCapture(event.pointerId); live.send({ ...message, down: true }); } else if (event.type === 'pointermove') live.send(message);
    else live.send({ ...message, down: false });
  },
  key(event, down) {
    const typing = /^(INPUT|SELECT|TEXTAREA)$/.test(event.target.tagName) && event.target.type !== 'range' && event.target.type !== 'checkbox';
    const command = event.ctrlKey || event.metaKey;
    if (command && down && event.key.toLowerCase() === 'z') { event.preventDefault(); return event.shiftKey ? this.redo() : this.undo(); }
    if (typing || command || event.altKey) return undefined;
    const own = { ' ': () => this.pause(), t: () => this.tap(), ',': () => this.nudge(-0.05), '.': () => this.nudge(0.05), B: () => this.blackout(0), F: () => this.blackout(2), Escape: () => { if (this.waiting) this.stopLearning(); else this.choose(''); } }[event.key];
    if (own) {
      if (event.key === ' ' && event.target.tagName === 'BUTTON') return undefined;
      if (down && !event.repeat) { event.preventDefault(); own(); }
      return undefined;
    }
    // Single letters and figures are controls of the desk.
    if (event.key.length !== 1 || event.repeat) return undefined;
    const key = event.key.toLowerCase();
    if (down) this.held.add(key); else this.held.delete(key);
    live.send({ do: 'key', key, down });
    return undefined;
  },

  // Transport

  undo() { live.send({ do: 'undo' }); },
  redo() { live.send({ do: 'redo' }); },
  pause() { live.send({ do: 'pause' }); },
  rewind() { live.send({ do: 'rewind' }); },
  blackout(seconds) { live.send({ do: 'fade', seconds }); },
  openOutput() { open('/output', 'gloaming-output'); },
  goLook(event) { location.href = `/desk/${event.target.value}`; },
}));

Alpine.start();
