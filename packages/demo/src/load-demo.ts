import { randomUUID } from 'node:crypto';
import {
  type ColdCheck,
  coldChecksOf,
  earlierOf,
  earlierOfGroup,
  isCold,
  solveDocument,
} from '@lotrecht/judging';
import { type Circumstances, type PlaceMark } from '@lotrecht/records';
import { firstOf } from '@lotrecht/words';
import { type Dice, diceOf } from '@lotrecht/simulation';
import {
  type Actor,
  actorOf,
  addVersion,
  anyAcademyExists,
  clubs,
  type Database,
  hashPassword,
  insertAcademy,
  insertCheck,
  insertConsent,
  insertInstructor,
  insertLesson,
  insertStudent,
  markStanding,
  places as placeRecords,
  type Queries,
  refreshPriors,
  refreshStandings,
  refreshStatistics,
  ballRuns,
  practiceDone,
  practicePlans,
  routines,
  usualMisses,
  sql,
} from '@lotrecht/server/filling';
import { ballRunOf, usualMissOf } from './ball-runs.ts';
import { type DemoCheck, heldAt, openLesson, plannedChecks, simulateCheck } from './simulate.ts';
import { type DemoStudent, STUDENTS } from './students.ts';
import { INSTRUCTORS, LANDMARKS, RAFTS } from './tarnside.ts';
import { planOf } from './plans.ts';
import { practisedBefore, walkInsOf } from './walk-ins.ts';
import { dayBefore } from './days.ts';

const SEED = 20_260_417;
const DAYS_BETWEEN_LESSONS = 17;

/** What was loaded. */
export interface DemoCounts {
  readonly students: number;
  readonly lessons: number;
  readonly checks: number;
}

/**
 * Loads the Tarnside academy into an empty database, all of it or nothing.
 *
 * @param today the day that the last lessons are held on
 * @returns undefined when the database already has an academy
 */
export async function loadDemo(db: Database, password: string, today: Date): Promise<DemoCounts | undefined> {
  if (await anyAcademyExists(db)) return undefined;
  const passwordHash = await hashPassword(password);
  const counts = await db.inTransaction(async (tx) => {
    const academyId = await insertAcademy(tx, 'Tarnside');
    const actors: Actor[] = [];
    for (const instructor of INSTRUCTORS) {
      const instructorId = await insertInstructor(tx, { academyId, ...instructor, passwordHash });
      actors.push(actorOf({ academyId, instructorId, role: instructor.role }));
    }
    const places = await loadPlaces(tx, actors);
    const dice = diceOf(SEED);
    let lessons = 0;
    let checks = 0;
    for (const student of STUDENTS) {
      const actor = actors[student.instructor];
      if (actor === undefined) throw new Error(`no instructor for ${student.name}`);
      checks += await loadStudent(tx, actor, student, { dice, today, places });
      lessons += student.lessons;
    }
    return { students: STUDENTS.length, lessons, checks };
  });
  await refreshStatistics(db);
  // Whoever looks first sees who has relapsed, and waits for nothing.
  await refreshStandings(db, { limit: counts.students });
  await refreshPriors(db);
  return counts;
}

/**
 * The last lessons have answers; those before were kept when there was only the tape. Answering all of them would make
 * the first start wait for a minute.
 */
const ANSWERED = 2;

/** What is checked most, as it is called. */
const BAG = [
  ['7-iron', 'mid-iron'],
  ['Driver', 'driver'],
  ['Sand wedge', 'wedge'],
] as const;

async function loadStudent(
  tx: Queries,
  actor: Actor,
  student: DemoStudent,
  { dice, today, places }: { readonly dice: Dice; readonly today: Date; readonly places: DemoPlaces },
): Promise<number> {
  const studentId = randomUUID();
  await insertStudent(tx, actor, studentId, { revision: 0, ...student });
  await markStanding(tx, actor.academyId, studentId);
  for (const [name, clubGroup] of BAG)
    await clubs.insert(tx, actor, randomUUID(), { revision: 0, studentId, name, clubGroup });
  if (student.minor) {
    const first = dayBefore(today, daysAgoOf(student, 0));
    const givenBy = `A. ${student.name.split(' ').at(-1) ?? ''}`;
    await insertConsent(tx, actor, studentId, { scope: 'records', givenBy, givenOn: first });
  }
  let checks = 0;
  let lastLessonId = '';
  // Dice of their own: what is measured stays as it is, whoever walks in.
  const walking = diceOf(SEED + 1);
  const hitting = diceOf(SEED + 2);
  // What later lessons know of the earlier ones, as the application would send it along.
  const cold: ColdCheck[] = [];
  for (let lesson = 0; lesson < student.lessons; lesson++) {
    const lessonId = randomUUID();
    lastLessonId = lessonId;
    const daysAgo = daysAgoOf(student, lesson);
    const heldOn = dayBefore(today, daysAgo);
    const held = openLesson(student, lesson, dice);
    // Today's lessons are still to be held.
    const made = daysAgo === 0 ? [] : plannedChecks(held).map((plan) => simulateCheck(held, plan));
    const isLast = lesson === student.lessons - 1;
    await insertLesson(tx, actor, lessonId, {
      revision: 0,
      studentId,
      heldOn,
      // Nobody agreed on a winter without lessons; after the last one a day stands for those who come regularly.
      nextOn:
        isLast && daysAgo > 0 && daysAgo <= DAYS_BETWEEN_LESSONS
          ? dayBefore(today, daysAgo - DAYS_BETWEEN_LESSONS)
          : null,
      notes: workedOn(made),
      placeId: places[heldAt(held).place],
    });
    if (student.walkIns !== undefined && lesson >= student.lessons - ANSWERED) {
      for (const walkIn of walkInsOf(student.walkIns, { studentId, lessonId, heldOn }, walking))
        await routines.insert(tx, actor, randomUUID(), walkIn);
    }
    const ids = made.map(() => randomUUID());
    for (const [n, check] of made.entries()) {
      const id = ids[n] ?? randomUUID();
      const { record, rebase, circumstances } = check;
      const known = cold.flatMap((before) => earlierOf(before, heldOn) ?? []);
      const earlier = isCold(circumstances)
        ? earlierOfGroup(known, check.document.club?.group ?? 'mid-iron')
        : undefined;
      const document = { ...check.document, ...(earlier && { earlier }) };
      await insertCheck(tx, actor, { id, lessonId, studentId });
      const version = {
        reason: 'entered',
        document,
        result: solveDocument(document, {
          rebase,
          answer: lesson < student.lessons - ANSWERED ? 'tape' : 'kept',
        }),
        rebase: rebase ?? null,
        record: record ?? null,
        circumstances,
        saveKey: randomUUID(),
      } as const;
      await addVersion(tx, actor, { id, studentId, revision: 0 }, version);
      await backdate(tx, actor.academyId, id, `${heldOn} 10:${10 + n * 9}:00`);
      checks++;
      cold.push(
        ...coldChecksOf(
          [{ document: check.document, record: record ?? null, rebase: rebase ?? null, circumstances }],
          heldOn,
        ),
      );
    }
    // What was coached in it, later lessons know.
    const coached = made.some(({ circumstances }) => circumstances.phase === 'coached');
    if (coached) {
      for (const [at, of] of cold.entries()) if (of.heldOn === heldOn) cold[at] = { ...of, workedOn: true };
    }
    const [checkId] = ids;
    if (isLast && student.balls !== undefined && checkId !== undefined) {
      const after = { studentId, lessonId, checkId, heldOn, handedness: student.handedness };
      await usualMisses.insert(tx, actor, randomUUID(), usualMissOf(student.balls, after));
      await ballRuns.insert(tx, actor, randomUUID(), ballRunOf(student.balls, after, hitting));
    }
  }
  for (const done of practisedBefore(student.walkIns ?? null, studentId, today))
    await practiceDone.insert(tx, actor, randomUUID(), done);
  if (student.walkIns === 'looks-lifted') {
    const planId = randomUUID();
    const { plan, done } = planOf({ studentId, lessonId: lastLessonId, planId }, today);
    await practicePlans.insert(tx, actor, planId, plan);
    for (const session of done) await practiceDone.insert(tx, actor, randomUUID(), session);
  }
  return checks;
}

/** What an instructor would note of a lesson: the line that was worked on, and the move. */
function workedOn(made: readonly DemoCheck[]): string {
  const [first] = made;
  if (first === undefined) return '';
  const result = solveDocument(first.document, { rebase: first.rebase, answer: 'tape' });
  const { lines } = result;
  const { line } = firstOf(result);
  const move = line === null ? undefined : lines[line]?.move;
  if (line === null) return 'Nothing to change; hit balls.';
  const mm = Math.round(Math.abs(move?.mm ?? 0));
  return move === undefined || move.end !== 'trail'
    ? `Worked on the ${line}.`
    : `Worked on the ${line}: trail end ${mm} mm ${move.mm < 0 ? 'toward' : 'away from'} the line.`;
}

/** Lessons come at even distances, except for a winter without any. */
function daysAgoOf(
  { lessons, daysSinceLast, everyDays = DAYS_BETWEEN_LESSONS, pause }: DemoStudent,
  lesson: number,
): number {
  const since = daysSinceLast + (lessons - 1 - lesson) * everyDays;
  return pause !== undefined && lesson < pause.before ? since + pause.days - everyDays : since;
}

/** The places of Tarnside by their kind. */
type DemoPlaces = Readonly<Record<Circumstances['place'], string | null>>;

/** The rim with its rafts and landmarks, the hall for rainy days, and a hole of the course. @returns their ids */
async function loadPlaces(tx: Queries, [head]: readonly Actor[]): Promise<DemoPlaces> {
  if (head === undefined) throw new Error('the demo has a head');
  const [rimId, hallId, holeId] = [randomUUID(), randomUUID(), randomUUID()];
  const marks = (kind: 'target' | 'landmark', seen: readonly Omit<PlaceMark, 'id' | 'kind'>[]): PlaceMark[] =>
    seen.map((mark) => ({ id: randomUUID(), kind, ...mark }));
  const rim = [...marks('target', RAFTS), ...marks('landmark', LANDMARKS)];
  await placeRecords.insert(tx, head, rimId, { revision: 0, name: 'North rim', kind: 'range', marks: rim });
  const hall = marks('target', [
    { name: 'Net centre', distanceM: 6, bearingDeg: 0 },
    { name: 'Left post', distanceM: 6.2, bearingDeg: -18 },
  ]);
  await placeRecords.insert(tx, head, hallId, { revision: 0, name: 'Boat hall', kind: 'hall', marks: hall });
  const hole = marks('target', [
    { name: 'Old hoist', distanceM: 210, bearingDeg: 0 },
    { name: 'Left birch', distanceM: 180, bearingDeg: -7 },
  ]);
  await placeRecords.insert(tx, head, holeId, {
    revision: 0,
    name: 'Quarry loop, third hole',
    kind: 'course',
    marks: hole,
  });
  return { range: rimId, hall: hallId, course: holeId, home: null };
}

/** Demo checks were saved on the day of their lesson. */
async function backdate(tx: Queries, academyId: string, checkId: string, at: string): Promise<void> {
  await tx.exec(
    sql`UPDATE setup_check SET created_at = ${at} WHERE academy_id = ${academyId} AND id = ${checkId}`,
  );
  await tx.exec(sql`
    UPDATE check_version SET created_at = ${at} WHERE academy_id = ${academyId} AND check_id = ${checkId}`);
}
