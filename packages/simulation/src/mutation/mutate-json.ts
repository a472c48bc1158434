import fc from 'fast-check';

/** What a broken client, a slipped hand or an attacker puts where something else belongs. */
const anything = fc.oneof(
  fc.jsonValue({ maxDepth: 3 }),
  fc.constantFrom<unknown>(
    null,
    '',
    -0,
    0,
    -1,
    1e308,
    -1e308,
    5e-324,
    2 ** 53,
    '1e999',
    '__proto__',
    'constructor',
    "' OR 1=1 --",
    '<script>',
    '\u0000',
    '\ud800',
    [],
    {},
    [[[[]]]],
    { $ref: '#' },
    true,
  ),
  fc.double(),
  fc.string({ unit: 'binary', maxLength: 40 }),
);

/** Numbers that a tape, a rod or a slipped unit produces: they get past the schema and into the formulas. */
const reading = fc.oneof(
  fc.double({ min: -3000, max: 3000, noNaN: true }),
  fc.double({ min: -50, max: 50, noNaN: true }),
  fc.constantFrom(0, -0, 1e-9, 1e-300, 45, -45, 45.000001, 450, 57_100, 0.05),
);

/** Every place in a JSON value that can be changed. */
function places(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  const below =
    typeof value === 'object' && value !== null
      ? Object.entries(value).flatMap(([key, item]) => places(item, [...path, key]))
      : [];
  return [path, ...below];
}

type Mutation = 'replace' | 'remove' | 'add';

function mutate(value: unknown, path: readonly string[], how: Mutation, put: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) {
    const isRecord = typeof value === 'object' && value !== null && !Array.isArray(value);
    return how === 'add' && isRecord ? { ...value, [`added ${String(put).slice(0, 8)}`]: put } : put;
  }
  const copy: Record<string, unknown> | unknown[] = Array.isArray(value)
    ? [...(value as unknown[])]
    : { ...(value as object) };
  const record = copy as Record<string, unknown>;
  if (how === 'remove' && rest.length === 0) Reflect.deleteProperty(record, key);
  else record[key] = mutate(record[key], rest, how, put);
  return copy;
}

/** Which changes are made: anything anywhere, or mostly numbers for numbers. */
export interface MutationChoice {
  readonly seed: number;
  readonly runs: number;
  /** Share of changes that put another number in a number's place, 0 to 1. Default 0. */
  readonly readings?: number;
}

/** Originals with one to three changes each, the same ones for the same seed. */
export function mutatedJson<T extends { readonly body: unknown }>(
  originals: readonly T[],
  { seed, runs, readings = 0 }: MutationChoice,
): T[] {
  const change = fc.record({
    place: fc.nat(),
    how: fc.constantFrom<Mutation>('replace', 'replace', 'remove', 'add'),
    put: anything,
    reading,
    kind: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  const mutated = fc
    .tuple(
      fc.nat({ max: originals.length - 1 }),
      fc.array(change, { minLength: 1, maxLength: readings > 0 ? 3 : 1 }),
    )
    .map(([index, changes]) => {
      const original = originals[index] as T;
      const body = changes.reduce((value: unknown, c) => {
        const all = places(value);
        if (c.kind < readings) {
          const numbers = all.filter((path) => typeof valueAt(value, path) === 'number');
          return mutate(value, numbers[c.place % numbers.length] ?? [], 'replace', c.reading);
        }
        return mutate(value, all[c.place % all.length] ?? [], c.how, c.put);
      }, original.body);
      return { ...original, body };
    });
  return fc.sample(mutated, { numRuns: runs, seed });
}

function valueAt(value: unknown, path: readonly string[]): unknown {
  return path.reduce((inner, key) => (inner as Record<string, unknown>)[key], value);
}
