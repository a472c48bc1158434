import { type CheckDocument, type CheckView, type LessonView, type EarlierView } from '@lotrecht/records';
import { lastTimeOf } from './last-time.ts';

type Observations = CheckDocument['observations'];

const toes = (baseMm: number): Observations[number] => ({
  line: 'toes',
  by: 'gaps',
  leadGapMm: 571,
  trailGapMm: 602,
  baseMm,
});
const earlier = (clubGroup: EarlierView['clubGroup'], ...observations: Observations): EarlierView =>
  ({ clubGroup, check: { observations, daysBefore: 10 } }) as unknown as EarlierView;
const inLesson = (
  group: 'driver' | 'mid-iron',
  ...observations: Observations
): Pick<LessonView, 'checks'> => ({
  checks: [{ document: { club: { group }, observations } } as CheckView],
});

describe('how a student’s lines were read last', () => {
  it('is nothing of who was never read', () => {
    expect(lastTimeOf(null, [], 'mid-iron')).toEqual({ ways: {}, basesMm: {} });
  });

  it('is the newest with these clubs, of this lesson before all others', () => {
    const before = [
      earlier('mid-iron', toes(440)),
      earlier('mid-iron', toes(450)),
      earlier('driver', toes(520)),
    ];
    expect(lastTimeOf(null, before, 'mid-iron').basesMm).toEqual({ 'toes.bare': 450 });
    expect(lastTimeOf(null, before, 'driver').basesMm).toEqual({ 'toes.bare': 520 });
    expect(lastTimeOf(inLesson('mid-iron', toes(455)), before, 'mid-iron').basesMm).toEqual({
      'toes.bare': 455,
    });
    expect(lastTimeOf(inLesson('driver', toes(525)), before, 'mid-iron').basesMm).toEqual({
      'toes.bare': 450,
    });
  });

  it('takes from other clubs what was not read with these, and keeps the way', () => {
    const rod = { ...toes(1220), line: 'shoulders', rod: true } as Observations[number];
    const before = [earlier('driver', rod, toes(520)), earlier('mid-iron', toes(450))];
    const last = lastTimeOf(null, before, 'mid-iron');
    expect(last.basesMm).toEqual({ 'toes.bare': 450, 'shoulders.rod': 1220 });
    expect(last.ways).toEqual({ toes: { by: 'gaps', rod: false }, shoulders: { by: 'gaps', rod: true } });
  });
});
