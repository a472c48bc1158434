import { randomUUID } from 'node:crypto';
import { rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { type PostView } from '@lotrecht/records';
import { type Database, type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';

/** One message to one person. */
export interface Letter {
  readonly academyId: string;
  /** Whom it is about; it goes with them when they are erased. */
  readonly studentId?: string;
  readonly recipient: string;
  readonly subject: string;
  readonly body: string;
  /** Goes out with the letter and is not kept with its copy. */
  readonly secret?: string;
}

/** Where messages go: a stand-in for a mail service. */
export interface PostBox {
  /** Outside a transaction, which may be tried again: a letter that is out cannot be taken back. */
  send(db: Database, letter: Letter): Promise<void>;
  /** Lets go of every letter about a student. @returns which, so that their files can go after the commit */
  forget(
    tx: Queries,
    about: { readonly academyId: string; readonly studentId: string },
  ): Promise<readonly string[]>;
  forgetFiles(letterIds: readonly string[]): Promise<void>;
}

/** What stays of a letter here: a link's secret went out and is stored nowhere. */
function keptBody({ body, secret }: Letter): string {
  return secret === undefined ? body : body.replaceAll(secret, '…');
}

/** A header's value without line breaks, so that no name can add a header of its own. */
function oneLine(text: string): string {
  return text.replace(/[\r\n]+/g, ' ');
}

/** A message as RFC 5322 has it; words beyond ASCII as RFC 2047 has them. */
export function toEml(letter: Letter, id: string, now: Date): string {
  const subject = `=?utf-8?B?${Buffer.from(oneLine(letter.subject)).toString('base64')}?=`;
  return [
    'From: Lotrecht <no-reply@lotrecht.invalid>',
    `To: ${oneLine(letter.recipient)}`,
    `Subject: ${subject}`,
    `Date: ${now.toUTCString()}`,
    `Message-ID: <${id}@lotrecht.invalid>`,
    'MIME-Version: 1.0',
    'Content-Type: text/plain; charset=utf-8',
    'Content-Transfer-Encoding: base64',
    '',
    Buffer.from(letter.body).toString('base64'),
    '',
  ].join('\r\n');
}

/**
 * The simulated post box: a row for the head's view and, with a folder, an .eml file each.
 *
 * @param folder where the files go, or undefined: rows only
 */
export function simulatedPostBox(folder: string | undefined): PostBox {
  return {
    send: async (db, letter) => {
      const id = randomUUID();
      await db.exec(sql`
        INSERT INTO post_box (academy_id, id, student_id, recipient, subject, body)
        VALUES (${letter.academyId}, ${id}, ${letter.studentId ?? null}, ${letter.recipient}, ${letter.subject}, ${keptBody(letter)})`);
      if (folder !== undefined) {
        await writeFile(path.join(folder, `${id}.eml`), toEml(letter, id, new Date()), { mode: 0o600 });
      }
    },
    forget: async (tx, { academyId, studentId }) => {
      const about = sql`academy_id = ${academyId} AND student_id = ${studentId}`;
      const letters = await tx.many<{ id: string }>(sql`SELECT id FROM post_box WHERE ${about}`);
      if (letters.length > 0) await tx.exec(sql`DELETE FROM post_box WHERE ${about}`);
      return letters.map(({ id }) => id);
    },
    forgetFiles: async (letterIds) => {
      if (folder === undefined) return;
      for (const id of letterIds) await rm(path.join(folder, `${id}.eml`), { force: true });
    },
  };
}

const SHOWN = 100;

/** An academy's latest messages, newest first. */
export async function listPost(db: Queries, academyId: string): Promise<readonly PostView[]> {
  const rows = await db.many<PostView>(sql`
    SELECT id, recipient, subject, body, sent_at AS sentAt FROM post_box
    WHERE academy_id = ${academyId} ORDER BY sent_at DESC, id LIMIT ${SHOWN}`);
  return rows.map((row) => ({ ...row, sentAt: isoFromUtc(row.sentAt) }));
}
