import { describe, expect, it } from 'vitest';
import { type LineName } from '../geometry/line.ts';
import { type LineReading } from '../posterior/lesson.ts';
import { SHIPPED_PRIOR } from '../posterior/prior.ts';
import { FULL_DEPTH, LEAST_GAIN, nextReading, type ReadSoFar } from './next-reading.ts';
import { type AtHand, HOLDING_TIMES } from '../observation/at-hand.ts';

const DEG = Math.PI / 180;
const bare: AtHand = {
  tapeDivisionM: 0.005,
  faceDivisionM: 0.001,
  plumbM: 0.003,
  gauge: false,
  eyeRad: 4 * DEG,
};
const start: ReadSoFar = {
  ground: {
    readings: [],
    targetLineUncertaintyRad: 0.2 * DEG,
    readdressSdRad: DEG,
    daySdRad: 0.8 * DEG,
    prior: SHIPPED_PRIOR,
    earlier: [],
    order: ['face', 'toes', 'shoulders'],
    tolerancesRad: {
      face: [-1.5 * DEG, 1.5 * DEG],
      toes: [-2 * DEG, 2 * DEG],
      shoulders: [-2 * DEG, 2 * DEG],
    },
  },
  atHand: bare,
  times: HOLDING_TIMES,
  heldS: 0,
  hold: 1,
  holdsLeft: 3,
  leastGain: LEAST_GAIN,
};

const read = (
  line: LineName,
  {
    deg = 0,
    uDeg = 0.3,
    hold = 1,
  }: { readonly deg?: number; readonly uDeg?: number; readonly hold?: number },
): LineReading => ({
  line,
  hold,
  handedAzimuthRad: deg * DEG,
  standardUncertaintyRad: uDeg * DEG,
  independentRad: uDeg * DEG,
  shared: [],
  fromTarget: false,
});
const after = (...readings: LineReading[]): ReadSoFar => ({
  ...start,
  ground: { ...start.ground, readings },
});

describe('the next reading', () => {
  it('is one that makes the answer surer, and says by how much', () => {
    const advice = nextReading(start);
    if (advice.advice !== 'read') throw new Error('a reading was expected');
    expect(advice.next.gain).toBeGreaterThan(LEAST_GAIN);
    expect(advice.next.expectedProbability).toBeCloseTo(advice.answer.probability + advice.next.gain, 12);
    expect(advice.next.seconds).toBe(advice.next.holdingS + HOLDING_TIMES.tapeS);
    for (const other of advice.others) {
      expect(other.gain / other.seconds).toBeLessThanOrEqual(advice.next.gain / advice.next.seconds);
    }
  });

  it('goes to a line that may come first, not to one that is known well', () => {
    const advice = nextReading(after(read('face', { deg: 0, uDeg: 0.1 })));
    if (advice.advice !== 'read') throw new Error('a reading was expected');
    expect(advice.next.line).not.toBe('face');
  });

  it('stops when the answer is certain', () => {
    const far = nextReading(after(read('face', { deg: 9 }), read('face', { deg: 9, hold: 2 })));
    expect(far).toMatchObject({ advice: 'settled', answer: { first: 'face' } });
  });

  it('counts what earlier lessons say', () => {
    const known = { ...start.ground };
    const earlier = Array.from({ length: 6 }, (_, i) => ({
      daysBefore: (6 - i) * 7,
      targetLineUncertaintyRad: 0.2 * DEG,
      readdressSdRad: DEG,
      sameLine: false,
      workedOn: false,
      readings: [read('face', { deg: 9 }), read('toes', { deg: 8 }), read('shoulders', { deg: 8 })],
    }));
    expect(nextReading({ ...start, ground: { ...known, earlier } }).advice).toBe('settled');
  });

  it('asks for another hold when the present one is full, and says when there is none left', () => {
    const full = { ...start, heldS: 14 };
    const advice = nextReading(full);
    if (advice.advice === 'read') expect(advice.next.newHold).toBe(true);
    expect(nextReading({ ...full, holdsLeft: 0 }).advice).toBe('no-hold-left');
  });

  it('says when no reading is worth it: the target line is what is uncertain', () => {
    const { ground } = after(read('toes', { deg: 1.9, uDeg: 0.05 }));
    const advice = nextReading({
      ...start,
      ground: { ...ground, order: ['toes'], targetLineUncertaintyRad: 5 * DEG, readdressSdRad: 0.01 * DEG },
    });
    expect(advice.advice).toBe('not-worth-it');
  });

  it('asks for a look where nothing else is at hand, and never for a second one', () => {
    const { faceDivisionM: _rule, ...noRule } = bare;
    const looksOf = (state: ReadSoFar): readonly string[] => {
      const advice = nextReading({ ...state, atHand: noRule, leastGain: -1 });
      if (advice.advice !== 'read') throw new Error('a candidate was expected');
      return [advice.next, ...advice.others].filter((c) => c.by === 'eye').map((c) => c.line);
    };
    // Only the face has nothing to be read with.
    expect(looksOf(start)).toEqual(['face']);
    expect(looksOf(after({ ...read('face', { deg: 1, uDeg: 4 }), independentRad: 0 }))).toEqual([]);
  });

  it('values a rod across the shoulders more than two bare points', () => {
    const advice = nextReading({
      ...after(read('face', {}), read('toes', {})),
      atHand: { ...bare, rodM: 1 },
      leastGain: -1,
    });
    if (advice.advice !== 'read') throw new Error('a candidate was expected');
    const gainOf = (rod: boolean): number =>
      [advice.next, ...advice.others].find((c) => c.line === 'shoulders' && c.by === 'gaps' && c.rod === rod)
        ?.gain ?? Number.NaN;
    expect(gainOf(true)).toBeGreaterThan(gainOf(false));
  });

  it('never expects to know less than now, but for what few points blur', () => {
    for (const uDeg of [0.2, 1, 3]) {
      for (const deg of [-4, -1, 0, 1.9, 6]) {
        const advice = nextReading({ ...after(read('toes', { deg, uDeg })), leastGain: -1 });
        if (advice.advice !== 'read') continue;
        for (const c of [advice.next, ...advice.others]) expect(c.gain).toBeGreaterThan(-0.02);
      }
    }
  });
});

describe('the worth of a reading', () => {
  const rich: ReadSoFar = {
    ...start,
    ground: {
      ...start.ground,
      readings: [
        read('toes', { deg: 3, uDeg: 0.8 }),
        read('shoulders', { deg: -1, uDeg: 1.2 }),
        { ...read('hips', { deg: 1, uDeg: 4 }), independentRad: 0 },
      ],
      order: ['face', 'toes', 'hips', 'shoulders', 'eyes'],
      tolerancesRad: { ...start.ground.tolerancesRad, hips: [-2 * DEG, 2 * DEG] },
    },
    atHand: { ...bare, rodM: 1.2, pointsAtM: 150, gauge: true },
    heldS: 6,
    holdsLeft: 1,
    leastGain: -1,
  };
  const told = (state: ReadSoFar) => {
    const advice = nextReading(state);
    if (advice.advice !== 'read') throw new Error('a reading was expected');
    return { answer: advice.answer, all: [advice.next, ...advice.others] };
  };

  /**
   * As it was first looked at, against everything thought through: the short way is held to it within five hundredths.
   * The figures are of no other source: they say when what is computed has changed.
   */
  it('is thought through the short way as it is with everything', () => {
    const [short, full] = [told(rich), told({ ...rich, depth: FULL_DEPTH })];
    expect(short.answer.first).toBe(full.answer.first);
    expect(short.answer.probability).toBeCloseTo(full.answer.probability, 1);
    const key = ({ line, by, rod }: { line: string; by: string; rod: boolean }): string =>
      `${line} ${by} ${rod}`;
    const whole = new Map(full.all.map((c) => [key(c), c]));
    for (const c of short.all)
      expect(Math.abs(c.gain - (whole.get(key(c))?.gain ?? Number.NaN)), key(c)).toBeLessThan(0.05);
    expect(short.all.map(key).toSorted()).toEqual([...whole.keys()].toSorted());
  });

  it('stands to nine digits', () => {
    const { answer, all } = told(rich);
    const figures = all
      .filter(({ gain }) => gain > 1e-6)
      .map((c) => `${c.line} ${c.by}${c.rod ? ' rod' : ''} ${c.newHold} ${c.seconds} ${c.gain.toFixed(9)}`);
    expect([`${answer.first} ${answer.probability.toFixed(9)}`, ...figures]).toMatchInlineSnapshot(`
      [
        "toes 0.421892239",
        "face angle false 16 0.208447441",
        "face square false 15 0.184697141",
        "face pointsAt false 15 0.180009046",
        "toes gaps false 15 0.094588550",
        "toes pointsAt false 15 0.087830479",
        "toes angle rod false 16 0.048082188",
        "shoulders angle rod false 16 0.001805178",
        "shoulders gaps rod false 17 0.001516026",
        "shoulders pointsAt false 15 0.001228607",
        "hips pointsAt false 15 0.000986423",
      ]
    `);
  });

  it('is offered in the order of what it gives a second', () => {
    const { all } = told(rich);
    const rates = all.map((c) => c.gain / c.seconds);
    expect(rates).toEqual(rates.toSorted((a, b) => b - a));
  });

  it('takes seconds of holding and of the tape, of an eye none, and of another hold the stepping in', () => {
    const { all } = told(rich);
    for (const c of all) {
      const tape = c.by === 'eye' ? 0 : HOLDING_TIMES.tapeS;
      expect(c.seconds).toBe(c.holdingS + tape + (c.newHold ? HOLDING_TIMES.stepInS : 0));
      expect(c.newHold).toBe(6 + c.holdingS > HOLDING_TIMES.longestHoldS);
    }
    // A hold is full at the second, and not before it.
    const longest = (heldS: number): boolean =>
      told({ ...rich, heldS }).all.find((c) => c.line === 'hips' && c.by === 'gaps' && !c.rod)?.newHold ??
      true;
    expect([longest(9), longest(9.001)]).toEqual([false, true]);
  });

  it('is asked of lines that are judged, and of no look a second time', () => {
    const { all } = told(rich);
    expect(all.some((c) => c.line === 'eyes')).toBe(false);
    expect(all.some((c) => c.line === 'hips' && c.by === 'eye')).toBe(false);
    expect(nextReading({ ...rich, ground: { ...rich.ground, tolerancesRad: {} } }).advice).toBe('settled');
  });

  it('is enough at the least that is asked, to the last digit', () => {
    const least = Math.max(...told(rich).all.map((c) => c.gain));
    expect(nextReading({ ...rich, leastGain: least }).advice).toBe('read');
    expect(nextReading({ ...rich, leastGain: least + 1e-12 }).advice).toBe('not-worth-it');
  });
});
