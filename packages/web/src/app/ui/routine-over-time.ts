import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output } from '@angular/core';
import { MatTableModule } from '@angular/material/table';
import { breaksFirst } from '@lotrecht/core';
import { type CheckView } from '@lotrecht/records';
import { stepTitle } from '@lotrecht/words';
import { loaded } from '../data/loaded.ts';
import { PRACTICE_DONE, type PracticeDone } from '../data/kinds/practice-done.ts';
import { ROUTINE, type Routine } from '../data/kinds/routine.ts';
import { RecordApi } from '../data/record-api.ts';
import { firstSetSentences } from '../lesson/first-set.ts';
import { findingOf, togetherOf } from '../lesson/told-walk-ins.ts';
import { SettingsStore } from '../settings/settings.store.ts';
import { dayText } from '../words/dates.ts';
import { practisedText } from '../words/practice-words.ts';
import { ProblemNote } from './problem-note.ts';

interface DayRow {
  readonly day: string;
  readonly order: string;
  readonly looks: string;
  readonly seconds: string;
  readonly moved: string;
}

/** How a student’s routine holds over lessons: the order, looks and seconds of each day, and what breaks under test. */
@Component({
  selector: 'lo-routine-over-time',
  imports: [MatTableModule, ProblemNote],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" (retry)="again()" />
    }
    @if (rows().length > 0 || practised()) {
      <h2>Routine</h2>
    }
    @if (rows().length > 0) {
      @if (breaking(); as b) {
        <p class="breaks">{{ b }}</p>
      }
      <div class="wide">
        <table mat-table [dataSource]="rows()">
          @for (c of columns; track c.key) {
            <ng-container [matColumnDef]="c.key">
              <th mat-header-cell *matHeaderCellDef scope="col">{{ c.title }}</th>
              <td mat-cell *matCellDef="let row">{{ cell(row, c.key) }}</td>
            </ng-container>
          }
          <tr mat-header-row *matHeaderRowDef="keys"></tr>
          <tr mat-row *matRowDef="let row; columns: keys"></tr>
        </table>
      </div>
    }
    @if (kept(); as k) {
      <p>{{ k }}</p>
    }
    @if (practised(); as p) {
      <p>{{ p }}</p>
    }
    @if (beside().length > 0) {
      <h3>What was set first, and where the lines stood</h3>
      @for (sentence of beside(); track sentence) {
        <p>{{ sentence }}</p>
      }
      <p class="lo-soft">Seen beside each other; what brings it about is not shown.</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    h2 {
      margin: 28px 0 8px;
    }
    h3 {
      margin: 14px 0 4px;
      font-size: 1.0625rem;
    }
    .breaks {
      font-weight: 600;
    }
    .wide {
      overflow-x: auto;
    }
    table {
      width: 100%;
      background: none;
    }
    td,
    th {
      padding: 0 12px 0 0;
      text-align: left;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoutineOverTime {
  readonly studentId = input.required<string>();
  /** Set-ups whose lines stand beside what was set first. */
  readonly checks = input<readonly CheckView[]>([]);
  readonly handedness = input<'right' | 'left'>('right');

  private readonly records = inject(RecordApi);
  private readonly walkIns = loaded({
    of: () => this.studentId(),
    from: (student) => this.records.all<Routine>(ROUTINE, { student }),
  });
  private readonly practice = loaded({
    of: () => this.studentId(),
    from: (student) => this.records.all<PracticeDone>(PRACTICE_DONE, { student }),
  });
  protected readonly problem = computed(() => this.walkIns.problem() ?? this.practice.problem());
  /** It is there, or is not coming: what stands below may come. */
  readonly settled = output();
  private readonly all = computed(() => this.walkIns.value() ?? []);
  private readonly done = computed(() => this.practice.value() ?? []);
  private readonly settings = inject(SettingsStore);

  protected readonly columns = [
    { key: 'day', title: 'Lesson' },
    { key: 'order', title: 'Same order' },
    { key: 'looks', title: 'Looks' },
    { key: 'seconds', title: 'Over the ball' },
    { key: 'moved', title: 'Moves most' },
  ] as const;
  protected readonly keys = this.columns.map(({ key }) => key);

  /** Days with walk-ins, the newest first. */
  private readonly days = computed(() => {
    const days = [...new Set(this.all().map(({ heldOn }) => heldOn))].toSorted().toReversed();
    return days.map((day) => {
      const own = this.all().filter(({ heldOn }) => heldOn === day);
      return { day, own, together: togetherOf(own) };
    });
  });

  /** A row a day, the newest first. */
  protected readonly rows = computed((): readonly DayRow[] =>
    this.days().map(({ day, together }) => {
      const { of, same, looks, overBallS, moved } = together;
      const [most] = moved;
      return {
        day: dayText(day),
        order: of < 2 ? `${of} walk-in` : `${same} of ${of}`,
        looks: rangeText(looks),
        seconds: overBallS === null ? '' : `${rangeText(overBallS)} s`,
        moved: most === undefined ? '' : stepTitle(most.step),
      };
    }),
  );

  /** How much of the order of the lesson before was still there. */
  protected readonly kept = computed(() => {
    const [now, before] = this.days();
    if (now === undefined || before === undefined) return null;
    const same = now.own.filter(
      (walkIn) => findingOf(walkIn).order.join() === before.together.usual.join(),
    ).length;
    return `${same} of ${now.own.length} walk-ins kept the order of ${dayText(before.day)}.`;
  });
  /** What was trained from the newest lesson with walk-ins on. */
  protected readonly practised = computed(() => practisedText(this.done(), this.days()[0]?.day ?? null));
  protected readonly beside = computed(() =>
    firstSetSentences(this.all(), this.checks(), {
      handedness: this.handedness(),
      unit: this.settings.settings().distanceUnit,
    }),
  );

  /** What the usual order loses first when it counts; null where nothing was tested, or nothing broke. */
  protected readonly breaking = computed(() => {
    const tests = this.all().filter(({ recording }) => recording.phase === 'test');
    const others = this.all().filter(({ recording }) => recording.phase !== 'test');
    const breaks = breaksFirst(
      togetherOf(others).usual,
      tests.map((test) => findingOf(test).order),
    );
    return breaks === null
      ? null
      : `${stepTitle(breaks.step)} goes first when it counts: in ${breaks.times} of ${breaks.of} tests.`;
  });

  constructor() {
    effect(() => {
      const isThere = this.walkIns.value() !== undefined && this.practice.value() !== undefined;
      if (isThere || this.problem() !== null) this.settled.emit();
    });
  }

  protected cell(row: DayRow, key: keyof DayRow): string {
    return row[key];
  }

  protected again(): void {
    this.walkIns.again();
    this.practice.again();
  }
}

function rangeText(range: readonly [number, number] | null): string {
  if (range === null) return '';
  const [from, to] = range.map(Math.round);
  return from === to ? String(from) : `${from} to ${to}`;
}
