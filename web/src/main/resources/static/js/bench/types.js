// @ts-check
/**
 * All of a Bench: what each of its parts has, in one object. How they come together is in src/test/js/types.
 * @typedef {import('parts').Bench} Bench
 */

export {};
