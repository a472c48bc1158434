import { type CheckDocument } from '@lotrecht/records';
import { angleDoubtsOf, type ReadBefore } from './doubts.ts';
import { type Entry } from './entry.ts';

const toes = (leadGapMm: string, trailGapMm: string, baseMm = '450'): Entry => ({
  id: 'toes',
  line: 'toes',
  by: 'gaps',
  rod: false,
  hold: 1,
  look: false,
  fields: { leadGapMm, trailGapMm, baseMm },
});
const before = (...trails: number[]): ReadBefore =>
  trails.map((trailGapMm) => ({
    observations: [
      { line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm, baseMm: 450 },
    ] as CheckDocument['observations'],
  }));
const asked = (entry: Entry, known: ReadBefore = []): readonly string[] =>
  angleDoubtsOf([entry], 'mm', known).map(({ question }) => question);

describe('an angle that can hardly be', () => {
  it('is asked about at its field, against where the student stood before', () => {
    const [doubt] = angleDoubtsOf([toes('571', '841')], 'mm', before(594, 602, 598));
    expect(doubt?.question).toBe('Toes: 31° closed. Before it was 3° closed.');
    expect([doubt?.key, doubt?.line]).toEqual(['toes.trailGapMm', 'toes']);
  });

  it('says so where lead and trail may have been swapped', () => {
    expect(asked(toes('690', '571'), before(690, 682, 694))).toEqual([
      'Toes: 15° open. Before it was 15° closed. Were lead and trail swapped?',
    ]);
  });

  it('is none within what a student may change, however steady they were', () => {
    expect(asked(toes('571', '640'), before(602, 602, 602))).toEqual([]);
    // Nor within the spread of one who was never steady.
    expect(asked(toes('571', '750'), before(480, 660, 571, 700))).toEqual([]);
  });

  it('of somebody new is asked about from twenty degrees on', () => {
    expect(asked(toes('571', '720'))).toEqual([]);
    expect(asked(toes('571', '745'))).toEqual(['Toes: 21° closed. Hardly anyone stands so far round.']);
    expect(asked(toes('571', ''))).toEqual([]);
  });

  it('of somebody who would stand beyond the string is asked about', () => {
    expect(asked(toes('-571', '-602'))).toEqual([
      'Toes: 4° open. The student would stand beyond the string.',
    ]);
    expect(asked(toes('-20', '12'))).toEqual([]);
  });
});
