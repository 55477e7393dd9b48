// @ts-check
import { Live } from './live.js';

const canvas = /** @type {HTMLCanvasElement} */ (document.querySelector('canvas'));
const context = /** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d', { alpha: false, desynchronized: true }));
const live = new Live('');
let frames = 0;

/** Asks for what the screen can show, at most. */
function size() {
  live.send({ do: 'watch', subject: null, most: Math.ceil(innerWidth * devicePixelRatio) });
}

live.hear('state', ({ open }) => {
  document.body.dataset.live = String(open);
  if (open) size();
});
live.hear('light', (m) => { canvas.style.opacity = String(m.light); });
live.hear('frame', ({ bitmap, light }) => {
  if (canvas.width !== bitmap.width || canvas.height !== bitmap.height) {
    canvas.width = bitmap.width;
    canvas.height = bitmap.height;
  }
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  canvas.style.opacity = String(light);
  document.body.dataset.frames = String(++frames);
});
const over = /** @type {HTMLElement} */ (document.querySelector('.over'));
live.hear('countdown', (m) => { over.textContent = m.left ? String(m.left) : ''; });
// It lies over the picture: no photograph has it.
live.hear('flash', (m) => {
  setTimeout(() => {
    over.classList.add('flash');
    document.body.dataset.flashes = String(Number(document.body.dataset.flashes ?? 0) + 1);
    setTimeout(() => over.classList.remove('flash'), m.seconds * 1000);
  }, m.after * 1000);
});
addEventListener('resize', size);
addEventListener('keydown', (event) => {
  if (event.key === 'f' || event.key === 'Enter') {
    if (document.fullscreenElement) document.exitFullscreen();
    else document.documentElement.requestFullscreen();
  }
});
addEventListener('dblclick', () => document.documentElement.requestFullscreen());
