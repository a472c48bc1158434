import { randomUUID } from 'node:crypto';
import { type LessonView } from '@lotrecht/records';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { type Database, openDatabase } from '../database/database.ts';
import { examine } from '../doctor/examine.ts';
import { mendNames } from '../doctor/mend.ts';
import { importAcademy } from '../exchange/import-academy.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { answered, fileOf, type House, houseOf } from '../test/houses.ts';
import { renamed, sampleOf } from '../test/samples.ts';
import { createMigratedDatabase, MIGRATIONS, startTestApp, type TestApp } from '../test/test-app.ts';
import { columnOf } from './kind.ts';
import { NAMED_RECORDS } from './named-records.ts';

let app: TestApp;
let empty: Database;
let house: House;

beforeAll(async () => {
  app = await startTestApp();
  empty = openDatabase(await createMigratedDatabase());
});
afterAll(async () => {
  await empty.close();
  await app.stop();
});
beforeEach(async () => {
  house = await houseOf(app, `Of ${randomUUID()}`);
});

type Ids = Awaited<ReturnType<typeof saveWorkedCheck>>;

async function* linesOf(file: string): AsyncGenerator<string> {
  yield* file.split('\n');
}

const OF_STUDENTS = NAMED_RECORDS.filter(({ ofSameStudent }) => ofSameStudent).map(
  (named) => [named.kind.name, named.field, named] as const,
);

it('is walked: what names a lesson or a check', () => {
  expect(OF_STUDENTS.map(([kind, field]) => `${kind}.${field}`)).toEqual(
    expect.arrayContaining(['routine.lessonId', 'ball-run.lessonId', 'ball-run.checkId']),
  );
});

describe.each(OF_STUDENTS)('a %s, by its %s,', (_name, field, named) => {
  const { kind, parent } = named;
  const nameIn = (ids: Ids): string => (parent === 'lesson' ? ids.lessonId : ids.checkId);

  /** One that names what is its student's. */
  async function kept(own: Ids): Promise<string> {
    const path = `/api/${kind.path}/${randomUUID()}`;
    const sample = sampleOf(kind.name, own);
    const answer = await house.head.put(path, { revision: 0, ...sample, [field]: nameIn(own) });
    expect(answer.status).toBe(200);
    return path;
  }

  it('names nothing of another student, whoever sees them both', async () => {
    const [own, others] = [await saveWorkedCheck(house.head), await saveWorkedCheck(house.head)];
    const path = `/api/${kind.path}/${randomUUID()}`;
    const sample = sampleOf(kind.name, own);
    const said = { revision: 0, ...sample, [field]: nameIn(others) };
    expect((await house.head.put(path, said)).status).toBe(404);
    const mine = await kept(own);
    const moved = await house.head.send('PATCH', mine, { revision: 1, [field]: nameIn(others) });
    expect(moved.status).toBe(404);
    // A colleague, who sees their own alone.
    const colleague = (await app.signedIn(house.actor.academyId, 'instructor')).client;
    const theirs = await saveWorkedCheck(colleague);
    const hung = { revision: 0, ...sampleOf(kind.name, theirs), [field]: nameIn(own) };
    expect((await colleague.put(`/api/${kind.path}/${randomUUID()}`, hung)).status).toBe(404);
  });

  it('can be changed when what it names was taken away', async () => {
    const own = await saveWorkedCheck(house.head);
    const path = await kept(own);
    expect((await house.head.delete(`/api/lessons/${own.lessonId}`)).status).toBe(204);
    const changed = await house.head.send('PATCH', path, { revision: 1, ...renamed(kind, 'Otherwise') });
    expect(changed).toMatchObject({ status: 200, body: { [field]: nameIn(own), revision: 2 } });
  });

  it('of another student in a file is refused, here and in an empty database', async () => {
    const [own, others] = [await saveWorkedCheck(house.head), await saveWorkedCheck(house.head)];
    await kept(own);
    const file = (await fileOf(house.head))
      .split('\n')
      .map((text) =>
        text.startsWith(`{"table":"${kind.table}"`) ? text.replaceAll(nameIn(own), nameIn(others)) : text,
      )
      .join('\n');
    const there = await houseOf(app, 'Where it comes to');
    expect(JSON.stringify((await answered(there, file)).at(-1))).toContain('another student’s');
    const gone = file.replaceAll(new RegExp(`"${field}":"[^"]*"`, 'g'), `"${field}":"${randomUUID()}"`);
    if (kind.table !== 'ball_run' || field !== 'lessonId')
      expect(JSON.stringify((await answered(there, gone)).at(-1))).toContain('not in the file');
    await expect(importAcademy(empty, () => linesOf(file))).rejects.toThrow(
      /another student’s|not whole|line/,
    );
  });

  it('that names another student’s after all is found by the doctor, and mended', async () => {
    const [own, others] = [await saveWorkedCheck(house.head), await saveWorkedCheck(house.head)];
    const path = await kept(own);
    await app.db.exec({
      text: `UPDATE ${kind.table} SET ${columnOf(field)} = ? WHERE academy_id = ? AND id = ?`,
      values: [nameIn(others), house.actor.academyId, path.split('/').at(-1) ?? ''],
    });
    const notWell = async (): Promise<readonly string[]> => {
      const { findings } = await examine(app.db, { migrationsDir: MIGRATIONS, dataDir: undefined });
      return findings.filter(({ well }) => !well).map(({ said }) => said);
    };
    expect(await notWell()).toEqual([expect.stringContaining('lotrecht doctor --mend')]);
    expect(await mendNames(app.db)).toEqual([{ what: expect.stringContaining(kind.titles.many), rows: 1 }]);
    expect(await notWell()).toEqual([]);
    expect((await house.head.get(path)).body).toMatchObject({ revision: 2, [field]: null });
    const lesson = (await house.head.get(`/api/lessons/${own.lessonId}`)).body as LessonView;
    expect(lesson.studentId).toBe(own.studentId);
  });
});
