import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

/** `LOTRECHT_FUZZ_RUNS=20000` for the figure that is reported. */
const RUNS = Number(process.env['LOTRECHT_FUZZ_RUNS'] ?? 2000);
const AT_ONCE = 8;

let app: TestApp;
let client: TestClient;
let lessonId: string;

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
  ({ lessonId } = await saveWorkedCheck(client));
});

afterAll(() => app.stop());

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

const student = { revision: 0, name: 'Runa', handedness: 'right', minor: false, notes: 'x' };

describe(`${RUNS} mutated bodies`, () => {
  it('are kept whole or refused with a path, never half, never a 5xx', async () => {
    const tally = { kept: 0, refused: 0 };
    const send = async ([body, route, raw]: readonly [
      unknown,
      'students' | 'checks',
      boolean,
    ]): Promise<void> => {
      const id = randomUUID();
      const text = JSON.stringify(body) ?? '';
      // Now and then the text itself is cut short.
      const sent = raw ? text.slice(0, Math.max(1, Math.floor(text.length * 0.7))) : text;
      const answer = await client.put(`/api/${route}/${id}`, sent, { 'Content-Type': 'application/json' });
      const stored = await client.get(`/api/${route}/${id}`);
      if (answer.status === 200) {
        tally.kept += 1;
        expect(stored.status).toBe(200);
        expect(JSON.stringify(stored.body)).not.toMatch(/NaN|Infinity/);
      } else {
        tally.refused += 1;
        expect([400, 404, 409, 422], `${answer.status} for ${sent.slice(0, 3000)}`).toContain(answer.status);
        expect(stored.status).toBe(404);
        const { code, errors } = answer.body as {
          code: string;
          errors?: { path: string; message: string }[];
        };
        expect(code.length).toBeGreaterThan(2);
        if (answer.status === 422) {
          expect(errors?.length).toBeGreaterThan(0);
          for (const error of errors ?? []) {
            expect(error.path === '' || error.path.startsWith('/')).toBe(true);
            expect(error.message.length).toBeGreaterThan(5);
          }
        }
      }
    };
    const check = { revision: 0, lessonId, document: workedCheck() };
    const mutated = fc
      .tuple(
        fc.constantFrom<['students' | 'checks', unknown]>(
          ['students', student],
          ['checks', check],
          ['checks', check],
        ),
        fc.nat(),
        fc.constantFrom<Mutation>('replace', 'replace', 'remove', 'add'),
        anything,
        fc.integer({ min: 0, max: 30 }),
      )
      .map(([[route, body], place, how, put, luck]) => {
        const all = places(body);
        return [mutate(body, all[place % all.length] ?? [], how, put), route, luck === 0] as const;
      });
    const bodies = fc.sample(mutated, { numRuns: RUNS, seed: 20_260_417 });
    for (let i = 0; i < bodies.length; i += AT_ONCE)
      await Promise.all(bodies.slice(i, i + AT_ONCE).map(send));
    process.stdout.write(`mutated bodies: ${tally.kept} kept whole, ${tally.refused} refused\n`);
    expect(tally.refused).toBeGreaterThan(RUNS / 2);
    const [orphans] = await app.db.many<{ n: number }>(sql`
      SELECT COUNT(*) AS n FROM setup_check c
      LEFT JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
      WHERE v.check_id IS NULL`);
    expect(orphans?.n).toBe(0);
  }, 600_000);

  it('with deep nesting are refused without trouble', async () => {
    const deep = `${'{"a":'.repeat(20_000)}1${'}'.repeat(20_000)}`;
    const answer = await client.put(`/api/students/${randomUUID()}`, deep, {
      'Content-Type': 'application/json',
    });
    expect([400, 422]).toContain(answer.status);
  });
});
