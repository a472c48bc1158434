import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { type CheckDocument, type PlaceMark } from '@lotrecht/contract';
import { catchError, map, of, switchMap } from 'rxjs';
import { PlaceApi } from '../../../api/place-api.ts';
import { CLUB_GROUPS } from '../../../ui/words.ts';
import { CheckStore } from '../check.store.ts';
import { circumstancesText } from './circumstance-words.ts';
import { checkLineText } from './line-text.ts';

type ClubGroup = NonNullable<CheckDocument['club']>['group'];

const NEAREST_M = 1;
const FARTHEST_M = 500;

/** Club, target and ground of a check: kept from the last one, changed with one tap. */
@Component({
  selector: 'lo-circumstances',
  templateUrl: './circumstances.html',
  styleUrl: './circumstances.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Circumstances {
  protected readonly store = inject(CheckStore);
  private readonly placeApi = inject(PlaceApi);
  protected readonly groups = Object.entries(CLUB_GROUPS) as [ClubGroup, string][];

  /** The ground is to be looked at: target line, circumstances, re-base. */
  readonly ground = output();

  /** On a phone the fields fold into one line; elsewhere they are always open. */
  protected readonly folded = signal(true);
  protected readonly summary = computed(() => {
    const { name, distanceM } = this.store.target();
    const target = [name, distanceM === undefined ? undefined : `${distanceM} m`].filter(Boolean).join(' ');
    return `${CLUB_GROUPS[this.store.club().group]}, ${target || 'no target named'}`;
  });
  private readonly noted = computed(() => {
    const circumstances = this.store.circumstances();
    return circumstances === null ? 'circumstances not noted' : circumstancesText(circumstances);
  });
  protected readonly groundText = computed(
    () => `${this.noted()} · line ${checkLineText(this.store.targetLine())}`,
  );

  /** What can be aimed at where the lesson is held; without a place the target is typed. */
  protected readonly targets = toSignal(
    toObservable(computed(() => this.store.lesson()?.placeId ?? null)).pipe(
      switchMap((placeId) => {
        const none = of<readonly PlaceMark[]>([]);
        return placeId === null
          ? none
          : this.placeApi.place(placeId).pipe(
              map(({ marks }) => marks.filter((m) => m.kind === 'target')),
              // Without a connection the target is typed, as where no place is known.
              catchError(() => none),
            );
      }),
    ),
    { initialValue: [] },
  );

  protected readonly distanceProblem = signal<string | null>(null);

  protected chooseClub(group: string): void {
    this.store.choose({ group: group as ClubGroup }, this.store.target());
  }

  /** A target of the place brings its distance along. */
  protected nameTarget(name: string): void {
    const known = this.targets().find((t) => t.name === name.trim());
    const distanceM = known === undefined ? this.store.target().distanceM : Math.round(known.distanceM);
    this.distanceProblem.set(null);
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
