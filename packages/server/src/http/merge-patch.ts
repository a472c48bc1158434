/**
 * What stands when a part is put on a whole (RFC 7396): what is null goes, objects are merged, everything else is
 * replaced. Names are data: one that means something to JavaScript is a field like any other, and is left to the schema
 * to refuse.
 *
 * @example mergePatch({ a: 1, b: { c: 2 } }, { a: null, b: { d: 3 } }) // { b: { c: 2, d: 3 } }
 */
export function mergePatch(whole: unknown, part: unknown): unknown {
  if (!isObject(part)) return part;
  const merged = new Map(isObject(whole) ? Object.entries(whole) : []);
  for (const [name, value] of Object.entries(part)) {
    if (value === null) merged.delete(name);
    else merged.set(name, mergePatch(merged.get(name), value));
  }
  return Object.fromEntries(merged);
}

function isObject(value: unknown): value is object {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
