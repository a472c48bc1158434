import { type LinkView } from '@lotrecht/contract';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Actor } from '../http/context.ts';
import { hashToken, newToken } from './session-repository.ts';

/** What a link is for; its token goes out by post and is stored nowhere. */
export interface NewLink {
  readonly academyId: string;
  readonly kind: LinkView['kind'];
  /** Whose password is set anew; null for an invitation. */
  readonly instructorId: string | null;
  readonly email: string;
  readonly name: string;
  readonly role: Actor['role'];
  readonly hours: number;
}

/** A link that can still be used. */
export interface OpenLink extends Omit<NewLink, 'hours'> {
  readonly academyName: string;
}

/** Makes a link. @returns its token */
export async function insertLink(db: Queries, link: NewLink): Promise<string> {
  const token = newToken();
  await db.exec(sql`
    INSERT INTO one_time_link (token_hash, academy_id, kind, instructor_id, email, name, role, expires_at)
    VALUES (${hashToken(token)}, ${link.academyId}, ${link.kind}, ${link.instructorId}, ${link.email},
            ${link.name}, ${link.role}, UTC_TIMESTAMP(3) + INTERVAL ${link.hours} HOUR)`);
  return token;
}

/** A link by its token, unless it was used or has expired. */
export function findOpenLink(db: Queries, token: string): Promise<OpenLink | undefined> {
  return db.maybeOne<OpenLink>(sql`
    SELECT k.academy_id AS academyId, k.kind, k.instructor_id AS instructorId, k.email, k.name, k.role,
           a.name AS academyName
    FROM one_time_link k JOIN academy a ON a.id = k.academy_id
    WHERE k.token_hash = ${hashToken(token)} AND k.used_at IS NULL AND k.expires_at > UTC_TIMESTAMP(3)`);
}

/** Uses a link up. @returns false when someone else just did */
export async function useLink(db: Queries, token: string): Promise<boolean> {
  const used = await db.exec(sql`
    UPDATE one_time_link SET used_at = UTC_TIMESTAMP(3)
    WHERE token_hash = ${hashToken(token)} AND used_at IS NULL AND expires_at > UTC_TIMESTAMP(3)`);
  return used === 1;
}
