import { validateConsentInput } from '@lotrecht/contract';
import { recordAccess } from '../audit/audit-repository.ts';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { findStudent } from '../students/student-repository.ts';
import { insertConsent, listConsents, withdrawConsent } from './consent-repository.ts';

/** What guardians have consented to, and what they have withdrawn. */
export function consentRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'post',
      path: '/api/students/:id/consents',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const student = await findStudent(db, actor, idParam(ctx));
        if (student === undefined) throw notFound();
        await insertConsent(db, actor, student.id, bodyOf(ctx, validateConsentInput));
        await recordAccess(db, actor, student.id, 'changed');
        ctx.body = await listConsents(db, actor, student.id);
      },
    },
    {
      method: 'delete',
      path: '/api/consents/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const studentId = await db.inTransaction((tx) => withdrawConsent(tx, actor, id));
        if (studentId === undefined) throw notFound();
        await recordAccess(db, actor, studentId, 'changed');
        ctx.status = 204;
      },
    },
  ];
}
