import { requirePlace } from '@lotrecht/contract';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { findPlace, listPlaces, setPlaceDeleted } from './place-repository.ts';
import { savePlace } from './save-place.ts';

/** Places: all, one, add, change, delete and undo. */
export function placeRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/api/places',
      access: 'signed-in',
      handle: async (ctx) => {
        ctx.body = await listPlaces(db, requireActor(ctx));
      },
    },
    {
      method: 'get',
      path: '/api/places/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const place = await findPlace(db, requireActor(ctx), idParam(ctx));
        if (place === undefined) throw notFound();
        ctx.body = place;
      },
    },
    {
      method: 'put',
      path: '/api/places/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        ctx.body = await savePlace(db, requireActor(ctx), idParam(ctx), bodyOf(ctx, requirePlace));
      },
    },
    {
      method: 'delete',
      path: '/api/places/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await setPlaceDeleted(db, requireActor(ctx), idParam(ctx), true))) throw notFound();
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: '/api/places/:id/restore',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await setPlaceDeleted(db, requireActor(ctx), idParam(ctx), false))) throw notFound();
        ctx.status = 204;
      },
    },
  ];
}
