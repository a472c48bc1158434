import { KIND, type Kept, type RoutineInput, validateRoutineInput } from '@lotrecht/records';
import { type Kind, type Said } from '../kind.ts';

/** Recorded walk-ins of a student. What was tapped is never taken away: a wrong tap is struck out. */
export const ROUTINE: Kind<RoutineInput, Kept<RoutineInput>> = {
  ...KIND.routine,
  require: validateRoutineInput,
  appends: { field: 'recording/events', lost: lostTap },
};

type Taps = RoutineInput['recording']['events'];

/** The first tap that stood there and is gone or other than it was; only striking out may change one. */
function lostTap(before: Said, after: Said): string | null {
  const [old, now] = [tapsOf(before), tapsOf(after)];
  const at = old.findIndex((tap, index) => {
    const kept = now[index];
    return (
      kept?.id !== tap.id || kept.deed !== tap.deed || kept.atS !== tap.atS || kept.approach !== tap.approach
    );
  });
  return at < 0 ? null : `Tap ${at + 1} stood there already. Strike it out instead of taking it away.`;
}

function tapsOf(said: Said): Taps {
  return (said['recording'] as RoutineInput['recording']).events;
}
