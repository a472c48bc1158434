import { composeCheck, solveDocument } from '@lotrecht/judging';
import { angleText, leanOf, moveText, percentText, uncertaintyText } from './words.ts';

function toes(trailGapMm: number, handedness: 'right' | 'left' = 'right') {
  const document = composeCheck({
    handedness,
    club: { group: 'mid-iron' },
    target: {},
    readings: [{ line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm, baseMm: 450 } }],
  });
  const result = document && solveDocument(document, { answer: 'tape' });
  if (result?.lines.toes === undefined) throw new Error('the toe line is complete');
  return { result, line: result.lines.toes };
}

describe('a finding in words', () => {
  it('always says angle, word and side together, for both hands', () => {
    expect(angleText(toes(602).line)).toBe('3.9° closed (right)');
    expect(angleText(toes(602, 'left').line)).toBe('3.9° closed (left)');
    expect(angleText(toes(540).line)).toBe('3.9° open (left)');
    expect(angleText(toes(571).line)).toBe('0.0° square');
  });

  it('leads with the lean and withholds nothing', () => {
    expect(leanOf(toes(602).result, 'toes')).toMatchObject({ lean: 'out', words: 'Too closed' });
    expect(leanOf(toes(571).result, 'toes')).toMatchObject({ lean: 'in', words: 'Square' });
    expect(leanOf(toes(594).result, 'toes')).toMatchObject({
      lean: 'probably-out',
      words: 'Probably too closed',
    });
    expect(leanOf(toes(579).result, 'toes')).toMatchObject({ lean: 'probably-in', words: 'Probably square' });
    expect(leanOf(toes(587).result, 'toes')).toMatchObject({
      lean: 'cannot-tell',
      words: 'Perhaps too closed',
    });
  });

  it('says the move with its way', () => {
    const move = (mm: number) => ({ end: 'trail', mm, uncertaintyMm: 7 }) as const;
    expect(moveText('toes', move(-31))).toBe('Trail toe 32 mm toward the line.');
    expect(moveText('toes', move(31))).toBe('Trail toe 32 mm away from the line.');
    expect(moveText('shoulders', move(31), 'in')).toBe(
      'Trail end of the shoulders 1 1/4 in away from the line.',
    );
    expect(moveText('face', { end: 'toe', mm: 3, uncertaintyMm: 1 })).toBe(
      'Club toe 3 mm forward, downrange.',
    );
    expect(moveText('toes', move(0.9))).toBe('Nothing to move.');
  });

  it('shows the half-width that covers 95 %', () => {
    const { line } = toes(602);
    expect(uncertaintyText(line)).toBe(`± ${(1.959964 * line.standardUncertaintyDeg).toFixed(1)}°`);
  });

  it('never rounds a probability to certainty', () => {
    expect(percentText(0.99999)).toBe('over 99.9 %');
    expect(percentText(0.9938)).toBe('99.4 %');
    expect(percentText(0.88)).toBe('88 %');
    expect(percentText(1e-9)).toBe('under 0.1 %');
  });
});
