import { describe, expect, it } from 'vitest';
import { type Setup } from './setup.ts';
import { solveSetup } from './solve.ts';

const DEG = Math.PI / 180;

/** Toes of feet whose heels stand equally far from the line, the lead foot flared 20°, shoe 290 mm. */
const leadGapM = 0.9 - 0.29 * Math.cos(20 * DEG);
const flared: Setup = {
  handedness: 'right',
  targetLine: { stakeSeparationM: 6, sightingRad: 0.2 * DEG },
  tolerancesRad: { toes: [-2 * DEG, 2 * DEG] },
  order: ['toes'],
  feet: { shoeLengthM: 0.29, leadFlareRad: 20 * DEG, trailFlareRad: 0 },
  observations: [{ line: 'toes', by: 'gaps', leadGapM, trailGapM: 0.61, baseM: 0.45 }],
};

describe('flared feet', () => {
  it('read 2.2° open at the toes although the heels are square', () => {
    const { lines, heelsFromFlare } = solveSetup(flared);
    expect((lines[0]?.handedAzimuthRad ?? 0) / DEG).toBeCloseTo(-2.2, 1);
    expect(lines[0]?.word).toBe('open');
    expect(heelsFromFlare?.handedAzimuthRad).toBeCloseTo(0, 12);
    expect(heelsFromFlare?.leadGapM).toBeCloseTo(0.9, 12);
  });

  it('leave the heels known to what is seen of the flares', () => {
    const feet = { shoeLengthM: 0.29, leadFlareRad: 20 * DEG, trailFlareRad: 8 * DEG };
    const { heelsFromFlare } = solveSetup({ ...flared, feet });
    // By moving each reading and each flare a little: nothing here is the formula of the product.
    const [toes] = flared.observations as [Extract<Setup['observations'][number], { by: 'gaps' }>];
    const phi = (change: Partial<typeof toes>, flares: Partial<typeof feet> = {}): number =>
      solveSetup({ ...flared, feet: { ...feet, ...flares }, observations: [{ ...toes, ...change }] })
        .heelsFromFlare?.handedAzimuthRad ?? NaN;
    const at = phi({});
    const h = 1e-6;
    const uEnd = Math.hypot(0.005 / Math.sqrt(12), 0.003);
    const moved = [
      ((phi({ leadGapM: toes.leadGapM + h }) - at) / h) * uEnd,
      ((phi({ trailGapM: toes.trailGapM + h }) - at) / h) * uEnd,
      ((phi({ baseM: toes.baseM + h }) - at) / h) * 0.005,
      ((phi({}, { leadFlareRad: feet.leadFlareRad + h }) - at) / h) * 5 * DEG,
      ((phi({}, { trailFlareRad: feet.trailFlareRad + h }) - at) / h) * 5 * DEG,
    ];
    expect(heelsFromFlare?.measurementUncertaintyRad).toBeCloseTo(Math.hypot(...moved), 5);
    expect((heelsFromFlare?.measurementUncertaintyRad ?? 0) / DEG).toBeGreaterThan(1);
  });

  it('are named when they alone turn the toe line', () => {
    expect(solveSetup(flared).notes.map((n) => n.code)).toContain('flare-explains');
  });

  it('say nothing where there are none, or the toes were read twice', () => {
    const [toes] = flared.observations;
    const { feet: _feet, ...unflared } = flared;
    expect(solveSetup(unflared).heelsFromFlare).toBeUndefined();
    const twice = toes === undefined ? [] : [toes, toes];
    expect(solveSetup({ ...flared, observations: twice }).heelsFromFlare).toBeUndefined();
  });

  it('are refused by name when the heels would cross', () => {
    const feet = { shoeLengthM: 0.29, leadFlareRad: 80 * DEG, trailFlareRad: 80 * DEG };
    expect(() => solveSetup({ ...flared, feet })).toThrow('feet.leadFlareRad');
  });
});

describe('remarks', () => {
  const codes = (change: Partial<Setup>): string[] =>
    solveSetup({ ...flared, ...change }).notes.map((n) => n.code);

  it('name scatter, holds, a missing tolerance, the lie and an unstated target line', () => {
    const at = (trailGapM: number, line: 'hips' | 'shoulders', hold: number) =>
      ({
        line,
        by: 'gaps',
        leadGapM: 0.6,
        trailGapM,
        baseM: 0.45,
        hold,
        endUncertaintyM: 0.001,
      }) as const;
    const rod = { line: 'face', by: 'faceRod', faceGapM: 0, tipGapM: 0, lengthM: 0.6 } as const;
    expect(
      codes({
        targetLine: {},
        observations: [at(0.6, 'hips', 1), at(0.65, 'hips', 1), at(0.6, 'shoulders', 2), rod],
      }),
    ).toEqual([
      'no-target-uncertainty',
      'several-holds',
      'lie',
      'scatter',
      'no-tolerance',
      'no-tolerance',
      'no-tolerance',
    ]);
  });

  it('put the target picture first', () => {
    const observations = (['face', 'toes', 'hips'] as const).map(
      (line) => ({ line, by: 'angle', readingRad: 5 * DEG, uncertaintyRad: 0.5 * DEG }) as const,
    );
    expect(codes({ observations })[0]).toBe('target-picture');
  });
});
