import { ChangeDetectionStrategy, Component, computed, inject, Injector, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { A11yModule } from '@angular/cdk/a11y';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import { firstValueFrom } from 'rxjs';
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
        <button matButton type="button" (click)="signOut()">{{ leaveText() }}</button>
      </div>
      @if (left() > 0) {
        <p role="status">
          {{ left() === 1 ? 'One thing was' : left() + ' things were' }} typed here and
          {{ left() === 1 ? 'is' : 'are' }} not kept. Open it to send or save
          {{ left() === 1 ? 'it' : 'them' }}; a sign-out lets go of {{ left() === 1 ? 'it' : 'them' }}.
        </p>
      }
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

  /** Typed here and not kept, once it was asked; whoever signs out is told first. */
  protected readonly left = signal(0);
  /** Told what is let go, and pressed again. */
  private agreed = false;
  protected readonly leaveText = computed(() => (this.left() > 0 ? 'Sign out, and let go' : 'Sign out'));

  private readonly injector = inject(Injector);
  private readonly router = inject(Router);

  protected unlock(): void {
    if (this.form.invalid) return;
    this.problem.set(null);
    this.store.unlock(this.form.getRawValue().password).subscribe({
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected async signOut(): Promise<void> {
    this.problem.set(null);
    try {
      // Fetched when it is wanted: the first page does without.
      const here = this.injector.get((await import('../data/left-here.ts')).LeftHere);
      if (this.left() === 0) this.left.set((await here.things()).length);
      else this.agreed = true;
      if (this.left() > 0 && !this.agreed) return;
      const instructorId = this.store.session()?.instructor.id ?? '';
      await firstValueFrom(this.store.signOut(), { defaultValue: null });
      await this.router.navigate(['/sign-in']);
      await here.letGo(instructorId);
    } catch (error) {
      this.problem.set(toProblem(error));
    }
  }
}
