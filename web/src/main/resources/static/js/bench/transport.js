// @ts-check
import { $, clockText } from '../page.js';
import { Microphone } from '../microphone.js';
import { Sound } from '../sound.js';

/** @type {Record<string, string>} */
const LEADERS = { music: ' ♪', hand: ' ☟', midi: ' ⌁' };
/** @type {Record<string, string>} */
const PARTS = { 1: '1', 0.75: '¾', 0.5: '½' };

/**
 * Time, sound and size, and the numbers of the frame in the head of the page.
 * @param {import('../page.js').Page} page
 */
export function transport(page) {
  const sound = new Sound(page.live);
  const microphone = new Microphone();
  return /** @satisfies {ThisType<import('./types.js').Bench>} */ ({
    naming: false,
    scaleChoice: '0', autoScale: 'auto', hearing: false,

    startTransport() {
      let id = this.soundId;
      page.live.hear('board', (m) => {
        microphone.wanted(m.sound === 'microphone', (says) => this.say(says));
        if (m.sound !== id) { id = m.sound; if (this.hearing) sound.play(true, id); }
        const auto = `auto ${PARTS[m.scale] ?? '⅓'}`;
        if (auto !== this.autoScale && !m.scaleByHand) this.autoScale = auto;
        if (!page.dear) this.paintHead(m);
      });
    },
    /** @param {import('../messages.js').ToPageBoard} m */
    paintHead(m) {
      $('.clock').textContent = clockText(m.time);
      $('.tempo').textContent = `${m.tempo.toFixed(1)}${LEADERS[m.leader] ?? ''}`;
      $('.meter').classList.toggle('clipped', m.peak >= 0.999);
      $('.spent').textContent = `${m.ms.toFixed(m.ms < 100 ? 1 : 0)} / ${m.budget.toFixed(0)} ms`;
      $('.cost i').style.transform = `scaleX(${Math.min(1, m.ms / m.budget)})`;
      $('.cost').classList.toggle('over', m.ms > m.budget);
      $('.size').textContent = `${m.width}×${m.height} · ${m.fps.toFixed(0)}/s`;
      document.querySelectorAll('.meter i').forEach((bar, i) => {
        /** @type {HTMLElement} */ (bar).style.transform = `scaleY(${Math.max(0.05, m.levels[i])})`;
      });
      document.querySelectorAll('.beat i').forEach((dot, i) => dot.classList.toggle('on', Math.floor(m.beat) % 4 === i));
    },
    chooseScale(event) {
      this.scaleChoice = event.target.value;
      page.live.send({ do: 'scale', to: Number(event.target.value) });
    },
    chooseSound(event) {
      const id = event.target.value;
      if (id === 'upload') {
        event.target.value = this.soundId;
        $('#upload input[type=file]').click();
        return;
      }
      page.live.send({ do: 'sound', sound: id === 'band' ? null : id });
    },
    hear() {
      this.hearing = !this.hearing;
      sound.play(this.hearing, this.soundId).catch(() => {
        this.hearing = false;
        this.say('The browser does not play this sound; the engine still hears it.');
      });
    },
    sendUpload(event) { if (event.target.files.length) event.target.form.submit(); },
    renameLook(event) {
      this.naming = false;
      const name = event.target.value;
      if (name.trim() && name !== this.look.name) this.edit({ edit: 'rename', name });
    },
  });
}
