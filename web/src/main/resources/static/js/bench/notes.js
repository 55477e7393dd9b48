// @ts-check
/**
 * The footer: what is wrong, most important first, and where.
 * @param {import('../page.js').Page} page
 */
export function notes(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    notes: /** @type {import('../messages.js').Note[]} */ ([]), notesOpen: false, troubled: '',
    startNotes() {
      page.live.hear('board', (m) => {
        const same = m.notes.length === this.notes.length && m.notes.every((n, i) => n.says === this.notes[i].says && n.step === this.notes[i].step);
        if (!same) this.notes = m.notes;
        const wrong = m.notes.map((n) => n.step).filter(Boolean).join(' ');
        if (wrong !== this.troubled) this.troubled = wrong;
      });
    },
    get note() { return this.notes[0] ?? null; },
    get moreNotes() { return !this.refusal && this.notes.length > 1; },
    get notesText() { return `${this.notes.length} in all`; },
    get saying() { return this.refusal || this.waitingText || this.note?.says || ''; },
    /** To where a note is about. @param {import('../messages.js').Note} note */
    goTrouble(note) {
      this.notesOpen = false;
      if (note.step) {
        this.goRun(note.step);
      } else if (note.lane) this.selectLane(note.lane);
    },
    goNote() {
      if (this.refusal) this.refusal = '';
      else if (this.note) this.goTrouble(this.note);
    },
  });
}
