import { composeCheck, solveDocument } from '@lotrecht/judging';
import { type Circumstances } from '@lotrecht/records';
import { workedOn } from '../../words/lesson-steps.ts';
import { usualContent } from './draft-content.ts';
import { groundOfNext } from '../../lesson/lesson-ground.ts';
import { lesson, viewOf } from './test/open-store.ts';

const COLD: Circumstances = { phase: 'baseline', help: 'blind', place: 'hall', reader: 'instructor' };

function kept(priority?: 'hips', circumstances = COLD) {
  const document = composeCheck({
    handedness: 'right',
    club: { group: 'driver' },
    target: {},
    readings: [{ line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm: 640, baseMm: 450 } }],
  });
  if (document === undefined) throw new Error('the check is complete');
  const input = {
    revision: 0,
    lessonId: 'l',
    document,
    circumstances,
    ...(priority && { record: { priority } }),
  };
  return { ...viewOf('c', input), result: solveDocument(document) };
}

const begun = (step: 'blind' | 'work' | 'balls' | undefined, checks = [kept()], series = 3) =>
  usualContent({
    ground: groundOfNext({ ...lesson, checks }, []),
    series,
    step,
    lesson: { ...lesson, checks },
    placeKind: 'range',
    unit: 'mm',
    targetLine: { made: 'string', separationM: 6, stakeMm: 5, offsetMm: 0, aid: 'none', behindM: 2.5 },
  });

describe('a set-up that is begun in a step of the lesson', () => {
  it('is blind, coached or after balls, with club and place of the one before', () => {
    expect(begun('blind').circumstances).toEqual(COLD);
    expect(begun('work').circumstances).toEqual({ ...COLD, phase: 'coached', help: 'cued' });
    expect(begun('balls').circumstances).toEqual({ ...COLD, phase: 'after-balls' });
    expect(begun('work').club.group).toBe('driver');
    expect(begun(undefined).circumstances).toEqual(COLD);
  });

  it('begins a series where several set-ups are usual, and only when it is blind', () => {
    expect(begun('blind').record.series).toMatchObject({ place: 1, of: 3 });
    expect(begun('work').record).toEqual({});
    expect(begun('blind', [kept()], 1).record).toEqual({});
  });

  it('is read at once where it is worked on, and planned else', () => {
    expect([begun('work').run.phase, begun('blind').run.phase]).toEqual(['tape', 'plan']);
  });

  it('works on what the instructor chose, else on what came first', () => {
    expect(workedOn({ ...lesson, checks: [kept('hips')] })).toBe('hips');
    expect(workedOn({ ...lesson, checks: [kept()] })).toBe('toes');
    const coached: Circumstances = { ...COLD, phase: 'coached', help: 'cued' };
    // Coached set-ups read one line: work stays where it is, unless the instructor chooses another.
    expect(workedOn({ ...lesson, checks: [kept('hips'), kept(undefined, coached)] })).toBe('hips');
    expect(workedOn({ ...lesson, checks: [kept(), kept('hips', coached)] })).toBe('hips');
    expect(workedOn({ ...lesson, checks: [kept(undefined, coached)] })).toBeNull();
    expect(workedOn({ ...lesson, checks: [] })).toBeNull();
    expect(workedOn(null)).toBeNull();
  });
});
