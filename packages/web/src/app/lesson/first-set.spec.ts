import { type CheckView, type RoutineInput } from '@lotrecht/records';
import { firstSetSentences } from './first-set.ts';

const ORDERS = { face: ['sight', 'face', 'stance'], feet: ['sight', 'stance', 'face'] } as const;

function walkIn(id: string, order: readonly string[]): Pick<RoutineInput, 'recording'> & { id: string } {
  return {
    id,
    recording: {
      method: 'Ours',
      steps: ['sight', 'face', 'stance'],
      help: 'blind',
      phase: 'baseline',
      place: 'range',
      events: order.map((deed, n) => ({ id: `${id}${n}`, deed, atS: n })),
    },
  };
}

function checkOf(routineId: string, toesDeg: number): Pick<CheckView, 'result' | 'record'> {
  return {
    record: { routineId },
    result: { targetLineUncertaintyDeg: 0, lines: { toes: { handedAzimuthDeg: toesDeg } } },
  } as unknown as CheckView;
}

describe('what was set first', () => {
  const walked = (['face', 'feet'] as const).flatMap((first) =>
    [1, 2, 3, 4, 5].map((n) => ({ id: `${first}${n}`, first, n })),
  );
  const walkIns = walked.map(({ id, first }) => walkIn(id, ORDERS[first]));
  const checks = walked.map(({ id, first, n }) => checkOf(id, (first === 'face' ? 0 : 3) + 0.1 * n));
  const told = { handedness: 'right', unit: 'm' } as const;

  it('stands beside each line with count and interval, places first', () => {
    expect(firstSetSentences(walkIns, checks, told)).toEqual([
      'Toes, face first: 0.8 m right at 150 m, ± 0.5 m, 5 set-ups.',
      'Toes, feet first: 8.6 m right at 150 m, ± 0.5 m, 5 set-ups.',
    ]);
  });

  it('says nothing before there are five of each, or of walk-ins that nobody recorded', () => {
    expect(firstSetSentences(walkIns, checks.slice(1), told)).toEqual([]);
    expect(firstSetSentences(walkIns.slice(1), checks, told)).toEqual([]);
    expect(firstSetSentences([], checks, told)).toEqual([]);
  });
});
