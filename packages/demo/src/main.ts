import { findCredentials, migrate, openDatabase, passwordFits, readConfig } from '@lotrecht/server/filling';
import { loadDemo } from './load-demo.ts';
import { INSTRUCTORS } from './tarnside.ts';

/** Loads the demo into an empty database and answers with one line of JSON for the start that called. */
const config = readConfig(process.env);
const password = process.env['LOTRECHT_DEMO_PASSWORD'] ?? '';
if (password.length < 12) throw new Error('LOTRECHT_DEMO_PASSWORD must have at least 12 characters.');
await migrate(config.databaseUrl, config.migrationsDir);
const db = openDatabase(config.databaseUrl);
try {
  const loaded = await loadDemo(db, password, new Date());
  const [head] = INSTRUCTORS;
  const fits = await passwordFits(password, (await findCredentials(db, head.email))?.passwordHash);
  process.stdout.write(`${JSON.stringify({ loaded: loaded ?? null, email: fits ? head.email : null })}\n`);
} finally {
  await db.close();
}
