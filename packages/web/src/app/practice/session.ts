import { type PlanPage, type PlanPageBlock, type PracticeDoneInput } from '@lotrecht/records';
import { localDay } from '../words/dates.ts';

export type Felt = 'left' | 'on' | 'right';

/** A session of a plan in the middle of which somebody is. */
export interface Session {
  readonly planId: string;
  readonly sessionId: string;
  readonly stage: PlanPage['stage'];
  readonly startedAtMs: number;
  readonly endedAtMs: number | null;
  /** Blocks as they were when it began: a page that comes anew in the middle changes nothing. */
  readonly blocks: readonly PlanPageBlock[];
  /** Of each block that is over: it was gone through, or left out. */
  readonly done: readonly boolean[];
  /** What is aimed at now; null: nothing is known to aim at. */
  readonly target: string | null;
  readonly oddness: number | null;
  readonly felt: Felt | null;
  readonly question: string;
}

/** The session that is to be done: today’s, else the last one that was missed, else the next; null: all are done. */
export function sessionFor(
  { sessions }: Pick<PlanPage, 'sessions'>,
  today: string,
): PlanPage['sessions'][number] | null {
  const open = sessions.filter(({ doneOn }) => doneOn === null);
  return (
    open.find(({ on }) => on === today) ??
    open.findLast(({ on }) => on < today) ??
    open.find(({ on }) => on > today) ??
    null
  );
}

export function begunSession(
  { id, stage, blocks }: Pick<PlanPage, 'id' | 'stage' | 'blocks'>,
  sessionId: string,
  nowMs: number,
): Session {
  return {
    planId: id,
    sessionId,
    stage,
    startedAtMs: nowMs,
    endedAtMs: null,
    blocks,
    done: [],
    target: null,
    oddness: null,
    felt: null,
    question: '',
  };
}

/** The block at hand; null at the end. */
export function blockOf({ blocks, done }: Session): PlanPageBlock | null {
  return blocks[done.length] ?? null;
}

/** On to the next block. */
export function pastBlock(session: Session, wasDone: boolean, nowMs: number): Session {
  const done = [...session.done, wasDone];
  return { ...session, done, target: null, endedAtMs: done.length >= session.blocks.length ? nowMs : null };
}

/** Another target than the one before, where there are two. @param dice a number from 0 to below 1 */
export function aimedAnew(session: Session, targets: readonly string[], dice: number): Session {
  const others = targets.length < 2 ? targets : targets.filter((name) => name !== session.target);
  return { ...session, target: others[Math.floor(dice * others.length)] ?? null };
}

/** All of it ticked off at once. */
export function tickedOff(session: Session, nowMs: number): Session {
  return { ...session, done: session.blocks.map(() => true), endedAtMs: nowMs };
}

/** What is kept of it. */
export function practiceOfSession(session: Session): Omit<PracticeDoneInput, 'studentId' | 'revision'> {
  const { planId, sessionId, stage, startedAtMs, endedAtMs, blocks, done, oddness, felt } = session;
  const began = new Date(startedAtMs);
  const question = session.question.trim();
  return {
    doneOn: localDay(began),
    startedAt: began.toISOString(),
    practice: {
      exercise: 'session',
      wanted: Math.max(1, blocks.length),
      done: done.filter(Boolean).length,
      seconds: Math.round(((endedAtMs ?? startedAtMs) - startedAtMs) / 1000),
      spoken: false,
      ...(oddness !== null && { oddness }),
      session: {
        planId,
        sessionId,
        stage,
        blocks: blocks.map(({ block }, n) => ({ block, done: done[n] === true })),
        ...(felt !== null && { felt }),
        ...(question !== '' && { question }),
      },
    },
  };
}
