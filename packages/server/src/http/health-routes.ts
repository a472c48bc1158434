import { type Database } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Route } from './route.ts';

/** Whether the process runs, and whether it can serve. */
export function healthRoutes(db: Database): readonly Route[] {
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
        const ready = await db
          .maybeOne(sql`SELECT name FROM schema_migration WHERE finished_at IS NOT NULL LIMIT 1`)
          .then(
            (row) => row !== undefined,
            () => false,
          );
        ctx.status = ready ? 200 : 503;
        ctx.body = { status: ready ? 'ready' : 'database-away' };
      },
    },
  ];
}
