import { type PlaceMark } from '@lotrecht/records';
import { readMark, type TypedMark } from './new-mark.ts';

const barge: PlaceMark = { id: 'b', name: 'Barge', kind: 'target', distanceM: 150, bearingDeg: 2 };
const typed: TypedMark = {
  name: 'Kiln',
  kind: 'target',
  distance: '120',
  besideId: 'b',
  side: 'right',
  offset: '',
  offsetIn: 'across',
};

describe('a typed mark', () => {
  it('without a side stands in line with the mark it is beside, and the first one straight ahead', () => {
    expect(readMark(typed, [barge], 'm')).toMatchObject({ name: 'Kiln', distanceM: 120, bearingDeg: 2 });
    expect(readMark({ ...typed, besideId: '' }, [], 'm')).toMatchObject({ bearingDeg: 0 });
  });

  it('stands to the side by metres at its distance, or by degrees', () => {
    const across = readMark({ ...typed, offset: '14' }, [barge], 'm');
    expect('bearingDeg' in across && across.bearingDeg).toBeCloseTo(2 + 6.6997, 3);
    expect(readMark({ ...typed, offset: '3,8°', offsetIn: 'deg', side: 'left' }, [barge], 'm')).toMatchObject(
      {
        bearingDeg: -1.8,
      },
    );
  });

  it('is read in yards where those are used', () => {
    expect(readMark({ ...typed, distance: '100' }, [barge], 'yd')).toMatchObject({ distanceM: 91.44 });
  });

  it.each([
    [{ name: ' ' }, 'name'],
    [{ name: 'Barge' }, 'name'],
    [{ distance: '' }, 'distance'],
    [{ distance: 'far' }, 'distance'],
    [{ distance: '0.5' }, 'distance'],
    [{ distance: '-5' }, 'distance'],
    [{ offset: 'a bit' }, 'offset'],
    [{ offset: '121' }, 'offset'],
    [{ offset: '70', offsetIn: 'deg' as const }, 'offset'],
  ])('that cannot be names its field: %o', (change, field) => {
    const slip = readMark({ ...typed, ...change }, [barge], 'm');
    expect(slip).toMatchObject({ field });
    expect('message' in slip && slip.message.length).toBeGreaterThan(10);
  });
});
