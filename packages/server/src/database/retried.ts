import { isBusy } from './trouble.ts';

const TRIES = 6;
const FIRST_PAUSE_MS = 8;

/** @returns a pause, so that those who were in each other's way do not come back at the same moment */
function pause(attempt: number): Promise<void> {
  const most = FIRST_PAUSE_MS * 2 ** attempt;
  return new Promise((resolve) => setTimeout(resolve, most * (0.25 + 0.75 * Math.random())));
}

/**
 * Tries again what others were in the way of, with growing pauses, until `untilMs` have passed.
 *
 * @throws the last error
 */
export async function retried<T>(work: () => Promise<T>, untilMs: number): Promise<T> {
  const deadline = performance.now() + untilMs;
  for (let attempt = 1; ; attempt++) {
    try {
      return await work();
    } catch (error) {
      if (!isBusy(error) || attempt === TRIES || performance.now() > deadline) throw error;
      await pause(attempt);
    }
  }
}
