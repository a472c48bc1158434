import { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { EMPTY, type Observable, Subject, throwError } from 'rxjs';
import { CurrentWorkStore } from '../session/current-work.store.ts';
import { AroundLesson, type LessonAtHand } from './around-lesson.ts';
import { openedLesson } from './opened-lesson.ts';

const opened: string[] = [];
/** What the page fetches besides. */
let besides: Observable<unknown> = EMPTY;

@Component({ selector: 'lo-some-step', template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class SomeStep {
  readonly lessonId = input.required<string>();
  readonly lesson = openedLesson(this.lessonId, 'balls', ({ lesson }) => {
    opened.push(lesson.id);
    return besides;
  });
}

const atHand = (id: string): LessonAtHand =>
  ({
    lesson: { id, heldOn: '2026-04-17', studentId: 's', checks: [] },
    student: { id: 's', name: 'Runa Feldt', handedness: 'right' },
  }) as unknown as LessonAtHand;

describe('the lesson of a step’s page', () => {
  const answers = new Map<string, Subject<LessonAtHand>>();
  const answer = (id: string): Subject<LessonAtHand> => {
    const known = answers.get(id) ?? new Subject<LessonAtHand>();
    answers.set(id, known);
    return known;
  };
  let around: { of: (id: string) => unknown };

  beforeEach(() => {
    opened.length = 0;
    besides = EMPTY;
    answers.clear();
    around = { of: answer };
    TestBed.configureTestingModule({
      providers: [{ provide: AroundLesson, useValue: { of: (id: string) => around.of(id) } }],
    });
  });

  function page(id: string) {
    const fixture = TestBed.createComponent(SomeStep);
    const goTo = (next: string): void => {
      fixture.componentRef.setInput('lessonId', next);
      fixture.detectChanges();
    };
    goTo(id);
    const answered = async (of: string): Promise<void> => {
      answer(of).next(atHand(of));
      await fixture.whenStable();
    };
    return { fixture, goTo, answered, lesson: fixture.componentInstance.lesson };
  }

  it('is shown with its student and its step, and told to the page', async () => {
    const { lesson, answered } = page('one');
    expect(lesson.atHand()).toBeNull();
    await answered('one');
    const work = TestBed.inject(CurrentWorkStore);
    expect([work.work()?.studentName, work.work()?.lessonId, work.at()]).toEqual([
      'Runa Feldt',
      'one',
      'balls',
    ]);
    expect([lesson.atHand()?.lesson.id, opened]).toEqual(['one', ['one']]);
  });

  it('that comes when its page has gone on, or away, is not shown', async () => {
    const { fixture, goTo, answered, lesson } = page('one');
    goTo('two');
    answer('one').next(atHand('one'));
    expect(opened).toEqual([]);
    await answered('two');
    expect(lesson.atHand()?.lesson.id).toBe('two');
    goTo('three');
    fixture.destroy();
    answer('three').next(atHand('three'));
    expect(opened).toEqual(['two']);
  });

  it('that cannot be had is said, and asked for again', async () => {
    around = { of: () => throwError(() => new HttpErrorResponse({ status: 0 })) };
    const { answered, lesson } = page('one');
    expect(lesson.problem()?.code).toBe('no-connection');
    around = { of: answer };
    lesson.load();
    await answered('one');
    expect([lesson.problem(), lesson.atHand()?.lesson.id]).toEqual([null, 'one']);
  });

  it('gives up what its page fetches besides when it goes on, and says what failed of it', async () => {
    const fetched = new Subject<unknown>();
    besides = fetched;
    const { goTo, answered, lesson } = page('one');
    await answered('one');
    expect(fetched.observed).toBe(true);
    goTo('two');
    expect(fetched.observed).toBe(false);
    besides = throwError(() => new HttpErrorResponse({ status: 500 }));
    await answered('two');
    expect([lesson.problem()?.status, lesson.atHand()?.lesson.id]).toEqual([500, 'two']);
  });
});
