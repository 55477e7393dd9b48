// @ts-check
/** An id that nobody else has; the browser's own way to make one is not there for pages that come over a network without encryption. */
export function freshId() {
  return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
