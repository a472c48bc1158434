import { randomUUID } from 'node:crypto';
import { type ErasureInput, validateErasureInput, validateRetentionInput } from '@lotrecht/contract';
import { recordEvent } from '../audit/academy-log.ts';
import { type Database } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound, Problem } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { type PostBox } from '../post/post-box.ts';
import { eraseStudent } from './erase-student.ts';
import { findRetention, keepRetention } from './retention.ts';
import { type Tombstones } from './tombstones.ts';

/** What erasing needs. */
export interface ErasureDependencies {
  readonly db: Database;
  readonly postBox: PostBox;
  readonly tombstones: Tombstones;
}

/** Erasing for good, and who was: so that devices let go of what they hold. */
export function erasureRoutes({ db, postBox, tombstones }: ErasureDependencies): readonly Route[] {
  const erase = async (ctx: AppContext, studentId: string, { name }: ErasureInput): Promise<void> => {
    const actor = requireActor(ctx);
    const erased = { academyId: actor.academyId, studentId };
    const letters = await db.inTransaction(async (tx) => {
      // Also one whose deletion could still be undone.
      const student = await tx.maybeOne<{ name: string }>(sql`
        SELECT name FROM student WHERE academy_id = ${actor.academyId} AND id = ${studentId} FOR UPDATE`);
      if (student === undefined) throw notFound();
      if (student.name.trim() !== name.trim()) throw otherName(name);
      const ids = await postBox.forget(tx, erased);
      await eraseStudent(tx, erased);
      await tx.exec(sql`
        INSERT INTO audit_entry (academy_id, id, instructor_id, student_id, action)
        VALUES (${actor.academyId}, ${randomUUID()}, ${actor.instructorId}, ${studentId}, 'erased')`);
      return ids;
    });
    // After the rows: a list that names someone who is still there would erase them at the next start.
    // It is done: a list that cannot be written now is made whole from the rows at the next start.
    await tombstones.add(erased).catch((error: unknown) => {
      ctx.state.log.error({ err: error }, 'the list of who was erased could not be written');
    });
    await postBox.forgetFiles(letters).catch((error: unknown) => {
      ctx.state.log.error({ err: error }, 'files of letters could not be removed');
    });
  };
  return [
    {
      method: 'post',
      path: '/api/students/:id/erase',
      access: 'head',
      handle: async (ctx) => {
        await erase(ctx, idParam(ctx), bodyOf(ctx, validateErasureInput));
        ctx.status = 204;
      },
    },
    {
      method: 'get',
      path: '/api/academy/retention',
      access: 'head',
      handle: async (ctx) => {
        ctx.body = await findRetention(db, requireActor(ctx), today());
      },
    },
    {
      method: 'put',
      path: '/api/academy/retention',
      access: 'head',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { months } = bodyOf(ctx, validateRetentionInput);
        await keepRetention(db, actor, months);
        const detail = months === null ? 'until asked' : `${months} months`;
        await recordEvent(db, actor, { action: 'retention-set', detail });
        ctx.body = await findRetention(db, actor, today());
      },
    },
    {
      method: 'get',
      path: '/api/erased-students',
      access: 'signed-in',
      handle: async (ctx) => {
        const { academyId } = requireActor(ctx);
        const rows = await db.many<{ id: string }>(
          sql`SELECT student_id AS id FROM erased_student WHERE academy_id = ${academyId} ORDER BY student_id`,
        );
        ctx.body = rows.map(({ id }) => id);
      },
    },
  ];
}

/** YYYY-MM-DD, UTC. */
function today(): string {
  return new Date().toISOString().slice(0, 10);
}

function otherName(read: string): Problem {
  return new Problem({
    status: 422,
    code: 'refused',
    title: 'The name is not this student’s. Nothing was erased.',
    errors: [
      { code: 'other-name', path: '/name', message: `Read “${read}”. Type the name as it stands above.` },
    ],
  });
}
