// @ts-check
/**
 * What the program says of kinds: the pattern of the rail (kinds are told by shape, never by colour alone), whether cards show a curve,
 * whether settings can follow it, and whether it can be in the mix.
 * @type {Record<string, {one: string, curve: boolean, drives: boolean, mixes: boolean, rail: {path: string, filled: boolean, width: number}}>}
 */
export const KINDS = await (await fetch('/kinds.json')).json();
