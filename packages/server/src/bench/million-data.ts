import { composeCheck, solveDocument, type TypedReading } from '@lotrecht/judging';
import { LINE_NAMES, type LineName } from '@lotrecht/core';
import { type Database } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { insertAcademy, insertInstructor } from '../identity/instructor-repository.ts';
import { type Actor, actorOf } from '../access/actor.ts';

/** How large an academy is. */
export interface AcademySize {
  readonly students: number;
  /** Of every student, but for the first, who has four times as many. */
  readonly lessonsEach: number;
}

/** Ten lines a lesson. */
export const MILLION: AcademySize = { students: 2_000, lessonsEach: 50 };

const VARIANTS = 24;
/** Students written at a time. */
const SLICE = 250;
/** The day that everything was seeded for. */
export const TODAY = '2026-11-24';

/** What was seeded. */
export interface Million {
  readonly actor: Actor;
  readonly lessons: number;
  readonly checks: number;
  readonly lines: number;
}

/** Ids are counted: the same at every run. */
export function studentId(n: number): string {
  return `${n.toString(16).padStart(8, '0')}-0000-4000-8000-000000000001`;
}

/**
 * Students with lessons and measured lines, as many as are wanted, in an academy of their own: sets of seven lines in
 * some two dozen variants, written by the database itself.
 */
export async function seedMillion(
  db: Database,
  { students, lessonsEach }: AcademySize = MILLION,
): Promise<Million> {
  const academyId = await insertAcademy(db, 'Of a million');
  const head = {
    academyId,
    name: 'Head',
    email: 'head@million.example',
    role: 'head',
    passwordHash: 'none',
  } as const;
  const instructorId = await insertInstructor(db, head);
  const actor = actorOf({ academyId, instructorId, role: 'head' });
  await seedVariants(db);
  const id = (n: string, kind: number): string =>
    `CONCAT(LPAD(HEX(${n}), 8, '0'), '-0000-4000-8000-00000000000${kind}')`;
  const text = (statement: string) => db.exec({ text: statement, values: [] });
  const [a, i] = [`'${academyId}'`, `'${actor.instructorId}'`];
  await text(`
    INSERT INTO student (academy_id, id, instructor_id, name, handedness, minor, notes)
    SELECT ${a}, ${id('seq', 1)}, ${i}, CONCAT('Student ', LPAD(seq, 5, '0')), IF(seq % 8 = 0, 'left', 'right'), 0, ''
    FROM seq_1_to_${students}`);
  const written = { lessons: 0, checks: 0, lines: 0 };
  // In slices: a statement over all of them is not answered in the time that one may take.
  for (let from = 1; from <= students; from += SLICE) {
    const to = Math.min(from + SLICE - 1, students);
    const ofSlice = `BETWEEN ${id(String(from), 1)} AND ${id(String(to), 1)}`;
    written.lessons += await text(`
      INSERT INTO lesson (academy_id, id, student_id, instructor_id, held_on, notes)
      SELECT ${a}, ${id('s.seq * 1000 + n.seq', 2)}, ${id('s.seq', 1)}, ${i},
             '${TODAY}' - INTERVAL (n.seq * 7 + s.seq % 28) DAY, ''
      FROM seq_${from}_to_${to} s
      JOIN seq_0_to_${4 * lessonsEach - 1} n ON n.seq < IF(s.seq = 1, ${4 * lessonsEach}, ${lessonsEach})`);
    // Three lessons of seven have a second check: ten lines a lesson.
    written.checks += await text(`
      INSERT INTO setup_check (academy_id, id, lesson_id, student_id, revision, created_at)
      SELECT l.academy_id, ${id('k.seq * 268435456 + CONV(LEFT(l.id, 8), 16, 10)', 3)}, l.id, l.student_id, 1,
             l.held_on + INTERVAL (10 + k.seq) HOUR
      FROM lesson l JOIN seq_0_to_1 k ON k.seq <= (CONV(LEFT(l.id, 8), 16, 10) % 7 < 3)
      WHERE l.academy_id = ${a} AND l.student_id ${ofSlice}`);
    await text(`
      INSERT INTO check_version
        (academy_id, check_id, revision, reason, document, result, phase, help, place_kind, reader, core_version,
         save_key, instructor_id)
      SELECT c.academy_id, c.id, 1, 'entered', v.document, v.result, 'baseline', 'blind', 'range', 'instructor', v.core,
             c.id, ${i}
      FROM setup_check c JOIN million_variant v ON v.id = CONV(LEFT(c.id, 8), 16, 10) % ${VARIANTS}
      WHERE c.academy_id = ${a} AND c.student_id ${ofSlice}`);
    written.lines += await text(`
      INSERT INTO measured_line
        (academy_id, check_id, line, student_id, club_group, phase, help, place_kind, reader, handed_azimuth_deg,
         measurement_uncertainty_deg, target_line_uncertainty_deg, conformance_probability, verdict,
         tolerance_low_deg, tolerance_high_deg)
      SELECT c.academy_id, c.id, n.line, c.student_id, 'mid-iron', 'baseline', 'blind', 'range', 'instructor', n.phi,
             n.u, n.ut, n.p, n.verdict, n.low, n.high
      FROM setup_check c JOIN million_line n ON n.id = CONV(LEFT(c.id, 8), 16, 10) % ${VARIANTS}
      WHERE c.academy_id = ${a} AND c.student_id ${ofSlice}`);
  }
  for (const table of ['student', 'lesson', 'setup_check', 'check_version', 'measured_line'])
    await text(`ANALYZE TABLE ${table}`);
  return { actor, ...written };
}

/** Between two points of each line, as people stand. */
const BASE_MM: Readonly<Record<LineName, number>> = {
  face: 75,
  toes: 450,
  heels: 400,
  knees: 400,
  hips: 350,
  shoulders: 400,
  eyes: 63,
};

/** Every variant is a real check, solved by core. */
async function seedVariants(db: Database): Promise<void> {
  const text = (statement: string) => db.exec({ text: statement, values: [] });
  await text(
    'CREATE TABLE million_variant (id INT PRIMARY KEY, document JSON, result JSON, core VARCHAR(20))',
  );
  await text(`CREATE TABLE million_line
    (id INT, line VARCHAR(12), phi DOUBLE, u DOUBLE, ut DOUBLE, p DOUBLE, verdict VARCHAR(12), low DOUBLE, high DOUBLE, PRIMARY KEY (id, line))`);
  for (let variant = 0; variant < VARIANTS; variant++) {
    const readings = LINE_NAMES.map((line, i): TypedReading => {
      const turned = ((variant * 7 + i * 5) % 23) - 8;
      return line === 'face'
        ? { line, by: 'square', values: { heelGapMm: 3, toeGapMm: 3 + (turned % 4), baseMm: 75 } }
        : { line, by: 'gaps', values: { leadGapMm: 571, trailGapMm: 571 + turned, baseMm: BASE_MM[line] } };
    });
    const document = composeCheck({ handedness: 'right', club: { group: 'mid-iron' }, target: {}, readings });
    if (document === undefined) throw new Error('every variant is complete');
    // The tape alone: a million lines of answers would take minutes to seed and say nothing of the pages.
    const result = solveDocument(document, { answer: 'tape' });
    await db.exec(sql`
      INSERT INTO million_variant VALUES (${variant}, ${JSON.stringify(document)}, ${JSON.stringify(result)}, ${result.core})`);
    for (const [line, found] of Object.entries(result.lines)) {
      await db.exec(sql`
        INSERT INTO million_line VALUES (${variant}, ${line}, ${found.handedAzimuthDeg},
          ${found.measurementUncertaintyDeg}, ${result.targetLineUncertaintyDeg},
          ${found.conformanceProbability ?? null}, ${found.verdict ?? null}, ${found.toleranceDeg?.[0] ?? null},
          ${found.toleranceDeg?.[1] ?? null})`);
    }
  }
}
