import { type Database } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Route } from './route.ts';

/**
 * Whether the process runs, and whether it can serve.
 *
 * @param migrated whether every migration that this server knows is in
 */
export function healthRoutes(db: Database, migrated: () => boolean): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/health/live',
      access: 'public',
      handle: async (ctx) => {
        ctx.body = { status: 'live' };
      },
    },
    {
      method: 'get',
      path: '/health/ready',
      access: 'public',
      handle: async (ctx) => {
        const answers = await db
          .maybeOne(sql`SELECT name FROM schema_migration WHERE finished_at IS NOT NULL LIMIT 1`)
          .then(
            (row) => row !== undefined,
            () => false,
          );
        // One migration of several makes no schema yet.
        const ready = answers && migrated();
        ctx.status = ready ? 200 : 503;
        ctx.body = { status: ready ? 'ready' : answers ? 'starting' : 'database-away' };
      },
    },
  ];
}
