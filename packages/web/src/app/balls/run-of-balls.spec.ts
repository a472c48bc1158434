import { hit, type Run, struck, undone } from './run-of-balls.ts';

const EMPTY: Run = {
  clubGroup: 'mid-iron',
  carryM: 140,
  windRightMs: 0,
  windAheadMs: 0,
  help: 'cued',
  place: 'range',
  balls: [],
};

describe('balls in a row', () => {
  const one = hit(EMPTY, 'a', { felt: 'over', start: { widths: 1 }, finish: { bearingDeg: -2 } });
  const two = hit(one, 'b', { start: { side: 'left' }, finish: { side: 'over' }, contact: 'thin' });

  it('grow by a ball when it has come down', () => {
    expect(two.balls.map(({ id }) => id)).toEqual(['a', 'b']);
    expect(one.balls[0]).toEqual({ id: 'a', felt: 'over', start: { widths: 1 }, finish: { bearingDeg: -2 } });
    expect(two.balls[1]).not.toHaveProperty('felt');
  });

  it('lose the last one, which goes on where it was before it came down', () => {
    const back = undone(two);
    expect(back.run.balls).toEqual(one.balls);
    expect(back.atHand).toEqual({ start: { side: 'left' }, contact: 'thin' });
    expect(undone(EMPTY)).toEqual({ run: EMPTY, atHand: {} });
  });

  it('are struck out with a reason, and count again', () => {
    const out = struck(two, 'a', 'topped');
    expect(out.balls[0]?.struck).toBe('topped');
    expect(struck(out, 'a', undefined)).toEqual(two);
  });
});
