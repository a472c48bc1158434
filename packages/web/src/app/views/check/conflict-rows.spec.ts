import { composeCheck, solveDocument } from '@lotrecht/judging';
import { conflictRows, type SaidCheck } from './conflict-rows.ts';

function said(trailGapMm: number, more: Partial<SaidCheck> = {}): SaidCheck {
  const document = composeCheck({
    handedness: 'right',
    club: { group: 'mid-iron' },
    target: { name: 'Barge', distanceM: 150 },
    readings: [{ line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm, baseMm: 450 } }],
  });
  if (document === undefined) throw new Error('the check is complete');
  return {
    document,
    result: solveDocument(document),
    circumstances: null,
    rebase: null,
    record: null,
    ...more,
  };
}

describe('two versions of a check', () => {
  it('are told where they differ, by what was read and what it says', () => {
    expect(conflictRows(said(580), said(590), 'mm')).toEqual([
      {
        label: 'Toes',
        mine: '571 / 580 / 450: 1.1° closed (right)',
        theirs: '571 / 590 / 450: 2.4° closed (right)',
      },
    ]);
  });

  it('are told in the set unit, and with what one of them alone says', () => {
    const felt = said(580, {
      record: { feltDeg: -2, priority: 'toes' },
      rebase: { turnedDeg: 1, uncertaintyDeg: 0.5 },
    });
    expect(conflictRows(felt, said(580), 'cm')).toEqual([
      { label: 'Line found wrong', mine: '1.0° right', theirs: '' },
      { label: 'Felt aimed', mine: '2.0° left', theirs: '' },
      { label: 'Work on', mine: 'Toes', theirs: '' },
    ]);
    expect(conflictRows(said(580), said(590), 'cm')[0]?.mine).toContain('57.1 / 58');
    expect(conflictRows(said(580), said(580), 'mm')).toEqual([]);
  });
});
