import { type Database } from '../database/database.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { listGuesses } from './eye-repository.ts';
import { eyeView } from './eye-view.ts';

/** The actor's own eye, learned from guesses before the reveal. */
export function eyeRoutes(db: Database): readonly Route[] {
  return [
    {
      name: 'GET /api/eye',
      access: 'signed-in',
      audit: { nothing: 'no student is in it' },
      handle: async (ctx) => eyeView(await listGuesses(db, requireActor(ctx))),
    },
  ];
}
