// @ts-check
/**
 * The page's socket: comes back by itself, hands pictures and messages to whoever asked for them.
 * Messages are listed in docs/live-socket.md.
 */
export class Live {
  /** @param {string} query */
  constructor(query) {
    this.url = `ws://${location.host}/live${query}`;
    /** @type {Record<string, (message: any) => void>} */
    this.on = {};
    /** @type {(frame: {bitmap: ImageBitmap, light: number}) => void} */
    this.onFrame = () => {};
    /** @type {(tiles: {bitmap: ImageBitmap, columns: number, width: number, height: number, version: number}) => void} */
    this.onTiles = () => {};
    /** @type {(open: boolean) => void} */
    this.onState = () => {};
    this.open = false;
    this.asked = 0;
    this.wait = 150;
    /** @type {object[]} edits that wait for the program to come back */
    this.waiting = [];
    this.connect();
  }

  connect() {
    const socket = new WebSocket(this.url);
    socket.binaryType = 'arraybuffer';
    this.socket = socket;
    socket.onopen = () => {
      this.open = true;
      this.wait = 150;
      this.onState(true);
      this.waiting.splice(0).forEach((message) => this.send(message));
    };
    socket.onclose = () => {
      const was = this.open;
      this.open = false;
      if (was) this.onState(false);
      setTimeout(() => this.connect(), this.wait);
      this.wait = Math.min(2000, this.wait * 1.5);
    };
    socket.onmessage = (event) => {
      if (typeof event.data === 'string') {
        const message = JSON.parse(event.data);
        this.on[message.is]?.(message);
      } else this.picture(event.data);
    };
  }

  /** @param {ArrayBuffer} data */
  async picture(data) {
    const view = new DataView(data);
    const frame = view.getUint8(0) === 1;
    try {
      const bitmap = await createImageBitmap(new Blob([data.slice(frame ? 6 : 8)], { type: 'image/jpeg' }));
      if (frame) this.onFrame({ bitmap, light: view.getUint8(1) / 255 });
      else this.onTiles({ bitmap, columns: view.getUint8(1), width: view.getUint16(2), height: view.getUint16(4), version: view.getUint16(6) });
    } finally {
      if (frame) this.send({ do: 'ack' });
    }
  }

  /** Sends now; while the program is away edits wait and everything else is dropped. @param {object} message */
  send(message) {
    if (this.open) this.socket?.send(JSON.stringify(message));
    else if (['edit', 'write'].includes(/** @type {any} */ (message).do) && this.waiting.length < 500) this.waiting.push(message);
  }
}
