// @ts-check
import { patch } from './patch.js';

/** How long a sentence stays in the footer. */
const SAID_MS = 8000;
const EMPTY = {
  name: '', lanes: [], mix: [], width: 960, height: 540, rate: 30, seed: 1, tempo: 120, clock: { factor: 1 },
  desk: { bindings: [], strip: [] }, kits: [], snapshots: { all: [], apart: [] },
};

/** The step that is read by '@step' or '@step:what it hands out beside'. @param {string} read */
const stepRead = (read) => end(read.slice(1).split(':')[0]);
/** A lane or step within uses of kits, by its own id. @param {string} path */
const end = (path) => path.slice(path.lastIndexOf('/') + 1);

/**
 * The document as the page has it and what plays of it: what Bench and Desk have in common.
 * @param {import('./page.js').Page} page
 */
export function session(page) {
  const { live, catalogue } = page;
  return /** @satisfies {ThisType<import('./bench/types.js').Bench>} */ ({
    look: /** @type {import('./messages.js').Look} */ (EMPTY),
    lookId: page.lookId,
    loaded: false, lost: false,
    /** The program's answers to the page's own changes: with each, fields show again what is so, whatever was typed into them. */
    answers: 0,
    answered: -1,
    /** Whether somebody is typing into a field, whom nothing disturbs, and whether fields are to be filled again after that. */
    types: false, owes: false,
    /** What kits are as steps, as this look has them. */
    kitFaces: /** @type {Record<string, import('./messages.js').Entry>} */ ({}),
    /** What a step's own text makes of it, by step. */
    grown: /** @type {Record<string, import('./messages.js').Face>} */ ({}),
    /** The newest revision on the shelf of each kit that was kept, by its id. */
    newest: /** @type {Record<string, number>} */ ({}),
    version: 0, canUndo: false, canRedo: false,
    paused: false, dark: false, soundId: page.root.dataset.sound ?? '', waiting: '',
    refusal: '', refusing: 0, savedText: '',

    startSession() {
      live.hear('state', ({ open }) => { this.lost = !open; });
      live.hear('look', (m) => this.takeLook(m));
      live.hear('board', (m) => this.takeBoard(m));
      live.hear('applied', (m) => { this.version = m.version; });
      live.hear('says', (m) => this.say(m.says));
      live.hear('refused', (m) => this.disagree(m.says));
      addEventListener('input', () => this.keyed(true));
      for (const over of ['change', 'focusout']) addEventListener(over, () => this.keyed(false));
      live.hear('unsaved', (m) => { this.savedText = m.text; });
    },
    /** What stayed as it was is not drawn again: in a large look that took longer than the picture. @param {import('./messages.js').ToPageLook} m */
    takeLook(m) {
      if (!this.loaded) this.look = m.look;
      else patch(this.look, m.look);
      patch(this.kitFaces, m.kits ?? {});
      patch(this.grown, m.grown);
      patch(this.newest, m.newest ?? {});
      if (m.n !== this.answered) this.fill();
      this.answered = m.n;
      this.version = m.version;
      this.canUndo = m.canUndo;
      this.canRedo = m.canRedo;
      this.loaded = true;
    },
    /** @param {import('./messages.js').ToPageBoard} m */
    takeBoard(m) {
      if (this.paused !== m.paused) this.paused = m.paused;
      if (this.dark !== m.lightWanted < 0.5) this.dark = m.lightWanted < 0.5;
      if (this.waiting !== m.waiting) this.waiting = m.waiting;
      if (this.soundId !== m.sound) this.soundId = m.sound;
    },
    /** What was typed was not taken. @param {string} sentence why */
    disagree(sentence) {
      this.say(sentence);
      this.fill();
    },
    /** Fields show again what is so. */
    fill() {
      this.owes = this.types;
      if (!this.types) this.answers++;
    },
    /** @param {boolean} on whether somebody types into a field from now on */
    keyed(on) {
      this.types = on;
      if (!on && this.owes) this.fill();
    },
    /** A sentence for the footer, for a while. @param {string} sentence */
    say(sentence) {
      this.refusal = sentence;
      clearTimeout(this.refusing);
      this.refusing = Number(setTimeout(() => { this.refusal = ''; }, SAID_MS));
    },

    // The document

    /** @param {string} id */
    find(id) { for (const lane of this.look.lanes) for (const s of lane.steps) if (s.id === id) return s; return null; },
    /** @param {string} id a step's */
    laneOf(id) { return this.look.lanes.find((lane) => lane.steps.some((s) => s.id === id)) ?? null; },
    /** @param {string} id */
    laneById(id) { return this.look.lanes.find((lane) => lane.id === end(id)) ?? null; },
    /** @param {string} id */
    laneName(id) {
      const lane = this.laneById(id);
      const use = id.includes('/') && this.find(id.split('/')[0]);
      if (lane) return use ? `${this.name(use)}, ${lane.name}` : lane.name;
      return this.inputName(id) ?? '—';
    },
    /** What a kit calls what comes in from outside. @param {string} id */
    inputName(id) { return (this.look.kits ?? []).flatMap((kit) => kit.inputs).find((input) => input.id === id)?.name; },
    /** The lane that is read, whole or from behind one of its steps. @param {string} read */
    laneRead(read) { return read.startsWith('@') ? this.laneOf(stepRead(read)) : this.laneById(read); },
    /** Where a read comes from, as people say it. @param {string} read */
    readName(read) {
      const lane = this.laneRead(read);
      if (!read.startsWith('@')) return this.laneName(read);
      const step = read.startsWith('@') && this.find(stepRead(read));
      const [, beside] = read.split(':');
      if (!step || !lane) return lane?.name ?? '—';
      return beside ? `${lane.name}, ${beside} of ${this.name(step)}` : `${lane.name}, behind ${this.name(step)}`;
    },
    /** What a step is, with what its own text makes of it. @param {import('./messages.js').Step} step */
    infoOf(step) { return { ...this.entryOf(step), ...this.grown[step.id] }; },
    /** What a step is by its type; kits are types too. @param {{type: string}} step */
    entryOf(step) { return this.kitFaces[step.type] ?? catalogue[step.type]; },
    /** What a field shows of the document, also where a change has left that as it was. @template T @param {T} is @returns {T} */
    afresh(is) { void this.answers; return is; },
    /** @param {import('./messages.js').Step} step */
    name(step) { return step.label || this.entryOf(step).name; },
    /** @param {import('./messages.js').Step} step */
    gives(step) { return this.entryOf(step).gives; },
    /** What a step hands out beside that. @param {import('./messages.js').Step} step */
    beside(step) { return this.entryOf(step).beside; },
    /** @param {import('./messages.js').Edit} edit @param {number} [gesture] */
    edit(edit, gesture = 0) { live.send({ do: 'edit', gesture, edit }); },
    undo() { live.send({ do: 'undo' }); },
    redo() { live.send({ do: 'redo' }); },

    // What plays

    pause() { live.send({ do: 'pause' }); },
    rewind() { live.send({ do: 'rewind' }); },
    tap() { live.send({ do: 'tap' }); },
    /** @param {number} by in beats */
    nudge(by) { live.send({ do: 'nudge', by }); },
    /** Black, or light again. @param {number} seconds */
    blackout(seconds) { live.send({ do: 'fade', seconds }); },
    openOutput() { open('/output', 'gloaming-output'); },
    /** What comes into sight does so with the next frame of the page, and takes no focus before. @param {() => void} then */
    whenShown(then) { this.$nextTick(() => requestAnimationFrame(() => requestAnimationFrame(then))); },
  });
}
