import { validateConsentInput } from '@lotrecht/contract';
import { recordEvent } from '../audit/academy-log.ts';
import { recordAccess } from '../audit/audit-repository.ts';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { lockStudent } from '../students/lock-student.ts';
import {
  confirmConsent,
  insertConsent,
  listConsents,
  listProposedConsents,
  studentOfConsent,
  withdrawConsent,
} from './consent-repository.ts';

/** What guardians have consented to, and what they have withdrawn. */
export function consentRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'post',
      path: '/api/students/:id/consents',
      access: 'signed-in',
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const input = bodyOf(ctx, validateConsentInput);
        await db.inTransaction(async (tx) => {
          await lockStudent(tx, actor, id);
          await insertConsent(tx, actor, id, input);
          await recordAccess(tx, actor, id, { action: 'changed', what: 'consent' });
        });
        ctx.body = await listConsents(db, actor, id);
      },
    },
    {
      method: 'get',
      path: '/api/consents/proposed',
      access: 'head',
      handle: async (ctx) => {
        ctx.body = await listProposedConsents(db, requireActor(ctx));
      },
    },
    {
      method: 'post',
      path: '/api/consents/:id/confirm',
      access: 'head',
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const studentId = await studentOfConsent(db, actor, id);
        if (studentId === undefined) throw notFound();
        await db.inTransaction(async (tx) => {
          await lockStudent(tx, actor, studentId);
          // A second head who confirms the same changes nothing.
          if (!(await confirmConsent(tx, actor, id))) return;
          await recordAccess(tx, actor, studentId, { action: 'changed', what: 'consent' });
          await recordEvent(tx, actor, { action: 'consent-confirmed', detail: '' });
        });
        ctx.status = 204;
      },
    },
    {
      method: 'delete',
      path: '/api/consents/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const studentId = await studentOfConsent(db, actor, id);
        if (studentId === undefined) throw notFound();
        await db.inTransaction(async (tx) => {
          await lockStudent(tx, actor, studentId);
          if ((await withdrawConsent(tx, actor, id)) === undefined) throw notFound();
          await recordAccess(tx, actor, studentId, { action: 'changed', what: 'consent' });
        });
        ctx.status = 204;
      },
    },
  ];
}
