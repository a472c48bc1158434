import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { solveDocument } from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckRecord,
  type CheckView,
  type MeasuredLineView,
} from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { actorOf } from '../access/actor.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { rebuildMeasuredLines } from './rebuild-measured-lines.ts';
import { selectCountedChecks, selectLines } from './measured-line-repository.ts';

const worked = JSON.parse(
  readFileSync(new URL('../../../judging/src/worked-cases/worked-cases.json', import.meta.url), 'utf8'),
) as { readonly checks: readonly { readonly input: CheckDocument }[] };

const COLD = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;

let app: TestApp;
let client: TestClient;
let ids: Awaited<ReturnType<typeof saveWorkedCheck>>;

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
  ids = await saveWorkedCheck(client);
});
afterAll(() => app.stop());

async function linesOf(line: string, query = ''): Promise<readonly MeasuredLineView[]> {
  return (await client.get(`/api/students/${ids.studentId}/lines/${line}${query}`))
    .body as readonly MeasuredLineView[];
}

describe('whole checks', () => {
  it('are stored and given back with what core makes of them: every worked check', async () => {
    const byHand = {
      right: ids.lessonId,
      left: (await saveWorkedCheck(client, 'left')).lessonId,
    };
    for (const { input } of worked.checks) {
      const path = `/api/checks/${randomUUID()}`;
      const body = { revision: 0, lessonId: byHand[input.handedness], document: input, circumstances: COLD };
      expect((await client.put(path, body)).status).toBe(200);
      const stored = (await client.get(path)).body as CheckView;
      expect(stored.document).toEqual(input);
      expect(stored.result).toEqual(JSON.parse(JSON.stringify(solveDocument(input))));
      expect(stored.circumstances).toEqual(COLD);
    }
  });
});

describe('the lines of a student', () => {
  it('are those of the newest versions, with day, club and circumstances', async () => {
    const own = await saveWorkedCheck(client);
    ids = own;
    const path = `/api/checks/${own.checkId}`;
    const corrected = {
      revision: 1,
      lessonId: own.lessonId,
      document: workedCheck('right', 590),
      circumstances: COLD,
    };
    expect((await client.put(path, corrected)).status).toBe(200);
    const [toes, ...more] = await linesOf('toes');
    expect(more).toEqual([]);
    expect(toes).toMatchObject({
      checkId: own.checkId,
      heldOn: '2026-04-17',
      clubGroup: 'mid-iron',
      circumstances: COLD,
      verdict: solveDocument(workedCheck('right', 590)).lines.toes?.verdict,
    });
    expect(toes?.handedAzimuthDeg).toBeCloseTo(
      solveDocument(workedCheck('right', 590)).lines.toes?.handedAzimuthDeg ?? Number.NaN,
      12,
    );
  });

  it('say where the student felt aimed from what they are told from: a start line, also when rows are written anew', async () => {
    const before = ids;
    ids = await saveWorkedCheck(client);
    const body = {
      revision: 1,
      lessonId: ids.lessonId,
      document: { ...workedCheck(), startLineDeg: -3 },
      circumstances: COLD,
      record: { revealed: true, feltDeg: -2 },
    };
    expect((await client.put(`/api/checks/${ids.checkId}`, body)).status).toBe(200);
    const felt = async (): Promise<number | null | undefined> => (await linesOf('toes'))[0]?.feltDeg;
    expect(await felt()).toBe(1);
    const [own] = await app.db.many<{ academyId: string }>(
      sql`SELECT academy_id AS academyId FROM setup_check WHERE id = ${ids.checkId}`,
    );
    await app.db.inTransaction((tx) => rebuildMeasuredLines(tx, own?.academyId ?? '', [ids.checkId]));
    expect(await felt()).toBe(1);
    ids = before;
  });

  it('of a blind series wait until it is revealed, or the student’s next lesson has come', async () => {
    const [before, first] = [ids, await saveWorkedCheck(client)];
    ids = first;
    const save = async (revision: number, record: CheckRecord): Promise<void> => {
      const body = {
        revision,
        lessonId: first.lessonId,
        document: workedCheck('right', 640),
        circumstances: COLD,
        record,
      };
      expect((await client.put(`/api/checks/${first.checkId}`, body)).status).toBe(200);
    };
    const series = { id: randomUUID(), place: 1, of: 3 };
    await save(1, { series });
    expect(await linesOf('toes')).toEqual([]);
    await save(2, { series, revealed: true });
    expect(await linesOf('toes')).toHaveLength(1);
    await save(3, { series });
    expect(await linesOf('toes')).toEqual([]);

    const next = { studentId: first.studentId, revision: 0, heldOn: '2026-05-02', notes: '' };
    const lessonId = randomUUID();
    expect((await client.put(`/api/lessons/${lessonId}`, next)).status).toBe(200);
    const later = { revision: 0, lessonId, document: workedCheck('right', 600), circumstances: COLD };
    expect((await client.put(`/api/checks/${randomUUID()}`, later)).status).toBe(200);
    expect(await linesOf('toes')).toHaveLength(2);
    ids = before;
  });

  it('that a correction no longer reads are gone', async () => {
    const { checkId, lessonId } = await saveWorkedCheck(client);
    const document = workedCheck();
    const toesOnly = { ...document, observations: document.observations.filter((o) => o.line === 'toes') };
    await client.put(`/api/checks/${checkId}`, { revision: 1, lessonId, document: toesOnly });
    const left = await app.db.many<{ line: string }>(
      sql`SELECT line FROM measured_line WHERE check_id = ${checkId}`,
    );
    expect(left.map((row) => row.line)).toEqual(['toes']);
  });

  it('of forty checks saved at once do not wait for each other in a circle', async () => {
    const { lessonId } = await saveWorkedCheck(client);
    const body = { revision: 0, lessonId, document: workedCheck() };
    // As a browser does: whoever is told to come back later sends the same again.
    const kept = async (id: string): Promise<number> => {
      for (let tries = 1; ; tries++) {
        const { status } = await client.put(`/api/checks/${id}`, body);
        if (status !== 503 || tries === 20) return status;
        await new Promise((resolve) => setTimeout(resolve, 250 * tries));
      }
    };
    const statuses = await Promise.all(Array.from({ length: 40 }, () => kept(randomUUID())));
    expect(statuses.filter((status) => status !== 200)).toEqual([]);
  });

  it('are chosen by club group, and a group that is not known is refused', async () => {
    expect(await linesOf('face', '?club=mid-iron')).toHaveLength(1);
    expect(await linesOf('face', '?club=driver')).toEqual([]);
    expect((await client.get(`/api/students/${ids.studentId}/lines/face?club=putter`)).status).toBe(422);
    expect((await client.get(`/api/students/${ids.studentId}/lines/elbows`)).status).toBe(404);
  });

  it('go with a deleted check and come back with it', async () => {
    await client.delete(`/api/checks/${ids.checkId}`);
    expect(await linesOf('toes')).toEqual([]);
    await client.post(`/api/checks/${ids.checkId}/restore`, {});
    expect(await linesOf('toes')).toHaveLength(1);
  });

  it('are found by an index of their own, never by a full scan', async () => {
    const owner = await app.db.one<{ academyId: string; instructorId: string }>(sql`
      SELECT academy_id AS academyId, instructor_id AS instructorId FROM student WHERE id = ${ids.studentId}`);
    const actor = actorOf({ ...owner, role: 'head' });
    const queries = [
      selectCountedChecks(actor, ids.studentId),
      selectLines(actor, { studentId: ids.studentId, line: 'toes', clubGroup: 'mid-iron' }),
    ];
    const plan = [];
    for (const query of queries) {
      plan.push(
        ...(await app.db.many<{ table: string; key: string | null; type: string | null }>(
          sql`EXPLAIN ${query}`,
        )),
      );
    }
    for (const step of plan) expect(step.type, JSON.stringify(step)).not.toBe('ALL');
    expect(plan.find((step) => step.table === 'm')?.key).toBe('line_of_student');
  });
});
