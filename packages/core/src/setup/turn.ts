import { MOVED_SD_RAD } from '../defaults/moving.ts';
import { kindOfLine, type LineName } from '../geometry/line.ts';
import { inverse, type Matrix } from '../linear/cholesky.ts';
import { type SharedPart } from '../uncertainty/shared-part.ts';
import { chiSquaredUpperTail } from '../uncertainty/chi-squared.ts';
import { covarianceMatrix, type Parted, scaled, varianceOf } from '../uncertainty/covariance.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { type CombinedLine, standKey, standLoading } from '../combining/combine-line.ts';
import { type FootLine, type Turn } from './setup.ts';

/** Below this p the body lines disagree. */
const AGREEMENT_P_VALUE = 0.05;

/** Non-centrality that χ² at 5 % finds with 80 %, for 1 to 5 degrees of freedom. */
const FOUND_IN_FOUR_OF_FIVE = [7.848861, 9.634689, 10.902563, 11.935286, 12.827607];

/** A line as it enters a comparison of lines with each other. */
export interface ComparedLine {
  readonly line: LineName;
  readonly combined: CombinedLine;
}

/** What all lines of a check have in common. */
export interface ComparedGround {
  /** u(T), rad. */
  readonly targetLineUncertaintyRad: number;
  readonly readdressSdRad: number;
  /** The check was read in more than one stand. */
  readonly severalHolds: boolean;
}

/** The turn, and how much of it is told from the string or rod on the ground. */
export interface FoundTurn {
  readonly turn: Turn;
  readonly lineShare: number;
  /** u(c) holds the target line's error already. */
  readonly lineIncluded: boolean;
}

/** Body lines that take part in the turn: of toes and heels only the one the method judges by. */
export function turningLines<L extends { readonly line: LineName }>(
  lines: readonly L[],
  footLine: FootLine,
): L[] {
  const body = lines.filter((l) => kindOfLine(l.line) === 'body');
  const bothFootLines = ['toes', 'heels'].every((name) => body.some((l) => l.line === name));
  const leftOut = footLine === 'toes' ? 'heels' : 'toes';
  return bothFootLines ? body.filter((l) => l.line !== leftOut) : body;
}

/** The stand that a line was read in is an error of it as soon as lines of other stands are compared with it. */
function standPart({ line, combined }: ComparedLine, ground: ComparedGround): readonly SharedPart[] {
  const [hold] = combined.holds;
  if (!ground.severalHolds || combined.measurand === 'habit' || hold === undefined) return [];
  return [{ key: standKey(hold), uncertaintyRad: standLoading(line) * ground.readdressSdRad }];
}

/** What a line errs in when it is compared with others. @param withLine whether the target line's error is counted */
function comparedParts(compared: ComparedLine, ground: ComparedGround, withLine: boolean): Parted {
  const { parts, lineShare } = compared.combined;
  const stand = standPart(compared, ground);
  const line =
    withLine && lineShare !== 0
      ? [scaled({ key: 'line', uncertaintyRad: ground.targetLineUncertaintyRad }, lineShare)]
      : [];
  const moved = MOVED_SD_RAD[compared.line] * Math.sqrt(compared.combined.holdsSquared);
  const independentRad = inQuadrature(parts.independentRad, moved);
  return { independentRad, shared: [...parts.shared, ...stand, ...line] };
}

/**
 * One turn or a twist, by generalised least squares: c = 1ᵀV⁻¹φ/1ᵀV⁻¹1, Q = rᵀV⁻¹r against χ² with k − 1.
 *
 * @param lines body lines that take part
 * @returns null without a body line; one line is its own turn with p = 1
 */
export function turnOf(lines: readonly ComparedLine[], ground: ComparedGround): FoundTurn | null {
  const [first] = lines;
  if (first === undefined) return null;
  const shares = lines.map((l) => l.combined.lineShare);
  // What all carry alike cancels in every comparison.
  const lineIncluded = shares.some((share) => Math.abs(share - (shares[0] ?? 0)) > 1e-12);
  const n = lines.length;
  const parted = lines.map((l) => comparedParts(l, ground, lineIncluded));
  if (n === 1) {
    return {
      turn: {
        handedAzimuthRad: first.combined.value,
        standardUncertaintyRad: Math.sqrt(varianceOf(parted[0] as Parted)),
        chiSquare: 0,
        degreesOfFreedom: 0,
        pValue: 1,
        agree: true,
        twistRad: { [first.line]: 0 },
        mostTwisted: null,
      },
      lineShare: first.combined.lineShare,
      lineIncluded,
    };
  }
  const inverted = precisionOf(parted);
  const rowSums = lines.map((_, i) => sumOf(n, (j) => inverted[i * n + j] as number));
  const whole = sumOf(n, (i) => rowSums[i] ?? 0);
  const common = sumOf(n, (i) => (rowSums[i] ?? 0) * (lines[i]?.combined.value ?? 0)) / whole;
  const twists = lines.map((l) => l.combined.value - common);
  const pulls = lines.map((_, i) => sumOf(n, (j) => (inverted[i * n + j] as number) * (twists[j] ?? 0)));
  const chiSquare = Math.max(
    0,
    sumOf(n, (i) => (pulls[i] ?? 0) * (twists[i] ?? 0)),
  );
  const degreesOfFreedom = n - 1;
  const pValue = chiSquaredUpperTail(chiSquare, degreesOfFreedom);
  const agree = pValue >= AGREEMENT_P_VALUE;
  // How sharply each line alone is seen against the others.
  const sharpness = lines.map((_, i) => (inverted[i * n + i] as number) - (rowSums[i] ?? 0) ** 2 / whole);
  const named = (values: readonly number[]): Partial<Record<LineName, number>> => {
    const byLine: Partial<Record<LineName, number>> = {};
    lines.forEach(({ line }, i) => (byLine[line] = values[i] ?? 0));
    return byLine;
  };
  const turn: Turn = {
    handedAzimuthRad: common,
    standardUncertaintyRad: Math.sqrt(1 / whole),
    chiSquare,
    degreesOfFreedom,
    pValue,
    agree,
    twistRad: named(twists),
    mostTwisted:
      agree || n === 2
        ? null
        : mostOf(
            lines,
            pulls.map((pull, i) => Math.abs(pull) / Math.sqrt(sharpness[i] ?? 0)),
          ),
    ...(agree && {
      wouldShowFromRad: named(
        sharpness.map((g) => Math.sqrt((FOUND_IN_FOUR_OF_FIVE[degreesOfFreedom - 1] ?? Number.NaN) / g)),
      ),
    }),
  };
  return {
    turn,
    lineShare: sumOf(n, (i) => (rowSums[i] ?? 0) * (shares[i] ?? 0)) / whole,
    lineIncluded,
  };
}

/** V⁻¹. Lines that were read with a tape in one stand share nothing: then it is a diagonal. */
function precisionOf(parted: readonly Parted[]): Matrix {
  const n = parted.length;
  if (parted.some((p) => p.shared.length > 0)) return inverse(covarianceMatrix(parted), n);
  const precision = new Float64Array(n * n);
  parted.forEach((p, i) => (precision[i * (n + 1)] = 1 / p.independentRad ** 2));
  return precision;
}

function sumOf(n: number, of: (index: number) => number): number {
  let sum = 0;
  for (let i = 0; i < n; i++) sum += of(i);
  return sum;
}

function mostOf(lines: readonly ComparedLine[], values: readonly number[]): LineName | null {
  let most: number | undefined;
  values.forEach((value, i) => {
    if (most === undefined || value > (values[most] ?? 0)) most = i;
  });
  return most === undefined ? null : (lines[most]?.line ?? null);
}
