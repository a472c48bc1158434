import { provideHttpClient } from '@angular/common/http';
import {
  HttpTestingController,
  provideHttpClientTesting,
  type TestRequest,
} from '@angular/common/http/testing';
import { type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { SinceLast } from '../practice/since-last.ts';
import { RoutineOverTime } from '../ui/routine-over-time.ts';
import { WalkIns } from '../ui/walk-ins.ts';
import { VersionList } from './check/version-list.ts';
import { HandOutOfCheck } from './hand-out/hand-out.ts';
import { LessonPage } from './lesson/lesson.ts';
import { UsualMiss } from './lesson/usual-miss.ts';
import { LinkPage } from './link/link.ts';
import { PlacePage } from './place/place.ts';
import { MissAndAngle } from './progress/miss-and-angle.ts';
import { ProgressPage } from './progress/progress.ts';
import { Cohort } from './roster/cohort.ts';
import { Bag } from './student/bag.ts';
import { StudentPage } from './student/student.ts';
import { StudentFormView } from './students/student-form.ts';

type Inputs = Readonly<Record<string, unknown>>;
const byId =
  (name: string) =>
  (id: string): Inputs => ({ [name]: id });
const byLesson = (id: string): Inputs => ({ lesson: { id, studentId: id, heldOn: '2027-03-01' } });

/** Every page and part that asks the server by its address, and how it is told whose it is. */
const PAGES: readonly [name: string, page: Type<unknown>, inputs: (id: string) => Inputs][] = [
  ['student', StudentPage, byId('studentId')],
  ['student form', StudentFormView, byId('studentId')],
  ['bag', Bag, byId('studentId')],
  ['progress', ProgressPage, byId('studentId')],
  ['miss and angle', MissAndAngle, (id) => ({ student: { id, handedness: 'right' }, lines: [] })],
  ['routine over time', RoutineOverTime, byId('studentId')],
  ['since the last time', SinceLast, byId('studentId')],
  ['lesson', LessonPage, byId('lessonId')],
  ['walk-ins', WalkIns, byLesson],
  ['usual miss', UsualMiss, byLesson],
  ['hand-out', HandOutOfCheck, (id) => ({ lessonId: id, checkId: id })],
  ['versions', VersionList, (id) => ({ checkId: id, revision: 1 })],
  ['place', PlacePage, byId('placeId')],
  ['link', LinkPage, byId('token')],
];

async function opened(page: Type<unknown>) {
  TestBed.configureTestingModule({
    providers: [provideRouter([]), provideHttpClient(), provideHttpClientTesting()],
  });
  TestBed.overrideTemplate(page, '');
  await TestBed.compileComponents();
  const http = TestBed.inject(HttpTestingController);
  const fixture = TestBed.createComponent(page);
  return {
    fixture,
    goTo: (inputs: Inputs) => {
      for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
      fixture.detectChanges();
    },
    asked: (id: string): TestRequest[] =>
      http.match(({ urlWithParams }) => urlWithParams.split(/[/=?&]/).includes(id)),
  };
}

describe('a page that goes on to another address', () => {
  it.each(PAGES)('%s: gives up what it asked before', async (_name, page, inputs) => {
    const { goTo, asked } = await opened(page);
    goTo(inputs('one'));
    const before = asked('one');
    expect(before.length).toBeGreaterThan(0);
    goTo(inputs('two'));
    expect(before.map(({ cancelled }) => cancelled)).toEqual(before.map(() => true));
    expect(asked('two').map(({ cancelled }) => cancelled)).toEqual(before.map(() => false));
  });

  it('a group of students: the choice that stands is the one that is answered', async () => {
    const { fixture, goTo, asked } = await opened(Cohort);
    goTo({});
    const [blind] = asked('blind');
    (fixture.componentInstance as Cohort)['change']({ help: 'rods' });
    fixture.detectChanges();
    expect(blind?.cancelled).toBe(true);
    expect(asked('rods').map(({ cancelled }) => cancelled)).toEqual([false]);
  });
});
