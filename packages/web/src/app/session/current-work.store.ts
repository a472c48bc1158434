import { Injectable, signal } from '@angular/core';
import { type LessonStep, type StepState } from '../words/lesson-steps.ts';

/** The student and lesson under way: they stay in sight, one tap away, on every view. */
export interface CurrentWork {
  readonly studentId: string;
  readonly studentName: string;
  readonly handedness: 'right' | 'left';
  readonly lessonId?: string;
  readonly heldOn?: string;
  /** What its steps have come to. */
  readonly steps?: readonly StepState[];
}

/** Keeps what the instructor is working on in sight while views change. */
@Injectable({ providedIn: 'root' })
export class CurrentWorkStore {
  private readonly state = signal<CurrentWork | null>(null);
  private readonly step = signal<LessonStep | null>(null);
  readonly work = this.state.asReadonly();
  /** The step of the lesson that is on the screen. */
  readonly at = this.step.asReadonly();

  show(work: CurrentWork): void {
    this.state.set(work);
  }

  /** Says which step is on the screen. */
  showStep(step: LessonStep | null): void {
    this.step.set(step);
  }

  clear(): void {
    this.state.set(null);
  }
}
