// @ts-check
import { Live } from './live.js';

/**
 * What both pages of an evening have: the socket, the run sheet, what cues may name, and where the evening is.
 * @param {HTMLElement} root
 */
export function evening(root) {
  const show = /** @type {string} */ (root.dataset.show);
  const live = new Live(`?evening=${show}`);
  return { show, live };
}

/** @typedef {ReturnType<typeof evening>} Evening */

/**
 * The parts that both pages hold as data.
 * @param {Evening} page
 */
export function eveningParts(page) {
  return {
    lost: false,
    sheet: /** @type {import('./messages.js').RunSheet} */ ({
      cues: [], safe: '', guard: 0.5, bar: 4, calm: false, camera: false, changes: [], venues: [], venue: '',
      booth: { format: 'png', width: 1920, folder: '', countdown: 0, flash: 0, alpha: false, made: 'full' },
    }),
    choices: /** @type {Omit<import('./messages.js').ToPageChoices, 'is'>} */ ({ looks: [], sounds: [], pictures: [], starts: [] }),
    times: /** @type {Record<string, string>} */ ({}),
    /** What each cue is called, and the look that is there with it: worked out once a sheet, as every row of it asks. */
    names: /** @type {Record<string, string>} */ ({}),
    looks: /** @type {Record<string, string>} */ ({}),

    /** @this {any} @param {() => void} changed */
    startEvening(changed) {
      let raw = /** @type {import('./messages.js').Cue[]} */ ([]);
      let kept = /** @type {Map<string, string>} */ (new Map());
      page.live.hear('sheet', (m) => {
        if (m.n) page.live.unsaved.saved(m.n);
        // While changes of this page are on their way, what it shows is newer than what it is told.
        if (page.live.unsaved.all.length) return;
        // A cue that is as it was stays the same object, so that its row is left alone.
        const was = new Map(raw.map((cue) => [cue.id, cue]));
        const texts = new Map(m.sheet.cues.map((cue) => [cue.id, JSON.stringify(cue)]));
        raw = m.sheet.cues.map((cue) => (kept.get(cue.id) === texts.get(cue.id) ? was.get(cue.id) ?? cue : cue));
        kept = texts;
        this.name(raw);
        this.sheet = { ...m.sheet, cues: raw };
        this.told(m);
        changed();
      });
      page.live.hear('choices', (m) => { this.choices = m; this.name(raw); changed(); });
      page.live.hear('times', (m) => { this.times = Object.fromEntries(m.all.map((t) => [t.id, t.name])); changed(); });
      page.live.hear('state', ({ open }) => { this.lost = !open; });
    },
    /** @param {import('./messages.js').Cue[]} cues */
    name(cues) {
      const known = new Map(this.choices.looks.map((look) => [look.id, look.name]));
      const names = /** @type {Record<string, string>} */ ({});
      const looks = /** @type {Record<string, string>} */ ({});
      let look = '';
      for (const cue of cues) {
        look = cue.look || look;
        looks[cue.id] = look;
        names[cue.id] = cue.name || known.get(look) || (look ? 'a look that is gone' : 'no look yet');
      }
      this.names = names;
      this.looks = looks;
    },
    /** @param {string} id @returns {import('./messages.js').Cue | undefined} */
    cue(id) { return this.sheet.cues.find((c) => c.id === id); },
    /** The look that is there with a cue. @param {string} id */
    lookAt(id) { return this.looks[id] ?? ''; },
    /** @param {string} id */
    lookName(id) { return id ? this.choices.looks.find((l) => l.id === id)?.name ?? 'a look that is gone' : ''; },
    /** What a cue is called. @param {import('./messages.js').Cue | undefined} cue @returns {string} */
    called(cue) { return cue ? this.names[cue.id] ?? '' : ''; },
  };
}
