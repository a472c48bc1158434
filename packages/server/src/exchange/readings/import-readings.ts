import { readForeignRow } from '@lotrecht/judging';
import { type ReadingImportReport, type ReadingMapping } from '@lotrecht/records';
import { forgetChanges } from '../../changes/change-log.ts';
import { recordEvent } from '../../audit/academy-log.ts';
import { type Database } from '../../database/database.ts';
import { MANY_ROWS, refreshStatistics } from '../../database/refresh-statistics.ts';
import { type Actor } from '../../access/actor.ts';
import { asOnlyImport } from '../one-import.ts';
import { CheckGroups } from './check-groups.ts';
import { Problems } from './problems.ts';
import { readTable } from './read-table.ts';
import { ReadingWriter } from './reading-writer.ts';
import { KnownStudents } from './known-students.ts';

/** What is to be done with a table of readings. */
export interface ReadingImport {
  readonly file: string;
  readonly mapping: ReadingMapping;
  /** Else it is only looked at, as it would come in. */
  readonly bringIn: boolean;
  /** YYYY-MM-DD. */
  readonly today: string;
  /** Given up: nothing comes in. */
  readonly signal: AbortSignal;
  readonly progress: (rows: number) => void;
}

/** Looked at, or with problems: what was written is taken back. */
class TakenBack extends Error {
  constructor(readonly report: ReadingImportReport) {
    super('taken back');
  }
}

const PROGRESS_ROWS = 1_000;

/**
 * Brings a foreign table of readings in, all of it or nothing. Rows that follow each other with the same student, day
 * and club are one check; what is here already, reading for reading, is not brought twice.
 *
 * @throws NoTable; the signal's reason when it was given up
 */
export async function importReadings(
  db: Database,
  actor: Actor,
  wish: ReadingImport,
): Promise<ReadingImportReport> {
  try {
    const brought = await asOnlyImport(db, actor.academyId, async (tx) => {
      const problems = new Problems(wish.mapping);
      const students = await KnownStudents.load(tx, actor, wish.mapping.hand);
      const writer = new ReadingWriter(tx, actor, problems, wish.bringIn);
      const groups = new CheckGroups(students, problems, writer);
      let rows = 0;
      for await (const { row, cells, uneven } of readTable(wish.file)) {
        rows += 1;
        if (rows === 1) problems.requireHeads(Object.keys(cells));
        if (rows % PROGRESS_ROWS === 0) {
          wish.signal.throwIfAborted();
          wish.progress(rows);
        }
        if (uneven) problems.add(row, '', 'This row has more or fewer cells than there are heads.');
        else {
          const read = readForeignRow(cells, wish.mapping, wish.today);
          if (read.kind === 'refused') problems.addAll(row, read.refusals);
          else await groups.take(row, read.reading);
        }
      }
      await groups.finish();
      wish.signal.throwIfAborted();
      const broughtIn = wish.bringIn && problems.count === 0;
      const report = {
        rows,
        ...writer.counts,
        problems: problems.first,
        problemCount: problems.count,
        broughtIn,
      };
      if (!broughtIn) throw new TakenBack(report);
      await forgetChanges(tx, actor.academyId);
      await recordEvent(tx, actor, { action: 'readings-imported', detail: `${rows} rows` });
      return report;
    });
    if (brought.rows >= MANY_ROWS) await refreshStatistics(db);
    return brought;
  } catch (error) {
    if (error instanceof TakenBack) return error.report;
    throw error;
  }
}
