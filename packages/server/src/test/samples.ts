import { createHash } from 'node:crypto';
import { ALL_PARALLEL } from '@lotrecht/judging';
import { type StationPlanInput } from '@lotrecht/records';
import { type AnyKind } from '../records/kind.ts';

/** Whose a sample is. */
export interface SampleIds {
  readonly studentId: string;
}

const PLAN: Omit<StationPlanInput, 'revision'> = {
  name: 'North rim, irons',
  plan: {
    methodId: 'all-parallel',
    clubGroup: 'mid-iron',
    handedness: 'right',
    targetName: 'Barge',
    targetDistanceM: 150,
    gateM: 2,
    slideAheadM: 0.4,
    rodM: 1.22,
    sightFromM: 2.5,
  },
};

/** What a record of each kind may say, without a revision; a kind without one fails the walks over kinds. */
const SAMPLES: Readonly<Record<string, (ids: SampleIds) => object>> = {
  place: () => ({ name: 'Rim', kind: 'range', marks: [] }),
  method: () => ({ method: { ...ALL_PARALLEL, name: 'Rim school' } }),
  'station-plan': () => PLAN,
  routine: ({ studentId }) => ({
    studentId,
    heldOn: '2026-04-17',
    startedAt: '2026-04-17T09:20:00.000Z',
    note: 'Early, windy',
    recording: {
      method: 'All parallel',
      steps: ['face', 'stance', 'go'],
      help: 'blind',
      phase: 'baseline',
      place: 'range',
      events: [
        { id: idOfKind('first tap'), deed: 'stance', atS: 0 },
        { id: idOfKind('second tap'), deed: 'face', atS: 2.5 },
      ],
    },
  }),
  'practice-done': ({ studentId }) => ({
    studentId,
    doneOn: '2026-04-17',
    startedAt: '2026-04-17T09:40:00.000Z',
    note: 'At home',
    practice: {
      exercise: 'looks',
      method: 'All parallel',
      wanted: 6,
      done: 6,
      seconds: 210,
      spoken: true,
      beatS: 3,
      targets: ['Barge', 'Kiln'],
      oddness: 4,
    },
  }),
  'own-drill': () => ({
    name: 'Rod and a deep breath',
    drill: {
      basedOn: 'toe-rod',
      steps: ['Breathe out.', 'Both toes to the rod.'],
      feel: 'Unhurried.',
      junior: ['Breathe. Toes to the rod.'],
      minutes: 5,
      reps: 8,
    },
  }),
  course: () => ({
    name: 'Four weeks of feet',
    course: {
      oneThing: 'toes',
      line: 'toes',
      place: 'range',
      drills: [{ id: 'toe-rod', minutes: 6, reps: 12 }],
      weeks: 4,
      days: [2, 5],
      note: 'Twice a week.',
    },
  }),
  'practice-plan': ({ studentId }) => ({
    studentId,
    startsOn: '2026-04-18',
    note: 'Slowly',
    plan: {
      oneThing: 'shoulders',
      line: 'shoulders',
      place: 'home',
      drills: [{ id: 'club-across', minutes: 4, reps: 8 }],
      sessions: [
        { id: idOfKind('first session'), on: '2026-04-19' },
        { id: idOfKind('second session'), on: '2026-04-21' },
      ],
      looks: 5,
    },
  }),
  'eye-on-screen': () => ({
    doneOn: '2026-04-17',
    startedAt: '2026-04-17T18:10:00.000Z',
    note: 'In the hall',
    pictures: {
      task: 'point',
      line: 'shoulders',
      handedness: 'left',
      wanted: 6,
      seconds: 60,
      distanceM: 150,
      trials: [
        { turnDeg: 4, answeredDeg: 2.5, help: 'blind' },
        { turnDeg: -3, answeredDeg: -3.5, help: 'blind' },
      ],
    },
  }),
  'usual-miss': ({ studentId }) => ({
    studentId,
    saidOn: '2026-04-17',
    note: 'Since the winter',
    miss: { start: 'right', bend: 'left', clubGroup: 'mid-iron', where: 'course', contact: 'thin' },
  }),
  'ball-run': ({ studentId }) => ({
    studentId,
    hitOn: '2026-04-17',
    startedAt: '2026-04-17T09:50:00.000Z',
    note: 'After the fix',
    run: {
      clubGroup: 'mid-iron',
      carryM: 140,
      target: { name: 'Barge', distanceM: 150 },
      gateM: 2,
      windRightMs: 2,
      windAheadMs: -1,
      help: 'cued',
      place: 'range',
      balls: [
        { id: idOfKind('first ball'), felt: 'over', start: { widths: 1 }, finish: { bearingDeg: -2.5 } },
        { id: idOfKind('second ball'), start: { side: 'left' }, finish: { side: 'over' }, struck: 'topped' },
      ],
    },
  }),
  club: ({ studentId }) => ({ studentId, name: 'Old seven', clubGroup: 'mid-iron' }),
};

/** The day it is now, as a phone would say it. */
export const today = (): string => new Date().toISOString().slice(0, 10);

/** Six walk-ins to look, done today, as a student's phone sends them. */
export function practiceToday(): object {
  return {
    doneOn: today(),
    startedAt: new Date().toISOString(),
    practice: { exercise: 'looks', wanted: 6, done: 6, seconds: 200, spoken: false, oddness: 3 },
  };
}

/** The same with another name, or another note where it has no name: a patch of any kind. */
export function renamed(
  { name, fields, orderedBy }: Pick<AnyKind, 'name' | 'fields' | 'orderedBy'>,
  to: string,
): object {
  if (name === 'method') return { method: { name: to } };
  return { ['note' in fields ? 'note' : orderedBy]: to };
}

/** @throws for a kind that has no sample yet */
export function sampleOf(kind: string, ids: SampleIds): object {
  const sample = SAMPLES[kind];
  if (sample === undefined) throw new Error(`give ${kind} a sample in test/samples.ts`);
  return sample(ids);
}

/** The id of a kind's one record in tests: always the same. */
export function idOfKind(kind: string): string {
  const hex = createHash('sha256').update(kind).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
