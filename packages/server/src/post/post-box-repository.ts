import { randomUUID } from 'node:crypto';
import { type PostView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { keptBody, type Letter, type LetterLink } from './letter.ts';

/** Puts a letter into the box, in the transaction that makes what it opens: both are there, or neither. */
export async function putLetter(tx: Queries, letter: Letter): Promise<void> {
  const { academyId, studentId = null, recipient, subject, link } = letter;
  await tx.exec(sql`
    INSERT INTO post_box
      (academy_id, id, student_id, recipient, subject, body, opens, link_id, address, next_try_at)
    VALUES (${academyId}, ${randomUUID()}, ${studentId}, ${recipient}, ${subject}, ${keptBody(letter)},
            ${link.opens}, ${link.id}, ${link.address}, UTC_TIMESTAMP(3))`);
}

/** A letter whose turn it is. */
export interface DueLetter extends LetterLink {
  readonly academyId: string;
  readonly letterId: string;
  readonly recipient: string;
  readonly subject: string;
  readonly body: string;
  /** How often it was tried before. */
  readonly tries: number;
}

/** The letter that has waited longest, unless another server is at it. */
export function findDueLetter(tx: Queries): Promise<DueLetter | undefined> {
  return tx.maybeOne<DueLetter>(sql`
    SELECT academy_id AS academyId, id AS letterId, recipient, subject, body, opens, link_id AS id, address, tries
    FROM post_box WHERE next_try_at <= UTC_TIMESTAMP(3) ORDER BY next_try_at LIMIT 1 FOR UPDATE SKIP LOCKED`);
}

type LetterKey = Pick<DueLetter, 'academyId' | 'letterId'>;

/** A letter is tried now, and again after so many seconds if nothing is heard of it. */
export async function noteTry(
  tx: Queries,
  { academyId, letterId }: LetterKey,
  againInS: number,
): Promise<void> {
  await tx.exec(sql`
    UPDATE post_box SET tries = tries + 1, next_try_at = UTC_TIMESTAMP(3) + INTERVAL ${againInS} SECOND
    WHERE academy_id = ${academyId} AND id = ${letterId}`);
}

/** A letter that is not tried again. */
export async function giveUpLetter(tx: Queries, { academyId, letterId }: LetterKey): Promise<void> {
  await tx.exec(sql`
    UPDATE post_box SET next_try_at = NULL WHERE academy_id = ${academyId} AND id = ${letterId}`);
}

/** A letter that is out. */
export async function noteSent(db: Queries, { academyId, letterId }: LetterKey): Promise<void> {
  await db.exec(sql`
    UPDATE post_box SET sent_at = UTC_TIMESTAMP(3), next_try_at = NULL
    WHERE academy_id = ${academyId} AND id = ${letterId}`);
}

const SHOWN = 100;

/** An academy's latest letters, newest first. */
export async function listPost(db: Queries, academyId: string): Promise<readonly PostView[]> {
  const rows = await db.many<Omit<PostView, 'state'> & { isWaiting: number }>(sql`
    SELECT id, recipient, subject, body, created_at AS writtenAt, sent_at AS sentAt, tries,
           next_try_at IS NOT NULL AS isWaiting
    FROM post_box WHERE academy_id = ${academyId} ORDER BY created_at DESC, id LIMIT ${SHOWN}`);
  return rows.map(({ isWaiting, ...row }) => ({
    ...row,
    writtenAt: isoFromUtc(row.writtenAt),
    sentAt: row.sentAt === null ? null : isoFromUtc(row.sentAt),
    state: row.sentAt !== null ? 'sent' : isWaiting === 1 ? 'waiting' : 'given-up',
  }));
}
