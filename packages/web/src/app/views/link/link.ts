import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import { type LinkView } from '@lotrecht/records';
import { AccountApi } from '../../api/account-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { Door } from '../../ui/door.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

const MIN_PASSWORD = 12;

/** Behind a one-time link: a password to choose, for an invitation or in place of a forgotten one. */
@Component({
  selector: 'lo-link',
  imports: [
    ReactiveFormsModule,
    MatButton,
    MatError,
    MatFormField,
    MatHint,
    MatInput,
    MatLabel,
    RouterLink,
    Door,
    ProblemNote,
  ],
  templateUrl: './link.html',
  styleUrl: '../../ui/door-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LinkPage {
  readonly token = input.required<string>();

  protected readonly link = signal<LinkView | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly form = new FormGroup({
    password: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.minLength(MIN_PASSWORD)],
    }),
  });

  private readonly api = inject(AccountApi);
  private readonly router = inject(Router);

  constructor() {
    effect(() => {
      const token = this.token();
      untracked(() =>
        this.api.link(token).subscribe({
          next: (link) => this.link.set(link),
          error: (error: unknown) => this.problem.set(toProblem(error)),
        }),
      );
    });
  }

  protected submit(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    this.api.useLink(this.token(), this.form.getRawValue().password).subscribe({
      // The link must not stay in the history behind the page that follows.
      next: () => void this.router.navigateByUrl('/today', { replaceUrl: true }),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
