import { type Queries } from './database.ts';
import { sql } from './sql.ts';

/** Waits until nobody else does what only one may do at a time; the transaction's end lets the next one in. */
export async function holdLease(tx: Queries, name: 'first-academy'): Promise<void> {
  await tx.one(sql`SELECT name FROM lease WHERE name = ${name} FOR UPDATE`);
}
