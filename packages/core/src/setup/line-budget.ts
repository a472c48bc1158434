import { LANDMARK_UNCERTAINTY } from '../defaults/landmark.ts';
import { SIGHTING_RAD } from '../defaults/target-line.ts';
import { type LineName } from '../geometry/line.ts';
import { type Observation } from '../observation/observation.ts';
import { gapsAzimuth } from '../observation/ways/gaps.ts';
import { bodyScale, sizedBy } from '../observation/sized.ts';
import { type Sources, sourcesOf } from '../observation/sources.ts';
import { type ErrorSource } from '../observation/way-of-reading.ts';
import { seatingUncertainty } from '../uncertainty/seating.ts';
import { type ReadLine, readSetup } from './read-setup.ts';
import { type Setup } from './setup.ts';

/** What the u of a line is made of. */
export interface LineBudget {
  readonly line: LineName;
  /** With the target line, rad. */
  readonly standardUncertaintyRad: number;
  /** Shares of the variance, the largest first; they sum to 1. */
  readonly shares: readonly { readonly source: ErrorSource; readonly share: number }[];
  readonly halvedBy: HalvedBy;
}

/** What alone would bring u down to half. */
export interface HalvedBy {
  /** Least number of readings, each made anew, 2 to 20; null where no number does. */
  readonly readings: number | null;
  /** The rod at hand, held across instead of bare points. */
  readonly rod: boolean;
  /** The target line laid with stakes and a hanging plumb line. */
  readonly targetLine: boolean;
  /** Rod and target line together, where neither does alone. */
  readonly rodAndTargetLine: boolean;
}

const MOST_READINGS = 20;
/**
 * What each line's u is made of, and what would halve it.
 *
 * @param rodM the rod at hand that can be held across, m; absent without one
 * @throws RefusedInput naming the field
 * @example lineBudgets({ handedness: 'right', targetLine: {}, tolerancesRad: {}, order: [], observations: [{ line: 'toes', by: 'gaps', leadGapM: 0.6, trailGapM: 0.6, baseM: 0.45 }] }, 1).map((b) => b.shares.map((s) => s.source)) // [['points', 'tape']]
 */
export function lineBudgets(setup: Setup, rodM?: number): readonly LineBudget[] {
  const { lines, targetLineUncertaintyRad } = readSetup(setup);
  return lines.map((line) => budgetOf(setup, line, { targetLineUncertaintyRad, rodM }));
}

interface Ground {
  readonly targetLineUncertaintyRad: number;
  readonly rodM: number | undefined;
}

function budgetOf(setup: Setup, read: ReadLine, { targetLineUncertaintyRad, rodM }: Ground): LineBudget {
  const { line, combined } = read;
  const uTarget = Math.abs(combined.lineShare) * targetLineUncertaintyRad;
  const variances = new Map<ErrorSource, number>(aloneBySource(setup, read));
  for (const { key, uncertaintyRad } of combined.parts.shared)
    add(variances, sourceOf(key), uncertaintyRad ** 2);
  add(variances, 'target-line', uTarget ** 2);
  const whole = [...variances.values()].reduce((sum, v) => sum + v, 0);
  const shares = [...variances]
    .filter(([, variance]) => variance > 0)
    .map(([source, variance]) => ({ source, share: variance / whole }))
    .toSorted((a, b) => b.share - a.share);
  return {
    line,
    standardUncertaintyRad: Math.sqrt(whole),
    shares,
    halvedBy: halving(
      { alone: combined.parts.independentRad, whole, uTarget },
      rodVarianceOf(setup, read, rodM),
    ),
  };
}

function add(variances: Map<ErrorSource, number>, source: ErrorSource, variance: number): void {
  variances.set(source, (variances.get(source) ?? 0) + variance);
}

function sourceOf(key: string): ErrorSource {
  if (key === 'squareRod') return 'square-rod';
  return key.startsWith('judge') ? 'judge' : 'stepping-in';
}

/** What the combined figure errs in alone, shared out as the readings that weigh most have it. */
function aloneBySource(setup: Setup, { indices, combined }: ReadLine): Sources {
  const alone = combined.parts.independentRad ** 2;
  const sums = new Map<ErrorSource, number>();
  let whole = 0;
  for (const index of indices) {
    const sources = sourcesOf(
      sizedBy(setup.observations[index] as Observation, bodyScale(setup)),
      setup.handedness,
    );
    const variance = [...sources.values()].reduce((sum, v) => sum + v, 0);
    if (variance === 0) continue;
    for (const [source, v] of sources) {
      add(sums, source, v / variance ** 2);
      whole += v / variance ** 2;
    }
  }
  return new Map([...sums].map(([source, v]) => [source, (alone * v) / whole]));
}

/** Variance of the line read once with the rod across; undefined where that is no other way. */
function rodVarianceOf(setup: Setup, { indices }: ReadLine, rodM: number | undefined): number | undefined {
  const [index] = indices;
  const only = indices.length === 1 && index !== undefined ? setup.observations[index] : undefined;
  if (rodM === undefined || only?.by !== 'gaps' || only.rod === true || rodM <= only.baseM) return undefined;
  const { endUncertaintyM: _end, ...reading } = only;
  const turned = (only.trailGapM - only.leadGapM) / only.baseM;
  const across = gapsAzimuth({
    ...reading,
    rod: true,
    baseM: rodM,
    trailGapM: only.leadGapM + turned * rodM,
    seatingUncertaintyRad: seatingUncertainty(only.line, {
      widthM: bodyScale(setup) * LANDMARK_UNCERTAINTY[only.line].widthM,
    }),
  });
  return across.standardUncertaintyRad ** 2;
}

function halving(
  { alone, whole, uTarget }: { readonly alone: number; readonly whole: number; readonly uTarget: number },
  rodVariance: number | undefined,
): HalvedBy {
  const enough = (variance: number): boolean => variance <= whole / 4;
  const shared = whole - alone ** 2;
  const wellLaid = Math.min(uTarget, SIGHTING_RAD.byPlumbLine) ** 2;
  let readings: number | null = null;
  for (let n = 2; n <= MOST_READINGS && readings === null; n++) {
    if (enough(alone ** 2 / n + shared)) readings = n;
  }
  const rod = rodVariance !== undefined && enough(rodVariance + uTarget ** 2);
  const targetLine = enough(whole - uTarget ** 2 + wellLaid);
  return {
    readings,
    rod,
    targetLine,
    rodAndTargetLine: !rod && !targetLine && rodVariance !== undefined && enough(rodVariance + wellLaid),
  };
}
