import { type AcademyLine, type FieldKind } from '@lotrecht/records';
import { sql, type SqlFragment } from '../database/sql.ts';
import { type AnyKind } from '../records/kind.ts';
import { KINDS } from '../records/kinds/index.ts';

/** What of a table goes out and comes in. */
export interface ExchangedTable {
  /** In the file and in the database. */
  readonly name: AcademyLine['table'] | 'measured_line';
  /** The file's field names; the table's column is the same in lower case with underscores. */
  readonly fields: Readonly<Record<string, FieldKind>>;
  /** What its rows are ordered by, unique within an academy. */
  readonly order: readonly string[];
  /** The field that names the student, or how its rows are found from a student's. */
  readonly ofStudent: 'id' | 'studentId' | 'of-check' | null;
}

const STAMPS = { createdAt: 'instant', deletedAt: 'instant' } as const;

/** A kind's records, as its declaration has them. */
function tableOfKind({ table, fields, owner }: AnyKind): ExchangedTable {
  return {
    name: table,
    fields: {
      id: 'plain',
      revision: 'plain',
      ...(owner === 'instructor' && { instructorId: 'plain' as const }),
      ...fields,
      ...STAMPS,
    },
    order: ['id'],
    ofStudent: owner === 'student' ? 'studentId' : null,
  };
}

/**
 * In the order of a file: what is pointed at comes before what points. Hashes, sessions, tokens, the post box and what
 * is computed from other rows are not among them.
 */
export const EXCHANGED_TABLES: readonly ExchangedTable[] = [
  {
    name: 'instructor',
    fields: {
      id: 'plain',
      email: 'plain',
      name: 'plain',
      role: 'plain',
      createdAt: 'instant',
      suspendedAt: 'instant',
    },
    order: ['id'],
    ofStudent: null,
  },
  {
    name: 'instructor_settings',
    fields: { instructorId: 'plain', revision: 'plain', settings: 'json' },
    order: ['instructorId'],
    ofStudent: null,
  },
  ...KINDS.filter(({ owner }) => owner !== 'student').map(tableOfKind),
  {
    name: 'student',
    fields: {
      id: 'plain',
      instructorId: 'plain',
      revision: 'plain',
      name: 'plain',
      handedness: 'plain',
      dominantEye: 'plain',
      statureMm: 'plain',
      shoeMm: 'plain',
      minor: 'flag',
      notes: 'plain',
      ...STAMPS,
    },
    order: ['id'],
    ofStudent: 'id',
  },
  {
    name: 'lesson',
    fields: {
      id: 'plain',
      studentId: 'plain',
      instructorId: 'plain',
      kind: 'plain',
      revision: 'plain',
      heldOn: 'plain',
      nextOn: 'plain',
      placeId: 'plain',
      windy: 'flag',
      notes: 'plain',
      ...STAMPS,
    },
    order: ['id'],
    ofStudent: 'studentId',
  },
  {
    name: 'setup_check',
    fields: { id: 'plain', lessonId: 'plain', studentId: 'plain', revision: 'plain', ...STAMPS },
    order: ['id'],
    ofStudent: 'studentId',
  },
  {
    name: 'check_version',
    fields: {
      checkId: 'plain',
      revision: 'plain',
      reason: 'plain',
      document: 'json',
      rebase: 'json',
      record: 'json',
      result: 'json',
      phase: 'plain',
      help: 'plain',
      placeKind: 'plain',
      reader: 'plain',
      coreVersion: 'plain',
      saveKey: 'plain',
      instructorId: 'plain',
      importedBy: 'plain',
      createdAt: 'instant',
    },
    order: ['checkId', 'revision'],
    ofStudent: 'of-check',
  },
  {
    name: 'hand_out',
    fields: {
      id: 'plain',
      revision: 'plain',
      studentId: 'plain',
      checkId: 'plain',
      instructorId: 'plain',
      content: 'json',
      ...STAMPS,
    },
    order: ['id'],
    ofStudent: 'studentId',
  },
  ...KINDS.filter(({ owner }) => owner === 'student').map(tableOfKind),
  {
    name: 'guardian_consent',
    fields: {
      id: 'plain',
      studentId: 'plain',
      scope: 'plain',
      givenBy: 'plain',
      givenOn: 'plain',
      recordedBy: 'plain',
      recordedAt: 'instant',
      confirmedAt: 'instant',
      withdrawnAt: 'instant',
    },
    order: ['id'],
    ofStudent: 'studentId',
  },
  {
    name: 'self_check',
    fields: {
      id: 'plain',
      studentId: 'plain',
      takenOn: 'plain',
      drillDone: 'flag',
      checkId: 'plain',
      createdAt: 'instant',
    },
    order: ['id'],
    ofStudent: 'studentId',
  },
  {
    name: 'audit_entry',
    fields: {
      id: 'plain',
      instructorId: 'plain',
      studentId: 'plain',
      action: 'plain',
      what: 'plain',
      byLink: 'flag',
      importedBy: 'plain',
      at: 'instant',
    },
    order: ['id'],
    ofStudent: 'studentId',
  },
  {
    name: 'erased_student',
    fields: { studentId: 'plain', erasedAt: 'instant' },
    order: ['studentId'],
    ofStudent: null,
  },
];

/** Goes out with a student's own file, so that they see who was written to; it opens nothing and is not read in. */
export const STUDENT_LINKS: ExchangedTable = {
  name: 'student_link',
  fields: {
    id: 'plain',
    studentId: 'plain',
    instructorId: 'plain',
    recipient: 'plain',
    createdAt: 'instant',
    expiresAt: 'instant',
    revokedAt: 'instant',
    lastUsedAt: 'instant',
  },
  order: ['id'],
  ofStudent: 'studentId',
};

/** What the newest versions say, line by line: computed, so only written out, for spreadsheets. */
export const MEASURED_LINES: ExchangedTable = {
  name: 'measured_line',
  fields: {
    checkId: 'plain',
    line: 'plain',
    studentId: 'plain',
    clubGroup: 'plain',
    phase: 'plain',
    help: 'plain',
    placeKind: 'plain',
    reader: 'plain',
    handedAzimuthDeg: 'plain',
    measurementUncertaintyDeg: 'plain',
    targetLineUncertaintyDeg: 'plain',
    conformanceProbability: 'plain',
    verdict: 'plain',
    toleranceLowDeg: 'plain',
    toleranceHighDeg: 'plain',
    feltDeg: 'plain',
    doubted: 'flag',
  },
  order: ['checkId', 'line'],
  ofStudent: 'studentId',
};

/** The table that a file calls so. @throws for a name that is no table's */
export function tableNamed(name: AcademyLine['table']): ExchangedTable {
  const table = EXCHANGED_TABLES.find((t) => t.name === name);
  if (table === undefined) throw new Error(`no table ${name}`);
  return table;
}

/** A student's rows of a table, as `t`; none of a table that is nobody's own. */
export function ofStudent(table: ExchangedTable, studentId: string): SqlFragment {
  switch (table.ofStudent) {
    case 'id':
      return sql`t.id = ${studentId}`;
    case 'studentId':
      return sql`t.student_id = ${studentId}`;
    case 'of-check':
      return sql`t.check_id IN (SELECT c.id FROM setup_check c WHERE c.academy_id = t.academy_id AND c.student_id = ${studentId})`;
    case null:
      return sql`FALSE`;
  }
}
