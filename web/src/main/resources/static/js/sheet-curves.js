// @ts-check
import { curveEditor } from './curve.js';
import { curveList } from './curve-list.js';
import { curveTools } from './curve-tools.js';

/**
 * What moves through a cue's section: the curves of its look over one another, each drawn here as the cue gives it.
 * @typedef {import('./messages.js').Cue} Cue
 * @typedef {import('./messages.js').Key} Key
 * @typedef {{step: string, setting: string, name: string, unit: number, own: boolean, keys: Key[]}} Track
 */

/** What is drawn is told once the hand has rested so long, so that a drag is one step of undo. */
const REST_MS = 400;

/** @param {{step: string, setting: string}} t */
const key = (t) => `${t.step} ${t.setting}`;

/** What the program answers, or null where it has none: of a look that does not play there is no sound. @param {string} url */
async function ask(url) {
  const answer = await fetch(url, { redirect: 'manual' }).catch(() => null);
  return answer?.ok ? answer.json() : null;
}

/** @param {string} show */
export function cueCurves(show) {
  let editor = /** @type {ReturnType<typeof curveEditor> | null} */ (null);
  let drawn = /** @type {{cue: string, step: string, setting: string, keys: Key[]} | null} */ (null);
  let rest = 0;
  return {
    ...curveTools(() => editor),
    ...curveList(),
    curveCue: '', curveTrack: '', curveUnit: 'seconds', curveOfTime: true,
    tracks: /** @type {Track[]} */ ([]),
    soundBehind: /** @type {any} */ (null),
    sectionsBehind: /** @type {any[]} */ ([]),

    /** @this {any} @param {Cue} c @param {{step: string, setting: string} | null} of one of its settings, or any curve */
    async openCurves(c, of) {
      const tracks = await this.tracksOf(c);
      if (!tracks.length) {
        this.says = `Nothing in '${this.lookName(this.lookOf(c))}' moves along a curve over time: add a Curve or a Timed path to it on the Bench.`;
        return;
      }
      this.says = '';
      this.tracks = tracks;
      this.curveCue = c.id;
      const own = tracks.find((/** @type {Track} */ t) => t.own) ?? tracks[0];
      this.curveTrack = key(of && tracks.some((/** @type {Track} */ t) => key(t) === key(of)) ? of : own);
      editor ??= curveEditor(/** @type {HTMLElement} */ (document.querySelector('.curve-host')), {
        change: (keys) => this.drewCurve(keys),
        drew: () => {},
        leave: () => this.closeCurves(),
        chosen: (keys) => this.showKeys(keys),
        other: (id) => this.switchTrack(id),
        snap: () => this.snapped(60 / this.tempoOf() / (this.track()?.unit ?? 1)),
      });
      const look = this.lookOf(c);
      [this.soundBehind, this.sectionsBehind] = [await ask(`/looks/${look}/sound.json`), (await ask(`/looks/${look}/sections.json`)) ?? []];
      editor.open(this.track().keys);
      this.showTracks();
      this.$nextTick(() => { editor?.fit(); editor?.focus(); });
    },
    /** @this {any} @param {Cue} c @returns {Promise<Track[]>} */
    async tracksOf(c) {
      const look = this.lookOf(c);
      return (look && (await ask(`/sheet/${show}/curves/${c.id}.json?look=${look}`))) || [];
    },
    /** The one that is drawn. @this {any} @returns {Track | undefined} */
    track() { return this.tracks.find((/** @type {Track} */ t) => key(t) === this.curveTrack); },
    trackKey: key,
    /** @param {Track} t */
    trackName(t) { return t.own ? `${t.name} · this cue's` : t.name; },
    /** @this {any} @returns {import('./curve-list.js').Row[]} */
    trackRows() { return this.tracks.map((/** @type {Track} */ t, /** @type {number} */ line) => ({ id: key(t), name: this.trackName(t), line })); },
    /** @this {any} */
    trackOwn() { return this.track()?.own ?? false; },
    /** Beats a minute, of times that are counted in beats. @this {any} */
    tempoOf() {
      const beats = this.tracks.find((/** @type {Track} */ t) => t.unit !== 1);
      return beats ? 60 / beats.unit : this.cue(this.curveCue)?.tempo ?? 120;
    },
    /** @this {any} */
    showTracks() {
      const own = this.track();
      if (!own) return;
      this.curveUnit = own.unit === 1 ? 'seconds' : 'beats';
      const others = this.tracks.flatMap((/** @type {Track} */ t, /** @type {number} */ line) => {
        if (t === own || !this.curveSeen(key(t))) return [];
        const by = t.unit / own.unit;
        const keys = t.keys.map((k) => ({ ...k, time: k.time * by, inTime: k.inTime * by, outTime: k.outTime * by }));
        return { id: key(t), name: this.trackName(t), keys, line };
      });
      const sound = this.soundBehind && { ...this.soundBehind, seconds: this.soundBehind.seconds / own.unit };
      editor?.behind({ others, sound, lit: this.curveLit, sections: this.sectionsBehind.map((/** @type {any} */ s) => ({ ...s, from: s.from / own.unit })) });
    },
    /** @this {any} @param {string} id */
    switchTrack(id) {
      if (id === this.curveTrack || !this.tracks.some((/** @type {Track} */ t) => key(t) === id)) return;
      this.tellCurve();
      this.curveTrack = id;
      editor?.open(this.track().keys);
      this.showTracks();
      editor?.focus();
    },
    /** @this {any} @param {Key[]} keys */
    drewCurve(keys) {
      const { step, setting } = this.track();
      drawn = { cue: this.curveCue, step, setting, keys: keys.map((k) => ({ ...k })) };
      clearTimeout(rest);
      rest = setTimeout(() => this.tellCurve(), REST_MS);
    },
    /** Tells the program what was drawn last. @this {any} */
    tellCurve() {
      clearTimeout(rest);
      if (!drawn) return;
      this.edit({ edit: 'course', ...drawn });
      drawn = null;
    },
    /** The curves as they are now, once the sheet or its look is another. @this {any} */
    async freshCurves() {
      if (!this.curveCue || drawn) return;
      const c = this.cue(this.curveCue);
      const tracks = c ? await this.tracksOf(c) : [];
      if (drawn || !this.curveCue) return;
      this.tracks = tracks;
      if (!this.track()) { this.closeCurves(); return; }
      editor?.take(this.track().keys);
      this.showTracks();
    },
    /**
     * Where it is played now, where a section of its look is on and begins at a known time of it.
     * @this {any} @param {import('./messages.js').ToPageEvening} m
     */
    playCurve(m) {
      if (!this.curveCue) return;
      const section = this.sectionsBehind.find((/** @type {any} */ s) => s.cue === m.now);
      const unit = this.track()?.unit;
      editor?.playing(section && unit && m.section >= 0 ? (section.from + m.section) / unit : NaN);
    },
    /** The cue leaves the curve as it stands in the look. @this {any} */
    leaveCurve() {
      drawn = null;
      const c = this.cue(this.curveCue);
      if (c) this.put(c, 'settings', c.settings.filter((/** @type {any} */ s) => key(s) !== this.curveTrack));
    },
    /** @this {any} */
    closeCurves() {
      const id = this.curveCue;
      this.tellCurve();
      this.curveCue = '';
      this.$nextTick(() => this.show(id));
    },
    /** A number that was typed. @this {any} @param {string} text */
    async reckon(text) {
      const number = Number(text.trim().replace(',', '.'));
      if (text.trim() === '' || !Number.isFinite(number)) this.says = 'That is no number; write it like 2 or 0.5.';
      return text.trim() === '' ? NaN : number;
    },
  };
}
