// @ts-check
/**
 * Plays the show's sound on this page in step with the show clock: the engine hears the same samples. Small differences are
 * drawn in by playing a hair faster or slower, large ones by a jump.
 */
const JUMP = 0.2;
const CLOSE = 0.012;

export class Sound {
  /** @param {import('./live.js').Live} live */
  constructor(live) {
    this.live = live;
    this.audio = new Audio();
    this.audio.loop = true;
    this.audio.preload = 'auto';
    this.on = false;
    this.id = '';
    /** Seconds this page is ahead of the show, by the last look. */
    this.drift = 0;
    /** The best estimate of show time at a moment of this page's clock. */
    this.best = { trip: Infinity, show: 0, at: 0 };
    live.hear('pong', (message) => this.heard(message));
    setInterval(() => this.on && live.send({ do: 'ping', at: performance.now() }), 250);
  }

  /** @param {boolean} on @param {string} id */
  async play(on, id) {
    this.on = on && id !== 'silence';
    if (!this.on) return this.audio.pause();
    if (this.id !== id) {
      this.id = id;
      this.audio.src = `/sound/${id}`;
    }
    await this.audio.play();
  }

  /** @param {{at: number, clock: number, paused: boolean, length: number}} message */
  heard(message) {
    const now = performance.now();
    const trip = now - message.at;
    // A short round trip tells the time best; an old one is worth less every second.
    if (trip <= this.best.trip + (now - this.best.at) / 1000) this.best = { trip, show: message.clock + trip / 2000, at: now };
    if (!this.on || !message.length || !Number.isFinite(this.audio.duration)) return;
    if (message.paused !== this.audio.paused) {
      if (message.paused) this.audio.pause();
      else this.audio.play();
    }
    if (message.paused) return;
    const length = this.audio.duration;
    const show = message.clock + trip / 2000;
    const want = show % length;
    let ahead = this.audio.currentTime - want;
    if (ahead > length / 2) ahead -= length;
    if (ahead < -length / 2) ahead += length;
    this.drift = ahead;
    document.body.dataset.drift = ahead.toFixed(4);
    if (Math.abs(ahead) > JUMP) {
      this.audio.currentTime = (want + 0.02) % length;
      this.audio.playbackRate = 1;
    } else this.audio.playbackRate = Math.abs(ahead) < CLOSE ? 1 : 1 - Math.max(-0.04, Math.min(0.04, ahead));
  }
}
