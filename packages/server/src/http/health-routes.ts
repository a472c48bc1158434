import { type Database } from '../database/database.ts';
import { hasSchema } from '../database/has-schema.ts';
import { type Route } from './route.ts';

/**
 * Whether the process runs, and whether it can serve.
 *
 * @param migrated whether every migration that this server knows is in
 */
export function healthRoutes(db: Database, migrated: () => boolean): readonly Route[] {
  return [
    {
      name: 'GET /health/live',
      access: 'public',
      audit: { nothing: 'no student is in it' },
      handle: async () => {
        return { status: 'live' };
      },
    },
    {
      name: 'GET /health/ready',
      access: 'public',
      audit: { nothing: 'no student is in it' },
      handle: async (ctx) => {
        const answers = await hasSchema(db);
        // One migration of several makes no schema yet.
        const ready = answers && migrated();
        ctx.status = ready ? 200 : 503;
        return { status: ready ? 'ready' : answers ? 'starting' : 'database-away' };
      },
    },
  ];
}
