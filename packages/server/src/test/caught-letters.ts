import { pino } from 'pino';
import { type Database } from '../database/database.ts';
import { LETTER_SECRETS } from '../letter-secrets.ts';
import { type MailService, type OutgoingLetter } from '../post/mail-service.ts';
import { sendNextLetter } from '../post/send-letters.ts';

/** A mail service whose letters a test can open: nowhere else do they hold their secrets. */
export class CaughtLetters implements MailService {
  readonly letters: OutgoingLetter[] = [];
  private readonly logger = pino({ level: 'silent' });

  async send(letter: OutgoingLetter): Promise<void> {
    this.letters.push(letter);
  }

  /** Sends whatever is due, as a server does by itself. */
  async deliver(db: Database): Promise<void> {
    const sending = { db, service: this, secrets: LETTER_SECRETS, logger: this.logger };
    while (await sendNextLetter(sending));
  }

  /** The secret of the link that went out last. */
  async lastToken(db: Database): Promise<string> {
    await this.deliver(db);
    return /(?:\/link\/|\/h#)(\S+)/.exec(this.letters.at(-1)?.body ?? '')?.[1] ?? '';
  }
}
