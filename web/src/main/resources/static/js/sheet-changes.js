// @ts-check
/** @typedef {import('./messages.js').OwnChange} OwnChange */

/**
 * The artist's own ways from one picture to the next: their texts, what is wrong with them, and what they do as five small pictures.
 * @param {string} show
 */
export function ownChanges(show) {
  return {
    ownOpen: false,
    /** What is wrong with each, by its id, and the version of the sheet of which that is known. */
    troubles: /** @type {Record<string, string>} */ ({}),
    known: 0,

    /** @this {any} @param {import('./messages.js').ToPageSheet} m */
    toldChanges(m) {
      this.troubles = Object.fromEntries(m.troubles.map((t) => [t.id, t.name]));
      this.known = m.version;
    },
    /** @this {any} @param {OwnChange} own */
    putOwn(own) {
      const there = this.sheet.changes.some((/** @type {OwnChange} */ o) => o.id === own.id);
      const changes = there ? this.sheet.changes.map((/** @type {OwnChange} */ o) => (o.id === own.id ? own : o)) : [...this.sheet.changes, own];
      this.sheet = { ...this.sheet, changes };
      this.edit({ edit: 'put-change', change: own });
    },
    /** @this {any} @param {any} event */
    addOwn(event) {
      const start = this.choices.starts.find((/** @type {OwnChange} */ s) => s.id === event.target.value);
      event.target.value = '';
      if (!start) return;
      const most = Math.max(0, ...this.sheet.changes.map((/** @type {OwnChange} */ o) => Number(/^o(\d{1,8})$/.exec(o.id)?.[1] ?? 0)));
      this.putOwn({ ...start, id: `o${most + 1}` });
    },
    /** @this {any} @param {OwnChange} own @param {any} event */
    nameOwn(own, event) { this.putOwn({ ...own, name: event.target.value }); },
    /** @this {any} @param {OwnChange} own @param {any} event */
    writeOwn(own, event) {
      const code = event.target.value;
      delete event.target.dataset.typed;
      if (code !== own.code) this.putOwn({ ...own, code });
    },
    /** @this {any} @param {OwnChange} own */
    removeOwn(own) { this.edit({ edit: 'remove-change', change: own.id }); },
    /** The text of a change in its field, unless somebody is writing there. @param {HTMLTextAreaElement} field @param {string} code */
    written(field, code) { if (document.activeElement !== field || !field.dataset.typed) field.value = code; },
    /** @this {any} @param {OwnChange} own */
    stripOf(own) { return `/sheet/${show}/changes/${own.id}.png?v=${this.known}`; },
  };
}
