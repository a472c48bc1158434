import { agreementOfRoutines, findingOfRoutine, type RoutineDeed, type RoutineEvent } from '@lotrecht/core';
import { agreementSentences, routineSentences } from '@lotrecht/words';
import { describe, expect, it } from 'vitest';
import { requireMethodDocument, SHIPPED_METHODS } from '../index.ts';
import { routineOfMethod } from './routine-of-method.ts';

const taps = (deeds: readonly RoutineDeed[]): readonly RoutineEvent[] =>
  deeds.map((deed, at) => ({ id: `${at}`, deed, atS: at }));
const routineNamed = (id: string) => {
  const method = SHIPPED_METHODS.find((m) => m.id === id);
  if (method === undefined) throw new Error(`${id} is shipped`);
  return routineOfMethod(method);
};

/** Done, what is said first, least edits, and what is left out: by hand, a method each. */
const CASES: readonly (readonly [
  method: string,
  done: readonly RoutineDeed[],
  said: string,
  edits: number,
  missing: readonly string[],
])[] = [
  [
    'all-parallel',
    ['sight', 'mark', 'walkIn', 'stance', 'face', 'grip', 'checkLines', 'look', 'go'],
    'Stance before face.',
    2,
    [],
  ],
  [
    'shoulders-and-eyes-rule',
    ['walkIn', 'shoulders', 'face', 'look', 'go'],
    'Shoulders before face.',
    3,
    ['trust'],
  ],
  [
    'trail-foot-first',
    ['face', 'trailFoot', 'look', 'leadStep', 'trailBack', 'checkLines', 'go'],
    'Face before trail foot in.',
    2,
    [],
  ],
  [
    'feet-together',
    ['sight', 'mark', 'face', 'grip', 'leadStep', 'trailStep', 'flare', 'look', 'go'],
    'In the method’s order.',
    1,
    ['feetTogether'],
  ],
  [
    'instep-square',
    ['visualise', 'mark', 'instep', 'face', 'stance', 'go'],
    'Trail instep before face.',
    3,
    ['keepMoving'],
  ],
  [
    'built-on-the-start-line',
    ['face', 'feet', 'grip', 'knees', 'hips', 'shoulders', 'go'],
    'Face before grip.',
    2,
    [],
  ],
  ['body-sets-the-path', ['feet', 'shoulders', 'tilt', 'face', 'go'], 'Feet before face.', 2, []],
  ['first-lesson', ['posture', 'grip', 'face', 'go'], 'Posture before grip.', 3, ['stance']],
];

describe('a walk-in against the routine of a shipped method', () => {
  it('has a case for each', () => {
    expect(CASES.map(([id]) => id).toSorted()).toEqual(SHIPPED_METHODS.map(({ id }) => id).toSorted());
  });

  it.each(CASES.map((one) => [one[0], one] as const))('%s: by hand', (id, [, done, said, edits, missing]) => {
    const wanted = routineNamed(id);
    const found = findingOfRoutine(taps(done), wanted);
    expect(routineSentences(found, wanted.expected)[0]).toBe(said);
    expect(found.edits).toBe(edits);
    expect(found.missing).toEqual(missing);
  });

  it.each(SHIPPED_METHODS.map((m) => [m.id, m] as const))(
    '%s: done as it stands nothing is said',
    (_id, method) => {
      const wanted = routineOfMethod(method);
      const found = findingOfRoutine(taps(wanted.steps), wanted);
      expect(found).toMatchObject({ outOfOrder: null, missing: [], added: [], edits: 0 });
      expect(wanted.told.map(({ step }) => step)).toEqual(wanted.steps);
    },
  );

  it('says everything of one walk-in, in words that can be read aloud', () => {
    const events: readonly RoutineEvent[] = [
      { id: 'a', deed: 'sight', atS: 0 },
      { id: 'b', deed: 'mark', atS: 3 },
      { id: 'c', deed: 'walkIn', atS: 6, approach: 'own-behind' },
      { id: 'd', deed: 'stance', atS: 9 },
      { id: 'e', deed: 'face', atS: 11 },
      { id: 'f', deed: 'grip', atS: 13 },
      { id: 'g', deed: 'checkLines', atS: 14 },
      ...[15, 16, 17, 18, 19].map((atS, at) => ({
        id: `look ${at}`,
        deed: 'look' as const,
        atS,
        ...(at < 2 && { lifted: true }),
      })),
      { id: 'h', deed: 'shuffle', atS: 20 },
      { id: 'i', deed: 'go', atS: 23 },
    ];
    const wanted = routineNamed('all-parallel');
    expect(routineSentences(findingOfRoutine(events, wanted), wanted.expected)).toEqual([
      'Stance before face.',
      'Came from behind on the own side.',
      '5 looks, 2 lifted; the method says 1 to 3.',
      '1 shuffle of the feet.',
      '14 s over the ball; the method says 6 to 12.',
    ]);
  });

  it('says what five have in common', () => {
    const wanted = routineNamed('all-parallel');
    const late = taps(['sight', 'mark', 'walkIn', 'face', 'stance', 'checkLines', 'look', 'grip', 'go']);
    const five = [taps(wanted.steps), taps(wanted.steps), late, taps(wanted.steps), taps(wanted.steps)];
    const agreement = agreementOfRoutines(five.map((events) => findingOfRoutine(events, wanted)));
    expect(agreementSentences(agreement)).toEqual([
      'Same order 4 of 5.',
      'Grip moved from 6th to 8th once.',
      '1 look each time.',
      '4 s over the ball.',
    ]);
  });
});

describe('a method’s own steps', () => {
  it('are its own by title, and those of before the vocabulary are known by theirs', () => {
    const routine = routineOfMethod({
      routine: [
        'sight from behind',
        'Breathe out',
        { step: 'own:Count to two', cue: 'One, two.' },
        'Grip',
        'go',
      ],
    });
    expect(routine.steps).toEqual(['sight', 'own:Breathe out', 'own:Count to two', 'grip', 'go']);
    expect(routine.told.map(({ cue }) => cue).slice(1, 3)).toEqual(['Breathe out.', 'One, two.']);
  });

  it('are refused where they are no step', () => {
    const [method] = SHIPPED_METHODS;
    expect(() => requireMethodDocument({ ...method, routine: [{ step: 'fly' }] })).toThrow();
    expect(() => requireMethodDocument({ ...method, routine: [{ step: 'own:' }] })).toThrow();
    expect(
      requireMethodDocument({ ...method, routine: [{ step: 'own:Breathe' }, 'as before'] }).routine,
    ).toHaveLength(2);
  });
});
