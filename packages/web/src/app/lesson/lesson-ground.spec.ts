import { type LastTimeView } from '@lotrecht/judging';
import { type CheckView } from '@lotrecht/records';
import {
  dropLessonGround,
  groundOfCheck,
  keepLessonGround,
  type LessonGround,
  lessonGroundOf,
  readLessonGround,
} from './lesson-ground.ts';

const GROUND: LessonGround = {
  club: { group: 'driver', name: 'Driver' },
  target: { name: 'Weir', distanceM: 230 },
  judged: { judgement: { method: { id: 'first-lesson', version: 1 } } },
};

describe('what a lesson goes on with', () => {
  beforeEach(() => localStorage.clear());

  it('is what was chosen for it on this device, until a check of it is kept', () => {
    expect(readLessonGround('a')).toBeNull();
    keepLessonGround('a', GROUND);
    keepLessonGround('b', { ...GROUND, target: {} });
    keepLessonGround('a', { ...GROUND, club: { group: 'wedge' } });
    expect(readLessonGround('a')?.club.group).toBe('wedge');
    dropLessonGround('a');
    expect(readLessonGround('a')).toBeNull();
    expect(readLessonGround('b')?.target).toEqual({});
  });

  it('is kept for the lessons of a few days, and survives what another version wrote', () => {
    for (let n = 0; n < 50; n++) keepLessonGround(`lesson ${n}`, GROUND);
    expect(readLessonGround('lesson 0')).toBeNull();
    expect(readLessonGround('lesson 49')).toEqual(GROUND);
    localStorage.setItem('lotrecht-lesson-ground', '{');
    expect(readLessonGround('lesson 49')).toBeNull();
  });

  it('is what a check of it says, with an own method by its name', () => {
    const ownMethod = { id: 'own', version: 2, name: 'Rim school' };
    const document = {
      format: 'lotrecht-check',
      version: 1,
      handedness: 'right',
      club: GROUND.club,
      targetLine: {},
      tolerancesDeg: { toes: [-1, 1] },
      observations: [{ line: 'toes', by: 'eye', readingDeg: 1 }],
    } as CheckView['document'];
    expect(groundOfCheck({ document, record: { ownMethod } })).toEqual({
      club: GROUND.club,
      target: {},
      judged: { judgement: { tolerancesDeg: { toes: [-1, 1] } }, ownMethod },
    });
    const { club: _club, ...without } = document;
    expect(groundOfCheck({ document: without as CheckView['document'], record: null }).club.group).toBe(
      'mid-iron',
    );
  });

  it('is what was set up the last time', () => {
    const lastTime: LastTimeView = {
      heldOn: '2026-04-17',
      club: GROUND.club,
      target: GROUND.target,
      judgement: GROUND.judged.judgement,
    };
    expect(lessonGroundOf(lastTime)).toEqual(GROUND);
  });
});
