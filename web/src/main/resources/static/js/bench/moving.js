// @ts-check
/** @param {DragEvent} event @param {string} id */
function carries(event, id) {
  if (!event.dataTransfer) return;
  event.dataTransfer.effectAllowed = 'move';
  event.dataTransfer.setData('text/plain', id);
}

/**
 * Dragging steps within and between lanes, and layers in the mix.
 * @param {import('../page.js').Page} page
 */
export function moving(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    drag: { step: '', layer: '', over: '' },
    /** @param {DragEvent} event @param {string} id */
    dragStep(event, id) {
      this.drag.step = id;
      carries(event, id);
    },
    /** @param {DragEvent} event @param {string} lane @param {number} place */
    overPlace(event, lane, place) {
      if (!this.drag.step) return;
      event.preventDefault();
      this.drag.over = `${lane} ${place}`;
    },
    /** @param {string} lane @param {number} place */
    isOver(lane, place) { return this.drag.over === `${lane} ${place}`; },
    /** @param {DragEvent} event @param {string} lane @param {number} place */
    drop(event, lane, place) {
      event.preventDefault();
      const id = this.drag.step;
      this.endDrag();
      const from = id && this.laneOf(id);
      if (!from) return;
      const i = from.steps.findIndex((s) => s.id === id);
      this.edit({ edit: 'move-step', step: id, lane, place: from.id === lane && i < place ? place - 1 : place });
    },
    /** @param {DragEvent} event @param {string} id */
    dragLayer(event, id) {
      this.drag.layer = id;
      carries(event, id);
    },
    /** @param {DragEvent} event @param {string} id */
    overLayer(event, id) {
      if (!this.drag.layer) return;
      event.preventDefault();
      this.drag.over = id;
    },
    /** @param {DragEvent} event @param {string} id */
    dropLayer(event, id) {
      event.preventDefault();
      const moved = this.drag.layer;
      this.endDrag();
      if (moved && moved !== id) this.edit({ edit: 'move-layer', layer: moved, place: this.look.mix.findIndex((l) => l.id === id) });
    },
    endDrag() { this.drag = { step: '', layer: '', over: '' }; },
  });
}
