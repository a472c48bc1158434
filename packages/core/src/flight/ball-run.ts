import { RefusedInput } from '../refusal/refused-input.ts';
import { type Bend } from './bend.ts';
import { type SeededDice, seededDice } from '../dice/seeded-dice.ts';

/** From–to, degrees from the target line, right positive. */
export type Between = readonly [from: number, to: number];

/** What was seen of a ball: between what it started and came down. */
export interface SeenStart {
  readonly startDeg: Between;
  readonly finishDeg: Between;
}

/** One thing that a run may be thought to have been: where face and path of this student usually are. */
export interface RunDraw {
  readonly faceDeg: number;
  readonly pathDeg: number;
  /** How far from the balls’ own means: what more balls make smaller. */
  readonly faceOffBalls: number;
  readonly pathOffBalls: number;
}

/** What is thought of one ball. */
export interface BallRegion {
  readonly faceDeg: MeanBetween;
  readonly pathDeg: MeanBetween;
}

/** A figure with its 95 % interval, degrees. */
export interface MeanBetween {
  readonly meanDeg: number;
  readonly lowDeg: number;
  readonly highDeg: number;
}

/** What a run of balls says of face and path. */
export interface RunPosterior {
  readonly count: number;
  /** The student’s usual face and path with these balls: jointly, for what else is asked of them. */
  readonly draws: readonly RunDraw[];
  readonly face: MeanBetween;
  readonly path: MeanBetween;
  readonly start: MeanBetween;
  readonly finish: MeanBetween;
  /** From ball to ball, degrees. */
  readonly faceSpreadDeg: number;
  readonly pathSpreadDeg: number;
  readonly balls: readonly BallRegion[];
}

const DRAWS = 2_000;
const SEED = 20_260;
/** Fewer say nothing together. */
export const LEAST_BALLS = 3;
/** How differently a student usually hits from ball to ball, degrees: face, path. Worth as much as so many balls. */
const USUAL_SPREAD_DEG = [1.5, 2] as const;
const WORTH_BALLS = 6;
/** No curve is turned round, whatever is drawn for it. */
const LEAST_FACTOR = 0.2;

/** Mean and squares about it of face and path. */
interface Sums {
  readonly mean: readonly [face: number, path: number];
  /** Of face, of both, of path. */
  readonly squares: readonly [number, number, number];
}

function sumsOf(faces: readonly number[], paths: readonly number[]): Sums {
  const n = faces.length;
  const face = faces.reduce((sum, f) => sum + f, 0) / n;
  const path = paths.reduce((sum, p) => sum + p, 0) / n;
  let [ff, fp, pp] = [0, 0, 0];
  for (const [i, f] of faces.entries()) {
    const p = paths[i] as number;
    ff += (f - face) ** 2;
    fp += (f - face) * (p - path);
    pp += (p - path) ** 2;
  }
  return { mean: [face, path], squares: [ff, fp, pp] };
}

/**
 * Where the usual face and path may be, given balls of which face and path are known: the spread from ball to ball is
 * drawn first, by Bartlett’s way to an inverse Wishart, then the means about the balls’ own.
 */
function drawnMeans({ mean, squares }: Sums, count: number, dice: SeededDice): RunDraw {
  const [usualFace, usualPath] = USUAL_SPREAD_DEG;
  // Two dimensions: a mean of the inverse Wishart is its scale over ν − 3.
  const usual = WORTH_BALLS - 3;
  const [a, b, c] = [squares[0] + usual * usualFace ** 2, squares[1], squares[2] + usual * usualPath ** 2];
  const freedom = WORTH_BALLS + count - 1;
  // Σ⁻¹ ~ Wishart(Ψ⁻¹): with Ψ = L Lᵀ and T lower triangular, Σ = L T⁻ᵀ T⁻¹ Lᵀ.
  const l11 = Math.sqrt(a);
  const l21 = b / l11;
  const l22 = Math.sqrt(Math.max(c - l21 ** 2, 1e-12));
  const t11 = Math.sqrt(chiSquared(freedom, dice));
  const t22 = Math.sqrt(chiSquared(freedom - 1, dice));
  const t21 = dice.normal();
  const [z1, z2] = [dice.normal(), dice.normal()];
  // T⁻ᵀ z, then L: a draw from N(0, Σ).
  const y2 = z2 / t22;
  const y1 = (z1 - t21 * y2) / t11;
  const root = Math.sqrt(count);
  const faceOffBalls = (l11 * y1) / root;
  const pathOffBalls = (l21 * y1 + l22 * y2) / root;
  return {
    faceDeg: mean[0] + faceOffBalls,
    pathDeg: mean[1] + pathOffBalls,
    faceOffBalls,
    pathOffBalls,
  };
}

function chiSquared(freedom: number, { normal }: SeededDice): number {
  let sum = 0;
  for (let n = 0; n < freedom; n++) sum += normal() ** 2;
  return sum;
}

/**
 * What is thought of face and path after a run: over what the taps leave open, over how much of the start the face makes,
 * and over how much this ball curves and is blown. The same run says the same: draws are seeded.
 *
 * @param seen at least three balls, oldest first
 * @throws RefusedInput `empty` before the third ball, `not-finite` for a bound that is no number
 * @example posteriorOfRun([1, 2, 3].map(() => ({ startDeg: [-0.6, 0.6], finishDeg: [-1, 1] })), { share: 0.75, shareSd: 0.02, relativeSd: 0.15, driftDeg: () => 0, curveDeg: (deg) => deg, faceToPathDeg: (deg) => deg }).count // 3
 */
export function posteriorOfRun(seen: readonly SeenStart[], bend: Bend): RunPosterior {
  requireRun(seen);
  const dice = seededDice(SEED);
  const [draws, starts, finishes]: [RunDraw[], number[], number[]] = [[], [], []];
  const each = seen.map(() => ({ faces: [] as number[], paths: [] as number[] }));
  const spreads = { face: 0, path: 0 };
  for (let n = 0; n < DRAWS; n++) {
    const share = bend.share + bend.shareSd * dice.normal();
    const curves = Math.max(LEAST_FACTOR, 1 + bend.relativeSd * dice.normal());
    const blown = 1 + bend.relativeSd * dice.normal();
    const [faces, paths]: [number[], number[]] = [[], []];
    let [startSum, finishSum] = [0, 0];
    for (const [i, { startDeg, finishDeg }] of seen.entries()) {
      const start = drawnBetween(startDeg, dice);
      const finish = drawnBetween(finishDeg, dice);
      const turned = bend.faceToPathDeg((finish - start - blown * bend.driftDeg(start)) / curves);
      const [face, path] = [start + (1 - share) * turned, start - share * turned];
      faces.push(face);
      paths.push(path);
      each[i]?.faces.push(face);
      each[i]?.paths.push(path);
      startSum += start;
      finishSum += finish;
    }
    const sums = sumsOf(faces, paths);
    draws.push(drawnMeans(sums, seen.length, dice));
    starts.push(startSum / seen.length);
    finishes.push(finishSum / seen.length);
    spreads.face += sums.squares[0] / (seen.length - 1) / DRAWS;
    spreads.path += sums.squares[2] / (seen.length - 1) / DRAWS;
  }
  return {
    count: seen.length,
    draws,
    face: between(draws.map(({ faceDeg }) => faceDeg)),
    path: between(draws.map(({ pathDeg }) => pathDeg)),
    start: between(starts),
    finish: between(finishes),
    faceSpreadDeg: Math.sqrt(spreads.face),
    pathSpreadDeg: Math.sqrt(spreads.path),
    balls: each.map(({ faces, paths }) => ({ faceDeg: between(faces), pathDeg: between(paths) })),
  };
}

function requireRun(seen: readonly SeenStart[]): void {
  if (seen.length < LEAST_BALLS)
    throw new RefusedInput('empty', 'balls', {
      read: seen.length,
      advice: 'Three balls say something together.',
    });
  for (const [n, ball] of seen.entries())
    for (const field of ['startDeg', 'finishDeg'] as const) {
      const [from, to] = ball[field];
      if (Number.isFinite(from) && Number.isFinite(to) && from <= to) continue;
      throw new RefusedInput('not-finite', `balls.${n}.${field}`, { advice: 'Tap where it went once more.' });
    }
}

function drawnBetween([from, to]: Between, { uniform }: SeededDice): number {
  return from + (to - from) * uniform();
}

/** Mean and the middle 95 % of draws. */
function between(draws: readonly number[]): MeanBetween {
  const sorted = Float64Array.from(draws).sort();
  const at = (share: number): number => sorted[Math.round(share * (sorted.length - 1))] ?? NaN;
  return {
    meanDeg: draws.reduce((sum, d) => sum + d, 0) / draws.length,
    lowDeg: at(0.025),
    highDeg: at(0.975),
  };
}
