import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocomplete, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatError, MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption } from '@angular/material/select';
import { type StudentView } from '@lotrecht/records';
import { catchError, map, of, startWith, switchMap, tap, timer } from 'rxjs';
import { AcademyApi } from '../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../api/problem.ts';

const PAUSE_MS = 150;
/** As many as fit on a phone. */
const MOST_SHOWN = 8;

/** A student, found by a part of the name, however large the academy. */
@Component({
  selector: 'lo-student-field',
  imports: [
    MatAutocomplete,
    MatAutocompleteTrigger,
    MatError,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    ReactiveFormsModule,
  ],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        type="search"
        maxlength="120"
        autocomplete="off"
        [formControl]="name"
        [matAutocomplete]="found"
      />
      <mat-autocomplete #found [displayWith]="nameOf" (optionSelected)="chosen.emit($event.option.value)">
        @if (nobody(); as title) {
          <mat-option [value]="null">{{ title }}</mat-option>
        }
        @for (student of students(); track student.id) {
          <mat-option [value]="student">{{ student.name }}</mat-option>
        }
      </mat-autocomplete>
      <mat-error>{{ problem()?.title }}</mat-error>
    </mat-form-field>
  `,
  styles: `
    mat-form-field {
      width: 100%;
      max-width: 320px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StudentField {
  readonly label = input.required<string>();
  /** What stands for no student; without it one has to be chosen. */
  readonly nobody = input('');
  readonly chosen = output<StudentView | null>();

  private readonly api = inject(AcademyApi);
  protected readonly problem = signal<ApiProblem | null>(null);
  /** What is typed, or who was chosen. */
  protected readonly name = new FormControl<string | StudentView | null>(null);

  protected readonly students = toSignal(
    this.name.valueChanges.pipe(
      startWith(''),
      map((value) => (typeof value === 'string' ? value.trim() : '')),
      // The pause is within, so that what was asked for before is given up at the first letter, not after it.
      switchMap((find) =>
        timer(PAUSE_MS).pipe(
          switchMap(() => this.api.students(find)),
          tap(() => this.problem.set(null)),
          map(({ students }) => students.slice(0, MOST_SHOWN)),
          catchError((error: unknown) => {
            this.problem.set(toProblem(error));
            return of([]);
          }),
        ),
      ),
      takeUntilDestroyed(),
    ),
    { initialValue: [] },
  );

  protected readonly nameOf = (value: string | StudentView | null): string =>
    value === null ? this.nobody() : typeof value === 'string' ? value : value.name;
}
