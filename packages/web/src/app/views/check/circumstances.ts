import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type CheckDocument } from '@lotrecht/contract';
import { CLUB_GROUPS } from '../../ui/words.ts';
import { CheckStore } from './check.store.ts';

type ClubGroup = NonNullable<CheckDocument['club']>['group'];

const NEAREST_M = 1;
const FARTHEST_M = 500;

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

  protected readonly distanceProblem = signal<string | null>(null);

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

  /** A distance that cannot be one stays in its field with the reason, and out of the check. */
  protected placeTarget(text: string): void {
    const { name } = this.store.target();
    const typed = text.trim();
    const distanceM = Number(typed.replace(',', '.'));
    const fits = typed === '' || (distanceM >= NEAREST_M && distanceM <= FARTHEST_M);
    this.distanceProblem.set(
      fits ? null : `Read “${typed}”. Type metres from ${NEAREST_M} to ${FARTHEST_M}, or leave it empty.`,
    );
    if (!fits) return;
    this.store.choose(this.store.club(), {
      ...(name !== undefined && { name }),
      ...(typed !== '' && { distanceM }),
    });
  }
}
