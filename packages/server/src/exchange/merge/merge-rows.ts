import { type AcademyLine } from '@lotrecht/records';
import { type Bindable, declared, sql, type SqlFragment } from '../../database/sql.ts';
import { insertRows, valueOf } from '../insert-rows.ts';
import { KINDS } from '../../records/kinds/index.ts';
import { columnOf } from '../../records/kind.ts';
import { type ExchangedTable } from '../tables.ts';
import { keyFieldOf, keyOf, type MergeContext, rowsHere } from './merge-context.ts';
import { differencesOf } from './merge-log.ts';

/**
 * Brings rows of one table in: new ones as they are, those that are here and say the same not at all, and those that
 * differ as it was chosen.
 */
export async function mergeRows(
  context: MergeContext,
  table: ExchangedTable,
  lines: readonly AcademyLine[],
): Promise<void> {
  const { tx, actor, log, people, differing, bringIn, references } = context;
  const found = await rowsHere(
    context,
    table,
    lines.map((line) => keyOf(table, line)),
  );
  const hereByKey = new Map(found.map((line) => [keyOf(table, line), line]));
  const fresh = new Map<string, AcademyLine>();
  for (const there of lines) {
    const id = keyOf(table, there);
    const here = hereByKey.get(id);
    // Of a row that stands twice in a file, the first counts.
    if (context.came(there.table, id)) {
      log.count(there.table, 'same');
      continue;
    }
    if (here === undefined) {
      if (waitsForGuardian(context, there)) {
        log.leaveOut(there.table, 'consent');
        if (there.table === 'setup_check') context.checksLeftOut.set(id, 'consent');
        continue;
      }
      context.come(there.table, id);
      fresh.set(id, there);
      continue;
    }
    if (await bringWithdrawal(context, here, there)) continue;
    // Who did what is not for a file to change.
    const differences =
      here.table === 'audit_entry' ? [] : differencesOf(here, there, (p) => people.nameOf(p));
    if (differences.length === 0) {
      log.count(there.table, 'same');
      continue;
    }
    log.count(there.table, 'differ');
    log.conflict({ table: there.table, id, here, there }, differences);
    if (here.table === 'student' && there.table === 'student' && here.handedness !== there.handedness)
      context.otherHands.add(id);
    if (differing === 'take' && bringIn) {
      await tx.exec(takeRow(context, table, there));
      touch(context, there);
    }
  }
  for (const misfit of await references.misfits([...fresh.values()])) context.refuse(misfit);
  for (const line of fresh.values()) {
    log.count(line.table, 'fresh');
    references.add(line);
    touch(context, line);
  }
  if (bringIn && !context.refused())
    await insertRows(tx, actor.academyId, { table, lines: [...fresh.values()] });
}

/** What is a record about someone, beside who they are. */
const RECORDS: ReadonlySet<string> = new Set([
  'lesson',
  'setup_check',
  'hand_out',
  'self_check',
  ...KINDS.filter(({ owner }) => owner === 'student').map(({ table }) => table),
]);

/** Something new about someone who is here, not of age, and whose guardian has consented to no records. */
function waitsForGuardian({ waiting }: MergeContext, line: AcademyLine): boolean {
  return RECORDS.has(line.table) && 'studentId' in line && waiting.has(line.studentId);
}

/** A guardian who has withdrawn has withdrawn, here or there: that is no matter of choice. @returns whether it was new */
async function bringWithdrawal(
  { tx, actor, log, bringIn }: MergeContext,
  here: AcademyLine,
  there: AcademyLine,
): Promise<boolean> {
  if (here.table !== 'guardian_consent' || there.table !== 'guardian_consent') return false;
  if (here.withdrawnAt !== null) {
    log.count('guardian_consent', 'same');
    return true;
  }
  if (there.withdrawnAt === null) return false;
  if (bringIn) {
    await tx.exec(sql`
      UPDATE guardian_consent SET withdrawn_at = UTC_TIMESTAMP(3)
      WHERE academy_id = ${actor.academyId} AND id = ${here.id}`);
  }
  log.count('guardian_consent', 'fresh');
  return true;
}

/** Whoever has the row open is told that it moved on: its revision is higher than either. */
function takeRow({ actor }: MergeContext, table: ExchangedTable, line: AcademyLine): SqlFragment {
  const key = keyFieldOf(table);
  const changes = Object.entries(table.fields)
    .filter(([field]) => field !== key)
    .map(([field, kind]): SqlFragment => {
      const value: Bindable = valueOf(kind, (line as unknown as Record<string, unknown>)[field]);
      const column = declared(columnOf(field));
      // A check's is that of its newest version, which is found at the end.
      if (field !== 'revision' || table.name === 'setup_check')
        return field === 'revision' ? sql`revision = revision` : sql`${column} = ${value}`;
      return sql`revision = GREATEST(revision, ${value}) + 1`;
    })
    .reduce((all, one) => sql`${all}, ${one}`);
  return sql`
    UPDATE ${declared(table.name)} SET ${changes}
    WHERE academy_id = ${actor.academyId} AND ${declared(columnOf(key))} = ${keyOf(table, line)}`;
}

function touch({ students, checks }: MergeContext, line: AcademyLine): void {
  if (line.table === 'student') students.add(line.id);
  else if (line.table === 'setup_check') checks.add(line.id);
  if (line.table === 'lesson' || line.table === 'setup_check') students.add(line.studentId);
}
