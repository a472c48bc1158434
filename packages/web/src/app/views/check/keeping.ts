import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { type SavedCheckView } from '@lotrecht/records';
import { type Observable, Subscription } from 'rxjs';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { CheckReadings } from './check-readings.ts';
import { CheckStore } from './check.store.ts';
import { HeldSetUp } from './held-set-up.ts';
import { type Doubt } from './readings/doubts.ts';
import { type FieldKey } from './readings/entry.ts';
import { BlindSeries } from './series/blind-series.ts';

/** What stands between a check and its being kept, and what came of it. */
@Injectable()
export class KeepingCheck {
  private readonly store = inject(CheckStore);
  private readonly held = inject(HeldSetUp);
  private readonly readings = inject(CheckReadings);
  private readonly blind = inject(BlindSeries);
  private readonly destroyed = inject(DestroyRef);
  private saving = Subscription.EMPTY;

  readonly obstacle = signal<string | null>(null);
  /** What is asked about before it is kept. */
  readonly doubts = signal<readonly Doubt[]>([]);
  /** Where the server’s result is another than the one shown. */
  readonly differences = signal<readonly string[]>([]);
  /** Of saving and deleting. */
  readonly failed = signal<ApiProblem | null>(null);

  /** Another check is on the screen. */
  begin(): void {
    this.differences.set([]);
    this.failed.set(null);
  }

  /** @returns the field that stands in the way; null where none does */
  keep(): FieldKey | null {
    const obstacle = this.store.obstacle();
    this.obstacle.set(obstacle?.message ?? null);
    if (obstacle !== null) return obstacle.key;
    if (!this.store.isChanged()) {
      this.store.asStored();
      return null;
    }
    const doubts = this.readings.doubts();
    if (doubts.length > 0) {
      this.doubts.set(doubts);
      return null;
    }
    // What is kept is told: a baseline that was kept is no guess any more. A series is told with its last.
    if (this.held.covered() && this.blind.isLast()) this.reveal();
    this.follow(this.store.save());
    return null;
  }

  /** It is so: the lines are kept as they were typed, and flag nothing. */
  insist(): FieldKey | null {
    const lines = [...new Set(this.doubts().map(({ line }) => line))];
    this.doubts.set([]);
    const known = this.held.record().keptDoubtful ?? [];
    this.held.note({ keptDoubtful: [...new Set([...known, ...lines])] });
    return this.keep();
  }

  /** It was a slip. @returns the field to go back to */
  mend(): FieldKey | null {
    const [first] = this.doubts();
    this.doubts.set([]);
    return first?.key ?? null;
  }

  /** Lifts the cover: from here on guesses stand as they are. */
  reveal(): void {
    this.readings.settleAll();
    this.held.note({ revealed: true });
  }

  keepMine(): void {
    this.follow(this.store.keepMine());
  }

  /** One save at a time; leaving the page stops its tries, and the draft stays. */
  private follow(save: Observable<SavedCheckView>): void {
    this.failed.set(null);
    this.saving.unsubscribe();
    this.saving = save.pipe(takeUntilDestroyed(this.destroyed)).subscribe({
      next: ({ differences }) => {
        this.differences.set(differences);
        if (differences.length === 0 && !this.blind.isLast()) this.blind.readNext();
      },
      error: (error: unknown) => this.failed.set(toProblem(error)),
    });
  }
}
