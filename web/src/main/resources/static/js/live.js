// @ts-check
import { Unsaved } from './unsaved.js';

/**
 * @typedef {{bitmap: ImageBitmap, light: number}} Frame
 * @typedef {{bitmap: ImageBitmap, columns: number, width: number, height: number, version: number}} Tiles
 * @typedef {{is: 'state', open: boolean} | {is: 'unsaved', text: string} | {is: 'frame'} & Frame | {is: 'small', bitmap: ImageBitmap}
 *   | {is: 'tiles'} & Tiles} Own what the socket itself tells: whether it is open, what waits to be saved, and pictures
 * @typedef {import('./messages.js').ToPage | Own} Told
 */
/** @template {Told['is']} K @typedef {Extract<Told, {is: K}>} Of */

/**
 * The page's socket: comes back by itself, hands pictures and messages to whoever hears them, and keeps changes until
 * they are on the program's disk. Messages are listed in docs/live-socket.md.
 */
export class Live {
  /** @param {string} query */
  constructor(query) {
    this.unsaved = new Unsaved();
    this.url = `ws://${location.host}/live${query}${query ? '&' : '?'}page=${this.unsaved.page}`;
    /** Whether it says hello, and then takes again what it has not on its disk. */
    this.greets = /look=|evening=/.test(query) && !query.includes('next');
    /** @type {Map<string, ((message: any) => void)[]>} */
    this.heard = new Map();
    /** What was asked last under each word. @type {Map<string, import('./messages.js').FromPage>} */
    this.standing = new Map();
    this.open = false;
    this.asked = 0;
    this.wait = 150;
    /** Pictures that came while the page was hidden. */
    this.owed = 0;
    document.addEventListener('visibilitychange', () => {
      if (document.hidden) return;
      for (; this.owed > 0; this.owed--) this.send({ do: 'ack' });
    });
    setInterval(() => this.tell(), 500);
    addEventListener('beforeunload', (event) => { if (this.unsaved.all.length && !this.open) event.preventDefault(); });
    this.connect();
  }

  /**
   * From now on somebody hears messages of a kind, behind those who do already. Who hears a picture closes it.
   * @template {Told['is']} K @param {K} is @param {(message: Of<K>) => void} then
   */
  hear(is, then) {
    this.heard.set(is, [...(this.heard.get(is) ?? []), then]);
    if (is === 'state' && this.open) then(/** @type {any} */ ({ is, open: true }));
  }

  /** @param {Told} message */
  say(message) {
    const all = this.heard.get(message.is) ?? [];
    for (const then of all) then(message);
    if ('bitmap' in message && !all.length) message.bitmap.close();
  }

  connect() {
    const socket = new WebSocket(this.url);
    socket.binaryType = 'arraybuffer';
    this.socket = socket;
    socket.onopen = () => { if (!this.greets) this.opened(); };
    socket.onclose = () => {
      const was = this.open;
      this.open = false;
      this.owed = 0;
      if (was) this.say({ is: 'state', open: false });
      this.tell();
      setTimeout(() => this.connect(), this.wait);
      this.wait = Math.min(2000, this.wait * 1.5);
    };
    socket.onmessage = (event) => {
      if (typeof event.data === 'string') this.told(JSON.parse(event.data));
      else this.picture(event.data);
    };
  }

  opened() {
    this.open = true;
    this.wait = 150;
    this.say({ is: 'state', open: true });
    for (const question of this.standing.values()) this.send(question);
    this.tell();
  }

  /** @param {import('./messages.js').ToPage} message */
  told(message) {
    if (message.is === 'hello') {
      this.unsaved.saved(message.n);
      // What the program has not on its disk it may not have at all.
      for (const each of this.unsaved.all) this.socket?.send(JSON.stringify(each.message));
      this.opened();
    } else if (message.is === 'saved') this.unsaved.saved(message.n);
    else if (message.is === 'refused' && message.n) this.unsaved.refused(message.n);
    this.say(message);
    if (message.is === 'saved' || message.is === 'refused') this.tell();
  }

  tell() {
    this.say({ is: 'unsaved', text: this.unsaved.says(performance.now(), this.open) });
  }

  /** @param {ArrayBuffer} data */
  async picture(data) {
    const view = new DataView(data);
    const which = view.getUint8(0);
    const frame = which === 1;
    // Who is hidden draws nothing and says so by not asking for more.
    if (document.hidden) {
      if (frame) this.owed++;
      return;
    }
    try {
      const bitmap = await createImageBitmap(new Blob([data.slice(which === 2 ? 8 : 6)], { type: 'image/jpeg' }));
      if (which === 3) this.say({ is: 'small', bitmap });
      else if (frame) this.say({ is: 'frame', bitmap, light: view.getUint8(1) / 255 });
      else this.say({ is: 'tiles', bitmap, columns: view.getUint8(1), width: view.getUint16(2), height: view.getUint16(4), version: view.getUint16(6) });
    } finally {
      if (frame) this.send({ do: 'ack' });
    }
  }

  /**
   * Asks, and asks again when the program has been away: it may have heard nothing, or may have forgotten.
   * @param {string} word what this is an answer to the need of; the one before is dropped
   * @param {import('./messages.js').FromPage} question
   */
  ask(word, question) {
    this.standing.set(word, question);
    this.send(question);
  }

  /** Has its answer, or wants none any more. @param {string} word */
  answered(word) { this.standing.delete(word); }

  /** Sends now; while the program is away changes wait and everything else is dropped. @param {import('./messages.js').FromPage} message */
  send(message) {
    if (!Unsaved.changes(message)) {
      if (this.open) this.socket?.send(JSON.stringify(message));
      return;
    }
    const numbered = this.unsaved.take(message, this.open, performance.now());
    if (!numbered) this.say({ is: 'refused', says: 'The program does not answer, and too many changes wait; this one was not taken.', n: 0 });
    else if (this.open) this.socket?.send(JSON.stringify(numbered));
    this.tell();
  }
}
