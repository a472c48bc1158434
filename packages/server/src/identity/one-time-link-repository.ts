import { randomUUID } from 'node:crypto';
import { type InvitationView, type LinkView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor } from '../access/actor.ts';
import { hashToken, newToken } from './session-repository.ts';

/** What a link is for; its secret goes out by letter and is stored nowhere. */
export interface NewLink {
  readonly academyId: string;
  readonly kind: LinkView['kind'];
  /** Whose password is set anew, or who came in by a file and is invited; null for someone new. */
  readonly instructorId: string | null;
  /** The head who invites; null for a new password. */
  readonly invitedBy: string | null;
  readonly email: string;
  readonly name: string;
  readonly role: Actor['role'];
  readonly hours: number;
}

/** A link that can still be used. */
export interface OpenLink extends Omit<NewLink, 'hours' | 'invitedBy'> {
  readonly academyName: string;
}

/** Makes a link that opens once its letter goes out, with the secret that is made then. @returns its id */
export async function insertLink(tx: Queries, link: NewLink): Promise<string> {
  const id = randomUUID();
  await tx.exec(sql`
    INSERT INTO one_time_link
      (token_hash, id, academy_id, kind, instructor_id, invited_by, email, name, role, expires_at)
    VALUES (${hashToken(newToken())}, ${id}, ${link.academyId}, ${link.kind}, ${link.instructorId},
            ${link.invitedBy}, ${link.email}, ${link.name}, ${link.role}, UTC_TIMESTAMP(3) + INTERVAL ${link.hours} HOUR)`);
  return id;
}

/** Gives a link the secret that goes out now. @returns undefined where it opens nothing any more */
export async function renewLinkSecret(
  tx: Queries,
  academyId: string,
  linkId: string,
): Promise<string | undefined> {
  const secret = newToken();
  const renewed = await tx.exec(sql`
    UPDATE one_time_link k SET k.token_hash = ${hashToken(secret)}
    WHERE k.academy_id = ${academyId} AND k.id = ${linkId} AND ${OPEN}`);
  return renewed === 1 ? secret : undefined;
}

/** What can still be used: not used, not over, and whoever invited may still invite. */
const OPEN = sql`k.used_at IS NULL AND k.expires_at > UTC_TIMESTAMP(3)
  AND (k.kind = 'password-reset' OR EXISTS (
    SELECT 1 FROM instructor h
    WHERE h.academy_id = k.academy_id AND h.id = k.invited_by AND h.role = 'head' AND h.suspended_at IS NULL))`;

/** A link by its token, unless it was used, closed or has expired. */
export function findOpenLink(db: Queries, token: string): Promise<OpenLink | undefined> {
  return db.maybeOne<OpenLink>(sql`
    SELECT k.academy_id AS academyId, k.kind, k.instructor_id AS instructorId, k.email, k.name, k.role,
           a.name AS academyName
    FROM one_time_link k JOIN academy a ON a.id = k.academy_id
    WHERE k.token_hash = ${hashToken(token)} AND ${OPEN}`);
}

/** Uses a link up. @returns false when someone else just did */
export async function useLink(db: Queries, token: string): Promise<boolean> {
  const used = await db.exec(sql`
    UPDATE one_time_link k SET k.used_at = UTC_TIMESTAMP(3)
    WHERE k.token_hash = ${hashToken(token)} AND ${OPEN}`);
  return used === 1;
}

/** Closes every link by which an instructor's password could still be set: it has just been set, or is not to be. */
export async function closeLinksTo(
  db: Queries,
  { academyId, instructorId }: Pick<Actor, 'academyId' | 'instructorId'>,
): Promise<void> {
  await db.exec(sql`
    DELETE FROM one_time_link
    WHERE academy_id = ${academyId} AND instructor_id = ${instructorId} AND used_at IS NULL`);
}

/** Closes what a head has invited to. */
export async function closeInvitationsOf(
  db: Queries,
  { academyId, instructorId }: Pick<Actor, 'academyId' | 'instructorId'>,
): Promise<void> {
  await db.exec(sql`
    DELETE FROM one_time_link
    WHERE academy_id = ${academyId} AND invited_by = ${instructorId} AND used_at IS NULL`);
}

/** The academy's invitations that are open, newest first. */
export async function listInvitations(db: Queries, academyId: string): Promise<readonly InvitationView[]> {
  const rows = await db.many<InvitationView>(sql`
    SELECT k.id, k.name, k.email, k.role, i.name AS invitedBy, k.created_at AS createdAt, k.expires_at AS expiresAt
    FROM one_time_link k JOIN instructor i ON i.academy_id = k.academy_id AND i.id = k.invited_by
    WHERE k.academy_id = ${academyId} AND k.kind = 'invitation' AND ${OPEN}
    ORDER BY k.created_at DESC, k.id`);
  return rows.map((row) => ({
    ...row,
    createdAt: isoFromUtc(row.createdAt),
    expiresAt: isoFromUtc(row.expiresAt),
  }));
}

/** Closes an invitation. @returns to whom it was, or undefined where none was open */
export async function closeInvitation(
  tx: Queries,
  academyId: string,
  id: string,
): Promise<{ readonly name: string } | undefined> {
  const found = await tx.maybeOne<{ name: string }>(sql`
    SELECT k.name FROM one_time_link k
    WHERE k.academy_id = ${academyId} AND k.id = ${id} AND k.kind = 'invitation' AND k.used_at IS NULL FOR UPDATE`);
  if (found === undefined) return undefined;
  await tx.exec(sql`DELETE FROM one_time_link WHERE academy_id = ${academyId} AND id = ${id}`);
  return found;
}

/** Links whose time is long over. */
export async function sweepLinks(db: Queries): Promise<void> {
  await db.exec(sql`DELETE FROM one_time_link WHERE expires_at < UTC_TIMESTAMP(3) - INTERVAL 30 DAY`);
}
