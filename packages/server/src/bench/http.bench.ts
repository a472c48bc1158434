import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { composeCheck, solveDocument } from '@lotrecht/contract';
import { type Database, openDatabase } from '../database/database.ts';
import { type Actor } from '../http/context.ts';
import { recordAccess } from '../audit/audit-repository.ts';
import { addVersion, findCheck, findSave, insertCheck } from '../checks/check-repository.ts';
import { findSession, hashToken, openSession } from '../identity/session-repository.ts';
import { insertAcademy, insertInstructor } from '../identity/instructor-repository.ts';
import { findLesson, insertLesson } from '../lessons/lesson-repository.ts';
import { findStudent, insertStudent } from '../students/student-repository.ts';
import { type Figure, medianMs } from './figures.ts';

const CLIENTS = 16;
const EACH = 60;

interface Ground {
  readonly db: Database;
  readonly base: string;
  readonly token: string;
  readonly actor: Actor;
  readonly studentId: string;
  readonly lessonId: string;
}

const document = composeCheck({
  handedness: 'right',
  club: { group: 'mid-iron', name: '7-iron' },
  target: { name: 'Barge', distanceM: 150 },
  toes: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 },
  face: { heelGapMm: 4, toeGapMm: 1, baseMm: 75 },
});
if (document === undefined) throw new Error('the worked check is complete');
const worked = document;
const result = solveDocument(worked);

/** Saves and reads over HTTP beside the same SQL on the same driver without HTTP, in the same run. */
export async function benchHttp(databaseUrl: string, base: string): Promise<readonly Figure[]> {
  const db = openDatabase(databaseUrl);
  const ground = await prepare(db, base);
  // Each way is warmed up before it is measured, and they take turns.
  const ways = { saveSql, saveHttp, readSql, readHttp };
  const times: Record<string, number[]> = {};
  for (let turn = 0; turn < 4; turn++) {
    for (const [name, way] of Object.entries(ways)) {
      const ms = await medianMs(CLIENTS, turn === 0 ? 15 : EACH, await way(ground));
      if (turn > 0) (times[name] ??= []).push(ms);
    }
  }
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
    figure(`save a check over HTTP, ${CLIENTS} clients, median`, 'saveHttp', 'saveSql'),
    figure(`read a check over HTTP, ${CLIENTS} clients, median`, 'readHttp', 'readSql'),
  ];
}

async function prepare(db: Database, base: string): Promise<Ground> {
  const academyId = await insertAcademy(db, 'Bench');
  const instructor = {
    academyId,
    name: 'Bench',
    email: `${randomUUID()}@bench.example`,
    role: 'head',
    passwordHash: 'none',
  } as const;
  const actor: Actor = { academyId, instructorId: await insertInstructor(db, instructor), role: 'head' };
  const [studentId, lessonId] = [randomUUID(), randomUUID()];
  await insertStudent(db, actor, studentId, {
    revision: 0,
    name: 'Bench',
    handedness: 'right',
    minor: false,
    notes: '',
  });
  await insertLesson(db, actor, lessonId, { revision: 0, studentId, heldOn: '2026-04-17', notes: '' });
  return { db, base, actor, studentId, lessonId, token: await openSession(db, actor, 'bench') };
}

/** What a save asks of the database, without anything around it. */
async function saveSql({ db, actor, token, lessonId }: Ground): Promise<() => Promise<void>> {
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
        { id, revision: 0 },
        { reason: 'entered', document: worked, result, saveKey },
      );
    });
    await findCheck(db, actor, id);
    await recordAccess(db, actor, lesson?.studentId ?? '', 'changed');
  };
}

/** One request on a connection that stays open, as a browser's does; the client costs as little as it can. */
const agent = new Agent({ keepAlive: true, maxSockets: CLIENTS });

function ask(url: string, method: 'GET' | 'PUT', headers: Record<string, string>, body = ''): Promise<void> {
  return new Promise((resolve, reject) => {
    const sent = request(url, { method, agent, headers }, (response) => {
      response.resume();
      response.once('end', () =>
        response.statusCode === 200
          ? resolve()
          : reject(new Error(`${method} answered ${response.statusCode}`)),
      );
    });
    sent.once('error', reject);
    sent.end(body);
  });
}

async function saveHttp({ base, token, lessonId }: Ground): Promise<() => Promise<void>> {
  const body = JSON.stringify({ revision: 0, lessonId, document: worked });
  return () =>
    ask(
      `${base}/api/checks/${randomUUID()}`,
      'PUT',
      {
        'Content-Type': 'application/json',
        'Content-Length': String(Buffer.byteLength(body)),
        'X-Requested-By': 'lotrecht',
        'Idempotency-Key': randomUUID(),
        Cookie: `lotrecht_session=${token}`,
      },
      body,
    );
}

async function oneCheck({ db, actor, lessonId, studentId }: Ground): Promise<string> {
  const id = randomUUID();
  await db.inTransaction(async (tx) => {
    await insertCheck(tx, actor, { id, lessonId, studentId });
    await addVersion(
      tx,
      actor,
      { id, revision: 0 },
      { reason: 'entered', document: worked, result, saveKey: randomUUID() },
    );
  });
  return id;
}

async function readSql(ground: Ground): Promise<() => Promise<void>> {
  const { db, actor, token } = ground;
  const id = await oneCheck(ground);
  return async () => {
    await findSession(db, hashToken(token));
    const check = await findCheck(db, actor, id);
    await recordAccess(db, actor, check?.studentId ?? '', 'seen');
  };
}

async function readHttp(ground: Ground): Promise<() => Promise<void>> {
  const { base, token } = ground;
  const id = await oneCheck(ground);
  return () => ask(`${base}/api/checks/${id}`, 'GET', { Cookie: `lotrecht_session=${token}` });
}
