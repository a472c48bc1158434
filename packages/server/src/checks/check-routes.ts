import { USUAL_OF_CLUB } from '@lotrecht/judging';
import { type ClubGroup, validateCheckInput } from '@lotrecht/records';
import { recordChange } from '../changes/record-change.ts';
import { lookedAt } from '../audit/note-looks.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idHeader, idParam } from '../http/params.ts';
import { type Actor } from '../access/actor.ts';
import { notFound } from '../problems/problem.ts';
import { matching, oneOf } from '../http/query.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { type Answerer } from './answerer.ts';
import { findCheck, listVersions, setCheckDeleted, studentOfCheck } from './check-repository.ts';
import { recomputeBroughtBack } from './correct-hand.ts';
import { aboutStudent } from '../access/lock-student.ts';
import { lookAtStudent } from '../students/look-at-student.ts';
import { listMeasuredChecks, listMeasuredLines } from './measured-line-repository.ts';
import { LINES } from './lines.ts';
import { saveCheck } from './save-check.ts';

/** Checks: one, its versions, its student's lines over time, save, delete and undo. */
export function checkRoutes(db: Database, answerer: Answerer): readonly Route[] {
  const changeDeleted = async (actor: Actor, id: string, deleted: boolean): Promise<void> => {
    const studentId = await studentOfCheck(db, actor, id);
    if (studentId === undefined) throw notFound();
    await aboutStudent(db, actor, studentId, async (tx, student) => {
      if (!deleted) await requireConsent(tx, actor, student, { scope: 'records' });
      if (!(await setCheckDeleted(tx, actor, id, deleted))) throw notFound();
      if (!deleted) await recomputeBroughtBack(tx, actor, studentId);
      const action = deleted ? 'deleted' : 'restored';
      await recordChange(tx, actor, { kind: 'check', id, revision: null, studentId, action });
    });
  };
  return [
    {
      name: 'GET /api/checks/:id',
      access: 'signed-in',
      audit: { seen: 'check' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const check = await findCheck(db, actor, idParam(ctx));
        if (check === undefined) throw notFound();
        lookedAt(ctx, [check.studentId]);
        return check;
      },
    },
    {
      name: 'GET /api/students/:id/lines',
      access: 'signed-in',
      audit: { seen: 'lines' },
      handle: async (ctx) => {
        const { id: studentId } = await lookAtStudent(ctx, db);
        return listMeasuredChecks(db, requireActor(ctx), { studentId });
      },
    },
    {
      name: 'GET /api/students/:id/lines/:line',
      access: 'signed-in',
      audit: { seen: 'lines' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { id: studentId } = await lookAtStudent(ctx, db);
        const line = LINES.find((name) => name === ctx.params['line']);
        if (line === undefined) throw notFound();
        const clubGroup = oneOf(ctx, 'club', Object.keys(USUAL_OF_CLUB) as ClubGroup[]);
        return listMeasuredLines(db, actor, {
          studentId,
          line,
          ...(clubGroup && { clubGroup }),
        });
      },
    },
    {
      name: 'GET /api/checks/:id/versions',
      access: 'signed-in',
      audit: { seen: 'versions' },
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const before = matching(ctx, 'before', /^[1-9]\d{0,8}$/, 'Give a revision, a whole number.');
        const check = await findCheck(db, actor, id);
        if (check === undefined) throw notFound();
        lookedAt(ctx, [check.studentId]);
        return listVersions(db, actor, id, before === undefined ? undefined : Number(before));
      },
    },
    {
      name: 'PUT /api/checks/:id',
      access: 'signed-in',
      audit: { changes: 'check' },
      handle: async (ctx) => {
        const save = {
          id: idParam(ctx),
          saveKey: idHeader(ctx, 'idempotency-key'),
          input: bodyOf(ctx, validateCheckInput),
        };
        const actor = requireActor(ctx);
        return saveCheck({ db, answerer }, actor, save, ctx.state.log);
      },
    },
    {
      name: 'DELETE /api/checks/:id',
      access: 'signed-in',
      audit: { changes: 'check' },
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        await changeDeleted(actor, id, true);
        return null;
      },
    },
    {
      name: 'POST /api/checks/:id/restore',
      access: 'signed-in',
      audit: { changes: 'check' },
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        await changeDeleted(actor, id, false);
        return null;
      },
    },
  ];
}
