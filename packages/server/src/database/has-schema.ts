import { type Database } from './database.ts';
import { sql } from './sql.ts';

/** Whether the database answers, and holds a schema. @returns false while it is away */
export function hasSchema(db: Database): Promise<boolean> {
  return db.maybeOne(sql`SELECT name FROM schema_migration WHERE finished_at IS NOT NULL LIMIT 1`).then(
    (row) => row !== undefined,
    () => false,
  );
}
