import { validateErasureInput, validateRetentionInput } from '@lotrecht/records';
import { recordEvent } from '../audit/academy-log.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { eraseByName, type ErasureDependencies, listErased } from './erase-by-name.ts';
import { findRetention, keepRetention } from './retention.ts';
import { today } from '../http/days.ts';

/** Erasing for good, and who was: so that devices let go of what they hold. */
export function erasureRoutes(dependencies: ErasureDependencies): readonly Route[] {
  const { db } = dependencies;
  return [
    {
      name: 'POST /api/students/:id/erase',
      access: 'head',
      audit: { nothing: 'erasing leaves its own note, without a name' },
      handle: async (ctx) => {
        const { name } = bodyOf(ctx, validateErasureInput);
        const wish = { studentId: idParam(ctx), name, log: ctx.state.log };
        await eraseByName(dependencies, requireActor(ctx), wish);
        return null;
      },
    },
    {
      name: 'GET /api/academy/retention',
      access: 'head',
      audit: { nothing: 'whose time is over, for the head to decide' },
      handle: async (ctx) => findRetention(db, requireActor(ctx), today()),
    },
    {
      name: 'PUT /api/academy/retention',
      access: 'head',
      audit: { event: true },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { months } = bodyOf(ctx, validateRetentionInput);
        await keepRetention(db, actor, months);
        const detail = months === null ? 'until asked' : `${months} months`;
        await recordEvent(db, actor, { action: 'retention-set', detail });
        return findRetention(db, actor, today());
      },
    },
    {
      name: 'GET /api/erased-students',
      access: 'signed-in',
      audit: { nothing: 'ids of nobody who is there' },
      handle: async (ctx) => {
        const { academyId } = requireActor(ctx);
        return listErased(db, academyId);
      },
    },
  ];
}
