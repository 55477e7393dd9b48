// @ts-check
import { isTyping } from './keys.js';

/** What a text of parts says that it is. */
const FORMAT = 'gloaming-part';
/** Characters that go to the program at once, at most: a message may have a megabyte. */
const MOST = 250_000;

/**
 * Copy, cut and paste of what is selected, as text that goes into other looks, shows and tabs, or into a mail.
 * @param {import('../page.js').Page} page
 */
export function clipboard(page) {
  const version = Number(page.root.dataset.document);
  // Whether the next paste takes the settings alone.
  let alone = false;
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    startClipboard() {
      addEventListener('keydown', (event) => { alone = event.shiftKey; }, true);
      document.addEventListener('copy', (event) => this.copyPart(event));
      document.addEventListener('cut', (event) => {
        if (!this.copyPart(event)) return;
        if (this.layerId) this.removeLayer();
        else if (this.laneId) this.removeLane();
        else this.removeStep();
      });
      document.addEventListener('paste', (event) => this.pastePart(event));
    },
    /** Whether a key of the clipboard is meant for text. @param {ClipboardEvent} event */
    meansText(event) {
      const target = /** @type {any} */ (event.target);
      const within = target?.tagName && (target.closest?.('.code-host') || isTyping({ target, key: '' }));
      return Boolean(within) || this.finder.open || !(getSelection()?.isCollapsed ?? true);
    },
    /** What is selected, as text. */
    partText() {
      const layer = this.chosenLayer;
      const lane = layer ? this.laneById(layer.lane) : this.chosenLane;
      const marked = this.lanesHere.filter((l) => this.marks.includes(l.id));
      const lanes = marked.length ? marked : [lane].filter((l) => l !== null);
      const step = this.chosen;
      const home = step && this.laneOf(step.id);
      if (!lanes.length && !home) return '';
      const { name, width, height, rate, seed, tempo } = this.look;
      const steps = home?.steps.filter((s) => s === step || this.marks.includes(s.id));
      const whole = lanes.length ? lanes : [{ ...home, clock: undefined, steps }];
      const mix = this.look.mix.filter((l) => (layer ? l === layer : lanes.some((each) => each.id === l.lane)));
      const kits = this.kitsWithin(whole);
      const within = this.look.lanes.filter((l) => kits.some((k) => k.id === l.kit));
      const parts = [...whole.map((l) => ({ ...l, kit: undefined })), ...within];
      const look = { format: 'gloaming-look', version, name, width, height, rate, seed, tempo, lanes: parts, mix, kits };
      return JSON.stringify({ format: FORMAT, kind: lanes.length ? 'lanes' : 'steps', of: this.lookId, look }, null, 2);
    },
    /** The kits that lanes use, and those that these use. @param {{steps?: import('../messages.js').Step[]}[]} lanes */
    kitsWithin(lanes) {
      const found = /** @type {import('../messages.js').Kit[]} */ ([]);
      const look = (/** @type {{steps?: import('../messages.js').Step[]}[]} */ some) => {
        for (const step of some.flatMap((l) => l.steps ?? [])) {
          const kit = this.kitOf(step);
          if (!kit || found.includes(kit)) continue;
          found.push(kit);
          look(this.look.lanes.filter((l) => l.kit === kit.id));
        }
      };
      look(lanes);
      return found;
    },
    /** @param {ClipboardEvent} event */
    copyPart(event) {
      if (this.meansText(event)) return false;
      const text = this.partText();
      if (!text) return false;
      event.preventDefault();
      event.clipboardData?.setData('text/plain', text);
      const many = this.marks.length > 1 ? `${this.marks.length} at once are` : '';
      this.say(`${many || `${this.chosen && !this.layerId ? this.name(this.chosen) : 'The lane'} is`} in the clipboard.`);
      return true;
    },
    /** @param {ClipboardEvent} event */
    pastePart(event) {
      if (this.meansText(event)) return;
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (!text.trim()) return;
      event.preventDefault();
      if (text.length > MOST) { this.say('What is in the clipboard is too large to be part of a look.'); return; }
      const lane = this.chosen ? this.laneOf(this.stepId)?.id : this.laneId;
      const layer = (alone && this.layerId) || undefined;
      page.live.send({ do: 'paste', text, lane: lane || undefined, step: this.stepId || undefined, layer, settings: alone });
      alone = false;
    },
  });
}
