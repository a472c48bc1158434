import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { SessionStore } from '../../session/session.store.ts';
import { Door } from '../../ui/door.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

const MIN_PASSWORD = 12;

function required(...others: (typeof Validators.required)[]): FormControl<string> {
  return new FormControl('', { nonNullable: true, validators: [Validators.required, ...others] });
}

@Component({
  selector: 'lo-first-academy',
  imports: [
    ReactiveFormsModule,
    MatButton,
    MatError,
    MatFormField,
    MatHint,
    MatInput,
    MatLabel,
    Door,
    ProblemNote,
  ],
  templateUrl: './first-academy.html',
  styleUrl: '../../ui/door-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FirstAcademyView {
  protected readonly form = new FormGroup({
    code: required(),
    academyName: required(),
    name: required(),
    email: required(Validators.email),
    password: required(Validators.minLength(MIN_PASSWORD)),
  });
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly busy = signal(false);

  private readonly store = inject(SessionStore);
  private readonly router = inject(Router);

  protected submit(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid || this.busy()) return;
    this.busy.set(true);
    this.problem.set(null);
    this.store.makeFirstAcademy(this.form.getRawValue()).subscribe({
      next: () => void this.router.navigateByUrl('/students'),
      error: (error: unknown) => {
        this.busy.set(false);
        this.problem.set(toProblem(error));
      },
    });
  }
}
