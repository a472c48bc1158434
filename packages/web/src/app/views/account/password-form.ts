import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import {
  FormControl,
  FormGroup,
  type FormGroupDirective,
  ReactiveFormsModule,
  Validators,
} from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { AccountApi } from '../../api/account-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

/** Changes one's own password. */
@Component({
  selector: 'lo-password-form',
  imports: [ReactiveFormsModule, MatButton, MatError, MatFormField, MatHint, MatInput, MatLabel, ProblemNote],
  template: `
    <form #f="ngForm" [formGroup]="form" (ngSubmit)="submit(f)" novalidate>
      <mat-form-field>
        <mat-label>Present password</mat-label>
        <input matInput type="password" formControlName="current" autocomplete="current-password" />
        <mat-error>Type the password you sign in with now.</mat-error>
      </mat-form-field>
      <mat-form-field>
        <mat-label>New password</mat-label>
        <input
          matInput
          type="password"
          formControlName="password"
          autocomplete="new-password"
          maxlength="128"
        />
        <mat-hint>At least 12 characters.</mat-hint>
        <mat-error>Type at least 12 characters.</mat-error>
      </mat-form-field>
      @if (problem(); as p) {
        <lo-problem-note [problem]="p" [canRetry]="false" />
      }
      <button matButton="outlined" type="submit">Change password</button>
      @if (done()) {
        <p role="status">Changed. Other devices are signed out.</p>
      }
    </form>
  `,
  styles: `
    :host {
      width: 100%;
    }
    form {
      display: grid;
      gap: 8px;
      justify-items: start;
      width: min(480px, 100%);
    }
    mat-form-field {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PasswordForm {
  protected readonly form = new FormGroup({
    current: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
    password: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.minLength(12)],
    }),
  });
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly done = signal(false);

  private readonly api = inject(AccountApi);

  protected submit(directive: FormGroupDirective): void {
    if (this.form.invalid) return;
    this.problem.set(null);
    this.api.changePassword(this.form.getRawValue()).subscribe({
      next: () => {
        directive.resetForm();
        this.done.set(true);
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
