import { validateInvitation } from '@lotrecht/records';
import { recordEvent } from '../audit/academy-log.ts';
import { type Database, type Queries } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { type PublicOrigins } from '../http/public-origin.ts';
import { requireActor } from '../http/require-actor.ts';
import { type Route } from '../http/route.ts';
import { putLetter } from '../post/post-box-repository.ts';
import { notFound, Problem } from '../problems/problem.ts';
import { findAddress } from './instructor-repository.ts';
import { closeInvitation, insertLink, listInvitations } from './one-time-link-repository.ts';
import { isStandInAddress } from './stand-in-address.ts';

const INVITATION_HOURS = 7 * 24;

/** Instructors who are invited to an academy. */
export function invitationRoutes(db: Database, origins: PublicOrigins): readonly Route[] {
  return [
    {
      name: 'POST /api/invitations',
      access: 'head',
      audit: { event: true },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { academyId, instructorId: invitedBy } = actor;
        const { name, email, role, instructorId = null } = bodyOf(ctx, validateInvitation);
        if (instructorId !== null) await requireNoAddress(db, { academyId, instructorId });
        const invited = {
          academyId,
          kind: 'invitation',
          instructorId,
          invitedBy,
          email,
          name,
          role,
        } as const;
        await db.inTransaction(async (tx) => {
          await recordEvent(tx, actor, { action: 'invited', detail: name });
          const id = await insertLink(tx, { ...invited, hours: INVITATION_HOURS });
          await putLetter(tx, {
            academyId,
            recipient: email,
            subject: 'You are invited to teach with Lotrecht',
            link: { opens: 'one-time-link', id, address: `${origins.letters}/link/` },
            body: (address) => `${name},\n\nchoose your password within a week:\n${address}\n`,
          });
        });
        ctx.status = 202;
        return {};
      },
    },
    {
      name: 'GET /api/invitations',
      access: 'head',
      audit: { nothing: 'no student is in it' },
      handle: async (ctx) => listInvitations(db, requireActor(ctx).academyId),
    },
    {
      name: 'DELETE /api/invitations/:id',
      access: 'head',
      audit: { event: true },
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        await db.inTransaction(async (tx) => {
          const closed = await closeInvitation(tx, actor.academyId, id);
          if (closed === undefined) throw notFound();
          await recordEvent(tx, actor, { action: 'invitation-closed', detail: closed.name });
        });
        return null;
      },
    },
  ];
}

/** Who came in by a file has no address of their own yet, and is invited to one; nobody else's is changed. */
async function requireNoAddress(
  db: Queries,
  { academyId, instructorId }: { readonly academyId: string; readonly instructorId: string },
): Promise<void> {
  const email = await findAddress(db, academyId, instructorId);
  if (email === undefined) throw notFound();
  if (isStandInAddress(email)) return;
  throw new Problem({
    status: 409,
    code: 'has-address',
    title: 'This instructor has an address already. Let them in again, or invite somebody new.',
  });
}
