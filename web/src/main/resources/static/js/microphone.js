// @ts-check
/** Milliseconds until it is tried anew. */
const AGAIN = 1000;

/** This page's microphone as the sound of the show: its samples go to the program as they come. */
export class Microphone {
  constructor() {
    this.on = false;
    /** @type {AudioContext | null} */
    this.context = null;
    /** @type {MediaStream | null} */
    this.stream = null;
    /** @type {WebSocket | null} */
    this.socket = null;
  }

  /** Listens while it is wanted. @param {boolean} is @param {(says: string) => void} say */
  wanted(is, say) {
    if (is === this.on) return;
    this.on = is;
    if (is) this.start().catch((e) => say(`The microphone cannot be heard: ${e.message || e.name}. Allow it for this page, or choose another sound.`));
    else this.stop();
  }

  async start() {
    // What makes speech clear makes music dull.
    this.stream = await navigator.mediaDevices.getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false } });
    this.context = new AudioContext({ latencyHint: 'interactive' });
    await this.context.audioWorklet.addModule(new URL('./microphone-worklet.js', import.meta.url).href);
    const source = this.context.createMediaStreamSource(this.stream);
    const node = new AudioWorkletNode(this.context, 'gloaming-microphone', { numberOfOutputs: 0 });
    node.port.onmessage = (event) => {
      const socket = this.socket;
      if (socket?.readyState === WebSocket.OPEN && socket.bufferedAmount < 65536) socket.send(event.data);
    };
    this.connect(this.context.sampleRate);
    source.connect(node);
    await this.context.resume();
    if (!this.on) this.stop();
  }

  /** Comes back by itself when the program was started anew. @param {number} rate */
  connect(rate) {
    if (!this.on) return;
    const socket = new WebSocket(`ws://${location.host}/microphone?rate=${rate}`);
    this.socket = socket;
    socket.onclose = () => setTimeout(() => { if (this.socket === socket) this.connect(rate); }, AGAIN);
  }

  stop() {
    this.stream?.getTracks().forEach((track) => track.stop());
    this.context?.close();
    this.socket?.close();
    this.stream = null;
    this.context = null;
    this.socket = null;
  }
}
