import { kindOfLine, type LineName } from '../geometry/line.ts';
import { chiSquareAbout, type Estimate, weightedMean } from '../uncertainty/combine.ts';
import { chiSquaredUpperTail } from '../uncertainty/chi-squared.ts';
import { type FootLine, type Turn } from './setup.ts';

/** Below this p the body lines disagree. */
export const AGREEMENT_P_VALUE = 0.05;

/** A line as it enters a comparison of lines with each other: u without the target line. */
export interface ComparableLine extends Estimate {
  readonly line: LineName;
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

/**
 * One turn or a twist: c = Σφ/u²/Σ1/u², twist = φ − c with variance u² − u(c)², Q against χ² with k − 1.
 *
 * @param lines body lines with u without the target line, rad
 * @returns null without a body line; one line is its own turn with p = 1
 */
export function turnOf(lines: readonly ComparableLine[]): Turn | null {
  const [first] = lines;
  if (first === undefined) return null;
  if (lines.length === 1) {
    return {
      handedAzimuthRad: first.value,
      standardUncertaintyRad: first.standardUncertainty,
      chiSquare: 0,
      degreesOfFreedom: 0,
      pValue: 1,
      agree: true,
      twistRad: { [first.line]: 0 },
      mostTwisted: null,
    };
  }
  const common = weightedMean(lines);
  const chiSquare = chiSquareAbout(common.value, lines);
  const degreesOfFreedom = lines.length - 1;
  const pValue = chiSquaredUpperTail(chiSquare, degreesOfFreedom);
  const agree = pValue >= AGREEMENT_P_VALUE;
  const twists = lines.map((l) => ({
    line: l.line,
    twist: l.value - common.value,
    u: twistUncertainty(l, common),
  }));
  const [most] = twists.toSorted((a, b) => Math.abs(b.twist) / b.u - Math.abs(a.twist) / a.u);
  return {
    handedAzimuthRad: common.value,
    standardUncertaintyRad: common.standardUncertainty,
    chiSquare,
    degreesOfFreedom,
    pValue,
    agree,
    twistRad: Object.fromEntries(twists.map(({ line, twist }) => [line, twist])),
    mostTwisted: agree ? null : (most?.line ?? null),
  };
}

function twistUncertainty(line: Estimate, common: Estimate): number {
  return Math.sqrt(line.standardUncertainty ** 2 - common.standardUncertainty ** 2);
}
