// @ts-check
/**
 * One object of several, getters and all: a page's data is put together from parts that are about one thing each.
 * @param {...object} parts
 */
export function together(...parts) {
  const whole = {};
  for (const part of parts) Object.defineProperties(whole, Object.getOwnPropertyDescriptors(part));
  return /** @type {any} */ (whole);
}
