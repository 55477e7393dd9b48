// @ts-check
import { $ } from '../page.js';

/** Keys that a drop-down needs for itself; all others are the Bench's, so that after choosing they work at once. */
const IN_LISTS = new Set(['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'Enter', ' ', 'Tab', 'Home', 'End', 'PageUp', 'PageDown', 'Escape']);

/** Whether a key is text, or of a field, and none of the Bench's. @param {{target: {tagName: string, type?: string}, key: string}} event */
export function isTyping(event) {
  const { tagName, type } = event.target;
  if (tagName === 'SELECT') return IN_LISTS.has(event.key);
  return tagName === 'TEXTAREA' || (tagName === 'INPUT' && !/^(color|range|checkbox|button|file)$/.test(type ?? ''));
}

/** A field whose text is finished gives the keys back; it says so itself first. @param {HTMLElement} field */
function leave(field) {
  if (field.tagName !== 'INPUT' || field.closest('.finder')) return;
  setTimeout(() => { if (document.activeElement === field) field.blur(); });
}

/**
 * The keys of the Bench.
 * @param {import('../page.js').Page} page
 */
export function keys(page) {
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    keysOpen: false,
    startKeys() { addEventListener('keydown', (event) => this.key(event)); },
    /** Whether single letters are keys; whoever speaks to the machine, or hits them by chance, turns them off. */
    letters: localStorage.getItem('gloaming.letters') !== 'off',
    setLetters(event) {
      this.letters = event.target.checked;
      localStorage.setItem('gloaming.letters', this.letters ? 'on' : 'off');
    },
    /** Out of what is open, the nearest first. */
    back() {
      if (this.keysOpen || this.notesOpen) { this.keysOpen = false; this.notesOpen = false; } else if (this.waiting) this.stopLearning();
      else if (this.pathOn) this.leavePath();
      else if (this.curveStep) this.closeCurve();
      else if (this.finder.open) this.closeFinder();
      else if (this.writing) this.closeCode();
      else if (this.marks.length) this.marks = [];
      else if (this.usePath) this.leaveKit();
    },
    /** Up and down: moves, marks or walks. @param {KeyboardEvent} event @param {number} by */
    vertical(event, by) {
      if (event.altKey && this.layerId) this.moveLayer(by, event.shiftKey);
      else if (event.altKey) this.moveLane(by);
      else if (event.shiftKey) this.extend(0, by);
      else this.walk(0, by);
    },
    /** @param {KeyboardEvent & {target: any}} event */
    key(event) {
      if (event.target.closest?.('.code-host')) return;
      const typing = isTyping(event);
      const command = event.ctrlKey || event.metaKey;
      if (command && event.key.toLowerCase() === 'z') { event.preventDefault(); return event.shiftKey ? this.redo() : this.undo(); }
      if (command && event.key.toLowerCase() === 'y') { event.preventDefault(); return this.redo(); }
      // What is typed while the finder is open is meant for it, wherever the focus went.
      if (this.finder.open && event.target !== $('.finder input') && event.key.length === 1 && !command) { $('.finder input').focus(); return; }
      if (typing) { if (event.key === 'Escape') event.target.blur(); else if (event.key === 'Enter') leave(event.target); return; }
      if (command || (!this.letters && /^[a-zA-Z1-9,.]$/.test(event.key))) return;
      const act = {
        '/': () => this.findHere(),
        '?': () => { this.keysOpen = !this.keysOpen; },
        ' ': () => this.pause(),
        Delete: () => (this.layerId ? this.removeLayer() : this.laneId ? this.removeLane() : this.removeStep()),
        b: () => this.bypass(),
        d: () => (this.laneId ? this.duplicateLane() : this.duplicateStep()),
        s: () => (this.laneId ? this.soloLane(this.chosenLane) : this.soloStep()),
        w: () => this.only(''),
        p: () => this.toggleProbe(),
        e: () => (this.curveSetting ? this.drawCurve() : this.write()),
        n: () => this.openFinder(null, 0),
        x: () => this.throwDice(),
        z: () => this.beforeAfter(),
        m: () => this.takeSnap(false),
        M: () => this.takeSnap(true),
        k: () => this.wrap(),
        K: () => this.unwrap(),
        o: () => this.toggleKit(),
        r: () => $('.set .rename')?.focus(),
        B: () => this.blackout(0),
        F: () => this.blackout(2),
        t: () => this.tap(),
        ',': () => this.nudge(-0.05),
        '.': () => this.nudge(0.05),
        // Enter alone belongs to whatever has the focus.
        ...(event.shiftKey && this.atBench ? { Enter: () => this.takeKey() } : {}),
        Escape: () => this.back(),
        ArrowLeft: () => (event.altKey ? this.shift(-1) : event.shiftKey ? this.extend(-1, 0) : this.walk(-1, 0)),
        ArrowRight: () => (event.altKey ? this.shift(1) : event.shiftKey ? this.extend(1, 0) : this.walk(1, 0)),
        ArrowUp: () => this.vertical(event, -1),
        ArrowDown: () => this.vertical(event, 1),
        ...(/^[1-9]$/.test(event.key) ? { [event.key]: () => this.callSnapAt(Number(event.key)) } : {}),
      }[event.key];
      if (!act || (event.key === ' ' && event.target.tagName === 'BUTTON' && !event.target.closest('.step'))) return;
      event.preventDefault();
      act();
    },
  });
}
