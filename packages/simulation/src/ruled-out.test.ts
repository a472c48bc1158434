import {
  judgedByMethod,
  type MethodDocument,
  type ResultDocument,
  SHIPPED_METHODS,
  solveDocument,
  validateCheckDocument,
} from '@lotrecht/contract';
import {
  type AtHand,
  type Candidate,
  DEFAULT_DECISION_LIMITS,
  type HeldEstimate,
  HOLDING_TIMES,
  type LineName,
  nextReading,
  radiansFromDegrees,
  type ReadSoFar,
  USUAL_SPREAD_RAD,
} from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { type Dice, diceOf } from './dice.ts';
import { type LaidString, layString } from './ground.ts';
import { readFaceRod, readGaps, readSquare } from './instructor.ts';

/** `LOTRECHT_STUDY_RUNS=1000` for the figures that are reported. */
const RUNS = Number(process.env['LOTRECHT_STUDY_RUNS'] ?? 12);
const MOST_READINGS = 40;
const MOST_HOLDS = 6;
const LAYING = { separationM: 6, stakeMm: 5, sightingDeg: 0.2 };
/** What core assumes until it has learned the student's own. */
const ASSUMED_READDRESS_DEG = 2;
/** How a good student steps back in; one who spreads by 2° is not good twice. */
const GOOD_READDRESS_DEG = 0.7;
/** A good set-up is not a perfect one: each line stands this far about its goal, degrees. */
const GOOD_SPREAD_DEG = 0.5;

const BARE: AtHand = {
  tapeDivisionM: 0.005,
  faceDivisionM: 0.001,
  plumbM: 0.003,
  gauge: false,
  eyeRad: radiansFromDegrees(4),
};
const RODS: AtHand = { ...BARE, rodM: 1, faceRodM: 0.6 };

interface Outcome {
  readonly ruledOut: boolean;
  readonly readings: number;
  readonly holdingS: number;
  readonly totalS: number;
}

interface Lesson {
  readonly method: MethodDocument;
  readonly atHand: AtHand;
  readonly dice: Dice;
  readonly string: LaidString;
}

/** Reads on as core advises until it says stop, on a student whose set-up is good. */
function ruleOut(lesson: Lesson): Outcome {
  const { method, atHand, dice } = lesson;
  const judged = judgedByMethod(method);
  const stands = new Map<string, number>();
  const goal = (line: LineName): number => {
    const [lo, hi] = judged.tolerancesDeg[line] ?? [0, 0];
    return (lo + hi) / 2;
  };
  const means = new Map(judged.order.map((line) => [line, goal(line) + dice.normal(GOOD_SPREAD_DEG)]));
  const standOf = (line: LineName, hold: number): number => {
    const key = `${line} ${hold}`;
    const known = stands.get(key);
    if (known !== undefined) return known;
    const mean = means.get(line) ?? 0;
    const stand = hold === 1 ? mean : mean + dice.normal(GOOD_READDRESS_DEG);
    stands.set(key, stand);
    return stand;
  };
  const observations: object[] = [];
  const byEye = new Set<LineName>();
  const read = new Map<LineName, HeldEstimate[]>();
  let [hold, heldS, holdingS, totalS] = [1, 0, 0, 0];
  let result: ResultDocument | undefined;
  let ruledOut = false;
  while (observations.length < MOST_READINGS) {
    const advice = nextReading({
      order: judged.order,
      tolerancesRad: Object.fromEntries(
        Object.entries(judged.tolerancesDeg).map(([line, [lo, hi]]) => [
          line,
          [radiansFromDegrees(lo), radiansFromDegrees(hi)],
        ]),
      ),
      limits: DEFAULT_DECISION_LIMITS,
      read: [...read].map(([line, readings]): ReadSoFar => {
        const verdict = result?.lines[line]?.verdict;
        return { line, readings, decided: verdict === 'in' || verdict === 'out', byEye: byEye.has(line) };
      }),
      hold,
      targetLineUncertaintyRad: radiansFromDegrees(0.26),
      readdressSdRad: radiansFromDegrees(ASSUMED_READDRESS_DEG),
      spreadRad: USUAL_SPREAD_RAD,
      atHand,
      times: HOLDING_TIMES,
      heldS,
      holdsLeft: MOST_HOLDS - hold,
      leastGainBits: 0.01,
    });
    if (advice.advice !== 'read') {
      ruledOut = advice.advice === 'settled' && advice.answer.fixFirst === null;
      break;
    }
    const { next } = advice;
    if (next.newHold) [hold, heldS] = [hold + 1, 0];
    heldS += next.holdingS;
    holdingS += next.holdingS;
    totalS += next.seconds;
    if (next.by === 'eye') byEye.add(next.line);
    observations.push({ ...take(next, standOf(next.line, hold), lesson), hold });
    result = solveDocument(
      validateCheckDocument({
        format: 'lotrecht-check',
        version: 1,
        handedness: 'right',
        targetLine: { stakeSeparationM: 6, stakeMm: 5, sightingDeg: 0.2 },
        method: { id: method.id, version: method.profileVersion },
        observations,
      }),
    );
    read.set(next.line, [...(read.get(next.line) ?? []), { ...azimuthOf(observations.at(-1)), hold }]);
  }
  return { ruledOut, readings: observations.length, holdingS, totalS };
}

/** φ and u of one observation alone, as core reads it. */
function azimuthOf(observation: object | undefined): Omit<HeldEstimate, 'hold'> {
  const alone = solveDocument(
    validateCheckDocument({
      format: 'lotrecht-check',
      version: 1,
      handedness: 'right',
      targetLine: {},
      tolerancesDeg: {},
      order: [],
      observations: [observation],
    }),
  );
  const [line] = Object.values(alone.lines);
  return {
    handedAzimuthRad: radiansFromDegrees(line?.handedAzimuthDeg ?? Number.NaN),
    standardUncertaintyRad: radiansFromDegrees(line?.measurementUncertaintyDeg ?? Number.NaN),
  };
}

function take(next: Candidate, turnDeg: number, { atHand, dice, string }: Lesson): object {
  const { line } = next;
  if (next.by === 'eye') return { line, by: 'eye', readingDeg: turnDeg + dice.normal(4) };
  if (next.by === 'faceRod') {
    return readFaceRod(turnDeg, { string, dice, divisionMm: 5, seatingDeg: 0.5, lengthMm: 600 });
  }
  if (line === 'face') return readSquare(turnDeg, { string, dice, divisionMm: 1, squareDeg: 0.2 });
  const tools = {
    divisionMm: 5,
    swayMm: 3,
    baseErrorMm: 5,
    ...(next.rod && { rodMm: (atHand.rodM ?? 0) * 1000 }),
  };
  return readGaps(line, turnDeg, { string, tools, dice });
}

const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

/** The table's row for a method with what lies at hand. */
function study(method: MethodDocument, atHand: AtHand): { share: number; readings: number } {
  const dice = diceOf(20_261_124);
  const outcomes = Array.from({ length: RUNS }, () =>
    ruleOut({ method, atHand, dice, string: layString(LAYING, dice) }),
  );
  const done = outcomes.filter((o) => o.ruledOut);
  const share = done.length / outcomes.length;
  const middle = (of: (o: Outcome) => number): string =>
    done.length === 0 ? '–' : String(median(done.map(of)));
  process.stdout.write(
    `| ${method.name} | ${atHand.rodM === undefined ? 'bare' : 'rods'} | ${Math.round(100 * share)} % | ` +
      `${middle((o) => o.readings)} | ${middle((o) => o.holdingS)} s | ${middle((o) => o.totalS)} s |\n`,
  );
  return { share, readings: median(outcomes.map((o) => o.readings)) };
}

describe('ruling a good set-up out as the cause', () => {
  it.each(SHIPPED_METHODS.map((m) => [m.name, m] as const))(
    '%s: rods do it oftener than bare landmarks',
    (_name, method) => {
      const [bare, rods] = [study(method, BARE), study(method, RODS)];
      expect(rods.share).toBeGreaterThanOrEqual(bare.share);
      expect(rods.share).toBeGreaterThan(0.3);
      expect(rods.readings).toBeLessThan(MOST_READINGS);
    },
  );
});
