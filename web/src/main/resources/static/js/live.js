// @ts-check
import { Unsaved } from './unsaved.js';

/**
 * The page's socket: comes back by itself, hands pictures and messages to whoever asked for them, and keeps changes until
 * they are on the program's disk. Messages are listed in docs/live-socket.md.
 */
export class Live {
  /** @param {string} query */
  constructor(query) {
    this.unsaved = new Unsaved();
    this.url = `ws://${location.host}/live${query}${query ? '&' : '?'}page=${this.unsaved.page}`;
    this.bench = query.includes('look=');
    /** @type {Record<string, (message: any) => void>} */
    this.on = {};
    /** @type {(frame: {bitmap: ImageBitmap, light: number}) => void} */
    this.onFrame = () => {};
    /** @type {(tiles: {bitmap: ImageBitmap, columns: number, width: number, height: number, version: number}) => void} */
    this.onTiles = () => {};
    /** @type {(bitmap: ImageBitmap) => void} */
    this.onAir = (bitmap) => bitmap.close();
    /** @type {(open: boolean) => void} */
    this.onState = () => {};
    /** @type {(text: string) => void} */
    this.onUnsaved = () => {};
    this.open = false;
    this.asked = 0;
    this.wait = 150;
    setInterval(() => this.tell(), 500);
    addEventListener('beforeunload', (event) => { if (this.unsaved.all.length && !this.open) event.preventDefault(); });
    this.connect();
  }

  connect() {
    const socket = new WebSocket(this.url);
    socket.binaryType = 'arraybuffer';
    this.socket = socket;
    socket.onopen = () => { if (!this.bench) this.opened(); };
    socket.onclose = () => {
      const was = this.open;
      this.open = false;
      if (was) this.onState(false);
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
    this.onState(true);
    this.tell();
  }

  /** @param {any} message */
  told(message) {
    if (message.is === 'hello') {
      this.unsaved.saved(message.n);
      // What the program has not on its disk it may not have at all.
      for (const each of this.unsaved.all) this.socket?.send(JSON.stringify(each.message));
      this.opened();
    } else if (message.is === 'saved') this.unsaved.saved(message.n);
    else if (message.is === 'refused' && message.n) this.unsaved.refused(message.n);
    this.on[message.is]?.(message);
    if (message.is === 'saved' || message.is === 'refused') this.tell();
  }

  tell() {
    this.onUnsaved(this.unsaved.says(performance.now(), this.open));
  }

  /** @param {ArrayBuffer} data */
  async picture(data) {
    const view = new DataView(data);
    const frame = view.getUint8(0) === 1;
    const small = view.getUint8(0) === 3;
    try {
      const bitmap = await createImageBitmap(new Blob([data.slice(frame || small ? 6 : 8)], { type: 'image/jpeg' }));
      if (small) this.onAir(bitmap);
      else if (frame) this.onFrame({ bitmap, light: view.getUint8(1) / 255 });
      else this.onTiles({ bitmap, columns: view.getUint8(1), width: view.getUint16(2), height: view.getUint16(4), version: view.getUint16(6) });
    } finally {
      if (frame) this.send({ do: 'ack' });
    }
  }

  /** Sends now; while the program is away changes wait and everything else is dropped. @param {any} message */
  send(message) {
    if (!Unsaved.changes(message)) {
      if (this.open) this.socket?.send(JSON.stringify(message));
      return;
    }
    const numbered = this.unsaved.take(message, this.open, performance.now());
    if (!numbered) this.on.refused?.({ says: 'The program does not answer, and too many changes wait; this one was not taken.' });
    else if (this.open) this.socket?.send(JSON.stringify(numbered));
    this.tell();
  }
}
