import { cohortRows, shareText } from './cohort-rows.ts';

describe('a share of students', () => {
  it.each([
    [71, 100, '71 % (61 to 79)'],
    [0, 20, '0 % (0 to 16)'],
    [20, 20, '100 % (84 to 100)'],
    [3, 4, '3 of 4'],
  ])('%i of %i is told as %s', (hits, of, text) => {
    expect(shareText(hits, of)).toBe(text);
  });

  it('stands in its line’s row, of those whose line was judged', () => {
    const [row, ...others] = cohortRows({
      students: 30,
      lines: [
        {
          line: 'shoulders',
          open: 2,
          closed: 10,
          verdicts: { in: 6, out: 12, 'cannot-tell': 2 },
          relapsed: 3,
        },
      ],
    });
    expect(others).toEqual([]);
    expect(row).toMatchObject({
      title: 'Shoulders',
      of: 20,
      closedText: '50 % (30 to 70)',
      openText: '10 % (3 to 30)',
      cannotTellText: '10 % (3 to 30)',
      relapsedText: '15 % (5 to 36)',
    });
  });
});
