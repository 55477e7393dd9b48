// What the pages use of CodeMirror, as one file; README.md here says how static/vendor/codemirror.js is made of it.
export { EditorState, Transaction } from '@codemirror/state';
export { EditorView, keymap, lineNumbers, highlightActiveLine, drawSelection } from '@codemirror/view';
export { StreamLanguage, HighlightStyle, syntaxTree, syntaxHighlighting, bracketMatching, indentOnInput, indentUnit } from '@codemirror/language';
export { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands';
export { autocompletion, completionKeymap, completionStatus, closeBrackets, closeBracketsKeymap, insertBracket } from '@codemirror/autocomplete';
export { lintGutter, setDiagnostics } from '@codemirror/lint';
export { searchKeymap, highlightSelectionMatches, search, searchPanelOpen } from '@codemirror/search';
export { tags } from '@lezer/highlight';
export { clike } from '@codemirror/legacy-modes/mode/clike';
