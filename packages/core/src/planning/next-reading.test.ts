import { describe, expect, it } from 'vitest';
import { DEFAULT_DECISION_LIMITS } from '../uncertainty/conformity.ts';
import { answerChances, openness } from './answer.ts';
import { nextReading, type Reading, type ReadSoFar, USUAL_SPREAD_RAD } from './next-reading.ts';
import { reachOf } from './reach.ts';
import { type AtHand, HOLDING_TIMES, waysOf } from './ways.ts';

const DEG = Math.PI / 180;
const bare: AtHand = {
  tapeDivisionM: 0.005,
  faceDivisionM: 0.001,
  plumbM: 0.003,
  gauge: false,
  eyeRad: 4 * DEG,
};
const start: Reading = {
  order: ['face', 'toes', 'shoulders'],
  tolerancesRad: {
    face: [-1.5 * DEG, 1.5 * DEG],
    toes: [-2 * DEG, 2 * DEG],
    shoulders: [-2 * DEG, 2 * DEG],
  },
  limits: DEFAULT_DECISION_LIMITS,
  read: [],
  targetLineUncertaintyRad: 0.2 * DEG,
  readdressSdRad: 2 * DEG,
  spreadRad: USUAL_SPREAD_RAD,
  atHand: bare,
  times: HOLDING_TIMES,
  heldS: 0,
  hold: 1,
  holdsLeft: 3,
  leastGainBits: 0.05,
};
interface Stood {
  readonly deg?: number;
  readonly uDeg?: number;
  readonly hold?: number;
  readonly decided?: boolean;
}
const stood = (
  line: 'face' | 'toes' | 'shoulders',
  { deg = 0, uDeg = 0.3, hold = 1, decided = false }: Stood,
): ReadSoFar => ({
  line,
  readings: [{ handedAzimuthRad: deg * DEG, standardUncertaintyRad: uDeg * DEG, hold }],
  decided,
  byEye: false,
});
const lineIn = (line: 'face' | 'toes' | 'shoulders'): ReadSoFar => stood(line, { decided: true });

describe('the next reading', () => {
  it('is the face when nothing is read, because it comes first and is quick', () => {
    const advice = nextReading(start);
    expect(advice).toMatchObject({ advice: 'read', next: { line: 'face', by: 'square', newHold: false } });
  });

  it('goes on along the order when what was read is in', () => {
    expect(nextReading({ ...start, read: [lineIn('face')] })).toMatchObject({ next: { line: 'toes' } });
  });

  it('takes the rod for the shoulders when there is one, because bare shoulders tell too little', () => {
    const read = [lineIn('face'), lineIn('toes')];
    const withRod = nextReading({ ...start, read, atHand: { ...bare, rodM: 1 } });
    expect(withRod).toMatchObject({ next: { line: 'shoulders', by: 'gaps', rod: true } });
    if (withRod.advice !== 'read') throw new Error('a reading was expected');
    const withoutRod = withRod.others.find((c) => c.line === 'shoulders' && c.by === 'gaps' && !c.rod);
    expect(withRod.next.gainBits / withRod.next.seconds).toBeGreaterThan(
      (withoutRod?.gainBits ?? 0) / (withoutRod?.seconds ?? 1),
    );
  });

  it('stops when all lines are in, and when the first that is not in is out', () => {
    const all = [lineIn('face'), lineIn('toes'), lineIn('shoulders')];
    expect(nextReading({ ...start, read: all })).toMatchObject({
      advice: 'settled',
      answer: { fixFirst: null },
    });
    const out = stood('face', { deg: 6, decided: true });
    expect(nextReading({ ...start, read: [out] })).toMatchObject({
      advice: 'settled',
      answer: { fixFirst: 'face' },
    });
  });

  it('goes back to a line that cannot be told while it may come first', () => {
    const unsure = stood('face', { deg: 1.4, uDeg: 1 });
    const advice = nextReading({ ...start, read: [unsure, lineIn('toes'), lineIn('shoulders')] });
    expect(advice).toMatchObject({ advice: 'read', next: { line: 'face' } });
  });

  it('says when no reading is worth it: the target line is what is uncertain', () => {
    const advice = nextReading({
      ...start,
      order: ['toes'],
      targetLineUncertaintyRad: 2 * DEG,
      read: [stood('toes', { deg: 1.5, uDeg: 0.01 })],
    });
    expect(advice.advice).toBe('not-worth-it');
  });

  it('asks for another hold when the present one is full, and says when there is none left', () => {
    const full = { ...start, heldS: 14 };
    expect(nextReading(full)).toMatchObject({ advice: 'read', next: { newHold: true } });
    expect(nextReading({ ...full, holdsLeft: 0 }).advice).toBe('no-hold-left');
  });

  it('does not send a line into a second hold when one hold has read it sharply', () => {
    const read = [lineIn('face'), lineIn('toes'), stood('shoulders', { deg: 1.2, uDeg: 0.8 })];
    const withRod = { ...start, read, atHand: { ...bare, rodM: 1 } };
    const later = nextReading({ ...withRod, hold: 2, leastGainBits: -10 });
    if (later.advice !== 'read') throw new Error('a candidate was expected');
    for (const c of [later.next, ...later.others]) expect(c.gainBits).toBeLessThan(0.05);
    expect(nextReading(withRod)).toMatchObject({ advice: 'read', next: { line: 'shoulders', rod: true } });
  });

  it('finishes a line that was begun in this hold before it goes on', () => {
    const advice = nextReading({ ...start, read: [stood('face', { deg: 1.2, uDeg: 1.2 })], heldS: 3 });
    expect(advice).toMatchObject({ next: { line: 'face', newHold: false } });
  });

  it('does not ask for a second look by eye', () => {
    const looked = { ...stood('toes', { deg: 1, uDeg: 4 }), byEye: true };
    const advice = nextReading({ ...start, order: ['toes'], read: [looked], leastGainBits: -10 });
    if (advice.advice !== 'read') throw new Error('a candidate was expected');
    expect([advice.next, ...advice.others].map((c) => c.by)).not.toContain('eye');
  });

  it('never expects to know less than now, in the hold that a line was read in', () => {
    for (const uDeg of [0.2, 1, 3]) {
      for (const value of [-4, -1, 0, 1.9, 6]) {
        const read = [stood('toes', { deg: value, uDeg })];
        const advice = nextReading({ ...start, read, leastGainBits: -1 });
        if (advice.advice !== 'read') continue;
        for (const c of [advice.next, ...advice.others]) {
          if (!c.newHold) expect(c.gainBits).toBeGreaterThan(-1e-6);
        }
      }
    }
  });
});

describe('the chances of the answers', () => {
  it('are those of independent lines in the method’s order, and sum to one', () => {
    const answers = answerChances([
      { line: 'face', probabilityIn: 0.9 },
      { line: 'toes', probabilityIn: 0.5 },
    ]);
    expect(answers.map((a) => a.probability)).toEqual([
      expect.closeTo(0.1, 12),
      expect.closeTo(0.45, 12),
      expect.closeTo(0.45, 12),
    ]);
  });

  it('leave nothing open when one is certain, and one bit between two equals', () => {
    expect(openness(answerChances([{ line: 'face', probabilityIn: 1 }]))).toBe(0);
    expect(openness(answerChances([{ line: 'face', probabilityIn: 0.5 }]))).toBe(1);
  });
});

describe('the reach of a way of reading', () => {
  const planned = (uDeg: number) =>
    reachOf({
      measurementUncertaintyRad: uDeg * DEG,
      targetLineUncertaintyRad: 0,
      tolerance: [-1.5 * DEG, 1.5 * DEG],
      limits: DEFAULT_DECISION_LIMITS,
    });

  it('is nothing for a 75 mm leading edge read with a 5 mm tape, something for a seated rod', () => {
    const uOf = (by: string): number =>
      waysOf('face', { ...bare, faceDivisionM: 0.005, faceRodM: 0.6 }, HOLDING_TIMES).find((w) => w.by === by)
        ?.measurementUncertaintyRad ?? Number.NaN;
    // Worked numbers of the trade: 1.9° and about 0.5°.
    expect(uOf('square') / DEG).toBeCloseTo(1.9, 2);
    expect(uOf('faceRod') / DEG).toBeCloseTo(0.55, 2);
    expect(planned(1.9).canSayIn).toBe(false);
    const rod = planned(0.5);
    expect(rod.canSayIn).toBe(true);
    expect((rod.inWithinRad?.[1] ?? 0) / DEG).toBeCloseTo(0.67, 1);
  });

  it('ends where u is half the tolerance over 1.96', () => {
    expect(planned(1).greatestUncertaintyRad / DEG).toBeCloseTo(1.5 / 1.96, 3);
  });
});
