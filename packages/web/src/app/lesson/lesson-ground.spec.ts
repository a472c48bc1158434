import { type CheckView, type LastTimeView } from '@lotrecht/records';
import {
  dropLessonGround,
  groundOfCheck,
  groundOfNext,
  keepLessonGround,
  type LessonGround,
  lessonGroundOf,
} from './lesson-ground.ts';
import { dropPlannedStation, keepPlannedStation } from '../settings/planned-station.ts';
import { keepUsual } from './usual-readings.ts';

const GROUND: LessonGround = {
  club: { group: 'driver', name: 'Driver' },
  target: { name: 'Weir', distanceM: 230 },
  judged: { judgement: { method: { id: 'first-lesson', version: 1 } } },
};

const DOCUMENT = {
  format: 'lotrecht-check',
  version: 1,
  handedness: 'right',
  club: GROUND.club,
  targetLine: {},
  tolerancesDeg: { toes: [-1, 1] },
  observations: [{ line: 'toes', by: 'eye', readingDeg: 1 }],
} as CheckView['document'];

const LAST_TIME: LastTimeView = {
  heldOn: '2026-04-17',
  club: { group: 'long-iron' },
  target: GROUND.target,
  judgement: GROUND.judged.judgement,
};

describe('what a lesson goes on with', () => {
  beforeEach(() => localStorage.clear());

  const clubOf = (id: string, checks: CheckView[] = [], lastTimes: LastTimeView[] = []): string =>
    groundOfNext({ id, checks }, lastTimes).club.group;

  it('is what was chosen for it on this device, until a check of it is kept', () => {
    expect(clubOf('a')).toBe('mid-iron');
    keepLessonGround('a', GROUND);
    keepLessonGround('b', { ...GROUND, club: { group: 'fairway-wood' } });
    keepLessonGround('a', { ...GROUND, club: { group: 'wedge' } });
    expect(clubOf('a')).toBe('wedge');
    dropLessonGround('a');
    expect([clubOf('a'), clubOf('b')]).toEqual(['mid-iron', 'fairway-wood']);
  });

  it('is kept for the lessons of a few days, and survives what another version wrote', () => {
    for (let n = 0; n < 50; n++) keepLessonGround(`lesson ${n}`, GROUND);
    expect([clubOf('lesson 0'), clubOf('lesson 49')]).toEqual(['mid-iron', 'driver']);
    localStorage.setItem('lotrecht-lesson-ground', '{');
    expect(clubOf('lesson 49')).toBe('mid-iron');
  });

  it('is else its last check’s, the student’s last time, a laid station’s, or what was used last here', () => {
    const check = { document: { ...DOCUMENT, club: { group: 'driver' } }, record: null } as CheckView;
    expect(clubOf('a', [check], [LAST_TIME])).toBe('driver');
    expect(clubOf('a', [], [LAST_TIME])).toBe('long-iron');
    // What was laid for it says more than the last time.
    keepPlannedStation({
      clubGroup: 'wedge',
      targetName: 'Weir',
      targetDistanceM: 90,
      methodId: 'first-lesson',
    });
    expect(groundOfNext({ id: 'a', checks: [] }, [LAST_TIME])).toMatchObject({
      club: { group: 'wedge' },
      target: { name: 'Weir', distanceM: 90 },
    });
    dropPlannedStation();
    keepUsual({ club: { group: 'short-iron' } });
    expect([clubOf('a'), groundOfNext(null, []).club.group]).toEqual(['short-iron', 'short-iron']);
  });

  it('is what a check of it says, with an own method by its name', () => {
    const ownMethod = { id: 'own', version: 2, name: 'Rim school' };
    expect(groundOfCheck({ document: DOCUMENT, record: { ownMethod } })).toEqual({
      club: GROUND.club,
      target: {},
      judged: { judgement: { tolerancesDeg: { toes: [-1, 1] } }, ownMethod },
    });
    const { club: _club, ...without } = DOCUMENT;
    expect(groundOfCheck({ document: without as CheckView['document'], record: null }).club.group).toBe(
      'mid-iron',
    );
  });

  it('is what was set up the last time', () => {
    expect(lessonGroundOf(LAST_TIME)).toEqual({ ...GROUND, club: { group: 'long-iron' } });
  });
});
