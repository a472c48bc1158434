import {
  degreesFromRadians,
  sightingUncertainty,
  type TargetLineBudget,
  targetLineBudget,
} from '@lotrecht/core';
import { type CheckDocument, type TargetLineChoice } from '@lotrecht/records';
import { toCoreUnits } from '../units/si.ts';

/** A target line as a check writes it down, and what its uncertainty is made of. */
export interface ComposedTargetLine {
  readonly targetLine: CheckDocument['targetLine'];
  readonly budget: TargetLineBudget;
}

/**
 * How a line is made and sighted → what a check writes: every default spelled out. Angles of the budget in rad.
 *
 * @throws RefusedInput for a line that cannot be laid so
 * @example composeTargetLine({ made: 'string', separationM: 6, stakeMm: 5, offsetMm: 0, aid: 'none', behindM: 2.5 }).targetLine.sightingDeg // 0.5
 */
export function composeTargetLine(choice: TargetLineChoice): ComposedTargetLine {
  const { separationM, stakeMm, offsetMm, aid, behindM } = choice;
  const sightingDeg = Number(degreesFromRadians(sightingUncertainty({ aid, behindM })).toFixed(6));
  const targetLine = { stakeSeparationM: separationM, stakeMm, sightingDeg, offsetMm };
  return {
    targetLine,
    budget: targetLineBudget(toCoreUnits(targetLine) as Parameters<typeof targetLineBudget>[0]),
  };
}
