import { type AcademyLine, type LeftOut } from '@lotrecht/records';
import { listOf, sql } from '../../database/sql.ts';
import { type MergeContext } from './merge-context.ts';

/** Decides which lines may come in, and says who and where they name as it is known here. */
export class LineAdmission {
  constructor(private readonly context: MergeContext) {}

  /** The lines of one table that come in; the others are counted with their reason. */
  async admit(lines: readonly AcademyLine[]): Promise<readonly AcademyLine[]> {
    const { log, checksLeftOut } = this.context;
    const admitted = lines.filter((line) => {
      const why = this.whyNot(line);
      if (why === null) return true;
      log.leaveOut(line.table, why);
      if (line.table === 'setup_check') checksLeftOut.set(line.id, why);
      return false;
    });
    return this.withPlaces(admitted.map((line) => this.withPeople(line)));
  }

  private whyNot(line: AcademyLine): LeftOut['why'] | null {
    const { erased, ofThisAcademy, people, checksLeftOut } = this.context;
    const student = line.table === 'student' ? line.id : 'studentId' in line ? line.studentId : null;
    if (student !== null && line.table !== 'erased_student' && erased.has(student)) return 'erased';
    switch (line.table) {
      case 'check_version':
        return checksLeftOut.get(line.checkId) ?? null;
      // It was given to that academy, and not to this one.
      case 'guardian_consent':
        return ofThisAcademy ? null : 'consent';
      // What someone has done or set for themselves is nobody else's.
      case 'audit_entry':
      case 'instructor_settings':
      case 'eye_on_screen':
        return people.has(line.instructorId) ? null : 'no-account';
      default:
        return null;
    }
  }

  private withPeople(line: AcademyLine): AcademyLine {
    const { people, actor } = this.context;
    // A file can say anything of what others did: a head has to confirm a consent, and the rest is marked.
    if (line.table === 'guardian_consent')
      return { ...line, recordedBy: people.of(line.recordedBy), confirmedAt: null };
    if (line.table === 'audit_entry' || line.table === 'check_version')
      return { ...line, instructorId: people.of(line.instructorId), importedBy: actor.instructorId };
    if ('instructorId' in line) return { ...line, instructorId: people.of(line.instructorId) };
    return line;
  }

  /** A student's own file has no places: where one is not known here, none is named. */
  private async withPlaces(lines: readonly AcademyLine[]): Promise<readonly AcademyLine[]> {
    const named = lines.flatMap((line) => ('placeId' in line && line.placeId !== null ? [line.placeId] : []));
    if (named.length === 0) return lines;
    const { tx, actor, came } = this.context;
    const here = await tx.many<{ id: string }>(
      sql`SELECT id FROM place WHERE academy_id = ${actor.academyId} AND id IN (${listOf(named)})`,
    );
    const known = new Set(here.map(({ id }) => id));
    return lines.map((line) =>
      'placeId' in line && line.placeId !== null && !known.has(line.placeId) && !came('place', line.placeId)
        ? { ...line, placeId: null }
        : line,
    );
  }
}
