import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { type CohortView } from '@lotrecht/records';
import { RosterApi } from '../../api/roster-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { CLUB_GROUPS } from '../../words/words.ts';
import { cohortRows } from './cohort-rows.ts';

/** How the lines of a group of students stand, each student once, with where the share may lie. */
@Component({
  selector: 'lo-cohort',
  imports: [MatFormField, MatLabel, MatOption, MatSelect, ProblemNote],
  templateUrl: './cohort.html',
  styleUrls: ['../../ui/plain-fields.scss', '../../ui/plain-table.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Cohort {
  private readonly api = inject(RosterApi);
  protected readonly clubs = Object.entries(CLUB_GROUPS);
  protected readonly choice = signal({ help: 'blind', hand: '', club: '' });
  private readonly cohort = signal<CohortView | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly students = computed(() => this.cohort()?.students ?? null);
  protected readonly rows = computed(() => {
    const cohort = this.cohort();
    return cohort === null ? [] : cohortRows(cohort);
  });

  constructor() {
    effect(() => {
      const choice = this.choice();
      untracked(() => this.load(choice));
    });
  }

  protected change(change: Partial<{ help: string; hand: string; club: string }>): void {
    this.choice.update((choice) => ({ ...choice, ...change }));
  }

  protected load(choice = this.choice()): void {
    this.problem.set(null);
    this.api.cohort(choice).subscribe({
      next: (cohort) => this.cohort.set(cohort),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
