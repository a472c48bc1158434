import { sql } from '../database/sql.ts';

/**
 * Of a version `v`: it was read cold, blind and before anything was said, by the instructor, from a line that stood as
 * it was laid.
 */
export const COLD_VERSION = sql`
  v.phase = 'baseline' AND v.help = 'blind' AND v.reader = 'instructor' AND v.rebase IS NULL`;
