import { describe, expect, it } from 'vitest';
import { chiSquaredUpperTail } from './chi-squared.ts';
import { conformity, DEFAULT_DECISION_LIMITS, verdictOf } from './conformity.ts';
import { normalLowerTail, normalUpperTail } from './normal.ts';
import { studentT975 } from './student-t.ts';

/**
 * Reference values to 16 digits: Abramowitz & Stegun 26.2 evaluated with 50-digit arithmetic (continued fraction of
 * Mills' ratio, checked against the Taylor series where both converge).
 */
const UPPER_TAIL: readonly (readonly [z: number, q: number])[] = [
  [0, 0.5],
  [0.5, 0.3085375387259869],
  [1, 0.15865525393145705],
  [2, 0.02275013194817921],
  [3, 0.0013498980316300946],
  [5, 2.866515718791939e-7],
  [8, 6.220960574271784e-16],
  [10, 7.619853024160525e-24],
  [20, 2.7536241186062337e-89],
  [30, 4.906713927148187e-198],
  [37, 5.725571222524577e-300],
];

describe('normal tails', () => {
  it.each(UPPER_TAIL)('at %f σ agree with the reference to 12 digits', (z, q) => {
    expect(Math.abs(normalUpperTail(z) / q - 1)).toBeLessThan(1e-12);
    expect(Math.abs(normalLowerTail(-z) / q - 1)).toBeLessThan(1e-12);
  });

  // Beyond 37.5 σ doubles become subnormal: the last digit that is left is the best there is, at 40 σ it is 0.
  it.each([
    [38, 2.885428360068784e-316],
    [38.4, 6.601599854326407e-323],
    [40, 0],
  ])('at %f σ are as near as a double can be', (z, q) => {
    expect(Math.abs(normalUpperTail(z) - q)).toBeLessThanOrEqual(5e-324);
  });

  it('go to 0 and 1 at the ends, never beyond', () => {
    expect(normalUpperTail(40)).toBe(0);
    expect(normalLowerTail(40)).toBe(1);
    expect(normalLowerTail(Number.NEGATIVE_INFINITY)).toBe(0);
  });
});

describe('chi-squared tail', () => {
  it.each([
    [3.841458820694124, 1, 0.05],
    [5.991464547107979, 2, 0.05],
    [1.3797746286274968, 1, 0.24013954000076898],
    [52.912481270764246, 4, 8.888771715282831e-11],
  ])('of %f with %i degrees of freedom', (chiSquare, degreesOfFreedom, p) => {
    expect(Math.abs(chiSquaredUpperTail(chiSquare, degreesOfFreedom) / p - 1)).toBeLessThan(1e-10);
  });

  it('is 1 for perfect agreement', () => {
    expect(chiSquaredUpperTail(0, 3)).toBe(1);
  });
});

describe('conformity', () => {
  it('splits all probability between in, below and above', () => {
    for (const value of [-9, -2.0001, -2, -1.9999, 0, 1.9999, 2, 2.0001, 9]) {
      const c = conformity(value, 0.7, [-2, 2]);
      expect(c.conformanceProbability + c.belowProbability + c.aboveProbability).toBeCloseTo(1, 14);
    }
  });

  it('keeps small probabilities in the tail, where a difference from 1 would lose them', () => {
    const c = conformity(20, 1, [-2, 2]);
    expect(c.conformanceProbability).toBeGreaterThan(0);
    expect(Math.abs(c.conformanceProbability / normalLowerTail(-18) - 1)).toBeLessThan(1e-12);
  });

  it('is half at a limit far from the other', () => {
    expect(conformity(2, 0.01, [-2, 2]).conformanceProbability).toBeCloseTo(0.5, 12);
  });

  it('calls in from 0.95, out up to 0.05 with one tail, and nothing between', () => {
    const verdict = (p: number, below: number, above: number) =>
      verdictOf(
        { conformanceProbability: p, belowProbability: below, aboveProbability: above },
        DEFAULT_DECISION_LIMITS,
      );
    expect(verdict(0.95, 0.02, 0.03)).toBe('in');
    expect(verdict(0.9499, 0.02, 0.0301)).toBe('cannot-tell');
    expect(verdict(0.05, 0, 0.95)).toBe('out');
    expect(verdict(0.0501, 0, 0.9499)).toBe('cannot-tell');
    // A tolerance much narrower than the uncertainty: hardly in, but which side is open.
    expect(verdict(0.04, 0.5, 0.46)).toBe('cannot-tell');
  });
});

describe('Student’s t', () => {
  // Closed forms: one degree of freedom is tan(π(p − ½)), two are (2p − 1)·√(2/(4p(1 − p))); the others are tabulated to 15 digits.
  it.each([
    [1, Math.tan(Math.PI * 0.475)],
    [2, 0.95 * Math.sqrt(2 / (4 * 0.975 * 0.025))],
    [30, 2.0422724563012373],
    [1.892811522990076, 4.544791902442064],
  ])('with %f degrees of freedom to 12 digits', (degreesOfFreedom, t) => {
    expect(Math.abs(studentT975(degreesOfFreedom) / t - 1)).toBeLessThan(1e-12);
  });

  it('is refused for none, and normal where none are known', () => {
    expect(() => studentT975(0)).toThrow('degreesOfFreedom');
    expect(studentT975(null)).toBe(1.959963984540054);
  });
});
