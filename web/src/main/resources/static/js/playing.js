// @ts-check
import Alpine from '../vendor/alpine-csp.js';
import { evening, eveningParts } from './evening.js';
import { Live } from './live.js';
import { drawTide } from './tide.js';
import { hours, spoken } from './times.js';

/** The page from which an evening is played: what it says is painted, what it asks for is sent; all else is the program's. */
const root = /** @type {HTMLElement} */ (document.querySelector('.playing'));
const page = evening(root);
const { live } = page;
const coming = new Live(`?evening=${page.show}&next=1`);
const svg = /** @type {SVGSVGElement} */ (root.querySelector('.tide svg'));

const NOWHERE = /** @type {import('./messages.js').ToPageEvening} */ ({
  is: 'evening', now: '', next: '', playing: '', other: false, waiting: -1, ready: false, untried: 0, held: false, frozen: false, light: 1, wanted: 1,
  section: -1, show: -1, since: '', tempo: 96, beat: 0, bar: 1, frameMs: 0, budgetMs: 33, scale: 1, flashes: 0, reds: 0, clock: '', photo: '',
  records: false, recording: '', again: '', crossed: 0, venue: '', test: false,
  says: '', trouble: '',
});
/** What goes on all the time is painted, and is no news to the rest of the page. */
const PAINTED = { recording: '', crossed: 0, section: 0, show: 0, tempo: 0, beat: 0, bar: 0, light: 0, frameMs: 0, clock: '' };
/** A foot pedal sends one of these for its press. */
const GO = new Set(['Enter', ' ', 'PageDown']);
const BACK = new Set(['Backspace', 'PageUp']);

let m = NOWHERE;
let painted = 0;

/** @param {string} at @param {string} text */
function paint(at, text) {
  const place = root.querySelector(`[data-at="${at}"]`);
  if (place && place.textContent !== text) place.textContent = text;
}

/** @param {string} canvas @param {ImageBitmap} bitmap @param {number} light */
function show(canvas, bitmap, light) {
  const to = /** @type {HTMLCanvasElement} */ (root.querySelector(canvas));
  if (to.width !== bitmap.width || to.height !== bitmap.height) { to.width = bitmap.width; to.height = bitmap.height; }
  to.getContext('2d', { alpha: false })?.drawImage(bitmap, 0, 0);
  bitmap.close();
  to.style.opacity = String(light);
  root.dataset.frames = String(++painted);
}

Alpine.data('playing', () => ({
  ...eveningParts(page),
  m: { next: '', held: false, frozen: false, records: false },
  recording: '',
  /** The look that comes next, and whether a picture of it as it plays is there; until then its last one from the disk is shown. */
  coming: '',
  fresh: false,
  state: NOWHERE,

  init() {
    this.startEvening(() => this.draw());
    live.hear('evening', (now) => this.hear(now));
    live.hear('refused', (r) => { this.state = { ...this.state, says: r.says }; });
    live.hear('frame', ({ bitmap, light }) => show('canvas.picture', bitmap, light));
    live.hear('light', (l) => { /** @type {HTMLElement} */ (root.querySelector('canvas.picture')).style.opacity = String(l.light); });
    coming.hear('frame', ({ bitmap }) => { show('canvas.coming', bitmap, 1); if (!this.fresh) this.fresh = true; });
    live.hear('state', ({ open }) => { if (open) this.size(); });
    addEventListener('resize', () => { this.size(); this.draw(); });
    addEventListener('keydown', (event) => this.key(event));
  },
  told() {},
  size() {
    const box = /** @type {HTMLElement} */ (root.querySelector('.now .frame')).getBoundingClientRect();
    live.send({ do: 'watch', subject: null, most: Math.ceil(box.width * Math.min(2, devicePixelRatio) / 32) * 32 });
  },

  // What the program says

  /** @param {import('./messages.js').ToPageEvening} now */
  hear(now) {
    const before = m;
    m = now;
    paint('show', hours(now.show));
    paint('since', now.since);
    paint('tempo', now.tempo.toFixed(1));
    const beat = Math.floor(now.beat) % this.sheet.bar;
    paint('beats', Array.from({ length: Math.min(8, this.sheet.bar) }, (_, i) => (beat === i ? '●' : '○')).join(''));
    paint('bar', `bar ${now.bar}`);
    paint('light', String(Math.round(now.light * 100)));
    paint('flashes', String(Math.max(now.flashes, now.reds)));
    paint('spent', `${now.frameMs.toFixed(0)} / ${now.budgetMs.toFixed(0)} ms`);
    const look = this.lookAt(now.next);
    if (look !== this.coming) { this.coming = look; this.fresh = false; }
    paint('clock', now.clock);
    const hand = /** @type {HTMLInputElement} */ (root.querySelector('.by-hand input'));
    if (!hand.matches(':active') && Number(hand.value) !== now.crossed) hand.value = String(now.crossed);
    if (this.recording !== now.recording) this.recording = now.recording;
    paint('section', spoken(Math.max(0, now.section)));
    const next = { ...now, waiting: Math.ceil(now.waiting) };
    if (JSON.stringify({ ...next, ...PAINTED }) !== JSON.stringify({ ...this.state, ...PAINTED })) {
      this.state = next;
      this.m = { next: now.next, held: now.held, frozen: now.frozen, records: now.records };
      this.draw();
    } else if (Math.floor(before.section) !== Math.floor(now.section)) this.draw();
  },
  draw() {
    const length = this.cue(m.now)?.length ?? 0;
    drawTide(svg, {
      cues: this.sheet.cues.filter((c) => !c.skipped || c.id === m.now),
      name: (cue) => this.called(cue),
      time: (cue) => this.times[cue.id] ?? '',
      now: m.now, next: m.next,
      part: length > 0 ? m.section / length : Math.min(0.9, m.section / 120),
    }, (cue, part) => this.choose(cue, part));
  },

  get began() { return this.state.show >= 0; },
  get fine() { return this.state.wanted > 0 && !this.state.frozen && !this.state.test; },
  get dark() { return this.state.wanted < 0.5; },
  get sign() {
    if (this.lost) return 'not answering';
    if (this.state.test) return 'test picture';
    return this.state.again ? 'a set' : this.dark ? 'black' : this.state.frozen ? 'frozen' : 'on air';
  },
  get frameClass() { return this.state.frozen ? 'frozen' : this.dark ? 'dark' : ''; },
  get over() {
    if (this.lost) return 'The program does not answer; the last picture is shown.';
    if (this.state.test) return 'A test picture is shown in its place: the Venue page wants it';
    if (this.state.again) return `The audience sees ${this.state.again}`;
    return this.dark ? 'Black: the audience sees nothing' : this.state.frozen ? 'Frozen' : '';
  },
  get nowName() { return this.state.now && !this.state.other ? this.called(this.cue(this.state.now)) : this.state.playing || 'Nothing'; },
  get nowSays() {
    const cue = this.cue(this.state.now);
    if (!cue) return 'before the first cue';
    if (this.state.other) return `on air instead of ${this.called(cue)}`;
    return cue.note;
  },
  get ofText() {
    const length = this.cue(this.state.now)?.length ?? 0;
    return length > 0 ? `of ${spoken(length)}` : '';
  },
  get still() { return this.coming && !(this.fresh && this.state.ready) ? `/looks/${this.coming}/picture.jpg` : ''; },
  stillGone() { this.fresh = true; },
  get nextCue() { return this.cue(this.state.next); },
  get nextName() { return this.nextCue ? this.called(this.nextCue) : 'the end'; },
  get nextNote() { return this.nextCue?.note ?? ''; },
  get readyText() { return !this.nextCue ? '' : this.state.ready ? 'ready' : 'getting ready'; },
  get untriedText() {
    const { untried } = this.state;
    return untried ? `dry run: ${untried} more ${untried === 1 ? 'look' : 'looks'}` : '';
  },
  get goText() {
    if (!this.nextCue) return 'The end';
    if (this.state.waiting < 0) return this.nextName;
    return `${this.nextName} in ${Math.max(1, this.state.waiting)}`;
  },
  get goClass() { return this.state.waiting >= 0 ? 'waits' : ''; },
  get ways() {
    const ways = this.cue(this.state.now)?.ways ?? [];
    return ways.map((way) => ({ to: way.to, when: way.when, name: this.called(this.cue(way.to)) }));
  },
  get hasSafe() { return !!this.sheet.safe; },
  get safeTitle() { return this.hasSafe ? `At once: ${this.lookName(this.sheet.safe)}` : 'The run sheet names no safe look'; },
  get flashing() { return this.state.flashes > 3 || this.state.reds > 3; },
  get wrong() { return this.state.says || this.state.trouble; },
  get recordText() { return this.recording || 'not recorded'; },
  get recordTitle() { return this.m.records ? 'What comes in is recorded; R ends it' : 'R records what comes in, beside the show'; },
  get photoText() { return this.state.photo || 'photograph'; },

  // What it asks for

  go() { live.send({ do: 'go' }); },
  /** @param {string} cue */
  take(cue) { live.send({ do: 'go-to', cue }); },
  /** What comes next; with a part of its section, in a rehearsal, at once from there. @param {string | null} cue @param {number} [part] */
  choose(cue, part) {
    const length = this.cue(cue ?? '')?.length ?? 0;
    if (cue && part !== undefined) live.send({ do: 'go-to', cue, into: part * (length || 60) });
    else live.send({ do: 'choose', cue: cue === m.next ? null : cue });
  },
  /** @param {Event} event */
  cross(event) {
    const fader = /** @type {HTMLInputElement} */ (event.target);
    live.send({ do: 'cross', to: Number(fader.value) });
    if (Number(fader.value) < 1) return;
    // It has brought the cue; it goes home, out of the hand that holds it, for the next one.
    fader.disabled = true;
    fader.value = '0';
    live.send({ do: 'cross', to: 0 });
    setTimeout(() => { fader.disabled = false; }, 400);
  },
  back() { live.send({ do: 'go-back-one' }); },
  hold() { live.send({ do: 'hold', on: !m.held }); },
  freeze() { live.send({ do: 'freeze', on: !m.frozen }); },
  safe() { live.send({ do: 'safe' }); },
  black() { live.send({ do: 'light', to: m.wanted < 0.5 ? 1 : 0, seconds: 0 }); },
  record() { live.send({ do: 'record', on: !m.records }); },
  photograph() { live.send({ do: 'photograph' }); },
  /** In a rehearsal: so many seconds on or back in the section that is on. @param {number} by */
  leap(by) {
    if (m.now) live.send({ do: 'go-to', cue: m.now, into: Math.max(0, m.section + by) });
  },
  /** The one before or after what comes next. @param {number} by */
  step(by) {
    const { cues } = this.sheet;
    const at = cues.findIndex((c) => c.id === m.next);
    const to = cues[Math.min(cues.length - 1, Math.max(0, (at < 0 ? cues.length : at) + by))];
    if (to) live.send({ do: 'choose', cue: to.id });
  },

  /** @param {KeyboardEvent} event */
  key(event) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    // The fader has its own arrows.
    if (event.key.startsWith('Arrow') && /** @type {HTMLElement} */ (event.target).matches?.('input')) return;
    const way = /^[1-8]$/.test(event.key) ? this.ways[Number(event.key) - 1] : undefined;
    const does = GO.has(event.key) ? () => this.go()
      : BACK.has(event.key) ? () => this.back()
        : way ? () => this.take(way.to)
          : { b: () => this.black(), f: () => this.freeze(), s: () => this.safe(), h: () => this.hold(), p: () => this.photograph(),
            r: () => this.record(), ',': () => this.leap(-10), '.': () => this.leap(10),
            arrowleft: () => this.step(-1), arrowright: () => this.step(1), arrowup: () => this.step(-1), arrowdown: () => this.step(1),
            escape: () => this.choose(null) }[event.key.toLowerCase()];
    if (!does) return;
    event.preventDefault();
    // A key that is held down is one press.
    if (!event.repeat || event.key.startsWith('Arrow')) does();
  },
}));
Alpine.start();
