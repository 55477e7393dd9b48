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
      cues: [], safe: '', guard: 0.5, bar: 4, calm: false, booth: { format: 'png', width: 1920, folder: '', countdown: 0, flash: 0 },
    }),
    choices: /** @type {Omit<import('./messages.js').ToPageChoices, 'is'>} */ ({ looks: [], sounds: [], pictures: [] }),
    times: /** @type {Record<string, string>} */ ({}),

    /** @this {any} @param {() => void} changed */
    startEvening(changed) {
      page.live.hear('sheet', (m) => { this.sheet = m.sheet; this.told(m); changed(); });
      page.live.hear('choices', (m) => { this.choices = m; changed(); });
      page.live.hear('times', (m) => { this.times = Object.fromEntries(m.all.map((t) => [t.id, t.name])); changed(); });
      page.live.hear('state', ({ open }) => { this.lost = !open; });
    },
    /** @param {string} id @returns {import('./messages.js').Cue | undefined} */
    cue(id) { return this.sheet.cues.find((c) => c.id === id); },
    /** The look that is there with a cue. @param {string} id */
    lookAt(id) {
      const place = this.sheet.cues.findIndex((c) => c.id === id);
      for (let i = place; i >= 0; i--) if (this.sheet.cues[i].look) return this.sheet.cues[i].look;
      return '';
    },
    /** @param {string} id */
    lookName(id) { return id ? this.choices.looks.find((l) => l.id === id)?.name ?? 'a look that is gone' : ''; },
    /** What a cue is called. @param {import('./messages.js').Cue | undefined} cue @returns {string} */
    called(cue) { return cue ? cue.name || this.lookName(this.lookAt(cue.id)) || 'no look yet' : ''; },
  };
}
