import { type Queries } from './database.ts';
import { sql } from './sql.ts';

/** Below this a table's size is no other than the database takes it to be. */
export const MANY_ROWS = 1_000;

/**
 * Has the database look at its tables anew after many rows have come in at once. By itself it does so later, and until
 * then finds its way through them as if they were still empty. Outside a transaction: it ends one.
 */
export async function refreshStatistics(db: Queries): Promise<void> {
  const tables = await db.many<{ name: string }>(sql`
    SELECT TABLE_NAME AS name FROM information_schema.TABLES
    WHERE TABLE_SCHEMA = DATABASE() AND TABLE_TYPE = 'BASE TABLE' ORDER BY TABLE_NAME`);
  await db.many({
    text: `ANALYZE TABLE ${tables.map(({ name }) => `\`${name}\``).join(', ')}`,
    values: [],
  });
}
