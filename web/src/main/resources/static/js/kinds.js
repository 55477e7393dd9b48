// @ts-check
/**
 * What the program says of kinds: the pattern of the rail (kinds are told by shape, never by colour alone), whether cards show a curve,
 * whether settings can follow it, and whether it can be in the mix.
 * @type {Record<string, import('./messages.js').CatalogueJsonKindEntry>}
 */
export const KINDS = await (await fetch('/kinds.json')).json();

/** How a kind's rail is drawn, as SVG has it. @param {string} kind */
export function railOf(kind) {
  const { path, filled, width } = KINDS[kind].rail;
  return { path, fill: filled ? 'currentColor' : 'none', width };
}
