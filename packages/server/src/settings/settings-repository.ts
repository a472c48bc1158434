import { DEFAULT_SETTINGS } from '@lotrecht/judging';
import { type InstructorSettings } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { sql } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';

/** What the instructor has set, or the defaults at revision 0. */
export async function findSettings(db: Queries, actor: Actor): Promise<InstructorSettings> {
  const row = await db.maybeOne<{ revision: number; settings: Omit<InstructorSettings, 'revision'> }>(sql`
    SELECT revision, settings FROM instructor_settings
    WHERE academy_id = ${actor.academyId} AND instructor_id = ${actor.instructorId}`);
  return row === undefined ? DEFAULT_SETTINGS : { ...row.settings, revision: row.revision };
}

/** Keeps settings if they still are at the revision the change was made from. @returns whether they were */
export async function keepSettings(
  db: Queries,
  actor: Actor,
  { revision, ...settings }: InstructorSettings,
): Promise<boolean> {
  const text = JSON.stringify(settings);
  if (revision > 0) {
    const changed = await db.exec(sql`
      UPDATE instructor_settings SET settings = ${text}, revision = revision + 1
      WHERE academy_id = ${actor.academyId} AND instructor_id = ${actor.instructorId} AND revision = ${revision}`);
    return changed === 1;
  }
  try {
    await db.exec(sql`
      INSERT INTO instructor_settings (academy_id, instructor_id, settings)
      VALUES (${actor.academyId}, ${actor.instructorId}, ${text})`);
    return true;
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    return false;
  }
}
