import { requireMethodInput } from '@lotrecht/contract';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { listMethods, setMethodDeleted } from './method-repository.ts';
import { saveMethod } from './save-method.ts';

/** Own methods: all, add, change, delete and undo. The shipped ones are in contract. */
export function methodRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/api/methods',
      access: 'signed-in',
      handle: async (ctx) => {
        ctx.body = await listMethods(db, requireActor(ctx));
      },
    },
    {
      method: 'put',
      path: '/api/methods/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        ctx.body = await saveMethod(db, requireActor(ctx), idParam(ctx), bodyOf(ctx, requireMethodInput));
      },
    },
    {
      method: 'delete',
      path: '/api/methods/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await setMethodDeleted(db, requireActor(ctx), idParam(ctx), true))) throw notFound();
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: '/api/methods/:id/restore',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await setMethodDeleted(db, requireActor(ctx), idParam(ctx), false))) throw notFound();
        ctx.status = 204;
      },
    },
  ];
}
