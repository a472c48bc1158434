import { type CheckView, type Circumstances } from '@lotrecht/records';
import { lessonSteps, stepOf } from './lesson-steps.ts';

const check = (id: string, phase: Circumstances['phase'], help: Circumstances['help'] = 'blind') =>
  ({ id, circumstances: { phase, help, place: 'range', reader: 'instructor' } }) as CheckView;
const lesson = (checks: readonly CheckView[]) => ({
  id: 'l',
  placeId: null,
  nextOn: null,
  checks: [...checks],
});

describe('the steps of a lesson', () => {
  it('are six, each with a word, before anything was done', () => {
    expect(lessonSteps(lesson([])).map(({ title, state, path }) => [title, state, path])).toEqual([
      ['Line', 'to do', '/lessons/l'],
      ['Blind', 'to do', '/lessons/l/begin/blind'],
      ['Finding', 'not yet', null],
      ['Work', 'to do', '/lessons/l/begin/work'],
      ['Balls', 'to do', '/lessons/l/balls'],
      ['Home', 'to do', null],
    ]);
  });

  it('say how far each has come; the finding is the newest blind set-up, and goes home', () => {
    const checks = [
      check('a', 'baseline'),
      check('b', 'baseline'),
      check('c', 'coached', 'cued'),
      check('d', 'after-balls'),
    ];
    const steps = lessonSteps({ ...lesson(checks), placeId: 'p', nextOn: '2026-12-04' });
    expect(steps.map(({ state }) => state)).toEqual([
      'noted',
      '2 read',
      'ready',
      '1 read',
      '1 read',
      'day set',
    ]);
    expect(steps.find(({ step }) => step === 'finding')?.path).toBe('/lessons/l/checks/b');
    expect(steps.find(({ step }) => step === 'home')?.path).toBe('/lessons/l/checks/b/hand-out');
  });

  it('are told of a set-up by what is noted of it', () => {
    expect(stepOf(check('a', 'baseline').circumstances, true)).toBe('blind');
    expect(stepOf(check('a', 'baseline').circumstances, false)).toBe('finding');
    expect(stepOf(check('a', 'coached').circumstances, false)).toBe('work');
    expect(stepOf(check('a', 'after-balls').circumstances, true)).toBe('balls');
    expect(stepOf(null, false)).toBe('finding');
  });
});
