// @ts-check

/** @param {any} v */
const isTree = (v) => v !== null && typeof v === 'object';
/** @param {any} v */
const idOf = (v) => (isTree(v) ? v.id : undefined);

/**
 * Makes a tree of plain objects and lists like another of JSON, in its place, and writes only what differs: whoever watches a part that
 * stayed as it was hears nothing. What has an id in a list stays the same object wherever in it it comes to stand. Parts of the other
 * become parts of it.
 * @template T @param {T} tree @param {T} like
 */
export function patch(tree, like) {
  if (Array.isArray(tree) && Array.isArray(like)) patchList(tree, like);
  else patchKeys(/** @type {any} */ (tree), /** @type {any} */ (like));
}

/** @param {Record<string, any>} tree @param {Record<string, any>} like */
function patchKeys(tree, like) {
  for (const key of Object.keys(tree)) if (!(key in like)) delete tree[key];
  for (const key of Object.keys(like)) {
    const now = patched(tree[key], like[key]);
    if (now !== tree[key]) tree[key] = now;
  }
}

/** @param {any[]} list @param {any[]} like */
function patchList(list, like) {
  const known = new Map(list.map((v) => [idOf(v), v]));
  const now = like.map((v, i) => {
    const id = idOf(v);
    const was = id === undefined ? list[i] : known.get(id);
    known.delete(id);
    return patched(was, v);
  });
  if (now.length !== list.length) list.splice(0, list.length, ...now);
  else now.forEach((v, i) => { if (v !== list[i]) list[i] = v; });
}

/** What stands where {@code was} stood: the same, made alike, or the other itself. @param {any} was @param {any} like */
function patched(was, like) {
  if (!isTree(was) || !isTree(like) || Array.isArray(was) !== Array.isArray(like) || idOf(was) !== idOf(like)) return like;
  patch(was, like);
  return was;
}
