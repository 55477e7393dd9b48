// @ts-check
/**
 * One object of several, getters and all: a page's data is put together from parts that are about one thing each.
 * @param {...object} parts
 */
export function together(...parts) {
  const whole = {};
  for (const part of parts) {
    for (const name of Object.keys(Object.getOwnPropertyDescriptors(part))) {
      if (Object.hasOwn(whole, name)) throw new Error(`Two parts of the page have a '${name}'.`);
    }
    Object.defineProperties(whole, Object.getOwnPropertyDescriptors(part));
  }
  return /** @type {any} */ (whole);
}
