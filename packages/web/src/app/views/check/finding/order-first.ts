import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type OutOfOrder } from '@lotrecht/core';
import { type CheckRecord } from '@lotrecht/records';
import { orderFirstSentences, outOfOrderText, stepTitle } from '@lotrecht/words';
import { loaded } from '../../../data/loaded.ts';
import { ROUTINE, type Routine } from '../../../data/kinds/routine.ts';
import { RecordApi } from '../../../data/record-api.ts';
import { findingOf } from '../../../lesson/told-walk-ins.ts';
import { Why } from '../../../ui/why.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';

/** The order of the routine as the one thing to work on, where the walk-ins of the lesson were out of it. */
@Component({
  selector: 'lo-order-first',
  imports: [Why],
  template: `
    @if (chosen(); as sentences) {
      <div class="chosen" role="status">
        @for (sentence of sentences; track sentence; let first = $first) {
          <p [class.first]="first">{{ sentence }}</p>
        }
        <button type="button" (click)="choose(null)">Work on the lines instead</button>
      </div>
    } @else if (met(); as m) {
      <p>
        {{ m.said }}
        <lo-why [about]="['order-first', 'walk-in']" />
        <button type="button" (click)="choose(m.outOfOrder)">Work on the order first</button>
      </p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .chosen {
      padding: 8px 12px;
      border-left: 5px solid var(--lo-now);
      background: var(--lo-now-tint);
    }
    .first {
      font-size: 1.25rem;
      font-weight: 600;
    }
    lo-why {
      margin-right: 14px;
    }
    button {
      min-height: 44px;
      padding: 0;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-decoration: underline;
      text-underline-offset: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderFirst {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly records = inject(RecordApi);
  private readonly all = loaded({
    of: () => this.ground.lesson()?.studentId,
    from: (student) => this.records.all<Routine>(ROUTINE, { student }),
  });
  /** Of this lesson. Without a connection the lines are told alone; what was chosen stands. */
  private readonly walkIns = computed(() =>
    (this.all.value() ?? []).filter(({ lessonId }) => lessonId === this.ground.lesson()?.id),
  );

  protected readonly chosen = computed(() => {
    const { routineFirst } = this.held.record();
    return routineFirst === undefined ? null : orderFirstSentences(routineFirst);
  });

  /** What was out of order most often in the walk-ins of this lesson; null where nothing was. */
  protected readonly met = computed(() => {
    const found = this.walkIns().map((walkIn) => findingOf(walkIn).outOfOrder);
    const broken = found.filter((out) => out !== null);
    const times = (out: OutOfOrder): number =>
      broken.filter(({ step, before }) => step === out.step && before === out.before).length;
    const outOfOrder = broken.toSorted((a, b) => times(b) - times(a))[0];
    if (outOfOrder === undefined) return null;
    const among = found.length === 1 ? 'the walk-in' : `${times(outOfOrder)} of ${found.length} walk-ins`;
    return { outOfOrder, said: `${outOfOrderText(outOfOrder)} in ${among}.` };
  });

  protected choose(out: OutOfOrder | null): void {
    const routineFirst =
      out === null ? undefined : { step: stepTitle(out.step), before: stepTitle(out.before) };
    this.held.note({ routineFirst } as Partial<CheckRecord>);
  }
}
