import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { A11yModule } from '@angular/cdk/a11y';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import { type ApiProblem, toProblem } from '../api/problem.ts';
import { SessionStore } from '../session/session.store.ts';
import { ProblemNote } from '../ui/problem-note.ts';

/** Covers everything until the password is typed; the page behind it stays as it was left. */
@Component({
  selector: 'lo-lock-screen',
  imports: [ReactiveFormsModule, A11yModule, MatButton, MatFormField, MatInput, MatLabel, ProblemNote],
  template: `
    <form
      [formGroup]="form"
      (ngSubmit)="unlock()"
      novalidate
      role="dialog"
      aria-modal="true"
      aria-label="Locked"
      cdkTrapFocus
      cdkTrapFocusAutoCapture
    >
      <h1>Locked</h1>
      <p>{{ store.instructorName() }}, what was typed is still here. Type your password to go on.</p>
      <mat-form-field>
        <mat-label>Password</mat-label>
        <input matInput type="password" autocomplete="current-password" formControlName="password" />
      </mat-form-field>
      @if (problem(); as p) {
        <lo-problem-note [problem]="p" [canRetry]="false" />
      }
      <div>
        <button matButton="filled" type="submit">Open</button>
        <button matButton type="button" (click)="signOut()">Sign out</button>
      </div>
    </form>
  `,
  styles: `
    :host {
      position: fixed;
      inset: 0;
      z-index: 900;
      display: grid;
      place-items: center;
      background: var(--lo-quarry);
    }
    form {
      display: grid;
      gap: 12px;
      width: min(420px, 100% - 32px);
      padding: 24px;
      border-radius: 6px;
      background: var(--lo-paper);
    }
    div {
      display: flex;
      gap: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LockScreen {
  protected readonly store = inject(SessionStore);
  protected readonly form = new FormGroup({
    password: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
  });
  protected readonly problem = signal<ApiProblem | null>(null);

  private readonly router = inject(Router);

  protected unlock(): void {
    if (this.form.invalid) return;
    this.problem.set(null);
    this.store.unlock(this.form.getRawValue().password).subscribe({
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected signOut(): void {
    this.store.signOut().subscribe({
      next: () => void this.router.navigate(['/sign-in']),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
