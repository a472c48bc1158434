import { randomUUID } from 'node:crypto';
import { composeCheck, solveDocument } from '@lotrecht/judging';
import { type Database, openDatabase } from '../database/database.ts';
import { type Actor, actorOf } from '../access/actor.ts';
import { insertLooks } from '../audit/audit-repository.ts';
import { recordChange } from '../changes/record-change.ts';
import { addVersion, findCheck, findSave, insertCheck } from '../checks/check-repository.ts';
import { findSession, hashToken, openSession } from '../identity/session-repository.ts';
import { insertAcademy, insertInstructor } from '../identity/instructor-repository.ts';
import { findLesson, insertLesson } from '../lessons/lesson-repository.ts';
import { findStudent, insertStudent } from '../students/student-repository.ts';
import { type Figure, medianMs } from './figures.ts';
import { RawClient } from './raw-client.ts';

/** How much is asked: clients at once, and how often each, three times over. */
export interface HttpLoad {
  readonly clients: number;
  readonly each: number;
}

/** One piece of work of one of the clients. */
type Way = (client: number) => Promise<void>;

interface Ground {
  readonly db: Database;
  readonly clients: readonly RawClient[];
  readonly token: string;
  readonly actor: Actor;
  readonly studentId: string;
  readonly lessonId: string;
}

const document = composeCheck({
  handedness: 'right',
  club: { group: 'mid-iron', name: '7-iron' },
  target: { name: 'Barge', distanceM: 150 },
  readings: [
    { line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 } },
    { line: 'face', by: 'square', values: { heelGapMm: 4, toeGapMm: 1, baseMm: 75 } },
  ],
});
if (document === undefined) throw new Error('the worked check is complete');
const worked = document;
const result = solveDocument(worked);

/** Saves and reads over HTTP beside the same SQL on the same driver without HTTP, in the same run. */
export async function benchHttp(
  databaseUrl: string,
  base: string,
  { clients, each }: HttpLoad,
): Promise<readonly Figure[]> {
  const db = openDatabase(databaseUrl);
  const ground = await prepare(db, base, clients);
  // Each way is warmed up before it is measured, and they take turns.
  const ways = { saveSql, saveHttp, readSql, readHttp };
  const times: Record<string, number[]> = {};
  for (let turn = 0; turn < 4; turn++) {
    for (const [name, way] of Object.entries(ways)) {
      const ms = await medianMs(clients, turn === 0 ? Math.ceil(each / 4) : each, await way(ground));
      if (turn > 0) (times[name] ??= []).push(ms);
    }
  }
  for (const client of ground.clients) client.close();
  await db.close();
  const best = (name: string): number => Math.min(...(times[name] ?? [Number.NaN]));
  const figure = (name: string, way: string, sqlWay: string): Figure => ({
    name,
    value: best(way),
    unit: 'ms',
    ratio: best(way) / best(sqlWay),
    base: `the same SQL, ${best(sqlWay).toFixed(2)} ms`,
  });
  return [
    figure(`save a check over HTTP, ${clients} clients, median`, 'saveHttp', 'saveSql'),
    figure(`read a check over HTTP, ${clients} clients, median`, 'readHttp', 'readSql'),
  ];
}

async function prepare(db: Database, base: string, count: number): Promise<Ground> {
  const academyId = await insertAcademy(db, 'Bench');
  const instructor = {
    academyId,
    name: 'Bench',
    email: `${randomUUID()}@bench.example`,
    role: 'head',
    passwordHash: 'none',
  } as const;
  const instructorId = await insertInstructor(db, instructor);
  const actor = actorOf({ academyId, instructorId, role: 'head' });
  const [studentId, lessonId] = [randomUUID(), randomUUID()];
  await insertStudent(db, actor, studentId, {
    revision: 0,
    name: 'Bench',
    handedness: 'right',
    minor: false,
    notes: '',
  });
  await insertLesson(db, actor, lessonId, { revision: 0, studentId, heldOn: '2026-04-17', notes: '' });
  const clients = await Promise.all(Array.from({ length: count }, () => RawClient.open(base)));
  return {
    db,
    actor,
    studentId,
    lessonId,
    token: await openSession(db, actor, 'bench'),
    clients,
  };
}

/** What a save asks of the database, without anything around it. */
async function saveSql({ db, actor, token, lessonId }: Ground): Promise<Way> {
  return async () => {
    const id = randomUUID();
    const saveKey = randomUUID();
    await findSession(db, hashToken(token));
    const lesson = await findLesson(db, actor, lessonId);
    await findStudent(db, actor, lesson?.studentId ?? '');
    await db.inTransaction(async (tx) => {
      await findSave(tx, actor, id, saveKey);
      await insertCheck(tx, actor, { id, lessonId, studentId: lesson?.studentId ?? '' });
      await addVersion(
        tx,
        actor,
        { id, studentId: lesson?.studentId ?? '', revision: 0 },
        {
          reason: 'entered',
          document: worked,
          result,
          circumstances: null,
          rebase: null,
          record: null,
          saveKey,
        },
      );
      await recordChange(tx, actor, {
        kind: 'check',
        id,
        revision: 1,
        studentId: lesson?.studentId ?? '',
        action: 'changed',
      });
    });
    await findCheck(db, actor, id);
  };
}

async function saveHttp({ clients, token, lessonId }: Ground): Promise<Way> {
  const body = JSON.stringify({ revision: 0, lessonId, document: worked });
  return async (client) => {
    const head =
      `PUT /api/checks/${randomUUID()} HTTP/1.1\r\nContent-Type: application/json\r\nX-Requested-By: lotrecht\r\n` +
      `Idempotency-Key: ${randomUUID()}\r\nCookie: lotrecht_session=${token}\r\n`;
    const status = await clients[client]?.ask(head, body);
    if (status !== 200) throw new Error(`save answered ${status}`);
  };
}

async function oneCheck({ db, actor, lessonId, studentId }: Ground): Promise<string> {
  const id = randomUUID();
  await db.inTransaction(async (tx) => {
    await insertCheck(tx, actor, { id, lessonId, studentId });
    await addVersion(
      tx,
      actor,
      { id, studentId, revision: 0 },
      {
        reason: 'entered',
        document: worked,
        result,
        circumstances: null,
        rebase: null,
        record: null,
        saveKey: randomUUID(),
      },
    );
  });
  return id;
}

async function readSql(ground: Ground): Promise<Way> {
  const { db, actor, token } = ground;
  const id = await oneCheck(ground);
  return async () => {
    await findSession(db, hashToken(token));
    const check = await findCheck(db, actor, id);
    const access = { action: 'seen', what: 'check' } as const;
    await insertLooks(db, { actor, studentIds: [check?.studentId ?? ''], access });
  };
}

async function readHttp(ground: Ground): Promise<Way> {
  const { clients, token } = ground;
  const id = await oneCheck(ground);
  const head = `GET /api/checks/${id} HTTP/1.1\r\nCookie: lotrecht_session=${token}\r\n`;
  return async (client) => {
    const status = await clients[client]?.ask(head);
    if (status !== 200) throw new Error(`read answered ${status}`);
  };
}
