import { type Database } from '../database/database.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { listEvents } from './academy-log.ts';
import { listAccesses } from './audit-repository.ts';

/** Who looked at whom, and what was done with the academy as a whole, for the head. */
export function auditRoutes(db: Database): readonly Route[] {
  return [
    {
      name: 'GET /api/audit',
      access: 'head',
      audit: { nothing: 'the notes themselves' },
      handle: async (ctx) => listAccesses(db, requireActor(ctx).academyId),
    },
    {
      name: 'GET /api/academy/events',
      access: 'head',
      audit: { nothing: 'no student is in it' },
      handle: async (ctx) => listEvents(db, requireActor(ctx).academyId),
    },
  ];
}
