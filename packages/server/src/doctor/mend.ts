import { actorOf } from '../access/actor.ts';
import { logChange } from '../changes/record-change.ts';
import { type Database, type Queries } from '../database/database.ts';
import { looseRows, NAMED_RECORDS, type NamedRecord } from '../records/named-records.ts';
import { columnOf } from '../records/kind.ts';

/** What was mended, of one kind. */
export interface Mended {
  readonly what: string;
  readonly rows: number;
}

interface LooseRow {
  readonly academyId: string;
  readonly id: string;
  readonly revision: number;
  readonly studentId: string | null;
  readonly instructorId: string;
}

/**
 * Takes out of records the name of what is not there, or is another student's: the record itself stays. Devices are
 * told of it as of any change.
 *
 * @returns what was mended; nothing where all was well
 */
export async function mendNames(db: Database): Promise<readonly Mended[]> {
  return db.inLongTransaction(async (tx) => {
    const mended: Mended[] = [];
    for (const named of NAMED_RECORDS) {
      const rows = await mendOne(tx, named);
      if (rows > 0) mended.push({ what: whatIsLoose(named), rows });
    }
    return mended;
  });
}

/** As the examination calls it. */
export function whatIsLoose({ kind, parents, ofSameStudent }: NamedRecord): string {
  return `${kind.titles.many} of ${parents} that are not there${ofSameStudent ? ', or another student’s' : ''}`;
}

async function mendOne(tx: Queries, named: NamedRecord): Promise<number> {
  const { kind, field } = named;
  const ofStudent = kind.owner === 'student';
  const loose = looseRows(named);
  // Whoever has the student did not do it, and is told of it; of what is the academy's, a head.
  const instructor = ofStudent
    ? 'SELECT s.instructor_id FROM student s WHERE s.academy_id = t.academy_id AND s.id = t.student_id'
    : `SELECT MIN(i.id) FROM instructor i WHERE i.academy_id = t.academy_id AND i.role = 'head'`;
  const rows = await tx.many<LooseRow>({
    text: `SELECT t.academy_id AS academyId, t.id, t.revision, ${ofStudent ? 't.student_id' : 'NULL'} AS studentId,
      (${instructor}) AS instructorId ${loose.text} FOR UPDATE`,
    values: loose.values,
  });
  for (const { academyId, id, revision, studentId, instructorId } of rows) {
    await tx.exec({
      text: `UPDATE ${kind.table} SET ${columnOf(field)} = NULL, revision = revision + 1 WHERE academy_id = ? AND id = ?`,
      values: [academyId, id],
    });
    await logChange(tx, actorOf({ academyId, instructorId, role: 'head' }), {
      kind: kind.name,
      id,
      revision: revision + 1,
      studentId,
      action: 'changed',
    });
  }
  return rows.length;
}
