// @ts-check
/** Pixels that the pointer has to go before a frame is meant. */
const MEANT = 6;

/**
 * A frame drawn over the lanes: marks the steps of one lane, or the lanes, that it touches.
 * @param {import('../page.js').Page} page
 */
export function frame(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    /** Where it began and where it is, in the lanes' own pixels, or null. */
    framing: /** @type {{x: number, y: number, toX: number, toY: number, meant: boolean}|null} */ (null),
    /** Whether a frame has just ended, so that the click that ends it means nothing more. */
    framed: false,
    lanesBox() { return /** @type {HTMLElement} */ (page.root.querySelector('.lanes')); },
    /** @param {PointerEvent} event */
    beginFrame(event) {
      const target = /** @type {HTMLElement} */ (event.target);
      this.framed = false;
      if (event.button !== 0 || target.closest('button, a, nav, input, select, .plus')) return;
      const box = this.lanesBox();
      const { left, top } = box.getBoundingClientRect();
      const x = event.clientX - left + box.scrollLeft;
      const y = event.clientY - top + box.scrollTop;
      this.framing = { x, y, toX: x, toY: y, meant: false };
    },
    /** @param {PointerEvent} event */
    moveFrame(event) {
      if (!this.framing) return;
      const box = this.lanesBox();
      const { left, top } = box.getBoundingClientRect();
      const toX = event.clientX - left + box.scrollLeft;
      const toY = event.clientY - top + box.scrollTop;
      if (!event.buttons) { this.endFrame(); return; }
      const far = Math.hypot(toX - this.framing.x, toY - this.framing.y) > MEANT;
      if (far && !this.framing.meant) box.setPointerCapture(event.pointerId);
      this.framing = { ...this.framing, toX, toY, meant: this.framing.meant || far };
    },
    get framePlace() {
      const f = this.framing;
      if (!f?.meant) return { display: 'none' };
      return {
        display: 'block', left: `${Math.min(f.x, f.toX)}px`, top: `${Math.min(f.y, f.toY)}px`,
        width: `${Math.abs(f.toX - f.x)}px`, height: `${Math.abs(f.toY - f.y)}px`,
      };
    },
    endFrame() {
      const f = this.framing;
      this.framing = null;
      if (!f?.meant) return;
      this.framed = true;
      const box = this.lanesBox();
      const own = box.getBoundingClientRect();
      /** @param {Element} card */
      const touched = (card) => {
        const r = card.getBoundingClientRect();
        const left = r.left - own.left + box.scrollLeft;
        const top = r.top - own.top + box.scrollTop;
        return left < Math.max(f.x, f.toX) && left + r.width > Math.min(f.x, f.toX)
          && top < Math.max(f.y, f.toY) && top + r.height > Math.min(f.y, f.toY);
      };
      const ids = [...box.querySelectorAll('.step')].filter(touched).map((card) => card.id.slice('step-'.length));
      const lanes = this.lanesHere.filter((lane) => lane.steps.some((s) => ids.includes(s.id)));
      const marks = lanes.length > 1 ? lanes.map((l) => l.id) : ids;
      if (!marks.length) { this.marks = []; return; }
      if (lanes.length > 1) this.selectLane(marks[marks.length - 1]); else this.select(marks[marks.length - 1]);
      this.marks = marks.length > 1 ? marks : [];
    },
    /** A click beside all that is there. */
    clickBeside() { if (this.framed) this.framed = false; else this.showLook(); },
  });
}
