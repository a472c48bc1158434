import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RosterApi } from '../../api/roster-api.ts';
import { loaded } from '../../data/loaded.ts';
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
  protected readonly cohort = loaded({ of: this.choice, from: (choice) => this.api.cohort(choice) });
  protected readonly students = computed(() => this.cohort.value()?.students ?? null);
  protected readonly rows = computed(() => {
    const cohort = this.cohort.value();
    return cohort === undefined ? [] : cohortRows(cohort);
  });

  protected change(change: Partial<{ help: string; hand: string; club: string }>): void {
    this.choice.update((choice) => ({ ...choice, ...change }));
  }
}
