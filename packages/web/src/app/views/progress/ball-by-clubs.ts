import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatTableModule } from '@angular/material/table';
import { COVERAGE_FACTOR, DAY_MS, type Verdict } from '@lotrecht/core';
import {
  ballGoalOf,
  ballHabitOf,
  type BallHabit,
  type JudgedHabit,
  USUAL_STATURE_M,
} from '@lotrecht/judging';
import { type ClubGroup, type StudentView, type LastTimeView } from '@lotrecht/records';
import { formatLength } from '@lotrecht/words';
import { catchError, of, switchMap } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { localDay } from '../../words/dates.ts';
import { CLUB_GROUPS } from '../../words/words.ts';

const METRE_MM = 1000;
/** Ball, stance and distance by clubs, cold: where this student usually has them, against what the method wants. */
@Component({
  selector: 'lo-ball-by-clubs',
  imports: [MatTableModule],
  template: `
    @if (rows().length > 0) {
      <h2>Ball and stance, by clubs</h2>
      <table mat-table [dataSource]="rows()">
        <ng-container matColumnDef="clubs">
          <th mat-header-cell *matHeaderCellDef scope="col">Clubs</th>
          <td mat-cell *matCellDef="let row">{{ row.clubs }}</td>
        </ng-container>
        <ng-container matColumnDef="ball">
          <th mat-header-cell *matHeaderCellDef scope="col">Ball</th>
          <td mat-cell *matCellDef="let row" [class]="row.verdict">{{ row.ball }}</td>
        </ng-container>
        <ng-container matColumnDef="stance">
          <th mat-header-cell *matHeaderCellDef scope="col">Stance</th>
          <td mat-cell *matCellDef="let row">{{ row.stance }}</td>
        </ng-container>
        <ng-container matColumnDef="toBall">
          <th mat-header-cell *matHeaderCellDef scope="col">Toes to ball</th>
          <td mat-cell *matCellDef="let row">{{ row.toBall }}</td>
        </ng-container>
        <ng-container matColumnDef="setUps">
          <th mat-header-cell *matHeaderCellDef scope="col">Set-ups</th>
          <td mat-cell *matCellDef="let row">{{ row.setUps }}</td>
        </ng-container>
        <tr mat-header-row *matHeaderRowDef="columns"></tr>
        <tr mat-row *matRowDef="let row; columns: columns"></tr>
      </table>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 16px;
    }
    table {
      width: 100%;
    }
    th,
    td {
      padding: 4px 12px 4px 0;
    }
    .out {
      font-weight: 600;
      color: var(--lo-out);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BallByClubs {
  readonly student = input.required<StudentView>();

  private readonly api = inject(AcademyApi);
  private readonly methods = inject(MethodStore);
  private readonly settings = inject(SettingsStore);
  private readonly known = toSignal(
    toObservable(computed(() => this.student().id)).pipe(
      // Without a connection the table is left out; the lines say that something could not be fetched.
      switchMap((id) =>
        this.api.known(id, localDay(new Date(Date.now() + DAY_MS))).pipe(catchError(() => of(null))),
      ),
    ),
    { initialValue: null },
  );

  protected readonly columns = ['clubs', 'ball', 'stance', 'toBall', 'setUps'] as const;

  protected readonly rows = computed(() => {
    const known = this.known();
    if (known === null) return [];
    return (Object.keys(CLUB_GROUPS) as ClubGroup[]).flatMap((group) => {
      const goal = ballGoalOf(this.rulesOf(known.lastTimes, group), group);
      const scale = (this.student().statureMm ?? USUAL_STATURE_M * METRE_MM) / METRE_MM / USUAL_STATURE_M;
      const habit = ballHabitOf(known.balls, group, goal, scale);
      return habit === null ? [] : [this.rowOf(habit)];
    });
  });

  constructor() {
    this.methods.load();
  }

  /** The method of the last time with these clubs. */
  private rulesOf(lastTimes: readonly LastTimeView[], group: ClubGroup) {
    const last = lastTimes.find(({ club }) => club.group === group);
    const id = last?.judgement.method?.id ?? last?.ownMethod?.id;
    return this.methods.all().find((m) => m.id === id) ?? { ballTable: 'graded' as const };
  }

  private rowOf({ clubGroup, position, stance, toBall, distance, setUps }: BallHabit) {
    return {
      clubs: CLUB_GROUPS[clubGroup],
      ball: position === null ? '' : this.offset(position, 'too far back', 'too far forward'),
      verdict: (position?.verdict ?? 'cannot-tell') satisfies Verdict,
      stance: stance === null ? '' : this.length(stance.levelM),
      toBall:
        toBall === null
          ? ''
          : [
              this.length(toBall.levelM),
              ...(distance === null ? [] : [this.offset(distance, 'too far', 'too near')]),
            ].join(', '),
      setUps,
    };
  }

  private offset({ levelM, standardUncertaintyM, verdict }: JudgedHabit, more: string, less: string): string {
    if (verdict === 'in') return 'as wanted';
    const way = levelM > 0 ? more : less;
    const give = this.length(COVERAGE_FACTOR * standardUncertaintyM);
    return `${verdict === 'out' ? '' : 'perhaps '}${this.length(Math.abs(levelM))} ${way}, give or take ${give}`;
  }

  private length(metres: number): string {
    return formatLength(Math.round(metres * METRE_MM), this.settings.settings().lengthUnit);
  }
}
