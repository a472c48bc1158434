import { describe, expect, it } from 'vitest';
import { type ReadingMapping } from '@lotrecht/records';
import { type ForeignReading, readForeignRow } from './foreign-row.ts';

const mapping: ReadingMapping = {
  columns: {
    student: 'Who',
    date: 'On',
    line: 'Line',
    lead: 'A',
    trail: 'B',
    base: 'W',
    hand: 'Hand',
    club: 'Club',
    help: 'Help',
    place: 'Place',
  },
  unit: 'mm',
  dateOrder: 'ymd',
  hand: 'right',
};
const row = { Who: ' Runa Feldt ', On: '2026-04-17', Line: 'Toes', A: '571', B: '602', W: '450' };
const TODAY = '2026-11-25';

function readingOf(cells: object, change: Partial<ReadingMapping> = {}): ForeignReading {
  const read = readForeignRow({ ...row, ...cells }, { ...mapping, ...change }, TODAY);
  if (read.kind === 'refused') throw new Error(JSON.stringify(read.refusals));
  return read.reading;
}

function refusalsOf(
  cells: object,
  change: Partial<ReadingMapping> = {},
): readonly (readonly [string, string])[] {
  const read = readForeignRow({ ...row, ...cells }, { ...mapping, ...change }, TODAY);
  return read.kind === 'refused' ? read.refusals.map((r) => [r.path, r.message] as const) : [];
}

describe('a row of a foreign table', () => {
  it('is one reading of one line, of a student on a day', () => {
    expect(readingOf({})).toEqual({
      student: 'Runa Feldt',
      handedness: null,
      date: '2026-04-17',
      club: null,
      circumstances: null,
      reading: { line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 } },
    });
    expect(readingOf({ Line: 'FACE', A: '4', B: '1', W: '75' }).reading).toEqual({
      line: 'face',
      by: 'square',
      values: { heelGapMm: 4, toeGapMm: 1, baseMm: 75 },
    });
  });

  it.each([
    ['ymd', '2026/4/17'],
    ['dmy', '17.04.2026'],
    ['mdy', '4-17-2026'],
  ] as const)('has its day in the order %s: %s', (dateOrder, On) => {
    expect(readingOf({ On }, { dateOrder }).date).toBe('2026-04-17');
  });

  it.each([
    ['in', { A: '22 1/2', B: '23 5/8', W: '18' }, [571.5, 600.075, 457.2]],
    ['cm', { A: '57,1', B: '60.2', W: '450 mm' }, [571, 602, 450]],
  ] as const)('has lengths in %s, or in the unit they say', (unit, cells, expected) => {
    expect(Object.values(readingOf(cells, { unit }).reading.values)).toEqual(expected);
  });

  it.each([
    ['7-iron', 'mid-iron'],
    ['9i', 'short-iron'],
    ['4 iron', 'long-iron'],
    ['4 hybrid', 'long-iron'],
    ['3 wood', 'fairway-wood'],
    ['SW', 'wedge'],
    ['Driver', 'driver'],
    ['Mid iron', 'mid-iron'],
  ])('knows the club %s', (Club, group) => {
    expect(readingOf({ Club }).club).toEqual({ group, name: Club });
  });

  it('notes circumstances where help and place are said, else none', () => {
    expect(readingOf({ Help: 'Cold', Place: 'range' }).circumstances).toEqual({
      phase: 'baseline',
      help: 'blind',
      place: 'range',
      reader: 'instructor',
    });
    expect(readingOf({ Help: 'rods', Place: 'hall' }).circumstances?.phase).toBe('coached');
    expect(readingOf({ Help: 'rods' }).circumstances).toBeNull();
  });

  it.each([
    [{ Who: '' }, '/Who', 'A name is missing.'],
    [{ On: '31.02.2026' }, '/On', 'Read “31.02.2026”. Use a day as 2026-04-17.'],
    [{ On: '2026-02-30' }, '/On', 'Read “2026-02-30”. Use a day as 2026-04-17.'],
    [{ On: '2027-01-01' }, '/On', 'Read “2027-01-01”. A lesson was held between 1950-01-01 and today.'],
    [{ Line: 'elbows' }, '/Line', 'Read “elbows”. Use one of: face,'],
    [{ A: '57x' }, '/A', 'Read “57x”. Type millimetres, for example 571.'],
    [{ W: '' }, '/W', 'A length is missing.'],
    [{ Hand: 'both' }, '/Hand', 'Read “both”. Use one of: r,'],
    [{ Club: 'putter' }, '/Club', 'Read “putter”. Use a club as 7-iron, driver or wedge.'],
    [{ Help: 'luck' }, '/Help', 'Read “luck”.'],
    [{ Place: 'moon' }, '/Place', 'Read “moon”.'],
  ])('names what is wrong by its column: %o', (cells, path, message) => {
    const [first, ...others] = refusalsOf(cells);
    expect(first?.[0]).toBe(path);
    expect(first?.[1]).toContain(message);
    expect(others).toEqual([]);
  });

  it('names everything that is wrong at once', () => {
    expect(refusalsOf({ Who: '', A: '', On: 'x' }).map(([path]) => path)).toEqual(['/Who', '/On', '/A']);
  });

  it('takes no word or column from what every object has', () => {
    for (const word of ['constructor', '__proto__', 'toString']) {
      expect(refusalsOf({ Line: word }).map(([path]) => path)).toEqual(['/Line']);
      const columns = { ...mapping.columns, hand: word };
      expect(readingOf({}, { columns }).handedness).toBeNull();
    }
  });
});
