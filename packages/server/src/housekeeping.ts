import { type Logger } from 'pino';
import { noteWaitingLooks } from './audit/note-looks.ts';
import { sweepChanges } from './changes/change-log.ts';
import { markMeasuredBefore } from './checks/measure-anew.ts';
import { type Database } from './database/database.ts';
import { isBusy, hasNoRoom, isUnreachable } from './database/trouble.ts';
import { sweepTries } from './http/try-count.ts';
import { sweepDevices } from './identity/known-device-repository.ts';
import { type Tombstones, noteErasedElsewhere } from './erasure/tombstones.ts';
import { sweepLinks } from './identity/one-time-link-repository.ts';
import { sweepSessions } from './identity/session-repository.ts';
import { LETTER_SECRETS } from './letter-secrets.ts';
import { type MailService } from './post/mail-service.ts';
import { sendNextLetter } from './post/send-letters.ts';
import { refreshPriors } from './roster/academy-prior.ts';
import { refreshStandings } from './roster/refresh-standings.ts';

const STANDINGS_EVERY_MS = 2_000;
/** At a time: requests come between them. */
const STANDINGS_AT_ONCE = 20;
const LETTERS_EVERY_MS = 1_000;
const LOOKS_EVERY_MS = 5_000;
const SWEEP_EVERY_MS = 600_000;

/** What a server keeps in order by itself. */
export interface House {
  readonly db: Database;
  readonly logger: Logger;
  readonly tombstones: Tombstones;
  /** Undefined: letters wait. */
  readonly service: MailService | undefined;
}

/** What a server does by itself beside its requests, again and again until the process ends. */
export function keepHouse({ db, logger, tombstones, service }: House): void {
  let measuredBefore = true;
  again(logger, 'standings were not refreshed', async () => {
    if (measuredBefore) await markMeasuredBefore(db);
    measuredBefore = false;
    const done = await refreshStandings(db, { limit: STANDINGS_AT_ONCE });
    if (done === STANDINGS_AT_ONCE) return 0;
    await refreshPriors(db);
    return STANDINGS_EVERY_MS;
  });
  again(logger, 'looks were not noted', async () => {
    await noteWaitingLooks(db);
    return LOOKS_EVERY_MS;
  });
  if (service !== undefined) {
    const sending = { db, service, secrets: LETTER_SECRETS, logger };
    again(logger, 'letters did not go out', async () =>
      (await sendNextLetter(sending)) ? 0 : LETTERS_EVERY_MS,
    );
  }
  again(logger, 'who was erased elsewhere was not noted', async () => {
    await noteErasedElsewhere(db, tombstones);
    return SWEEP_EVERY_MS;
  });
  again(logger, 'what is over was not swept out', async () => {
    for (const sweep of [sweepSessions, sweepTries, sweepDevices, sweepLinks, sweepChanges]) await sweep(db);
    return SWEEP_EVERY_MS;
  });
}

/** @param work @returns how long to wait before the next time, ms */
function again(logger: Logger, complaint: string, work: () => Promise<number>): void {
  const next = (wait: number): void => {
    setTimeout(() => {
      work().then(next, (error: unknown) => {
        // A database that is away, full or busy is told elsewhere.
        if (!isUnreachable(error) && !hasNoRoom(error) && !isBusy(error))
          logger.error({ err: error }, complaint);
        next(LOOKS_EVERY_MS);
      });
    }, wait).unref();
  };
  next(STANDINGS_EVERY_MS);
}
