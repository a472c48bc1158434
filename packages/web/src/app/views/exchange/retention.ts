import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type RetentionView } from '@lotrecht/records';
import { ExchangeApi } from '../../api/exchange-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { dayText } from '../../words/dates.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

/** How long data is kept after a last lesson, and whose time is over. Erasing stays a person's decision. */
@Component({
  selector: 'lo-retention',
  imports: [MatFormField, MatLabel, MatOption, MatSelect, ProblemNote, RouterLink],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" [canRetry]="false" />
    }
    @if (view(); as v) {
      <mat-form-field>
        <mat-label>After the last lesson</mat-label>
        <mat-select [value]="v.months ?? ''" (valueChange)="keep($event)">
          <mat-option value="">until it is asked for</mat-option>
          @for (months of choices(v.months); track months) {
            <mat-option [value]="months">{{ months }} months</mat-option>
          }
        </mat-select>
      </mat-form-field>
      @if (v.over.length > 0) {
        <p>Their time is over; look, and erase there:</p>
        <ul>
          @for (s of v.over; track s.studentId) {
            <li>
              <a [routerLink]="['/students', s.studentId, 'edit']">{{ s.name }}</a>
              <span class="lo-soft">last lesson {{ dayText(s.lastLessonOn) }}</span>
            </li>
          }
        </ul>
      } @else if (v.months !== null) {
        <p class="lo-soft">Nobody’s time is over.</p>
      }
    }
  `,
  styleUrl: '../../ui/plain-fields.scss',
  styles: `
    label {
      max-width: 320px;
      margin-bottom: 10px;
    }
    ul {
      margin: 6px 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      gap: 14px;
      align-items: center;
      min-height: 44px;
      border-top: 1px solid var(--lo-line);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Retention {
  private readonly api = inject(ExchangeApi);
  protected readonly view = signal<RetentionView | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly dayText = dayText;

  constructor() {
    this.api.retention().subscribe({
      next: (view) => this.view.set(view),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  /** The usual ones, and what is set. */
  protected choices(set: number | null): readonly number[] {
    const usual = [12, 24, 36, 60, 120];
    return set === null || usual.includes(set) ? usual : [...usual, set].toSorted((a, b) => a - b);
  }

  protected keep(text: string): void {
    this.problem.set(null);
    this.api.keepRetention(text === '' ? null : Number(text)).subscribe({
      next: (view) => this.view.set(view),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
