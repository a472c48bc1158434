import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { loadDemo } from '@lotrecht/demo';
import { inject } from 'vitest';
import { openDatabase } from '../database/database.ts';
import { dumpOf } from './dump-of.ts';
import { createMigratedDatabase, makeDatabase } from './test-app.ts';

/** Of everyone in the demo. */
export const DEMO_PASSWORD = 'heron-weir-kiln-2026';

const LOOK_MS = 200;

/**
 * Makes a database with the demo as of 24 November 2026. Computing it takes as long as all that a file then asks of it:
 * the first that wants it loads it, the others begin from its dump.
 *
 * @returns its URL
 */
export async function createDemoDatabase(): Promise<string> {
  const dump = path.join(inject('scratch'), 'demo.sql');
  if (!isFirst(`${dump}.lock`)) return makeDatabase(await waitedFor(dump));
  const url = await createMigratedDatabase();
  const db = openDatabase(url);
  await loadDemo(db, DEMO_PASSWORD, new Date('2026-11-24T09:00:00Z'));
  await db.close();
  writeFileSync(`${dump}.new`, await dumpOf(url));
  renameSync(`${dump}.new`, dump);
  return url;
}

function isFirst(lock: string): boolean {
  try {
    mkdirSync(lock);
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    return false;
  }
}

/** As long as a hook may take: whoever makes it may have failed. */
async function waitedFor(file: string): Promise<string> {
  for (;;) {
    try {
      return readFileSync(file, 'utf8');
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
      await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    }
  }
}
