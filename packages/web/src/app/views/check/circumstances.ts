import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type CheckDocument } from '@lotrecht/contract';
import { CLUB_GROUPS } from '../../ui/words.ts';
import { CheckStore } from './check.store.ts';

type ClubGroup = NonNullable<CheckDocument['club']>['group'];

/** Club and target of a check: kept from the last one, changed with one tap. */
@Component({
  selector: 'lo-circumstances',
  templateUrl: './circumstances.html',
  styleUrl: './circumstances.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Circumstances {
  protected readonly store = inject(CheckStore);
  protected readonly groups = Object.entries(CLUB_GROUPS) as [ClubGroup, string][];

  /** On a phone the fields fold into one line; elsewhere they are always open. */
  protected readonly folded = signal(true);
  protected readonly summary = computed(() => {
    const { name, distanceM } = this.store.target();
    const target = [name, distanceM === undefined ? undefined : `${distanceM} m`].filter(Boolean).join(' ');
    return `${CLUB_GROUPS[this.store.club().group]}, ${target || 'no target named'}`;
  });

  protected readonly distanceProblem = computed(() => {
    const { distanceM } = this.store.target();
    return distanceM !== undefined && !(distanceM >= 1 && distanceM <= 500)
      ? `Read ${distanceM} m. Type metres from 1 to 500, or leave it empty.`
      : null;
  });

  protected chooseClub(group: string): void {
    this.store.choose({ group: group as ClubGroup }, this.store.target());
  }

  protected nameTarget(name: string): void {
    const { distanceM } = this.store.target();
    this.store.choose(this.store.club(), {
      ...(name.trim() && { name: name.trim() }),
      ...(distanceM !== undefined && { distanceM }),
    });
  }

  protected placeTarget(text: string): void {
    const { name } = this.store.target();
    const distanceM = Number(text.replace(',', '.'));
    this.store.choose(this.store.club(), {
      ...(name !== undefined && { name }),
      ...(text.trim() !== '' && Number.isFinite(distanceM) && { distanceM }),
    });
  }
}
