// @ts-check
import { Curves } from './curves.js';
import { Live } from './live.js';

/**
 * What every part of a page has: its element, the socket, the catalogue, the last numbers, and curves of signals. Numbers change many
 * times a second; they stay out of Alpine, and are painted straight into the page.
 * @typedef {object} Page
 * @property {HTMLElement} root
 * @property {string} lookId
 * @property {Live} live
 * @property {Record<string, import('./messages.js').Entry>} catalogue
 * @property {import('./messages.js').ToPageBoard | null} board
 * @property {boolean} dear while frames are dear the engine needs the machine more than most numbers do
 * @property {Curves} curves
 */

/** Of four boards only one is painted while frames take more of their time than this. */
const DEAR = 0.55;

/** @param {string} selector @returns {Promise<Page>} */
export async function openPage(selector) {
  const root = /** @type {HTMLElement} */ (document.querySelector(selector));
  const lookId = /** @type {string} */ (root.dataset.look);
  const catalogue = await (await fetch('/catalogue.json')).json();
  /** @type {Page} */
  const page = { root, lookId, live: new Live(`?look=${lookId}`), catalogue, board: null, dear: false, curves: new Curves() };
  let boards = 0;
  page.live.hear('board', (m) => {
    page.board = m;
    page.dear = m.ms > DEAR * m.budget && ++boards % 4 !== 0;
  });
  return page;
}

/** @param {string} selector @returns {any} */
export const $ = (selector) => document.querySelector(selector);

/** A number as people type it. @param {number} v */
export const plain = (v) => (Number.isInteger(v) ? String(v) : String(Number(v.toPrecision(4))));

/** Minutes, seconds and hundredths. @param {number} seconds */
export const clockText = (seconds) => `${String(Math.floor(seconds / 60)).padStart(2, '0')}:${(seconds % 60).toFixed(2).padStart(5, '0')}`;

/** A picture of the monitor; the page counts them. @param {HTMLElement} root @param {ImageBitmap} bitmap */
export function paintPicture(root, bitmap) {
  const canvas = /** @type {HTMLCanvasElement} */ ($('canvas.picture'));
  if (canvas.width !== bitmap.width || canvas.height !== bitmap.height) { canvas.width = bitmap.width; canvas.height = bitmap.height; }
  canvas.getContext('2d', { alpha: false })?.drawImage(bitmap, 0, 0);
  bitmap.close();
  root.dataset.frames = String(Number(root.dataset.frames ?? 0) + 1);
}

/** How many pixels across a box shows of a picture, in steps of 32. @param {Element} box @param {number} aspect */
export function shownWidth(box, aspect) {
  const { width, height } = box.getBoundingClientRect();
  return Math.ceil((Math.min(width, height * aspect) * Math.min(2, devicePixelRatio)) / 32) * 32;
}

/** Where the pointer is on the monitor's picture, 0 to 1 from the left and from below; beyond that it is beside it. @param {PointerEvent} event */
export function onPicture(event) {
  const canvas = /** @type {HTMLCanvasElement} */ ($('canvas.picture'));
  const box = canvas.getBoundingClientRect();
  const scale = Math.min(box.width / canvas.width, box.height / canvas.height);
  const w = canvas.width * scale;
  const h = canvas.height * scale;
  return { u: (event.clientX - box.left - (box.width - w) / 2) / w, v: 1 - (event.clientY - box.top - (box.height - h) / 2) / h };
}
