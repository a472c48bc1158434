import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { type AnyKind } from './kind.ts';
import { KINDS } from './kinds/index.ts';
import { recordsOf } from './record-store.ts';

/** Every kind: all, one, add, change, take away and bring back. */
export function recordRoutes(db: Database): readonly Route[] {
  return KINDS.flatMap((kind) => routesOf(db, kind));
}

function routesOf(db: Database, kind: AnyKind): readonly Route[] {
  const records = recordsOf(kind);
  const one = `/api/${kind.path}/:id`;
  return [
    {
      method: 'get',
      path: `/api/${kind.path}`,
      access: 'signed-in',
      handle: async (ctx) => {
        ctx.body = await records.list(db, requireActor(ctx));
      },
    },
    {
      method: 'get',
      path: one,
      access: 'signed-in',
      handle: async (ctx) => {
        const found = await records.find(db, requireActor(ctx), idParam(ctx));
        if (found === undefined) throw notFound();
        ctx.body = found;
      },
    },
    {
      method: 'put',
      path: one,
      access: 'signed-in',
      handle: async (ctx) => {
        ctx.body = await records.save(db, requireActor(ctx), idParam(ctx), bodyOf(ctx, kind.require));
      },
    },
    {
      method: 'delete',
      path: one,
      access: 'signed-in',
      handle: async (ctx) => {
        await records.setDeleted(db, requireActor(ctx), idParam(ctx), true);
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: `${one}/restore`,
      access: 'signed-in',
      handle: async (ctx) => {
        await records.setDeleted(db, requireActor(ctx), idParam(ctx), false);
        ctx.status = 204;
      },
    },
  ];
}
