// @ts-check
/** Sends what this page's camera sees to the program, a JPEG at a time and never more than one ahead. */
const WIDTH = 640;
const EVERY = 1000 / 30;
/** Milliseconds until it is tried anew. */
const AGAIN = 1000;

export class Camera {
  constructor() {
    /** @type {(open: boolean, why?: string) => void} */
    this.onState = () => {};
    this.open = false;
  }

  async toggle() {
    if (this.open) return this.close();
    try {
      this.stream = await navigator.mediaDevices.getUserMedia({ video: { width: { ideal: WIDTH } }, audio: false });
    } catch {
      return this.onState(false, 'No camera could be opened: there is none, another program has it, or the browser was told not to.');
    }
    this.video = document.createElement('video');
    this.video.muted = true;
    this.video.srcObject = this.stream;
    await this.video.play();
    this.canvas = document.createElement('canvas');
    this.canvas.width = Math.min(WIDTH, this.video.videoWidth);
    this.canvas.height = Math.round((this.canvas.width * this.video.videoHeight) / this.video.videoWidth);
    for (const track of this.stream.getTracks()) track.onended = () => this.close();
    this.open = true;
    this.onState(true);
    this.connect();
  }

  /** Comes back by itself when the program was started anew: nobody thinks of the camera then. */
  connect() {
    if (!this.open) return;
    const socket = new WebSocket(`ws://${location.host}/camera`);
    this.socket = socket;
    socket.onopen = () => this.send();
    socket.onclose = () => setTimeout(() => { if (this.socket === socket) this.connect(); }, AGAIN);
    // The program answers each picture when it has taken it.
    socket.onmessage = () => setTimeout(() => this.send(), Math.max(0, EVERY - (performance.now() - (this.sent ?? 0))));
  }

  send() {
    if (!this.open || !this.canvas || !this.video) return;
    this.sent = performance.now();
    this.canvas.getContext('2d')?.drawImage(this.video, 0, 0, this.canvas.width, this.canvas.height);
    this.canvas.toBlob((blob) => blob && this.socket?.readyState === WebSocket.OPEN && this.socket.send(blob), 'image/jpeg', 0.85);
  }

  close() {
    this.stream?.getTracks().forEach((track) => track.stop());
    const was = this.open;
    this.open = false;
    this.socket?.close();
    if (was) this.onState(false);
  }
}
