import {
  atTurn,
  checkOfTurn,
  type Clinic,
  keepClinic,
  readClinic,
  sharesOf,
  turnsOf,
  withTurn,
} from './clinic-state.ts';

const clinic: Clinic = {
  heldOn: '2026-11-28',
  placeId: null,
  placeKind: 'range',
  target: { name: 'Barge', distanceM: 150, bearingDeg: 0 },
  line: 'shoulders',
  turns: turnsOf([{ id: 'a' }, { id: 'b' }]),
};

describe('a clinic', () => {
  beforeEach(() => localStorage.clear());

  it('goes on with who was not read, and is kept for its day alone, without a name', () => {
    const [first] = clinic.turns;
    expect(atTurn(clinic)).toBe(0);
    const after = withTurn(clinic, first?.checkId ?? '', { fromTargetDeg: 4 });
    expect(atTurn(after)).toBe(1);
    keepClinic(after);
    expect(readClinic('2026-11-28')).toEqual(after);
    expect(readClinic('2026-11-29')).toBeNull();
    expect(localStorage.getItem('lotrecht-clinic')).not.toContain('name":"A');
    keepClinic(null);
    expect(readClinic('2026-11-28')).toBeNull();
  });

  it('reads a line by where its rod points, mirrored for the other hand', () => {
    const turn = { lessonId: 'l', fromTargetDeg: 6 };
    const right = checkOfTurn(clinic, turn, { handedness: 'right' });
    const left = checkOfTurn(clinic, { ...turn, fromTargetDeg: -6 }, { handedness: 'left' });
    expect(right?.result.lines.shoulders?.handedAzimuthDeg).toBeCloseTo(6, 1);
    expect(left?.result.lines.shoulders?.handedAzimuthDeg).toBeCloseTo(6, 1);
    expect(checkOfTurn(clinic, { lessonId: 'l', fromTargetDeg: null }, { handedness: 'left' })).toBeNull();
  });

  it('says how many lean out, by side, with where that lies among many', () => {
    const at = (deg: number) =>
      checkOfTurn(clinic, { lessonId: 'l', fromTargetDeg: deg }, { handedness: 'right' })?.result;
    const results = [9, 10, 0, 11, -12].flatMap((deg) => at(deg) ?? []);
    const [closed, open] = sharesOf(results, 'shoulders');
    expect(closed).toMatchObject({ out: 3, of: 5, words: 'too closed' });
    expect(open).toMatchObject({ out: 1, words: 'too open' });
    expect(closed?.low).toBeGreaterThan(0.2);
    expect(closed?.high).toBeLessThan(0.9);
    expect(sharesOf([], 'shoulders')).toEqual([]);
  });
});
