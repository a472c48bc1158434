import { Injectable, signal } from '@angular/core';

/** The student and lesson under way: they stay in sight, one tap away, on every view. */
export interface CurrentWork {
  readonly studentId: string;
  readonly studentName: string;
  readonly handedness: 'right' | 'left';
  readonly lessonId?: string;
  readonly heldOn?: string;
}

/** Keeps what the instructor is working on in sight while views change. */
@Injectable({ providedIn: 'root' })
export class CurrentWorkStore {
  private readonly state = signal<CurrentWork | null>(null);
  readonly work = this.state.asReadonly();

  show(work: CurrentWork): void {
    this.state.set(work);
  }

  clear(): void {
    this.state.set(null);
  }
}
