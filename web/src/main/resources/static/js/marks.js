// @ts-check

/** What tells cues apart at a glance: each mark is a colour and a pattern, so that neither has to be seen alone. */
const MARKS = [
  ['#3a3452', '', 'plain'], ['#9ad8cb', 'M0,22L34,0', 'one stroke'], ['#f1d692', 'M0,11H34', 'a line'], ['#f29aae', 'M17,0V22', 'a post'],
  ['#8fb7f0', 'M0,0L34,22M0,22L34,0', 'crossed'], ['#ffb27a', 'M0,7H34M0,15H34', 'two lines'], ['#c7a6f5', 'M11,0V22M23,0V22', 'two posts'],
  ['#d8e3a0', 'M0,22L17,0L34,22', 'a gable'],
];

/** @param {number} mark */
export const markColour = (mark) => MARKS[mark]?.[0] ?? MARKS[0][0];
/** @param {number} mark */
export const markLines = (mark) => MARKS[mark]?.[1] ?? '';
/** @param {number} mark */
export const markName = (mark) => MARKS[mark]?.[2] ?? '';
export const ALL = MARKS.map((_, i) => i);
