import jsonMergePatch from 'json-merge-patch';

/** What changes one into the other, as a merge patch (RFC 7396); nothing where they say the same. */
export function patchOf(before: object, after: object): object {
  return (jsonMergePatch.generate(withoutNothing(before), withoutNothing(after)) as object | undefined) ?? {};
}

/** Whether two say the same: nothing of one would change the other. The revision that they were made from is no matter. */
export function saysTheSame(one: unknown, other: unknown): boolean {
  return Object.keys(patchOf(unrevised(one), unrevised(other))).length === 0;
}

/** No kind stores null: what says nothing is left out, and a patch takes it away. */
function withoutNothing(said: object): object {
  return Object.fromEntries(
    Object.entries(said).filter(([, value]) => value !== null && value !== undefined),
  );
}

function unrevised(said: unknown): object {
  const { revision: _revision, ...rest } = said as { readonly revision?: number };
  return rest;
}
