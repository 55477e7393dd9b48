// @ts-check
/**
 * The editor of a step's text: colours and completes, marks what is wrong at its place, and says when the artist has written.
 * Which names there are and what they mean is the program's to say (/glsl.json).
 */

/** @typedef {{line: number, column: number, says: string}} Problem */
/** @typedef {{kind: string, name: string, form: string, says: string}} Entry */
/** @typedef {{write: (text: string) => void, keep: () => void, leave: () => void, word: (entry: Entry | null) => void}} Asks */

/** Milliseconds without a key until the text is sent. */
const PAUSE = 220;

const INK = {
  '&': { height: '100%', fontSize: '13px', backgroundColor: '#100e19', color: '#f0ebf6' },
  '&.cm-focused': { outline: 'none' },
  '.cm-scroller': { fontFamily: "'Atkinson Mono', monospace", lineHeight: '1.5' },
  '.cm-content': { caretColor: '#ffb27a', padding: '8px 0' },
  '.cm-cursor': { borderLeftColor: '#ffb27a', borderLeftWidth: '2px' },
  '.cm-gutters': { backgroundColor: '#181524', color: '#9a92b0', border: 'none', borderRight: '1px solid #3a3452' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: '#211d3180' },
  '&.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground, .cm-selectionBackground': { backgroundColor: '#4a3f63' },
  '.cm-selectionMatch': { backgroundColor: '#3a345280' },
  '&.cm-focused .cm-matchingBracket': { backgroundColor: '#3a3452', outline: '1px solid #9ad8cb' },
  '.cm-tooltip': { backgroundColor: '#211d31', color: '#f0ebf6', border: '1px solid #3a3452', borderRadius: '7px' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: "'Atkinson Mono', monospace", maxHeight: '12em' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: '#ffb27a', color: '#2a1408' },
  '.cm-completionDetail': { color: '#b3abc6', fontStyle: 'normal', marginLeft: '1em' },
  'li[aria-selected] .cm-completionDetail': { color: '#2a1408' },
  '.cm-completionInfo': { fontFamily: "'Atkinson Next', sans-serif", padding: '6px 9px', maxWidth: '260px' },
  '.cm-diagnostic': { fontFamily: "'Atkinson Mono', monospace", borderLeft: 'none', padding: '4px 9px' },
  '.cm-diagnostic-error::before': { content: '"! "', color: '#ff8d7e', fontWeight: '700' },
  '.cm-lintRange-error': { backgroundImage: 'none', textDecoration: 'underline wavy #ff8d7e' },
  '.cm-panels': { backgroundColor: '#211d31', color: '#f0ebf6' },
  '.cm-panels.cm-panels-bottom': { borderTop: '1px solid #3a3452' },
  '.cm-textfield': { backgroundColor: '#100e19', border: '1px solid #3a3452', color: '#f0ebf6' },
  '.cm-button': { backgroundImage: 'none', backgroundColor: '#2c2740', border: '1px solid #3a3452', color: '#f0ebf6' },
  '.cm-searchMatch': { backgroundColor: '#f1d69240' },
};

/** @param {Entry[]} entries @param {string} kind */
const wordsOf = (entries, kind) => Object.fromEntries(entries.filter((e) => e.kind === kind).map((e) => [e.name, true]));

/**
 * Puts an editor into an element; the library comes when the first one is wanted.
 * @param {HTMLElement} host @param {Asks} asks
 */
export async function codeEditor(host, asks) {
  const [m, entries] = await Promise.all([
    import('../vendor/codemirror.js'),
    fetch('/glsl.json').then((answer) => /** @type {Promise<Entry[]>} */ (answer.json())),
  ]);
  const byName = new Map(entries.map((e) => [e.name, e]));
  // Within a shadow root styles are constructed sheets, which the page's security policy allows.
  const root = host.attachShadow({ mode: 'open' });
  const frame = new CSSStyleSheet();
  frame.replaceSync(':host { display: block; height: 100%; min-height: 0 } .room { height: 100% }');
  root.adoptedStyleSheets = [frame];
  const room = document.createElement('div');
  room.className = 'room';
  root.append(room);

  let sent = /** @type {string|null} */ (null);
  let waiting = 0;
  const remote = m.Transaction.remote;
  const language = m.StreamLanguage.define(m.clike({
    name: 'glsl',
    keywords: wordsOf(entries, 'word'),
    builtin: wordsOf(entries, 'function'),
    atoms: { true: true, false: true, ...wordsOf(entries, 'given') },
    blockKeywords: { for: true, while: true, do: true, if: true, else: true, struct: true },
    hooks: { '#': (/** @type {any} */ stream) => { stream.skipToEnd(); return 'meta'; } },
  }));
  const colours = m.HighlightStyle.define([
    { tag: m.tags.keyword, color: '#f1d692' },
    { tag: [m.tags.standard(m.tags.name), m.tags.standard(m.tags.variableName)], color: '#9ad8cb' },
    { tag: [m.tags.atom, m.tags.bool], color: '#f29aae' },
    { tag: m.tags.number, color: '#ffb27a' },
    { tag: m.tags.comment, color: '#9a92b0', fontStyle: 'italic' },
    { tag: [m.tags.meta, m.tags.processingInstruction], color: '#b3abc6' },
  ]);
  const known = entries.map((e) => ({
    label: e.name,
    detail: e.form === e.name ? '' : e.form,
    info: e.says,
    type: e.kind,
    boost: e.kind === 'given' ? 1 : 0,
    apply: e.kind === 'function'
      ? (/** @type {any} */ view, /** @type {any} */ c, /** @type {number} */ from, /** @type {number} */ to) => {
        view.dispatch({ changes: { from, to, insert: e.name }, selection: { anchor: from + e.name.length }, userEvent: 'input.complete' });
        const bracket = view.state.sliceDoc(from + e.name.length, from + e.name.length + 1) === '(' ? null : m.insertBracket(view.state, '(');
        if (bracket) view.dispatch(bracket);
      }
      : undefined,
  }));

  /** Names of the language, and every other word of the text. @param {any} context */
  const complete = (context) => {
    const word = context.matchBefore(/[A-Za-z_]\w*/);
    if (!word || (word.from === word.to && !context.explicit)) return null;
    if (/comment|meta/.test(m.syntaxTree(context.state).resolveInner(context.pos, -1).name)) return null;
    const own = new Set(context.state.doc.toString().match(/[A-Za-z_]\w{2,}/g)?.slice(0, 4000) ?? []);
    own.delete(word.text);
    byName.forEach((e, name) => own.delete(name));
    return { from: word.from, options: [...known, ...[...own].map((label) => ({ label, type: 'own' }))], validFor: /^\w*$/ };
  };

  const text = () => view.state.doc.toString();
  const send = () => {
    clearTimeout(waiting);
    waiting = 0;
    if (text() === sent) return;
    sent = text();
    asks.write(text());
  };
  const leave = () => { asks.leave(); return true; };
  const wordAt = (/** @type {any} */ state) => {
    const range = state.wordAt(state.selection.main.head);
    return (range && byName.get(state.sliceDoc(range.from, range.to))) ?? null;
  };

  const view = new m.EditorView({
    parent: room,
    root,
    extensions: [
      m.lineNumbers(), m.lintGutter(), m.history(), m.drawSelection(), m.highlightActiveLine(), m.indentOnInput(),
      m.indentUnit.of('    '), m.bracketMatching(), m.closeBrackets(), m.highlightSelectionMatches(), m.search(),
      m.autocompletion({ override: [complete], defaultKeymap: false, icons: false, maxRenderedOptions: 40 }),
      language, m.syntaxHighlighting(colours), m.EditorView.theme(INK, { dark: true }),
      m.EditorView.contentAttributes.of({ 'aria-label': 'Text of the step' }),
      m.keymap.of([
        { key: 'Mod-s', run: () => { send(); asks.keep(); return true; } },
        // Before the library's own, which also takes an Escape for a list that has not opened yet.
        { key: 'Escape', run: (/** @type {any} */ v) => m.completionStatus(v.state) !== 'active' && !m.searchPanelOpen(v.state) && leave() },
        ...m.closeBracketsKeymap, ...m.completionKeymap, ...m.searchKeymap, ...m.historyKeymap,
        m.indentWithTab, ...m.defaultKeymap,
      ]),
      m.EditorView.updateListener.of((/** @type {any} */ update) => {
        const typed = update.transactions.some((/** @type {any} */ t) => t.docChanged && !t.annotation(remote));
        if (typed) { clearTimeout(waiting); waiting = setTimeout(send, PAUSE); }
        if (update.docChanged || update.selectionSet) asks.word(wordAt(update.state));
      }),
    ],
  });

  return {
    focus() { view.focus(); },
    flush: send,
    text,
    /** Takes over a text that was changed elsewhere, unless newer keys are on their way. @param {string} said */
    take(said) {
      if (said === sent) sent = null;
      if (waiting || sent !== null || said === text()) return;
      view.dispatch({
        changes: { from: 0, to: view.state.doc.length, insert: said },
        annotations: [remote.of(true), m.Transaction.addToHistory.of(false)],
      });
    },
    /** Another text altogether: what could be undone in the one before is forgotten. @param {string} other */
    open(other) {
      clearTimeout(waiting);
      waiting = 0;
      sent = null;
      view.dispatch({
        changes: { from: 0, to: view.state.doc.length, insert: other },
        selection: { anchor: 0 },
        annotations: [remote.of(true), m.Transaction.addToHistory.of(false)],
      });
    },
    /** What the program refused is still here to be sent again. */
    refused() { sent = null; },
    /** @param {Problem[]} problems */
    mark(problems) {
      const doc = view.state.doc;
      const marks = problems.map((p) => {
        const line = doc.line(Math.min(doc.lines, Math.max(1, p.line)));
        const from = Math.min(line.to, line.from + Math.max(0, p.column - 1));
        const word = view.state.wordAt(from);
        return { from, to: word && word.from === from ? word.to : Math.min(line.to, from + 1), severity: 'error', message: `line ${p.line}: ${p.says}` };
      });
      view.dispatch(m.setDiagnostics(view.state, marks));
    },
    /** @param {Problem} problem */
    go(problem) {
      const line = view.state.doc.line(Math.min(view.state.doc.lines, problem.line));
      const at = Math.min(line.to, line.from + problem.column - 1);
      view.dispatch({ selection: { anchor: at }, effects: m.EditorView.scrollIntoView(at, { y: 'center' }) });
      view.focus();
    },
  };
}
