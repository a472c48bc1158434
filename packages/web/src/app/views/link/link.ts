import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import { loaded } from '../../data/loaded.ts';
import { AccountApi } from '../../api/account-api.ts';
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

  private readonly api = inject(AccountApi);
  private readonly router = inject(Router);

  protected readonly link = loaded({ of: () => this.token(), from: (token) => this.api.link(token) });
  protected readonly problem = this.link.problem;
  protected readonly form = new FormGroup({
    password: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.minLength(MIN_PASSWORD)],
    }),
  });

  protected submit(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    this.api.useLink(this.token(), this.form.getRawValue().password).subscribe({
      // The link must not stay in the history behind the page that follows.
      next: () => void this.router.navigateByUrl('/today', { replaceUrl: true }),
      error: this.link.failed,
    });
  }
}
