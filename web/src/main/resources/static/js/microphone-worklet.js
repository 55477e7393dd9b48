// @ts-check
/** Gathers what the microphone hears into blocks of five milliseconds or so, all channels as one. */
const BLOCK = 256;

class Gather extends /** @type {any} */ (globalThis).AudioWorkletProcessor {
  constructor() {
    super();
    this.block = new Float32Array(BLOCK);
    this.filled = 0;
  }

  process(inputs) {
    const channels = inputs[0];
    for (let i = 0; i < (channels[0]?.length ?? 0); i++) {
      let sum = 0;
      for (const channel of channels) sum += channel[i];
      this.block[this.filled++] = sum / channels.length;
      if (this.filled === BLOCK) {
        this.port.postMessage(this.block.slice().buffer);
        this.filled = 0;
      }
    }
    return true;
  }
}

/** @type {any} */ (globalThis).registerProcessor('gloaming-microphone', Gather);
