import { FADING_STAGES } from '@lotrecht/core';
import { type PracticeDoneInput, type PracticePlanInput } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { adherenceOf, blocksOf, daysOfPlan, fadingOfPlan, questionsOf, type SelfReadRow } from './plan.ts';

const plan: PracticePlanInput['plan'] = {
  oneThing: 'toes',
  line: 'toes',
  place: 'range',
  drills: [{ id: 'toe-rod', minutes: 6, reps: 12 }],
  sessions: [
    { id: 'a', on: '2026-12-01' },
    { id: 'b', on: '2026-12-04' },
    { id: 'c', on: '2026-12-08' },
  ],
};
const done = (
  doneOn: string,
  session?: Partial<NonNullable<PracticeDoneInput['practice']['session']>>,
): Pick<PracticeDoneInput, 'doneOn' | 'practice'> => ({
  doneOn,
  practice: {
    exercise: session === undefined ? 'looks' : 'session',
    wanted: 3,
    done: 3,
    seconds: 340,
    spoken: false,
    ...(session && { session: { planId: 'p', sessionId: 'a', stage: 'rods', blocks: [], ...session } }),
  },
});
const row = (takenOn: string, handedAzimuthDeg: number, line = 'toes'): SelfReadRow => ({
  takenOn,
  line,
  handedAzimuthDeg,
  measurementUncertaintyDeg: 0.5,
  targetLineUncertaintyDeg: 1,
  toleranceLowDeg: -2,
  toleranceHighDeg: 2,
});

describe('a plan', () => {
  it('falls on the days that were chosen, over the turn of the year too', () => {
    expect(daysOfPlan('2026-12-28', 2, [1, 3, 7])).toEqual([
      '2026-12-28',
      '2026-12-30',
      '2027-01-03',
      '2027-01-04',
      '2027-01-06',
      '2027-01-10',
    ]);
  });

  it('on a range has walk-ins first, the drill, balls without a rod, and a check; at home drill and check', () => {
    const names = (place: 'home' | 'range', eye = false): readonly string[] =>
      blocksOf({ ...plan, place, eye }, 'rods').map(({ block }) => block);
    expect(names('range')).toEqual(['looks', 'drill', 'performance', 'check']);
    expect(names('home')).toEqual(['drill', 'check']);
    expect(names('home', true)).toEqual(['drill', 'eye', 'check']);
    const [looks] = blocksOf(plan, 'rods');
    expect(looks).toMatchObject({ reps: 6 });
  });

  it('takes fewer with less help, and never none', () => {
    const reps = FADING_STAGES.map((stage) => {
      const drill = blocksOf(plan, stage).find(({ block }) => block === 'drill');
      return drill?.block === 'drill' ? drill.reps : 0;
    });
    expect(reps).toEqual([12, 12, 10, 7, 6]);
    const few = { ...plan, drills: [{ id: 'toe-rod', minutes: 2, reps: 2 }] };
    expect(blocksOf(few, 'pressure').find(({ block }) => block === 'drill')).toMatchObject({ reps: 2 });
  });

  it('fades by what was read of its line since it began, and by nothing else', () => {
    const well = ['01', '03', '05', '07'].map((day) => row(`2026-12-${day}`, 0.1));
    const fading = fadingOfPlan({ startsOn: '2026-12-01', line: 'toes' }, well);
    expect(fading.stage).not.toBe('rods');
    expect(fading.days).toHaveLength(4);
    expect(fadingOfPlan({ startsOn: '2026-12-10', line: 'toes' }, well).stage).toBe('rods');
    expect(fadingOfPlan({ startsOn: '2026-12-01', line: 'hips' }, well).days).toEqual([]);
    const free = well.map((one) => ({ ...one, toleranceLowDeg: null, toleranceHighDeg: null }));
    expect(fadingOfPlan({ startsOn: '2026-12-01', line: 'toes' }, free).stage).not.toBe('rods');
  });

  it('says what was done of what was due, whenever it was done', () => {
    const all = [done('2026-12-02', { sessionId: 'a' }), done('2026-12-03')];
    const { sessions, due, done: count } = adherenceOf(plan.sessions, all, '2026-12-05');
    expect(sessions.map(({ state }) => state)).toEqual(['done', 'missed', 'to-come']);
    expect(sessions[0]).toMatchObject({ doneOn: '2026-12-02', seconds: 340 });
    expect([due, count]).toEqual([2, 1]);
    // Not yet over.
    expect(adherenceOf(plan.sessions, [], '2026-12-01').due).toBe(0);
    expect(adherenceOf(plan.sessions, [done('2026-11-30', { sessionId: 'c' })], '2026-12-01')).toMatchObject({
      due: 1,
      done: 1,
    });
  });

  it('keeps what was asked, since the last lesson', () => {
    const all = [
      done('2026-12-02', { question: 'Is odd right?' }),
      done('2026-12-06', { question: 'And with the driver?' }),
      done('2026-12-07', {}),
    ];
    expect(questionsOf(all, null)).toHaveLength(2);
    expect(questionsOf(all, '2026-12-03')).toEqual([
      { askedOn: '2026-12-06', question: 'And with the driver?' },
    ]);
  });
});
