import { MatInput } from '@angular/material/input';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { type ConsentView, type StudentView } from '@lotrecht/records';
import { concat, type Observable, toArray } from 'rxjs';
import { ConsentApi } from '../api/consent-api.ts';
import { type ApiProblem, toProblem } from '../api/problem.ts';
import { dayText, localDay } from '../words/dates.ts';
import { DayField } from './day-field.ts';
import { ProblemNote } from './problem-note.ts';

type Scope = ConsentView['scope'];

const SCOPES: readonly Scope[] = ['records', 'link'];
const COVERS: Readonly<Record<Scope, string>> = {
  records: 'records of lessons and checks',
  link: 'a link to them, sent to the guardian',
};
const MISSING: Readonly<Record<Scope, string>> = {
  records:
    'Not of age. A guardian’s consent comes before any record: ask, and note who gave it and when. Until then no lesson is begun.',
  link: 'Not of age. A guardian’s consent comes before any link: ask, and note who gave it and when.',
};

/** What a minor's guardian has consented to: recorded with scope and day, withdrawn, never deleted. */
@Component({
  selector: 'lo-guardian-consents',
  imports: [DayField, MatButton, MatCheckbox, MatFormField, MatInput, MatLabel, ProblemNote],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" [canRetry]="false" />
    }
    @if (missing().includes(needed())) {
      <p class="missing">{{ words.missing[needed()] }}</p>
    }
    <ul>
      @for (consent of told(); track consent.id) {
        <li [class.lo-soft]="!consent.stands">
          {{ consent.text }}
          @if (consent.stands) {
            <button matButton type="button" (click)="withdraw(consent.id)">
              Withdraw it<span class="lo-visually-hidden">: {{ consent.covers }}</span>
            </button>
          }
        </li>
      }
    </ul>
    @if (missing().length > 0) {
      <div class="fields">
        <mat-form-field>
          <mat-label>Consent given by</mat-label>
          <input
            matInput
            #field
            type="text"
            maxlength="120"
            autocomplete="off"
            [value]="givenBy()"
            (input)="givenBy.set(field.value)"
          />
        </mat-form-field>
        <lo-day-field label="On" [max]="today" [value]="givenOn()" (valueChange)="givenOn.set($event)" />
        <fieldset>
          <legend>To</legend>
          @for (scope of missing(); track scope) {
            <mat-checkbox [checked]="wanted().includes(scope)" (change)="toggle(scope)">
              {{ words.covers[scope] }}
            </mat-checkbox>
          }
        </fieldset>
        <button
          matButton="outlined"
          type="button"
          [disabled]="givenBy().trim() === '' || givenOn() === '' || wanted().length === 0 || busy()"
          (click)="record()"
        >
          Record consent
        </button>
      </div>
    }
    @if (!missing().includes('records')) {
      <p class="lo-soft">
        Once consent to records is withdrawn nothing new is kept and links close. What is kept stays until the
        head erases it.
      </p>
    }
  `,
  styleUrls: ['./plain-fields.scss', './guardian-consents.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GuardianConsents {
  readonly student = input.required<StudentView>();
  readonly consents = input.required<readonly ConsentView[]>();
  /** What it is asked for here. */
  readonly needed = input.required<Scope>();
  /** Something was recorded or withdrawn. */
  readonly changed = output();

  protected readonly words = { covers: COVERS, missing: MISSING };
  protected readonly today = localDay(new Date());
  protected readonly givenBy = signal('');
  protected readonly givenOn = signal(this.today);
  protected readonly busy = signal(false);
  protected readonly problem = signal<ApiProblem | null>(null);
  private readonly ticked = signal<Partial<Record<Scope, boolean>>>({});
  private readonly api = inject(ConsentApi);

  protected readonly missing = computed(() =>
    SCOPES.filter(
      (scope) => !this.consents().some((c) => c.scope === scope && c.confirmed && c.withdrawnAt === null),
    ),
  );
  /** What a consent would be recorded to: what is needed here, until it is ticked otherwise. */
  protected readonly wanted = computed(() =>
    this.missing().filter((scope) => this.ticked()[scope] ?? scope === this.needed()),
  );
  protected readonly told = computed(() =>
    this.consents().map(({ id, scope, givenBy, givenOn, confirmed, withdrawnAt }) => {
      const waits = confirmed ? '' : ', from a file: it counts when the head has confirmed it';
      const until = withdrawnAt === null ? waits : `, withdrawn ${dayText(withdrawnAt.slice(0, 10))}`;
      const covers = COVERS[scope];
      return {
        id,
        covers,
        stands: withdrawnAt === null,
        text: `Consent of ${givenBy}, ${dayText(givenOn)}, to ${covers}${until}.`,
      };
    }),
  );

  protected toggle(scope: Scope): void {
    const wanted = this.wanted().includes(scope);
    this.ticked.update((ticked) => ({ ...ticked, [scope]: !wanted }));
  }

  protected record(): void {
    const said = { givenBy: this.givenBy().trim(), givenOn: this.givenOn() };
    this.doing(
      concat(...this.wanted().map((scope) => this.api.record(this.student().id, { scope, ...said }))),
    );
  }

  protected withdraw(consentId: string): void {
    this.doing(this.api.withdraw(consentId));
  }

  private doing(work: Observable<unknown>): void {
    this.problem.set(null);
    this.busy.set(true);
    work.pipe(toArray()).subscribe({
      next: () => this.changed.emit(),
      error: (error: unknown) => {
        this.busy.set(false);
        this.problem.set(toProblem(error));
      },
      complete: () => {
        this.busy.set(false);
        this.ticked.set({});
      },
    });
  }
}
