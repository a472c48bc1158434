import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';

/** Another file of the academy is on its way in. */
export class BusyImporting extends Error {
  override readonly name = 'BusyImporting';

  constructor() {
    super('Another file is being brought into this academy. Wait until it is done, then try again.');
  }
}

/**
 * Lets one import of an academy work at a time, also among several servers: two would wait for each other's rows. The
 * transaction's own connection holds the lock, so that it is gone with it.
 *
 * @throws BusyImporting
 */
export async function asOnlyImport<T>(tx: Queries, academyId: string, work: () => Promise<T>): Promise<T> {
  const name = `import ${academyId}`;
  const { got } = await tx.one<{ got: number | null }>(sql`SELECT GET_LOCK(${name}, 0) AS got`);
  if (got !== 1) throw new BusyImporting();
  const result = await work();
  await tx.one(sql`SELECT RELEASE_LOCK(${name}) AS released`);
  return result;
}
