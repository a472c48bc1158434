import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatAutocomplete, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { type CheckDocument, type PlaceMark } from '@lotrecht/records';
import { type Club } from '../data/kinds/club.ts';
import { SettingsStore } from '../settings/settings.store.ts';
import { CLUB_GROUPS } from '../words/words.ts';
import { NumberField } from './number-field.ts';

export type ClubOfCheck = NonNullable<CheckDocument['club']>;
export type TargetOfCheck = NonNullable<CheckDocument['target']>;

/** With which club, and at what: the student’s own clubs and the place’s own targets are one tap. */
@Component({
  selector: 'lo-club-and-target',
  imports: [
    MatAutocomplete,
    MatAutocompleteTrigger,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    NumberField,
  ],
  templateUrl: './club-and-target.html',
  styleUrl: './club-and-target.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ClubAndTarget {
  readonly club = input.required<ClubOfCheck>();
  readonly target = input.required<TargetOfCheck>();
  readonly bag = input<readonly Club[]>([]);
  /** What is seen from the place; without one the target is typed. */
  readonly marks = input<readonly PlaceMark[]>([]);
  readonly clubChange = output<ClubOfCheck>();
  readonly targetChange = output<TargetOfCheck>();

  private readonly settings = inject(SettingsStore);
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);
  protected readonly groups = Object.entries(CLUB_GROUPS) as [ClubOfCheck['group'], string][];
  protected readonly targets = computed(() => this.marks().filter((m) => m.kind === 'target'));

  protected readonly nearestM = 1;
  protected readonly farthestM = 500;

  protected chooseGroup(group: ClubOfCheck['group']): void {
    this.clubChange.emit({ group });
  }

  /** A target of the place brings its distance along. */
  protected nameTarget(name: string): void {
    const known = this.targets().find((t) => t.name === name.trim());
    const distanceM = known === undefined ? this.target().distanceM : Math.round(known.distanceM);
    this.targetChange.emit({
      ...(name.trim() && { name: name.trim() }),
      ...(distanceM !== undefined && { distanceM }),
    });
  }

  protected placeTarget(distanceM: number | undefined): void {
    const { name } = this.target();
    this.targetChange.emit({
      ...(name !== undefined && { name }),
      ...(distanceM !== undefined && { distanceM }),
    });
  }
}
