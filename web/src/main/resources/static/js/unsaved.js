// @ts-check
import { freshId } from './ids.js';

/**
 * The changes of this page that are not known to be on the program's disk, oldest first. They are numbered, sent in order,
 * and sent again when the program was started anew; the program passes over those it has.
 */
const CHANGES = new Set([
  'edit', 'undo', 'redo', 'add-step', 'wrap', 'unwrap', 'own-kit', 'take-strip', 'knob', 'bend-knob', 'keep-kit', 'lay-kit',
  'renew-kit', 'remember', 'recall', 'use-set', 'throw', 'example',
  'read', 'bring', 'duplicate-step', 'duplicate-lane', 'paste', 'add-layer',
  'follow', 'follow-layer', 'keys', 'draw-keys', 'draw-path', 'take-keys',
  'write', 'go-back', 'bind', 'unbind', 'change-binding', 'lift', 'arrange', 'formula', 'sheet', 'sheet-back',
]);
/** Changes that may wait while the program is away; what comes then is not taken. */
const MOST = 2000;
/** Saving that takes longer than this many milliseconds is said. */
const LATE = 1000;

export class Unsaved {
  constructor() {
    /** The page's own name. */
    this.page = freshId();
    /** @type {{n: number, at: number, message: any}[]} */
    this.all = [];
    this.n = 0;
  }

  /** Whether a message changes the document. @param {any} message */
  static changes(message) {
    return CHANGES.has(message.do);
  }

  /**
   * Takes a change in and numbers it; null where too many wait. A drag that the program has not been sent is one change.
   * @param {any} message @param {boolean} sent @param {number} now
   */
  take(message, sent, now) {
    const last = this.all.at(-1);
    if (!sent && last && same(last.message, message)) {
      last.message = { ...message, n: last.n };
      return last.message;
    }
    if (this.all.length >= MOST) return null;
    const numbered = { ...message, n: ++this.n };
    this.all.push({ n: this.n, at: now, message: numbered });
    return numbered;
  }

  /** All up to a number are on the disk, or will never be. @param {number} n */
  saved(n) {
    while (this.all.length && this.all[0].n <= n) this.all.shift();
  }

  /** One will never be: it was refused. @param {number} n */
  refused(n) {
    this.all = this.all.filter((each) => each.n !== n);
  }

  /** What the page says. @param {number} now @param {boolean} open */
  says(now, open) {
    if (!this.all.length) return open ? 'saved' : 'all saved; the program does not answer';
    const waits = this.all.length === 1 ? '1 change' : `${this.all.length} changes`;
    if (!open) return `${waits} not saved: the program does not answer`;
    const late = now - this.all[0].at;
    return late > LATE ? `${waits} not saved for ${Math.round(late / 1000)} s` : 'saving…';
  }
}

/** Whether the later of two changes makes the earlier one needless. @param {any} a @param {any} b */
function same(a, b) {
  return a.gesture && a.gesture === b.gesture && a.do === 'edit' && b.do === 'edit' && a.edit.edit === 'set' && b.edit.edit === 'set'
    && a.edit.step === b.edit.step && a.edit.setting === b.edit.setting;
}
