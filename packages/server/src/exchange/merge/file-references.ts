import { type AcademyLine } from '@lotrecht/records';
import { type Queries } from '../../database/database.ts';
import { declared, listOf, sql, type SqlFragment } from '../../database/sql.ts';
import { type KindTable } from '../../records/kind.ts';
import { KINDS } from '../../records/kinds/index.ts';
import { NAMED_RECORDS, type NamedRecord } from '../../records/named-records.ts';
import { type Actor } from '../../access/actor.ts';

type Hand = 'right' | 'left';

interface Student {
  readonly hand: Hand;
  readonly deleted: boolean;
}
interface Lesson {
  readonly studentId: string;
  readonly deleted: boolean;
}
interface Check extends Lesson {
  readonly lessonId: string;
}
interface NewestVersion {
  readonly revision: number;
  readonly hand: unknown;
}

/**
 * What the lines of a file name among each other and of what is here, held to each other without writing anything: a
 * look finds what would not fit as well as bringing in does. Ids and a few words of each row are all it remembers.
 */
export class FileReferences {
  private readonly students = new Map<string, Student>();
  private readonly lessons = new Map<string, Lesson>();
  private readonly checks = new Map<string, Check>();
  private readonly newest = new Map<string, NewestVersion>();
  private readonly withoutVersion = new Set<string>();
  /** Records of kinds that the file or the academy has, by table and id. */
  private readonly records = new Set<string>();
  private readonly minors = new Map<string, string>();

  constructor(
    private readonly tx: Queries,
    private readonly actor: Actor,
  ) {}

  /** Those who come in with the file and are not of age: their consents wait for a head. */
  get freshMinors(): readonly string[] {
    return [...this.minors.values()].toSorted();
  }

  /** Rows that are about to come in, or would. */
  add(line: AcademyLine): void {
    if (line.table === 'student') {
      this.students.set(line.id, { hand: line.handedness, deleted: line.deletedAt !== null });
      if (line.minor && line.deletedAt === null) this.minors.set(line.id, line.name);
    }
    if (line.table === 'lesson')
      this.lessons.set(line.id, { studentId: line.studentId, deleted: line.deletedAt !== null });
    if (line.table === 'setup_check') {
      const { studentId, lessonId } = line;
      this.checks.set(line.id, { studentId, lessonId, deleted: line.deletedAt !== null });
      this.withoutVersion.add(line.id);
    }
    if (KINDS.some(({ table }) => table === line.table) && 'id' in line)
      this.records.add(`${line.table} ${line.id}`);
    if (line.table === 'check_version') {
      this.withoutVersion.delete(line.checkId);
      const known = this.newest.get(line.checkId);
      if (known === undefined || known.revision < line.revision)
        this.newest.set(line.checkId, {
          revision: line.revision,
          hand: (line.document as { readonly handedness?: unknown }).handedness,
        });
    }
  }

  /** @returns what rows of a batch name that is neither in the file nor here, or belongs to someone else; in words */
  async misfits(lines: readonly AcademyLine[]): Promise<readonly string[]> {
    await this.lookUp(lines);
    return lines.flatMap((line) => this.misfit(line) ?? []);
  }

  /** @returns what does not fit when the whole file has been read, in words, one of each kind */
  async looseAtEnd(otherHands: ReadonlySet<string>): Promise<readonly string[]> {
    const said: string[] = [];
    const [bare] = this.withoutVersion;
    if (bare !== undefined) said.push(`${bare} has no version in the file.`);
    await this.lookUpChecks([...this.newest.keys()]);
    await this.lookUpStudents([...this.checks.values()].map((check) => check.studentId));
    for (const [id, { hand }] of this.newest) {
      const check = this.checks.get(id);
      const student = this.students.get(check?.studentId ?? '');
      if (check === undefined || student === undefined || otherHands.has(check.studentId)) continue;
      const out = check.deleted || student.deleted || this.lessons.get(check.lessonId)?.deleted === true;
      if (!out && hand !== student.hand) {
        said.push(`${id} is a check of the other hand than its student’s.`);
        break;
      }
    }
    return said;
  }

  private misfit(line: AcademyLine): string | undefined {
    const missing = (): string =>
      `${'id' in line ? line.id : ''} of ${line.table} names a row that is not in the file.`;
    switch (line.table) {
      case 'lesson':
      case 'guardian_consent':
        return this.students.has(line.studentId) ? undefined : missing();
      case 'setup_check': {
        const lesson = this.lessons.get(line.lessonId);
        if (lesson === undefined || !this.students.has(line.studentId)) return missing();
        if (lesson.studentId === line.studentId) return undefined;
        return `${line.id} is a check of one student in a lesson of another.`;
      }
      case 'check_version':
        return this.checks.has(line.checkId) ? undefined : missing();
      case 'hand_out': {
        const check = this.checks.get(line.checkId);
        if (check === undefined || !this.students.has(line.studentId)) return missing();
        if (check.studentId === line.studentId) return undefined;
        return `${line.id} is a hand-out for one student about a check of another.`;
      }
      case 'self_check': {
        if (!this.students.has(line.studentId)) return missing();
        if (line.checkId === null || this.checks.get(line.checkId)?.studentId === line.studentId)
          return undefined;
        return `${line.id} is a self-check of one student with a check of another, or with none.`;
      }
      default:
        if (ofStudents(line) && !this.students.has(line.studentId)) return missing();
        return this.misfitNamed(line);
    }
  }

  /** What a record of a kind names. */
  private misfitNamed(line: AcademyLine): string | undefined {
    for (const { field, parent, ofSameStudent } of namedBy(line)) {
      const id = (line as unknown as Readonly<Record<string, unknown>>)[field];
      if (typeof id !== 'string') continue;
      const named = `${'id' in line ? line.id : ''} of ${line.table} names a row`;
      const owner = this.ownerOf(parent, id);
      if (owner === undefined) return `${named} that is not in the file.`;
      if (ofSameStudent && 'studentId' in line && owner !== line.studentId)
        return `${named} of ${parent} that is another student’s.`;
    }
    return undefined;
  }

  /** Whose a row is; null of what is the academy's, undefined where there is none. */
  private ownerOf(table: string, id: string): string | null | undefined {
    if (table === 'lesson') return this.lessons.get(id)?.studentId;
    if (table === 'setup_check') return this.checks.get(id)?.studentId;
    return this.records.has(`${table} ${id}`) ? null : undefined;
  }

  /** What is not in the file may be here. */
  private async lookUp(lines: readonly AcademyLine[]): Promise<void> {
    await this.lookUpStudents(lines.flatMap((l) => ('studentId' in l ? [l.studentId] : [])));
    const lessons = lines.flatMap((l) => (l.table === 'setup_check' ? [l.lessonId] : namesOf(l, 'lesson')));
    const rows = await this.here<Lesson & { readonly id: string }>(
      lessons,
      this.lessons,
      (ids) => sql`
      SELECT id, student_id AS studentId, deleted_at IS NOT NULL AS deleted FROM lesson
      WHERE academy_id = ${this.actor.academyId} AND id IN (${ids})`,
    );
    for (const { id, studentId, deleted } of rows)
      this.lessons.set(id, { studentId, deleted: Boolean(deleted) });
    await this.lookUpChecks(
      lines.flatMap((l) => [
        ...('checkId' in l && l.checkId !== null ? [l.checkId] : []),
        ...namesOf(l, 'setup_check'),
      ]),
    );
    for (const { table } of KINDS)
      await this.lookUpRecords(
        table,
        lines.flatMap((l) => namesOf(l, table)),
      );
  }

  private async lookUpRecords(table: KindTable, ids: readonly string[]): Promise<void> {
    const rows = await this.here<{ readonly id: string }>(
      ids.filter((id) => !this.records.has(`${table} ${id}`)),
      new Map(),
      (some) =>
        sql`SELECT id FROM ${declared(table)} WHERE academy_id = ${this.actor.academyId} AND id IN (${some})`,
    );
    for (const { id } of rows) this.records.add(`${table} ${id}`);
  }

  private async lookUpStudents(ids: readonly string[]): Promise<void> {
    const rows = await this.here<Student & { readonly id: string }>(
      ids,
      this.students,
      (some) => sql`
      SELECT id, handedness AS hand, deleted_at IS NOT NULL AS deleted FROM student
      WHERE academy_id = ${this.actor.academyId} AND id IN (${some})`,
    );
    for (const { id, hand, deleted } of rows) this.students.set(id, { hand, deleted: Boolean(deleted) });
  }

  private async lookUpChecks(ids: readonly string[]): Promise<void> {
    const rows = await this.here<Check & { readonly id: string }>(
      ids,
      this.checks,
      (some) => sql`
      SELECT c.id, c.student_id AS studentId, c.lesson_id AS lessonId,
             c.deleted_at IS NOT NULL OR l.deleted_at IS NOT NULL AS deleted
      FROM setup_check c JOIN lesson l ON l.academy_id = c.academy_id AND l.id = c.lesson_id
      WHERE c.academy_id = ${this.actor.academyId} AND c.id IN (${some})`,
    );
    for (const { id, studentId, lessonId, deleted } of rows)
      this.checks.set(id, { studentId, lessonId, deleted: Boolean(deleted) });
  }

  private async here<Row>(
    ids: readonly string[],
    known: ReadonlyMap<string, unknown>,
    select: (ids: SqlFragment) => SqlFragment,
  ): Promise<readonly Row[]> {
    const unknown = [...new Set(ids)].filter((id) => !known.has(id));
    const rows: Row[] = [];
    for (let at = 0; at < unknown.length; at += AT_ONCE)
      rows.push(...(await this.tx.many<Row>(select(listOf(unknown.slice(at, at + AT_ONCE))))));
    return rows;
  }
}

const AT_ONCE = 200;

/** The fields by which a line of a kind names other records. */
function namedBy(line: AcademyLine): readonly NamedRecord[] {
  return NAMED_RECORDS.filter(({ kind }) => kind.table === line.table);
}

/** The rows of a table that a line of a kind names. */
function namesOf(line: AcademyLine, table: KindTable): readonly string[] {
  return namedBy(line).flatMap(({ field, parent }) => {
    const id = (line as unknown as Readonly<Record<string, unknown>>)[field];
    return parent === table && typeof id === 'string' ? [id] : [];
  });
}

/** Whether a line is a record of a kind that students have. */
function ofStudents(line: AcademyLine): line is Extract<AcademyLine, { readonly studentId: string }> {
  return KINDS.some(({ table, owner }) => table === line.table && owner === 'student') && 'studentId' in line;
}
