import { DatabaseBusy, hasNoRoom, isBusy, isUnreachable } from './trouble.ts';

/** What somebody waits for beside what they came for. @throws DatabaseBusy when it is not done in time; it may be later */
export async function inTime<T>(work: Promise<T>, ms: number): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const tooLate = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(new DatabaseBusy('not done in time')), ms);
  });
  try {
    return await Promise.race([work, tooLate]);
  } finally {
    clearTimeout(timer);
    // What fails after all has been answered for.
    work.catch(() => undefined);
  }
}

/**
 * What can wait when the database takes nothing for the moment: a read goes on without it.
 *
 * @returns whether it was done
 * @throws any error that is another
 */
export async function ifPossible(work: Promise<unknown>, ms: number): Promise<boolean> {
  try {
    await inTime(work, ms);
    return true;
  } catch (error) {
    if (isBusy(error) || hasNoRoom(error) || isUnreachable(error)) return false;
    throw error;
  }
}
