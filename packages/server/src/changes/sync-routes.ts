import { type Database } from '../database/database.ts';
import { matching } from '../http/query.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { listChanges } from './change-log.ts';

/** What has changed since a device asked last. */
export function syncRoutes(db: Database): readonly Route[] {
  return [
    {
      name: 'GET /api/sync',
      access: 'signed-in',
      audit: { nothing: 'ids and numbers; what they stand for is asked for by itself' },
      handle: async (ctx) => {
        const since = matching(
          ctx,
          'since',
          /^\d{1,15}$/,
          'Give the number that the last answer ended with.',
        );
        return listChanges(db, requireActor(ctx), since === undefined ? undefined : Number(since));
      },
    },
  ];
}
