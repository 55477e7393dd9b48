// @ts-check
import Alpine from '../vendor/alpine-csp.js';
import { air } from './air.js';
import { Arrivals } from './arrivals.js';
import { hands } from './hands.js';
import { Microphone } from './microphone.js';
import { $, clockText, onPicture, openPage, paintPicture, shownWidth } from './page.js';
import { together } from './parts.js';
import { Scope } from './scope.js';
import { session } from './session.js';

const page = await openPage('.desk');
const { live, root } = page;
const arrivals = new Arrivals();
const microphone = new Microphone();
/** @type {Record<string, string>} */
const LEADERS = { sound: 'known', music: 'heard', hand: 'by hand', midi: 'MIDI', look: 'of the look' };
const MODES = { value: 'moves it', toggle: 'toggles', momentary: 'holds it while pressed', trigger: 'a moment at each press', relative: 'turns it on' };
/** A peak stays to be seen, and clipping to be noticed. */
const PEAK_MS = 1200;
const CLIPPED_MS = 2000;

const peak = { db: -90, at: 0 };

Alpine.data('desk', () => together(session(page), hands(page), air(page), {
  learned: '',
  gain: Number(root.dataset.gain ?? 0), clipped: false, leader: 'look',
  filter: '', rows: /** @type {{name: string, bound: boolean}[]} */ ([]),
  ports: /** @type {Partial<import('./messages.js').Ports>} */ ({ midi: [], outs: [] }),
  chosen: '', pickOf: '', pickSetting: '', openBinding: '',
  knobs: [1, 2, 3, 4],
  padNotes: Array.from({ length: 16 }, (_, i) => 36 + (3 - Math.floor(i / 4)) * 4 + (i % 4)),
  held: /** @type {Set<string>} */ (new Set()),

  init() {
    this.startSession();
    this.startAir();
    this.startHands();
    this.scope = new Scope($('.scope'), $('.bands'));
    live.hear('board', (m) => this.show(m));
    live.hear('air', (m) => { if (m.plays) this.watch(); });
    live.hear('ears', (m) => this.hear(m));
    live.hear('desk', (m) => this.arrive(m));
    live.hear('frame', ({ bitmap }) => paintPicture(root, bitmap));
    live.hear('state', ({ open }) => { if (open) { this.watch(); live.send({ do: 'desk' }); } });
    this.$watch('filter', () => this.list());
    this.$watch('pickOf', () => { this.pickSetting = this.pickable()[0]?.id ?? ''; });
    addEventListener('keydown', (event) => this.key(event, true));
    addEventListener('keyup', (event) => this.key(event, false));
    addEventListener('blur', () => this.release());
    addEventListener('resize', () => this.watch());
  },
  watch() { live.send({ do: 'watch', subject: null, most: shownWidth($('.monitor'), this.look.width / this.look.height) }); },

  // What the program says

  get saying() { return this.refusal || this.waitingText || this.learned || ''; },
  get leaderText() { return LEADERS[this.leader] ?? ''; },

  /** @param {import('./messages.js').ToPageBoard} m */
  show(m) {
    if (this.leader !== m.leader) this.leader = m.leader;
    microphone.wanted(m.sound === 'microphone', (says) => this.say(says));
    $('.clock').textContent = clockText(m.time);
    $('.tempo').textContent = m.tempo.toFixed(1);
    $('.spent').textContent = `${m.ms.toFixed(1)} / ${m.budget.toFixed(0)} ms`;
    document.querySelectorAll('.beat i').forEach((dot, i) => dot.classList.toggle('on', Math.floor(m.beat) % 4 === i));
  },
  /** @param {import('./messages.js').ToPageEars} m */
  hear(m) {
    this.scope.take(m);
    const now = performance.now();
    const db = Math.max(-60, m.loudness);
    const top = m.peak > 0 ? 20 * Math.log10(m.peak) : -90;
    if (top >= peak.db || now - peak.at > PEAK_MS) Object.assign(peak, { db: top, at: now });
    $('.level i').style.transform = `scaleX(${-db / 60})`;
    $('.level b').style.left = `${Math.min(98, Math.max(0, (1 + peak.db / 60) * 100))}%`;
    $('.level').setAttribute('aria-valuenow', db.toFixed(0));
    $('.db').textContent = m.loudness <= -100 ? 'silence' : `${m.loudness.toFixed(1)} dB`;
    if (m.peak >= 0.999) this.clippedAt = now;
    const clipped = now - this.clippedAt < CLIPPED_MS;
    if (clipped !== this.clipped) this.clipped = clipped;
  },
  clippedAt: -1e9,
  /** @param {import('./messages.js').ToPageDesk} m */
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
  list() {
    this.rows = arrivals.list(this.filter);
    this.$nextTick(() => {
      arrivals.controls.forEach((c) => { c.painted = -1; });
      arrivals.paint();
    });
  },

  // Sound and beat

  chooseSound(event) {
    const id = event.target.value;
    live.send({ do: 'sound', sound: id === 'band' ? null : id });
  },
  setGain(event) {
    this.gain = Number(event.target.value);
    live.send({ do: 'gain', to: this.gain });
  },
  get gainText() { return `${this.gain > 0 ? '+' : ''}${this.gain} dB`; },
  letGo() { live.send({ do: 'let-go' }); },

  // Binding by picking

  choose(name) {
    this.chosen = this.chosen === name ? '' : name;
    if (this.chosen && !this.pickOf) this.pickOf = this.owners()[0]?.id ?? 'show';
  },
  /** What has something to bind: steps, and layers of the mix. */
  owners() {
    const steps = this.look.lanes.flatMap((lane) => lane.steps
      .filter((s) => this.handy(s).length)
      .map((s) => ({ id: s.id, name: `${lane.name}: ${this.name(s)}` })));
    return [...steps, ...this.look.mix.map((l) => ({ id: l.id, name: `mix: ${this.laneName(l.lane)}` }))];
  },
  /** @param {import('./messages.js').Step} step */
  handy(step) { return this.infoOf(step).settings.filter((s) => ['NUMBER', 'WHOLE', 'SWITCH'].includes(s.form)); },
  pickable() {
    if (this.pickOf === 'show') return this.acts();
    if (this.look.mix.some((l) => l.id === this.pickOf)) return [{ id: 'opacity', name: 'Opacity' }];
    const step = this.find(this.pickOf);
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
  easeText(b) { return String(Math.round(this.afresh(b.ease) * 1000)); },
  clear() { live.send({ do: 'clear' }); },

  // Ports, pad, pointer, keys

  get midiText() {
    const ins = this.ports.midi.map((p) => `${p.port} (${p.messages})`).join(', ');
    return `MIDI in: ${ins || 'none'} · out: ${this.ports.outs.join(', ') || 'none'}`;
  },
  keptPorts() { return { oscIn: this.ports.oscIn, oscOut: this.ports.oscOut, clock: this.ports.clock }; },
  setPort(field, event) { live.send({ do: 'ports', ...this.keptPorts(), [field]: Math.round(Number(event.target.value)) || 0 }); },
  setClockOut(event) { live.send({ do: 'ports', ...this.keptPorts(), clock: event.target.checked }); },
  lookForPorts() { live.send({ do: 'look-for-ports' }); },
  turn(k, event) { live.send({ do: 'pad', what: 'cc', number: 20 + k, value: Number(event.target.value) }); },
  padDown(n, event) {
    const box = event.currentTarget.getBoundingClientRect();
    // Harder towards the middle, as far as a mouse can tell.
    const off = Math.hypot((event.clientX - box.left) / box.width - 0.5, (event.clientY - box.top) / box.height - 0.5);
    event.currentTarget.setPointerCapture(event.pointerId);
    this.play(n, Math.round(127 - 60 * Math.min(1, off * 2)));
  },
  padKey(n, event) {
    if (event.key !== 'Enter' || event.repeat) return;
    event.preventDefault();
    event.stopPropagation();
    this.play(n, 100);
  },
  padUp(n) { this.play(n, 0); },
  play(n, velocity) {
    $(`.pad[data-note="${n}"]`).classList.toggle('down', velocity > 0);
    live.send({ do: 'pad', what: 'note', number: n, value: velocity });
  },
  /** @param {PointerEvent} event */
  pointer(event) {
    const { u, v } = onPicture(event);
    const at = { do: /** @type {const} */ ('pointer'), x: Math.min(1, Math.max(0, u)), y: Math.min(1, Math.max(0, v)) };
    if (event.type === 'pointerdown') /** @type {HTMLElement} */ (event.currentTarget).setPointerCapture(event.pointerId);
    live.send(event.type === 'pointermove' ? at : { ...at, down: event.type === 'pointerdown' });
  },
  /** What is held down when the page is left comes up. */
  release() {
    for (const key of this.held) live.send({ do: 'key', key, down: false });
    this.held.clear();
  },
  /** What keys of the page's own do. @param {string} key */
  ownKey(key) {
    return {
      ' ': () => this.pause(),
      t: () => this.tap(),
      ',': () => this.nudge(-0.05),
      '.': () => this.nudge(0.05),
      B: () => this.blackout(0),
      F: () => this.blackout(2),
      Escape: () => { if (this.waiting) this.stopLearning(); else this.choose(''); },
    }[key];
  },
  /** @param {KeyboardEvent & {target: any}} event @param {boolean} down */
  key(event, down) {
    const typing = /^(INPUT|SELECT|TEXTAREA)$/.test(event.target.tagName) && event.target.type !== 'range' && event.target.type !== 'checkbox';
    const command = event.ctrlKey || event.metaKey;
    if (command && down && event.key.toLowerCase() === 'z') {
      event.preventDefault();
      if (event.shiftKey) this.redo(); else this.undo();
    }
    if (typing || command || event.altKey) return;
    const own = this.ownKey(event.key);
    if (own) {
      if ((event.key === ' ' && event.target.tagName === 'BUTTON') || !down || event.repeat) return;
      event.preventDefault();
      own();
      return;
    }
    // Single letters and figures are controls of the desk.
    if (event.key.length !== 1 || event.repeat) return;
    const key = event.key.toLowerCase();
    if (down) this.held.add(key); else this.held.delete(key);
    live.send({ do: 'key', key, down });
  },
  goLook(event) { location.href = `/desk/${event.target.value}`; },
}));

Alpine.start();
