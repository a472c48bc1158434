import { randomUUID } from 'node:crypto';
import { mutatedJson } from '@lotrecht/simulation/mutation';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

/** `LOTRECHT_FUZZ_RUNS=20000` for the figure that is reported. */
const RUNS = Number(process.env['LOTRECHT_FUZZ_RUNS'] ?? 400);
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
    const originals = [
      { route: 'students', body: student },
      { route: 'checks', body: check },
      { route: 'checks', body: check },
    ] as const;
    // Now and then the text itself is cut short.
    const bodies = mutatedJson<(typeof originals)[number] | { route: 'students' | 'checks'; body: unknown }>(
      originals,
      { runs: RUNS, seed: 20_260_417 },
    ).map(({ body, route }, i) => [body, route, i % 31 === 0] as const);
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
