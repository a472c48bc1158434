import { isDeepStrictEqual } from 'node:util';
import { type StationPlanInput, type StationPlanView, validateStationPlanInput } from '@lotrecht/contract';
import { type Database } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { type Actor } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { conflict, notFound } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { findPlace } from '../places/place-repository.ts';
import { findPlan, insertPlan, listPlans, setPlanDeleted, updatePlan } from './station-plan-repository.ts';

function says(plan: StationPlanView, input: StationPlanInput): boolean {
  return (
    plan.name === input.name && plan.placeId === input.placeId && isDeepStrictEqual(plan.plan, input.plan)
  );
}

/** Adds or changes a plan; sending the same again changes nothing. @throws Problem 409, 404 */
async function savePlan(
  db: Database,
  actor: Actor,
  id: string,
  input: StationPlanInput,
): Promise<StationPlanView> {
  if (input.placeId !== null && (await findPlace(db, actor, input.placeId)) === undefined) throw notFound();
  if (input.revision === 0) {
    try {
      await insertPlan(db, actor, id, input);
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      const existing = await findPlan(db, actor, id);
      if (existing === undefined) throw notFound();
      if (!says(existing, input)) throw conflict(existing);
    }
  } else if (!(await updatePlan(db, actor, id, input))) {
    const current = await findPlan(db, actor, id);
    throw current === undefined ? notFound() : conflict(current);
  }
  const saved = await findPlan(db, actor, id);
  if (saved === undefined) throw notFound();
  return saved;
}

/** Station plans: all, add, change, delete and undo. */
export function stationPlanRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/api/station-plans',
      access: 'signed-in',
      handle: async (ctx) => {
        ctx.body = await listPlans(db, requireActor(ctx));
      },
    },
    {
      method: 'put',
      path: '/api/station-plans/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const input = bodyOf(ctx, validateStationPlanInput);
        ctx.body = await savePlan(db, requireActor(ctx), idParam(ctx), input);
      },
    },
    {
      method: 'delete',
      path: '/api/station-plans/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await setPlanDeleted(db, requireActor(ctx), idParam(ctx), true))) throw notFound();
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: '/api/station-plans/:id/restore',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await setPlanDeleted(db, requireActor(ctx), idParam(ctx), false))) throw notFound();
        ctx.status = 204;
      },
    },
  ];
}
