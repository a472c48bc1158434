import { type Entry, type EntryKey, keyText, type Protocol } from './entry.ts';
import { nextToSend, type Request, requestOf } from './next.ts';
import { type Answer, step } from './step.ts';

/** As many in a row without an answer are the network’s, not the record’s: the rest waits too. */
const UNANSWERED_ENDS = 2;

/** Where entries are held. What a device has said is on it, also after its power was cut. */
export interface Device {
  /** Everything that one has typed here and that is not known to be kept. */
  all(owner: string): Promise<readonly Entry[]>;
  /**
   * Changes one entry, and nobody else changes it meanwhile.
   *
   * @returns what it is then
   */
  change(key: EntryKey, to: (entry: Entry | null) => Entry | null): Promise<Entry | null>;
}

/** What became of one sending. */
export interface Outcome {
  readonly key: EntryKey;
  /** The page that had asked. */
  readonly by: string;
  readonly answer: Answer;
  /** What the device has of it then; null: all of it is kept. */
  readonly entry: Entry | null;
  /** As the server has it now, where that is from here; null: it is not, or not known. */
  readonly view: unknown;
}

/** How a round of sending goes. */
export interface Round {
  readonly device: Device;
  readonly protocol: Protocol;
  readonly send: (request: Request) => Promise<Answer>;
  /** Said for each answer before anything else can happen to the record: its page is never behind the device. */
  readonly noted: (outcome: Outcome) => void;
  /** Said for each answer when the device has it. */
  readonly answered: (outcome: Outcome) => void;
}

/** What a round goes by; others than these are tried only where it is to be seen that they are found out. */
export interface Rules {
  readonly step: typeof step;
  readonly nextToSend: typeof nextToSend;
}

/**
 * Sends everything that one has asked to be kept, one after the other: parents first, then in the order of asking. What
 * is asked meanwhile goes along.
 *
 * @returns false where it ended at trouble that passes, and is to be tried again
 */
export async function drain(
  owner: string,
  round: Round,
  { step: goOn, nextToSend: choose }: Rules = { step, nextToSend },
): Promise<boolean> {
  const { device, protocol, send, noted, answered } = round;
  // What a server answers ends each try: the same asking at the same base never goes twice in one round.
  const tried = new Set<string>();
  const tryOf = (entry: Entry): string =>
    `${keyText(entry)} ${entry.asked?.once ?? ''} ${entry.asked?.over?.revision ?? 0}`;
  let [unanswered, isThrough] = [0, true];
  for (;;) {
    const next = choose(await device.all(owner), (entry) => tried.has(tryOf(entry)));
    if (next === null) return isThrough;
    const entry = await device.change(next, (now) => goOn(next, now, { is: 'sent' }, protocol));
    const request = entry === null ? null : requestOf(entry, protocol);
    // Also where another tab has sent it, or it was given up meanwhile: a device that says otherwise is not asked for ever.
    tried.add(tryOf(entry ?? next));
    if (entry === null || request === null || entry.trouble !== null) continue;
    const answer = await send(request);
    const { said, by } = request;
    const outcomeOf = (after: Entry | null): Outcome => ({
      key: keyOf(next),
      by,
      answer,
      entry: after,
      view: viewOf(answer, after),
    });
    const after = await device.change(next, (now) => {
      const changed = goOn(next, now, { is: 'answered', said, by, answer }, protocol);
      noted(outcomeOf(changed));
      return changed;
    });
    answered(outcomeOf(after));
    if (answer.is === 'closed') return false;
    unanswered = answer.is === 'unknown' ? unanswered + 1 : 0;
    if (answer.is === 'unknown') isThrough = false;
    if (unanswered === UNANSWERED_ENDS) return false;
  }
}

function keyOf({ owner, kind, id }: EntryKey): EntryKey {
  return { owner, kind, id };
}

/** An answer that was lost comes back as a conflict with what is our own. */
function viewOf(answer: Answer, after: Entry | null): unknown {
  if (answer.is === 'kept') return answer.view;
  return answer.is === 'conflict' && after?.trouble?.what !== 'conflict' ? answer.theirs : null;
}
