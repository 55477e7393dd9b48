// @ts-check
import { codeEditor } from '../code.js';
import { $ } from '../page.js';
import { gesture } from '../slider.js';

/** Keys that follow one another more closely are one step of undo. */
const BURST_MS = 1500;

/**
 * Writing a step's text: the editor, what is wrong in it, versions that are kept.
 * @param {import('../page.js').Page} page
 */
export function text(page) {
  let editor = /** @type {Awaited<ReturnType<typeof codeEditor>> | null} */ (null);
  const burst = { gesture: 0, at: 0 };
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    writing: '', versionName: '',
    versions: /** @type {import('../messages.js').Version[]} */ ([]),
    word: /** @type {import('../code.js').Entry|null} */ (null),
    startText() {
      page.live.hear('look', () => this.syncCode());
      page.live.hear('refused', () => editor?.refused());
      page.live.hear('versions', (m) => {
        for (const word of ['versions', 'keep']) page.live.answered(word);
        if (m.step === this.writing) this.versions = m.list;
      });
    },
    /** Another step is selected: what was written last is sent. @param {string} next */
    leaveText(next) {
      if (!this.writing || next === this.writing) return;
      editor?.flush();
      this.writing = '';
      this.$nextTick(() => this.askTiles());
    },
    get codeSetting() { return this.settings.find((s) => s.form === 'CODE') ?? null; },
    /** The text as it is being written: what plays, or what does not work yet. @param {import('../messages.js').Step} step */
    written(step) {
      const s = this.codeSetting;
      return s ? step.drafts?.[s.id] ?? String(step.settings?.[s.id] ?? s.initial) : '';
    },
    get codeState() {
      if (!this.chosen || !this.writing) return '';
      return this.problems.length ? 'Does not work yet; the last text that did goes on.' : 'Plays.';
    },
    async write() {
      if (!this.codeSetting) return;
      this.writing = this.stepId;
      this.askTiles();
      editor ??= await codeEditor($('.code-host'), {
        write: (text) => this.sendText(text),
        keep: () => this.keepVersion(),
        leave: () => this.closeCode(),
        word: (entry) => { if (entry?.name !== this.word?.name) this.word = entry; },
      });
      this.openText();
      this.whenShown(() => editor?.focus());
    },
    openText() {
      if (!editor || !this.chosen || !this.codeSetting) return;
      this.versions = [];
      editor.open(this.written(this.chosen));
      editor.mark(this.problems);
      page.live.ask('versions', { do: 'versions', step: this.writing, setting: this.codeSetting.id });
    },
    /** @param {string} text */
    sendText(text) {
      if (!this.find(this.writing) || !this.codeSetting) return;
      const now = performance.now();
      if (now - burst.at > BURST_MS) burst.gesture = gesture();
      burst.at = now;
      page.live.send({ do: 'write', gesture: burst.gesture, step: this.writing, setting: this.codeSetting.id, text });
    },
    /** After the document has come: the editor shows what is wrong, or another text. */
    syncCode() {
      if (!this.writing || !editor) return;
      if (!this.find(this.writing)) return this.closeCode();
      if (this.stepId !== this.writing || !this.chosen) return;
      editor.take(this.written(this.chosen));
      editor.mark(this.problems);
    },
    keepVersion() {
      editor?.flush();
      if (!this.codeSetting) return;
      page.live.ask('keep', { do: 'keep', step: this.writing, setting: this.codeSetting.id, name: this.versionName });
      this.versionName = '';
    },
    /** @param {number} version */
    goBack(version) {
      editor?.flush();
      if (!this.codeSetting) return;
      page.live.send({ do: 'go-back', step: this.writing, setting: this.codeSetting.id, version });
    },
    closeCode() {
      editor?.flush();
      const id = this.writing;
      this.writing = '';
      this.whenShown(() => { this.askTiles(); this.wire(); document.getElementById(`step-${id}`)?.focus(); });
    },
    /** @param {import('../messages.js').Version} v */
    versionText(v) {
      return [v.name ? v.at : '', `${v.lines} lines`, v.works ? '' : 'does not work', v.same ? 'now' : ''].filter(Boolean).join(' · ');
    },
    /** @param {import('../messages.js').Problem} problem */
    goProblem(problem) { if (!this.writing) this.write().then(() => editor?.go(problem)); else editor?.go(problem); },
  });
}
