import { MatAutocomplete, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type CheckDocument, type Circumstances as CircumstancesOf } from '@lotrecht/records';
import { formatDistance } from '@lotrecht/words';
import { SettingsStore } from '../../../settings/settings.store.ts';
import { NumberField } from '../../../ui/number-field.ts';
import { CLUB_GROUPS } from '../../../words/words.ts';
import { CheckContent } from '../check-content.ts';
import { FIRST_CIRCUMSTANCES } from '../draft-content.ts';
import { circumstancesText, HELPS, PHASES } from '../../../words/circumstance-words.ts';
import { checkLineText } from './line-text.ts';

type ClubGroup = NonNullable<CheckDocument['club']>['group'];

const NEAREST_M = 1;
const FARTHEST_M = 500;

/** Club, target and ground of a check: kept from the last one, changed with one tap. */
@Component({
  selector: 'lo-circumstances',
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
  templateUrl: './circumstances.html',
  styleUrl: './circumstances.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Circumstances {
  protected readonly content = inject(CheckContent);
  private readonly settings = inject(SettingsStore);
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);
  /** All of it, as before the student stands; else one line that opens the ground. */
  readonly open = input(false);
  /** The ground is open already: it needs no way there. */
  readonly inGround = input(false);
  protected readonly groups = Object.entries(CLUB_GROUPS) as [ClubGroup, string][];

  /** The ground is to be looked at: target line, circumstances, re-base. */
  readonly ground = output();

  protected readonly presets = [
    { name: 'phase', title: 'When', words: Object.entries(PHASES) },
    { name: 'help', title: 'Help', words: Object.entries(HELPS) },
  ] as const;
  protected readonly summary = computed(() => {
    const { name, distanceM } = this.content.target();
    const target = [name, distanceM === undefined ? undefined : formatDistance(distanceM, this.unit())]
      .filter(Boolean)
      .join(' ');
    const club = this.content.club();
    return `${club.name ?? CLUB_GROUPS[club.group]}, ${target || 'no target named'}`;
  });
  private readonly noted = computed(() => {
    const circumstances = this.content.circumstances();
    return circumstances === null ? 'circumstances not noted' : circumstancesText(circumstances);
  });
  protected readonly groundText = computed(
    () => `${this.noted()} · line ${checkLineText(this.content.targetLine())}`,
  );

  /** What can be aimed at where the lesson is held; without a place the target is typed. */
  protected readonly targets = computed(() => this.content.marks().filter((m) => m.kind === 'target'));

  protected readonly nearestM = NEAREST_M;
  protected readonly farthestM = FARTHEST_M;

  protected note(name: 'phase' | 'help', value: string): void {
    const circumstances = this.content.circumstances() ?? FIRST_CIRCUMSTANCES;
    this.content.set('circumstances', { ...circumstances, [name]: value } as CircumstancesOf);
  }

  protected chooseClub(group: string): void {
    this.content.set('club', { group: group as ClubGroup });
  }

  /** A target of the place brings its distance along. */
  protected nameTarget(name: string): void {
    const known = this.targets().find((t) => t.name === name.trim());
    const distanceM = known === undefined ? this.content.target().distanceM : Math.round(known.distanceM);
    this.content.set('target', {
      ...(name.trim() && { name: name.trim() }),
      ...(distanceM !== undefined && { distanceM }),
    });
  }

  protected placeTarget(distanceM: number | undefined): void {
    const { name } = this.content.target();
    this.content.set('target', {
      ...(name !== undefined && { name }),
      ...(distanceM !== undefined && { distanceM }),
    });
  }
}
