import { computed, inject, Injectable, signal } from '@angular/core';
import { type EyeView } from '@lotrecht/records';
import { Wire } from '../api/wire.ts';

/** Fewer guesses say too little of an eye. */
const ENOUGH = 5;

/** How the instructor's own eye judges, learned from guesses before the reveal. */
@Injectable({ providedIn: 'root' })
export class EyeStore {
  private readonly wire = inject(Wire);
  private readonly state = signal<EyeView | null>(null);

  readonly eye = this.state.asReadonly();

  /** What a reading by this eye is worth, degrees: its scatter and its bias together; undefined until it is known. */
  readonly uncertaintyDeg = computed(() => {
    const eye = this.state();
    return eye === null || eye.count < ENOUGH || eye.uncertaintyDeg === null || eye.biasDeg === null
      ? undefined
      : Number(Math.hypot(eye.uncertaintyDeg, eye.biasDeg).toFixed(2));
  });

  /** Asked for when it is shown or used; every kept guess may change it. */
  load(): void {
    this.wire.ask('GET /api/eye').subscribe({
      next: (eye) => this.state.set(eye),
      // Without a connection the usual eye stands in, as before any guess.
      error: () => this.state.set(null),
    });
  }
}
