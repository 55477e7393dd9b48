// @ts-check
/**
 * The points of a step as numbers.
 * @param {import('../page.js').Page} page
 */
export function points(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    tabling: false,
    table: /** @type {import('../messages.js').ToPageTable|null} */ (null),
    startPoints() {
      page.live.hear('table', (m) => { if (this.tabling && m.step === this.runOfStep(this.stepId)) this.table = m; });
      page.live.hear('air', (m) => { if (m.plays) this.askTable(); });
    },
    /** Another step is selected. */
    leaveTable() {
      if (!this.tabling) return;
      this.table = null;
      this.askTable();
    },
    get hasPoints() { return this.chosen !== null && this.gives(this.chosen) === 'points'; },
    toggleTable() { this.tabling = !this.tabling; this.askTable(); },
    askTable() {
      page.live.ask('table', { do: 'table', step: this.tabling && this.hasPoints ? this.runOfStep(this.stepId) : '' });
      if (!this.tabling) this.table = null;
    },
    tableSays() {
      if (!this.table) return 'waiting for the next frame…';
      const tells = page.board?.tells[this.runOfStep(this.stepId)];
      return `${this.table.n.toLocaleString('en')} points${tells ? `, ${tells}` : ''}`;
    },
    /** @param {import('../messages.js').Column} c */
    columnSays(c) {
      const n = this.table?.n ?? 0;
      return c.length === 1 && n !== 1 ? 'one for all' : c.length < n ? `${c.length} repeated` : `${c.low} to ${c.high}`;
    },
  });
}
