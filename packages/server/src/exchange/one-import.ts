import { type Database, type Queries } from '../database/database.ts';
import { underLease } from '../database/lease.ts';

/** Another file of the academy is on its way in. */
export class BusyImporting extends Error {
  override readonly name = 'BusyImporting';

  constructor() {
    super('Another file is being brought into this academy. Wait until it is done, then try again.');
  }
}

/**
 * Lets one import of an academy work at a time, also among several servers: two would wait for each other's rows.
 *
 * @param work all of it in one transaction
 * @throws BusyImporting
 */
export async function asOnlyImport<T>(
  db: Database,
  academyId: string,
  work: (tx: Queries) => Promise<T>,
): Promise<T> {
  const done = await underLease(db, `import ${academyId}`, () => db.inLongTransaction(work));
  if (done === undefined) throw new BusyImporting();
  return done.result;
}
