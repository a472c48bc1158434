import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatError, MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import { AccountApi } from '../../api/account-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { SessionStore } from '../../session/session.store.ts';
import { Door } from '../../ui/door.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

@Component({
  selector: 'lo-sign-in',
  imports: [ReactiveFormsModule, MatButton, MatError, MatFormField, MatInput, MatLabel, Door, ProblemNote],
  templateUrl: './sign-in.html',
  styleUrl: '../../ui/door-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignInView {
  /** Where to go afterwards: a path of our own, from the guard. */
  readonly then = input<string>();

  protected readonly form = new FormGroup({
    email: new FormControl('', { nonNullable: true, validators: [Validators.required, Validators.email] }),
    password: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
  });
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly busy = signal(false);

  protected readonly posted = signal(false);

  private readonly account = inject(AccountApi);
  private readonly store = inject(SessionStore);
  private readonly router = inject(Router);

  protected submit(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid || this.busy()) return;
    this.busy.set(true);
    this.problem.set(null);
    this.store.signIn(this.form.getRawValue()).subscribe({
      next: () => void this.router.navigateByUrl(this.ownPath()),
      error: (error: unknown) => {
        this.busy.set(false);
        this.problem.set(toProblem(error));
      },
    });
  }

  /** Asks for a link; the answer is the same whether the address is known or not. */
  protected forgot(): void {
    const { email } = this.form.controls;
    email.markAsTouched();
    if (email.invalid) return;
    this.account.askForNewPassword(email.value).subscribe({
      next: () => this.posted.set(true),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private ownPath(): string {
    const path = this.then() ?? '';
    return path.startsWith('/') && !path.startsWith('//') && !path.startsWith('/sign-in') ? path : '/today';
  }
}
