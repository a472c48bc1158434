import { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject, throwError } from 'rxjs';
import { CurrentWorkStore } from '../session/current-work.store.ts';
import { AroundLesson, type LessonAtHand } from './around-lesson.ts';
import { openedLesson } from './opened-lesson.ts';

const opened: string[] = [];

@Component({ selector: 'lo-some-step', template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class SomeStep {
  readonly lessonId = input.required<string>();
  readonly lesson = openedLesson(this.lessonId, 'balls', ({ lesson }) => opened.push(lesson.id));
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
    return { fixture, goTo, lesson: fixture.componentInstance.lesson };
  }

  it('is shown with its student and its step, and told to the page', () => {
    const { lesson } = page('one');
    expect(lesson.atHand()).toBeNull();
    answer('one').next(atHand('one'));
    const work = TestBed.inject(CurrentWorkStore);
    expect([work.work()?.studentName, work.work()?.lessonId, work.at()]).toEqual([
      'Runa Feldt',
      'one',
      'balls',
    ]);
    expect([lesson.atHand()?.lesson.id, opened]).toEqual(['one', ['one']]);
  });

  it('that comes when its page has gone on, or away, is not shown', () => {
    const { fixture, goTo, lesson } = page('one');
    goTo('two');
    answer('one').next(atHand('one'));
    expect(opened).toEqual([]);
    answer('two').next(atHand('two'));
    expect(lesson.atHand()?.lesson.id).toBe('two');
    goTo('three');
    fixture.destroy();
    answer('three').next(atHand('three'));
    expect(opened).toEqual(['two']);
  });

  it('that cannot be had is said, and asked for again', () => {
    around = { of: () => throwError(() => new HttpErrorResponse({ status: 0 })) };
    const { lesson } = page('one');
    expect(lesson.problem()?.code).toBe('no-connection');
    around = { of: answer };
    lesson.load();
    answer('one').next(atHand('one'));
    expect([lesson.problem(), lesson.atHand()?.lesson.id]).toEqual([null, 'one']);
  });
});
