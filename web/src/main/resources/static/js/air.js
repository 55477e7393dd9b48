// @ts-check

const KEPT = 'gloaming.fade';
/** How long the key waits for its second press. */
const GUARD_MS = 3000;

/**
 * What is on air, and how a page puts its look there: the button at once, the key when it is pressed twice.
 * @param {import('./page.js').Page} page
 */
export function air(page) {
  let guard = 0;
  return /** @satisfies {ThisType<import('./bench/types.js').Bench>} */ ({
    air: /** @type {Omit<import('./messages.js').ToPageAir, 'is'>} */ ({ here: false, plays: true, look: '', name: '' }),
    airKnown: false,
    armed: false,
    fade: localStorage.getItem(KEPT) ?? '0',

    startAir() {
      page.live.hear('air', (m) => this.aired(m));
      page.live.hear('small', ({ bitmap }) => paintAir(bitmap));
    },
    /** @param {import('./messages.js').ToPageAir} m */
    aired(m) {
      this.air = m;
      this.airKnown = true;
      if (m.here) this.disarm();
    },
    get onAir() { return this.airKnown && this.air.here; },
    get atBench() { return this.airKnown && !this.air.here; },
    get airName() { return this.air.here ? 'this look' : this.air.name || 'nothing'; },
    get whose() { return this.onAir ? 'on air' : 'bench'; },
    get unplayed() { return this.airKnown && !this.air.plays; },
    /** Says which of the two a press is of. @param {string} what */
    meant(what) { return `${what} ${this.onAir ? 'what the audience sees' : 'this bench, not what is on air'}`; },
    get takeText() { return this.armed ? 'Again: ⇧ Enter' : 'Put on air'; },
    get takeTitle() { return `The audience sees this look from then on${this.fade === '0' ? '' : `, faded in over ${this.fade} s`} (Shift+Enter twice)`; },
    setFade(event) {
      this.fade = event.target.value;
      localStorage.setItem(KEPT, this.fade);
    },
    putOnAir() {
      this.disarm();
      page.live.send({ do: 'take', seconds: Number(this.fade) });
    },
    takeKey() {
      if (this.armed) { this.putOnAir(); return; }
      this.armed = true;
      clearTimeout(guard);
      guard = Number(setTimeout(() => { this.armed = false; }, GUARD_MS));
    },
    disarm() {
      clearTimeout(guard);
      this.armed = false;
    },
  });
}

/** What is on air in small, for pages whose look is not. @param {ImageBitmap} bitmap */
function paintAir(bitmap) {
  const canvas = /** @type {HTMLCanvasElement | null} */ (document.querySelector('canvas.air-picture'));
  if (canvas) {
    if (canvas.width !== bitmap.width || canvas.height !== bitmap.height) { canvas.width = bitmap.width; canvas.height = bitmap.height; }
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0);
  }
  bitmap.close();
}
