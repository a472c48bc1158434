import { type ClubGroup, USUAL_OF_CLUB, validateCheckInput } from '@lotrecht/contract';
import { LINE_NAMES } from '@lotrecht/core';
import { recordAccess } from '../audit/audit-repository.ts';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idHeader, idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { oneOf } from '../http/query.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { findCheck, listVersions, setCheckDeleted } from './check-repository.ts';
import { recomputeBroughtBack } from './correct-hand.ts';
import { findStudent } from '../students/student-repository.ts';
import { listMeasuredLines } from './measured-line-repository.ts';
import { saveCheck } from './save-check.ts';

/** Checks: one, its versions, its student's lines over time, save, delete and undo. */
export function checkRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/api/checks/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const check = await findCheck(db, actor, idParam(ctx));
        if (check === undefined) throw notFound();
        await recordAccess(db, actor, check.studentId, 'seen');
        ctx.body = check;
      },
    },
    {
      method: 'get',
      path: '/api/students/:id/lines',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const student = await findStudent(db, actor, idParam(ctx));
        if (student === undefined) throw notFound();
        await recordAccess(db, actor, student.id, 'seen');
        ctx.body = await listMeasuredLines(db, actor, { studentId: student.id });
      },
    },
    {
      method: 'get',
      path: '/api/students/:id/lines/:line',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const student = await findStudent(db, actor, idParam(ctx));
        if (student === undefined) throw notFound();
        const line = LINE_NAMES.find((name) => name === ctx.params['line']);
        if (line === undefined) throw notFound();
        const clubGroup = oneOf(ctx, 'club', Object.keys(USUAL_OF_CLUB) as ClubGroup[]);
        await recordAccess(db, actor, student.id, 'seen');
        ctx.body = await listMeasuredLines(db, actor, {
          studentId: student.id,
          line,
          ...(clubGroup && { clubGroup }),
        });
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
        const actor = requireActor(ctx);
        const saved = await saveCheck(db, actor, save, ctx.state.log);
        await recordAccess(db, actor, saved.studentId, 'changed');
        ctx.body = saved;
      },
    },
    {
      method: 'delete',
      path: '/api/checks/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        if (!(await db.inTransaction((tx) => setCheckDeleted(tx, actor, id, true)))) throw notFound();
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: '/api/checks/:id/restore',
      access: 'signed-in',
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        await db.inTransaction(async (tx) => {
          if (!(await setCheckDeleted(tx, actor, id, false))) throw notFound();
          const check = await findCheck(tx, actor, id);
          if (check !== undefined) await recomputeBroughtBack(tx, actor, check.studentId);
        });
        ctx.status = 204;
      },
    },
  ];
}
