import { createHash, randomUUID } from 'node:crypto';
import {
  type AcademyLine,
  type CheckDocument,
  type Circumstances,
  type ReadingImportReport,
  type ResultDocument,
} from '@lotrecht/records';
import { waitsForGuardian } from '../../consents/consent-repository.ts';
import { type Queries } from '../../database/database.ts';
import { listOf, sql } from '../../database/sql.ts';
import { type Actor } from '../../access/actor.ts';
import { markStandings } from '../../changes/standing-due.ts';
import { insertRows } from '../insert-rows.ts';
import { type ExchangedTable, MEASURED_LINES, tableNamed } from '../tables.ts';
import { type NamedStudent } from './known-students.ts';
import { type Problems } from './problems.ts';

/** A check that a table makes. */
export interface ForeignCheck {
  readonly student: NamedStudent;
  /** YYYY-MM-DD. */
  readonly date: string;
  readonly circumstances: Circumstances | null;
  readonly document: CheckDocument;
  readonly result: ResultDocument;
}

const BATCH_CHECKS = 200;

const [STUDENT, LESSON, CHECK, VERSION] = (
  ['student', 'lesson', 'setup_check', 'check_version'] as const
).map(tableNamed) as [ExchangedTable, ExchangedTable, ExchangedTable, ExchangedTable];

/** Writes checks of a table, some hundreds at a time, and counts what was new. */
export class ReadingWriter {
  private batch: ForeignCheck[] = [];
  private written = 0;
  private readonly startedAt = Date.now();
  private readonly made = new Set<string>();
  /** Checks and lessons of this table: a look does not find them in the database. */
  private readonly seen = new Set<string>();
  private readonly lessonIds = new Map<string, string>();
  private readonly counted = { students: 0, lessons: 0, checks: 0, same: 0 };

  constructor(
    private readonly tx: Queries,
    private readonly actor: Actor,
    private readonly problems: Problems,
    /** Else it is only looked at: nothing is written, and nobody who works waits. */
    private readonly bringIn: boolean,
  ) {}

  get counts(): Pick<ReadingImportReport, 'students' | 'lessons' | 'checks' | 'same'> {
    return this.counted;
  }

  async take(check: ForeignCheck): Promise<void> {
    this.batch.push(check);
    if (this.batch.length === BATCH_CHECKS) await this.finish();
  }

  async finish(): Promise<void> {
    const { batch } = this;
    this.batch = [];
    // Nothing will come in: the rest is only looked at.
    if (batch.length === 0 || this.problems.count > 0) return;
    await this.insertStudents(batch);
    const fresh = await this.notHereYet(batch);
    const lessons = await this.lessonsOf(fresh.map(({ check }) => check));
    await this.insertChecks(fresh, lessons);
  }

  private async insertStudents(batch: readonly ForeignCheck[]): Promise<void> {
    const students = [...new Set(batch.map((c) => c.student))].filter((s) => s.isNew && !this.made.has(s.id));
    for (const { id } of students) this.made.add(id);
    this.counted.students += students.length;
    await this.insert(
      STUDENT,
      students.map(({ id, name, handedness }) => ({
        table: 'student',
        id,
        instructorId: this.actor.instructorId,
        revision: 1,
        name,
        handedness,
        dominantEye: null,
        statureMm: null,
        shoeMm: null,
        minor: false,
        notes: '',
        createdAt: this.stamp(),
        deletedAt: null,
      })),
    );
  }

  /** Each under an id made of what it says: brought a second time, it is found. */
  private async notHereYet(
    batch: readonly ForeignCheck[],
  ): Promise<readonly { readonly id: string; readonly check: ForeignCheck }[]> {
    const byId = new Map(batch.map((check) => [idOf(this.actor, check), check]));
    const here = await this.tx.many<{ id: string }>(sql`
      SELECT id FROM setup_check WHERE academy_id = ${this.actor.academyId} AND id IN (${listOf([...byId.keys()])})`);
    const known = new Set([
      ...here.map((row) => row.id),
      ...[...byId.keys()].filter((id) => this.seen.has(id)),
    ]);
    for (const id of byId.keys()) this.seen.add(id);
    this.counted.same += batch.length - byId.size + known.size;
    return [...byId].filter(([id]) => !known.has(id)).map(([id, check]) => ({ id, check }));
  }

  /** The lesson of each student's day, made where there is none. @returns ids by student and day */
  private async lessonsOf(checks: readonly ForeignCheck[]): Promise<ReadonlyMap<string, string>> {
    const wanted = new Map(checks.map((c) => [`${c.student.id} ${c.date}`, c]));
    if (wanted.size === 0) return new Map();
    const [students, days] = [
      [...new Set(checks.map((c) => c.student.id))],
      [...new Set(checks.map((c) => c.date))],
    ];
    // Some pairs too many: students and days each by the index, and the pairs picked out here.
    const here = await this.tx.many<{ id: string; studentId: string; heldOn: string }>(sql`
      SELECT id, student_id AS studentId, held_on AS heldOn FROM lesson
      WHERE academy_id = ${this.actor.academyId} AND student_id IN (${listOf(students)}) AND kind = 'lesson'
        AND deleted_at IS NULL AND held_on IN (${listOf(days)}) ORDER BY created_at DESC, id`);
    const lessons = new Map([
      ...this.lessonIds,
      ...here.map((l) => [`${l.studentId} ${l.heldOn}`, l.id] as const),
    ]);
    const fresh = [...wanted].filter(([key]) => !lessons.has(key));
    const rows = fresh.map(([key, { student, date }]): AcademyLine => {
      const id = randomUUID();
      lessons.set(key, id);
      this.lessonIds.set(key, id);
      return {
        table: 'lesson',
        id,
        studentId: student.id,
        instructorId: this.actor.instructorId,
        kind: 'lesson',
        revision: 1,
        heldOn: date,
        nextOn: null,
        placeId: null,
        windy: false,
        notes: '',
        createdAt: this.stamp(),
        deletedAt: null,
      };
    });
    this.counted.lessons += rows.length;
    await this.insert(LESSON, rows);
    return lessons;
  }

  private async insertChecks(
    fresh: readonly { readonly id: string; readonly check: ForeignCheck }[],
    lessons: ReadonlyMap<string, string>,
  ): Promise<void> {
    if (fresh.length === 0) return;
    this.counted.checks += fresh.length;
    await this.insert(
      CHECK,
      fresh.map(({ id, check: { student, date } }) => ({
        table: 'setup_check',
        id,
        lessonId: lessons.get(`${student.id} ${date}`) ?? '',
        studentId: student.id,
        revision: 1,
        createdAt: this.stampOf(date),
        deletedAt: null,
      })),
    );
    await this.insert(
      VERSION,
      fresh.map(({ id, check }) => ({
        table: 'check_version',
        checkId: id,
        revision: 1,
        reason: 'entered',
        document: check.document as unknown as Record<string, unknown>,
        rebase: null,
        record: null,
        result: check.result as unknown as Record<string, unknown>,
        phase: check.circumstances?.phase ?? null,
        help: check.circumstances?.help ?? null,
        placeKind: check.circumstances?.place ?? null,
        reader: check.circumstances?.reader ?? null,
        coreVersion: check.result.core,
        saveKey: id,
        instructorId: this.actor.instructorId,
        importedBy: this.actor.instructorId,
        createdAt: this.stamp(),
      })),
    );
    await this.insert(
      MEASURED_LINES,
      fresh.flatMap(({ id, check }) => measuredLines(id, check)),
    );
    const students = [...new Set(fresh.map(({ check }) => check.student.id))];
    if (!this.bringIn) return;
    await this.requireNoneWaiting(students);
    await markStandings(this.tx, this.actor.academyId, students);
  }

  /** A guardian may have withdrawn since the table was begun: the rows are held, and asked again. */
  private async requireNoneWaiting(studentIds: readonly string[]): Promise<void> {
    const waiting = await this.tx.many<{ name: string }>(sql`
      SELECT s.name FROM student s
      WHERE s.academy_id = ${this.actor.academyId} AND s.id IN (${listOf(studentIds)}) AND ${waitsForGuardian()}
      ORDER BY s.id LOCK IN SHARE MODE`);
    for (const { name } of waiting)
      this.problems.add(0, '', `“${name}” is not of age. Record the guardian’s consent to records first.`);
  }

  private async insert(table: ExchangedTable, lines: readonly object[]): Promise<void> {
    if (this.bringIn) await insertRows(this.tx, this.actor.academyId, { table, lines });
  }

  private stamp(): string {
    return new Date(this.startedAt).toISOString();
  }

  /** Noon of its day, later with every row: checks of a lesson stay in the order of the table. */
  private stampOf(date: string): string {
    const at = this.written++;
    const iso = new Date(Date.parse(`${date}T12:00:00Z`) + Math.floor(at / 1000)).toISOString();
    return `${iso.slice(0, -1)}${String(at % 1000).padStart(3, '0')}Z`;
  }
}

function measuredLines(
  checkId: string,
  { student, circumstances, document, result }: ForeignCheck,
): readonly object[] {
  return Object.entries(result.lines).map(([line, found]) => ({
    checkId,
    line,
    studentId: student.id,
    clubGroup: document.club?.group ?? null,
    phase: circumstances?.phase ?? null,
    help: circumstances?.help ?? null,
    placeKind: circumstances?.place ?? null,
    reader: circumstances?.reader ?? null,
    handedAzimuthDeg: found.handedAzimuthDeg,
    measurementUncertaintyDeg: found.measurementUncertaintyDeg,
    targetLineUncertaintyDeg: result.targetLineUncertaintyDeg,
    conformanceProbability: found.conformanceProbability ?? null,
    verdict: found.verdict ?? null,
    toleranceLowDeg: found.toleranceDeg?.[0] ?? null,
    toleranceHighDeg: found.toleranceDeg?.[1] ?? null,
    feltDeg: null,
    doubted: false,
  }));
}

/** A name-based UUID of what a check says, in the form of version 5: the database takes no version 8. */
function idOf({ academyId }: Actor, { student, date, circumstances, document }: ForeignCheck): string {
  const said = JSON.stringify([academyId, student.name, date, circumstances, document]);
  const hex = createHash('sha256').update(said).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
