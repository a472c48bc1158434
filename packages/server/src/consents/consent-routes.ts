import { validateConsentInput } from '@lotrecht/records';
import { recordEvent } from '../audit/academy-log.ts';
import { type Change, recordChange } from '../changes/record-change.ts';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../problems/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { aboutStudent } from '../access/lock-student.ts';
import {
  confirmConsent,
  insertConsent,
  listConsents,
  listProposedConsents,
  studentOfConsent,
  withdrawConsent,
} from './consent-repository.ts';

function changeOf(id: string, studentId: string): Change {
  return { kind: 'consent', id, revision: null, studentId, action: 'changed' };
}

/** What guardians have consented to, and what they have withdrawn. */
export function consentRoutes(db: Database): readonly Route[] {
  return [
    {
      name: 'POST /api/students/:id/consents',
      access: 'signed-in',
      audit: { changes: 'consent' },
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const input = bodyOf(ctx, validateConsentInput);
        await aboutStudent(db, actor, id, async (tx) => {
          const consentId = await insertConsent(tx, actor, id, input);
          await recordChange(tx, actor, changeOf(consentId, id));
        });
        return listConsents(db, actor, id);
      },
    },
    {
      name: 'GET /api/consents/proposed',
      access: 'head',
      audit: { nothing: 'what waits for this head to look at the student' },
      handle: async (ctx) => listProposedConsents(db, requireActor(ctx)),
    },
    {
      name: 'POST /api/consents/:id/confirm',
      access: 'head',
      audit: { changes: 'consent' },
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const studentId = await studentOfConsent(db, actor, id);
        if (studentId === undefined) throw notFound();
        await aboutStudent(db, actor, studentId, async (tx) => {
          // A second head who confirms the same changes nothing.
          if (!(await confirmConsent(tx, actor, id))) return;
          await recordChange(tx, actor, changeOf(id, studentId));
          await recordEvent(tx, actor, { action: 'consent-confirmed', detail: '' });
        });
        return null;
      },
    },
    {
      name: 'DELETE /api/consents/:id',
      access: 'signed-in',
      audit: { changes: 'consent' },
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const studentId = await studentOfConsent(db, actor, id);
        if (studentId === undefined) throw notFound();
        await aboutStudent(db, actor, studentId, async (tx) => {
          if ((await withdrawConsent(tx, actor, id)) === undefined) throw notFound();
          await recordChange(tx, actor, changeOf(id, studentId));
        });
        return null;
      },
    },
  ];
}
