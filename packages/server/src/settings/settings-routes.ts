import { type InstructorSettings, validateInstructorSettings } from '@lotrecht/records';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { conflict } from '../problems/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { findSettings, keepSettings } from './settings-repository.ts';

function says(
  { revision: _a, ...stored }: InstructorSettings,
  { revision: _b, ...sent }: InstructorSettings,
) {
  const sorted = (value: object): string =>
    JSON.stringify(value, (_key, item: unknown) =>
      typeof item === 'object' && item !== null && !Array.isArray(item)
        ? Object.fromEntries(Object.entries(item).toSorted(([a], [b]) => (a < b ? -1 : 1)))
        : item,
    );
  return sorted(stored) === sorted(sent);
}

/** What an instructor sets once: units, eye, equipment, how the target line is made. */
export function settingsRoutes(db: Database): readonly Route[] {
  return [
    {
      name: 'GET /api/settings',
      access: 'signed-in',
      audit: { nothing: 'no student is in it' },
      handle: async (ctx) => findSettings(db, requireActor(ctx)),
    },
    {
      name: 'PUT /api/settings',
      access: 'signed-in',
      audit: { nothing: 'their own, and no student is in it' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const sent = bodyOf(ctx, validateInstructorSettings);
        // Sent again after a lost answer it is kept already, one revision on.
        if (!(await keepSettings(db, actor, sent)) && !says(await findSettings(db, actor), sent)) {
          throw conflict('settings', await findSettings(db, actor));
        }
        return findSettings(db, actor);
      },
    },
  ];
}
