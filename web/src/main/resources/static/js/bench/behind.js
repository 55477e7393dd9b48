// @ts-check
/**
 * All curves of a look over one another: those that lie behind the one that is drawn, and the sound.
 * @param {import('../page.js').Page} page
 */
export function behind(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    curvesBehind: true,
    sections: /** @type {{name: string, from: number}[]} */ ([]),
    soundShape: /** @type {{seconds: number, shape: number[]} | null} */ (null),

    /** Curves over time, as they stand on the Bench: what they are called, and how many seconds one of their unit has. */
    get curvesOfTime() {
      return this.lanesHere.flatMap((lane) => lane.steps.flatMap((step) => {
        const info = this.infoOf(step);
        const curves = info.settings.filter((s) => s.form === 'CURVE');
        const per = info.settings.find((s) => s.id === 'per');
        const beats = per && String(step.settings?.per ?? per.initial) === 'beat';
        return curves.filter((s) => !s.unit).map((s) => ({
          id: `${step.id} ${s.id}`,
          name: `${lane.name} · ${this.name(step)}${curves.length > 1 ? ` · ${s.label}` : ''}`,
          unit: beats ? 60 / (page.board?.tempo || this.look.tempo) : 1,
        }));
      }));
    },
    get curveDrawn() { return `${this.curveStep} ${this.curveSetting?.id ?? ''}`; },
    /** What lies behind the curve that is drawn, with its times in that one's unit. */
    lyingBehind() {
      const all = this.curvesOfTime;
      const own = all.find((c) => c.id === this.curveDrawn);
      if (!own || !this.curvesBehind) return { others: [], sound: null, sections: [] };
      const sound = this.soundShape && { ...this.soundShape, seconds: this.soundShape.seconds / own.unit };
      const others = all.filter((c) => c !== own).map((c) => {
        const by = c.unit / own.unit;
        const keys = (this.curves[c.id] ?? []).map((k) => ({ ...k, time: k.time * by, inTime: k.inTime * by, outTime: k.outTime * by }));
        return { id: c.id, name: c.name, keys };
      });
      return { others, sound, sections: this.sections.map((s) => ({ ...s, from: s.from / own.unit })) };
    },
    /** Another of the curves is drawn. @param {string} id */
    switchCurve(id) {
      const [step, setting] = id.split(' ');
      if (id === this.curveDrawn || !this.find(step)) return;
      this.select(step);
      this.drawCurve(setting);
    },
    turnBehind() {
      this.curvesBehind = !this.curvesBehind;
      this.showBehind();
    },
    /** What the look hears, and where cues of the evening lie in its time: once each time a curve is opened. */
    async askBehind() {
      const ask = async (/** @type {string} */ what) => {
        const answer = await fetch(`/looks/${page.lookId}/${what}.json`);
        return answer.ok ? answer.json() : null;
      };
      try {
        const [sound, sections] = await Promise.all([ask('sound'), ask('sections')]);
        this.soundShape = sound;
        this.sections = sections ?? [];
      } catch { this.soundShape = null; }
      this.showBehind();
    },
  });
}
