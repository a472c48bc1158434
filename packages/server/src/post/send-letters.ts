import { type Logger } from 'pino';
import { type Database, type Queries } from '../database/database.ts';
import { type LetterLink, wholeBody } from './letter.ts';
import { findDueLetter, giveUpLetter, noteSent, noteTry } from './post-box-repository.ts';
import { type MailService } from './mail-service.ts';

/**
 * Gives a link the secret that goes out with its letter, in place of the one of an earlier try.
 *
 * @returns undefined where the link opens nothing any more
 */
type NewSecret = (tx: Queries, academyId: string, linkId: string) => Promise<string | undefined>;

/** What letters go out by. */
export interface SendingDependencies {
  readonly db: Database;
  readonly service: MailService;
  readonly secrets: Readonly<Record<LetterLink['opens'], NewSecret>>;
  readonly logger: Logger;
}

const FIRST_WAIT_S = 30;
const LONGEST_WAIT_S = 3_600;
/** Some two days: who has not got it by then asks for another. */
const MOST_TRIES = 50;

/**
 * Sends one letter that is due. Its secret is made now and its hash stands before it goes out, so that a copy of the
 * database opens nothing. One that a server died over is sent again, with another secret: the newest one opens.
 *
 * @returns whether one was due
 */
export async function sendNextLetter({
  db,
  service,
  secrets,
  logger,
}: SendingDependencies): Promise<boolean> {
  const taken = await db.inTransaction(async (tx) => {
    const letter = await findDueLetter(tx);
    if (letter === undefined) return undefined;
    const secret =
      letter.tries < MOST_TRIES ? await secrets[letter.opens](tx, letter.academyId, letter.id) : undefined;
    if (secret === undefined) await giveUpLetter(tx, letter);
    else await noteTry(tx, letter, Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** letter.tries));
    return { letter, secret };
  });
  if (taken === undefined) return false;
  const { letter, secret } = taken;
  if (secret === undefined) {
    logger.info({ letter: letter.letterId }, 'a letter was given up: what it opens is over');
    return true;
  }
  const { recipient, subject, body, address, letterId } = letter;
  try {
    await service.send({ id: letterId, recipient, subject, body: wholeBody(body, address, secret) });
  } catch (error) {
    // Names, addresses and texts stay out of the log.
    const { code } = error as NodeJS.ErrnoException;
    logger.warn(
      { letter: letterId, code, tries: letter.tries + 1 },
      'the mail service did not take a letter',
    );
    return true;
  }
  await noteSent(db, letter);
  return true;
}
