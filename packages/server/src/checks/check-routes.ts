import { validateCheckInput } from '@lotrecht/contract';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idHeader, idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { findCheck, listVersions, setCheckDeleted } from './check-repository.ts';
import { saveCheck } from './save-check.ts';

/** Checks: one, its versions, save, delete and undo. */
export function checkRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/api/checks/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const check = await findCheck(db, requireActor(ctx), idParam(ctx));
        if (check === undefined) throw notFound();
        ctx.body = check;
      },
    },
    {
      method: 'get',
      path: '/api/checks/:id/versions',
      access: 'signed-in',
      handle: async (ctx) => {
        const versions = await listVersions(db, requireActor(ctx), idParam(ctx));
        if (versions.length === 0) throw notFound();
        ctx.body = versions;
      },
    },
    {
      method: 'put',
      path: '/api/checks/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const save = {
          id: idParam(ctx),
          saveKey: idHeader(ctx, 'idempotency-key'),
          input: bodyOf(ctx, validateCheckInput),
        };
        ctx.body = await saveCheck(db, requireActor(ctx), save, ctx.state.log);
      },
    },
    {
      method: 'delete',
      path: '/api/checks/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await setCheckDeleted(db, requireActor(ctx), idParam(ctx), true))) throw notFound();
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: '/api/checks/:id/restore',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await setCheckDeleted(db, requireActor(ctx), idParam(ctx), false))) throw notFound();
        ctx.status = 204;
      },
    },
  ];
}
