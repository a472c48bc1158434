import { type Database } from '../database/database.ts';
import { requireActor } from '../http/require-actor.ts';
import { type Route } from '../http/route.ts';
import { listPost } from './post-box-repository.ts';

/** Letters that went out, for the head. */
export function postRoutes(db: Database): readonly Route[] {
  return [
    {
      name: 'GET /api/post',
      access: 'head',
      audit: { nothing: 'letters without what they open' },
      handle: async (ctx) => listPost(db, requireActor(ctx).academyId),
    },
  ];
}
