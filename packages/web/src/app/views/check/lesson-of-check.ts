import { computed, effect, inject, Injectable, untracked } from '@angular/core';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { type BegunStep, lessonSteps, stepOf, workedOn } from '../../words/lesson-steps.ts';
import { CheckGround } from './check-ground.ts';
import { HeldSetUp } from './held-set-up.ts';
import { CheckStore } from './check.store.ts';

/** What the lesson has come to with the set-up that is open, and what is begun after it. */
@Injectable()
export class LessonOfCheck {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly store = inject(CheckStore);
  private readonly current = inject(CurrentWorkStore);

  /** The lesson's checks with the one that was kept here in its place; null while none was. */
  private readonly checks = computed(() => {
    const [lesson, kept] = [this.ground.lesson(), this.store.stored()];
    if (lesson === null || kept === null) return null;
    return lesson.checks.some(({ id }) => id === kept.id)
      ? lesson.checks.map((check) => (check.id === kept.id ? kept : check))
      : [...lesson.checks, kept];
  });

  /** What is begun next: of a covered series its next set-up; once a blind one is revealed, the next is coached. */
  readonly next = computed((): { readonly step: BegunStep; readonly title: string } => {
    if (this.held.covered()) return { step: 'blind', title: 'Next set-up' };
    switch (this.ground.circumstances()?.phase) {
      case 'after-balls':
        return { step: 'balls', title: 'Next after balls' };
      case 'coached':
        return { step: 'work', title: 'Next set-up' };
      default: {
        const checks = this.checks();
        const line = workedOn(checks === null ? null : { checks }) ?? this.ground.footLine();
        return { step: 'work', title: `Work on the ${line}` };
      }
    }
  });

  constructor() {
    effect(() => this.showSteps());
    effect(() => this.current.showStep(stepOf(this.ground.circumstances(), this.held.covered())));
  }

  private showSteps(): void {
    const [lesson, checks] = [this.ground.lesson(), this.checks()];
    const work = untracked(() => this.current.work());
    if (lesson === null || checks === null || work === null) return;
    this.current.show({ ...work, steps: lessonSteps({ ...lesson, checks }) });
  }
}
