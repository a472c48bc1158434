import { HOLDING_TIMES, waysOf } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { type CheckDocument } from '@lotrecht/records';
import { judgedByMethod } from '../method/judged-by.ts';
import { judgementByMethod } from '../method/judgement-of-method.ts';
import { ALL_PARALLEL } from '../method/profiles/all-parallel.ts';
import { DEFAULT_SETTINGS } from '../station/default-settings.ts';
import { ballOfCheck } from '../placing/ball-of-check.ts';
import { causeOf, chainsOfResult } from './cause.ts';
import { composeCheck, type CheckParts } from './compose-check.ts';
import { lessonDifferences, moreToShow, type ReadSetup } from './lesson-differences.ts';
import { type AdviceGround, adviseNext } from './next-advice.ts';
import { atHandOf, toolsOf } from './tools.ts';
import { solveDocument } from './solve-document.ts';
import { composeObservation, type TypedReading } from './typed-reading.ts';
import { watchedLine } from './watched-line.ts';

const rod = (line: TypedReading['line'], differenceMm: number, hold = 1): TypedReading => ({
  line,
  by: 'gaps',
  rod: true,
  hold,
  values: { leadGapMm: 500, trailGapMm: 500 + differenceMm, baseMm: 1220 },
});
const gauge = (line: TypedReading['line'], readingDeg: number): TypedReading => ({
  line,
  by: 'angle',
  values: { readingDeg },
});

function setup(readings: readonly TypedReading[], change: Partial<CheckParts> = {}): ReadSetup {
  const document = composeCheck({
    handedness: 'right',
    club: { group: 'mid-iron' },
    target: { name: 'Barge', distanceM: 150 },
    targetLine: { sightingDeg: 0.2 },
    readings,
    ...change,
  }) as CheckDocument;
  return { document, result: solveDocument(document) };
}

const ground: AdviceGround = {
  handedness: 'right',
  judgedBy: judgedByMethod(ALL_PARALLEL),
  read: null,
  targetLineUncertaintyDeg: 0.2,
  tools: toolsOf(DEFAULT_SETTINGS, { windy: false }),
  hold: 1,
  heldS: 0,
  holdsLeft: 3,
};

describe('the next reading', () => {
  it('is named with what it gains, before anything was read', () => {
    const advice = adviseNext(ground);
    expect(advice).toMatchObject({ advice: 'read' });
    if (advice.advice === 'read') expect(advice.next.gain).toBeGreaterThan(0.01);
  });

  it('is settled once the first line of the order is out', () => {
    expect(adviseNext({ ...ground, read: setup([gauge('face', 9)]) }).advice).toBe('settled');
  });

  it('goes by the readings as they were re-based', () => {
    const read = setup([gauge('face', 9)]);
    // The line was laid 9° too far to the left: the face was square to the true one.
    const rebase = { turnedDeg: -9, uncertaintyDeg: 0.2 };
    const advice = adviseNext({ ...ground, read: { ...read, rebase } });
    expect(advice.answer.first).not.toBe('face');
  });

  it('asks for no hold that the student cannot give', () => {
    const advice = adviseNext({ ...ground, heldS: 15, holdsLeft: 0 });
    expect(advice.advice).toBe('no-hold-left');
  });

  it('knows what lies at hand: the longest rod that is held across, landmarks, wind', () => {
    expect(atHandOf(toolsOf(DEFAULT_SETTINGS, { windy: true }), 150)).toMatchObject({
      rodM: 1.22,
      plumbM: 0.006,
      pointsAtM: 150,
      gauge: false,
    });
    expect(atHandOf({ ...ground.tools, rodsMm: [2000] })).not.toHaveProperty('rodM');
  });

  it('knows what else the instructor has and can: gauge, rod off the face, learned eye, own landmarks', () => {
    const { equipment } = DEFAULT_SETTINGS;
    const own = { ...DEFAULT_SETTINGS, equipment: { ...equipment, gauge: true, faceRodMm: 600 } };
    const tools = toolsOf({ ...own, landmarksMm: { 'hips.bare': 20 } }, { windy: false, eyeDeg: 2.5 });
    const atHand = atHandOf(tools);
    const u = (by: string, rod = false) =>
      waysOf('hips', atHand, HOLDING_TIMES).find((w) => w.by === by && w.rod === rod)
        ?.measurementUncertaintyRad ?? NaN;
    // A gauge lies on the rod across the hips, which seats as any rod does.
    expect(u('angle', true)).toBeCloseTo(Math.hypot(Math.PI / 180, (Math.SQRT2 * 4) / 300), 9);
    expect(u('eye')).toBeCloseTo((2.5 * Math.PI) / 180, 9);
    expect(waysOf('face', atHand, HOLDING_TIMES).map((w) => w.by)).toContain('faceRod');
    // Planned with the same ends as the reading is then made with.
    const made = composeObservation(
      { line: 'hips', by: 'gaps', values: { leadGapMm: 500, trailGapMm: 500, baseMm: 300 } },
      tools,
    ) as { endUncertaintyMm: number };
    expect(u('gaps')).toBeCloseTo((Math.SQRT2 * made.endUncertaintyMm) / 300, 5);
  });
});

describe('how the student steps back in', () => {
  it('is what the advice counts with, as the check says it', () => {
    // One stand says little of the habit of who steps in widely.
    const sure = (readdressSdDeg: number): number =>
      adviseNext({ ...ground, read: setup([rod('hips', 150), gauge('face', 0)], { readdressSdDeg }) }).answer
        .probability;
    expect(sure(0.3)).not.toBeCloseTo(sure(6), 2);
  });

  it('is the student’s own before anything was read', () => {
    const sure = (readdressSdDeg: number): number => {
      const advice = adviseNext({ ...ground, whoStands: { readdressSdDeg } });
      return advice.advice === 'read' ? advice.answer.probability : 0;
    };
    expect(sure(0.3)).not.toBeCloseTo(sure(6), 2);
  });
});

describe('whether the set-up is the cause', () => {
  const order = ['toes', 'hips'] as const;
  const ball = ballOfCheck({ behindLeadHeelMm: 160, stanceMm: 400 }, { sharePercent: 40 });

  it('is ruled out only with every line and the ball read and in', () => {
    const judgement = {
      tolerancesDeg: { toes: [-2, 2], hips: [-2.5, 2.5] },
      order: ['toes', 'hips'],
    } as const;
    const good = setup([rod('toes', 2), rod('hips', -3)], {
      judgement: structuredClone(judgement) as never,
    }).result;
    expect(causeOf(good, order, ball)).toMatchObject({ verdict: 'ruled-out', notRead: [], ballRead: true });
    // Nearly in is easier than in.
    expect(causeOf(good, order, ball).nearlyAllInProbability).toBeGreaterThan(
      good.posterior?.today?.allInProbability ?? 1,
    );
    expect(causeOf(good, order, null)).toMatchObject({ verdict: 'lines-ruled-out', ballRead: false });
    expect(causeOf(good, [...order, 'eyes'], ball)).toMatchObject({
      verdict: 'part-ruled-out',
      read: order,
      notRead: ['eyes'],
    });
    // The tape alone, as results were kept before there were answers.
    const { posterior: _none, ...tape } = good;
    expect(causeOf(tape, order, ball)).toMatchObject({ verdict: 'ruled-out', everyLineIn: true });
  });

  it('is neither where a line is not decided', () => {
    const unsure = setup([rod('toes', 35), rod('hips', -3)]).result;
    expect(causeOf(unsure, order, ball).verdict).toBe('open');
  });

  it('is ruled in by a line or a ball that is out', () => {
    const bad = setup([rod('toes', 150), rod('hips', 0)]).result;
    expect(causeOf(bad, order, ball)).toMatchObject({ verdict: 'ruled-in' });
    expect(causeOf(bad, order, ball).nearlyAllInProbability).toBeLessThan(0.01);
    const back = ballOfCheck({ behindLeadHeelMm: 260, stanceMm: 400 }, { sharePercent: 40 });
    const good = setup([rod('toes', 2), rod('hips', -3)]).result;
    expect(causeOf(good, order, back).verdict).toBe('ruled-in');
  });

  it('needs both distances of the ball', () => {
    expect(ballOfCheck({ stanceMm: 400 }, { sharePercent: 8 }).position).toBeNull();
    expect(ballOfCheck(undefined, { sharePercent: 8 }).position).toBeNull();
  });

  it('the distance belongs to it where the method judges it', () => {
    const good = setup([rod('toes', 2), rod('hips', -3)]).result;
    const read = { behindLeadHeelMm: 160, stanceMm: 400, toBallMm: 700 };
    expect(causeOf(good, order, ballOfCheck(read, { sharePercent: 40, toBallMm: 600 })).verdict).toBe(
      'ruled-in',
    );
    expect(causeOf(good, order, ballOfCheck(read, { sharePercent: 40 })).verdict).not.toBe('ruled-in');
  });

  it('tells what closed shoulders may do', () => {
    expect(chainsOfResult(setup([rod('shoulders', 120)]).result)[0]?.code).toBe('body-closed');
  });
});

describe('what changed within a lesson', () => {
  const before = setup([rod('shoulders', 0), rod('toes', 100)]);
  const after = setup([rod('shoulders', -64), rod('toes', 20)]);

  it('in one stand is told without the spread of stepping in', () => {
    const [toes, shoulders] = lessonDifferences([before], [after], true);
    expect(toes?.line).toBe('toes');
    expect(shoulders?.deltaDeg).toBeCloseTo(-3.0, 1);
    expect(shoulders?.real).toBe(true);
    // The rod seats twice, ± 0.8° each time.
    expect(shoulders?.uncertaintyDeg).toBeCloseTo(1.19, 2);
  });

  it('in two stands needs more to be real', () => {
    const shoulders = lessonDifferences([before], [after], false).find((d) => d.line === 'shoulders');
    expect(shoulders?.real).toBe(false);
    expect(shoulders?.uncertaintyDeg).toBeGreaterThan(2.8);
  });

  it('says how many more set-ups would show a change, and nothing where they would not', () => {
    const [small, large] = [setup([rod('shoulders', -108)]), setup([rod('shoulders', -400)])];
    const more = moreToShow([before], [small], 'shoulders');
    expect(more).toBeGreaterThan(0);
    // So many more of the same are real, and one fewer is not.
    const grown = (n: number): boolean =>
      lessonDifferences(
        [before],
        Array.from({ length: n }, () => small),
        false,
      )[0]?.real ?? false;
    expect([grown(1 + (more ?? 0)), grown(more ?? 0)]).toEqual([true, false]);
    expect(moreToShow([before], [large], 'shoulders')).toBe(0);
    expect(moreToShow([before], [setup([rod('shoulders', -2)])], 'shoulders')).toBeNull();
    expect(moreToShow([before], [small], 'eyes')).toBeNull();
    expect(moreToShow([before], [], 'shoulders')).toBeNull();
  });

  it('counts a line that was laid again, and compares no other clubs', () => {
    const again = setup([rod('shoulders', -64)], { targetLine: { sightingDeg: 1 } });
    const [change] = lessonDifferences([before], [again], true);
    expect(change?.uncertaintyDeg).toBeGreaterThan(1);
    const driver = setup([rod('shoulders', -64)], { club: { group: 'driver' } });
    expect(lessonDifferences([before], [driver], false)).toEqual([]);
  });
});

describe('what is watched', () => {
  it('is the newest that says something: a choice, else what is out', () => {
    const { result } = setup([gauge('face', 0), rod('toes', 150), rod('hips', 0)]);
    const silent = { result: setup([gauge('face', 0), rod('toes', 2), rod('hips', 0)]).result, record: null };
    expect(watchedLine([silent, { result, record: null }])?.line).toBe('toes');
    const chosen = { result, record: { priority: 'hips' as const } };
    expect(watchedLine([{ result, record: null }, chosen])?.line).toBe('hips');
    expect(watchedLine([silent])).toBeNull();
  });
});

describe('a method as a check carries it', () => {
  it('is a name for a shipped one, and spelled out for an own one', () => {
    expect(judgementByMethod(ALL_PARALLEL)).toEqual({ method: { id: 'all-parallel', version: 1 } });
    const own = { ...ALL_PARALLEL, id: 'own-1', goalsDeg: { toes: 0.5 } };
    expect(judgementByMethod(own)).toMatchObject({
      tolerancesDeg: ALL_PARALLEL.tolerancesDeg,
      goalsDeg: { toes: 0.5 },
      order: ALL_PARALLEL.order,
      footLine: 'toes',
    });
    const document = setup([rod('toes', 2)], { judgement: judgementByMethod(own) }).document;
    expect(document).not.toHaveProperty('method');
  });
});
