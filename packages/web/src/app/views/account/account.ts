import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { Router } from '@angular/router';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { SessionStore } from '../../session/session.store.ts';
import { ThemeStore } from '../../session/theme.store.ts';
import { AutoLock, LOCK_CHOICES } from '../../session/auto-lock.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Devices } from './devices.ts';
import { PasswordForm } from './password-form.ts';
import { SettingsForm } from './settings-form.ts';

@Component({
  selector: 'lo-account',
  imports: [MatButton, MatRadioButton, MatRadioGroup, Devices, PasswordForm, ProblemNote, SettingsForm],
  templateUrl: './account.html',
  styleUrl: './account.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AccountView {
  protected readonly store = inject(SessionStore);
  protected readonly theme = inject(ThemeStore);
  protected readonly autoLock = inject(AutoLock);
  protected readonly lockChoices = LOCK_CHOICES;
  protected readonly problem = signal<ApiProblem | null>(null);

  private readonly router = inject(Router);

  protected signOut(everywhere: boolean): void {
    this.store.signOut(everywhere).subscribe({
      next: () => void this.router.navigate(['/sign-in']),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
