import { flagsText, outText } from './standing-words.ts';

describe('a student’s standing', () => {
  it('says what relapsed before what has held, a line once with its clubs', () => {
    const flag = (
      code: 'relapse' | 'stable',
      line: 'toes' | 'hips',
      clubGroup: 'driver' | 'wedge' | null,
    ) => ({
      code,
      line,
      clubGroup,
      date: '2026-11-01',
    });
    expect(
      flagsText([
        flag('stable', 'hips', null),
        flag('relapse', 'toes', 'driver'),
        flag('relapse', 'toes', 'wedge'),
      ]),
    ).toBe('relapsed: toes (driver, wedge); stable: hips (club not noted)');
    expect(flagsText([])).toBe('');
  });

  it('says which lines were out', () => {
    expect(outText(['face', 'shoulders'])).toBe('face, shoulders');
  });
});
