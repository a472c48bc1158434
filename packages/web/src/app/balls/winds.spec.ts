import { CLOCK, saidWind, WINDS, windOf, windText } from './winds.ts';

describe('a wind on the clock', () => {
  it('from nine blows to the right, from twelve against the ball', () => {
    expect(windOf({ clock: 9, speedMs: 5 })).toEqual({ windRightMs: 5, windAheadMs: 0 });
    expect(windOf({ clock: 12, speedMs: 8 })).toEqual({ windRightMs: 0, windAheadMs: -8 });
    expect(windOf({ clock: 6, speedMs: 2 })).toEqual({ windRightMs: 0, windAheadMs: 2 });
    expect(windOf({ clock: 3, speedMs: 0 })).toEqual({ windRightMs: 0, windAheadMs: 0 });
  });

  it('comes back as it was said', () => {
    for (const clock of CLOCK)
      for (const { speedMs } of WINDS)
        if (speedMs > 0) expect(saidWind(windOf({ clock, speedMs }))).toEqual({ clock, speedMs });
  });

  it('is said without figures', () => {
    expect(windText({ clock: 9, speedMs: 5 })).toBe('moves leaves, from nine o’clock');
    expect(windText({ clock: 12, speedMs: 2 })).toBe('a breath, from twelve o’clock');
    expect(windText({ clock: 4, speedMs: 0 })).toBe('no wind');
  });
});
