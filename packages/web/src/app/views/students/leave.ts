import { MatInput } from '@angular/material/input';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import { type StudentView } from '@lotrecht/records';
import { ExchangeApi } from '../../api/exchange-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { dropHandOutDraftsOf } from '../../data/earlier-drafts.ts';
import { DeviceStore } from '../../data/device-store.ts';
import { fromDevice } from '../../device/on-device.ts';
import { SessionStore } from '../../session/session.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

/** A student's right to see what is kept, and to be forgotten. Erasing cannot be undone: the name is typed again. */
@Component({
  selector: 'lo-leave',
  imports: [MatButton, MatFormField, MatInput, MatLabel, ProblemNote],
  template: `
    <section aria-labelledby="leave-title">
      <h2 id="leave-title">What is kept of {{ student().name }}</h2>
      <p>All of it, to hand over when they ask: every reading, note, hand-out and who looked.</p>
      <a matButton="outlined" [href]="'/api/students/' + student().id + '/export'" download="student.jsonl"
        >Their data, JSON Lines</a
      >
      @if (isHead()) {
        <h3>Erase for good</h3>
        <p>
          Lessons, checks, hand-outs, links, letters and consents go at once. They cannot be brought back, not
          by an older backup either. That someone was erased stays noted, without a name.
        </p>
        @if (problem(); as p) {
          <lo-problem-note [problem]="p" [canRetry]="false" />
        }
        <div class="fields">
          <mat-form-field>
            <mat-label>Type the name to erase</mat-label>
            <input
              matInput
              #field
              type="text"
              autocomplete="off"
              maxlength="120"
              [value]="typed()"
              (input)="typed.set(field.value)"
            />
          </mat-form-field>
          <button
            matButton="outlined"
            type="button"
            class="erase"
            [disabled]="!fits() || busy()"
            (click)="erase()"
          >
            Erase for good
          </button>
        </div>
      }
    </section>
  `,
  styleUrl: '../../ui/plain-fields.scss',
  styles: `
    section {
      max-width: 640px;
      margin-top: 36px;
      padding-top: 16px;
      border-top: 2px solid var(--lo-twine);
    }
    p {
      margin: 6px 0 10px;
    }
    h3 {
      margin-top: 20px;
    }
    .erase {
      height: 48px;
      color: var(--lo-out);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Leave {
  readonly student = input.required<StudentView>();
  private readonly api = inject(ExchangeApi);
  private readonly device = inject(DeviceStore);
  private readonly router = inject(Router);
  protected readonly isHead = inject(SessionStore).isHead;
  protected readonly typed = signal('');
  protected readonly busy = signal(false);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly fits = computed(() => this.typed().trim() === this.student().name.trim());

  protected erase(): void {
    const { id } = this.student();
    this.busy.set(true);
    this.problem.set(null);
    this.api.erase(id, this.typed()).subscribe({
      next: () => {
        dropHandOutDraftsOf([id]);
        void fromDevice(this.device.dropOfStudents([id]), 0).then(() => this.router.navigate(['/students']));
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.problem.set(toProblem(error));
      },
    });
  }
}
