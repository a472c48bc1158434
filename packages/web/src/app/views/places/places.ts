import { ChangeDetectionStrategy, Component, DestroyRef, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { type PlaceView } from '@lotrecht/records';
import { type Subscription } from 'rxjs';
import { PLACE } from '../../data/kinds/place.ts';
import { Mirror } from '../../data/mirror.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { PLACE_KINDS } from '../../words/place-kinds.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

/** Where balls are hit. */
@Component({
  selector: 'lo-places',
  imports: [MatButton, RouterLink, ProblemNote],
  template: `
    <div class="lo-page">
      <div class="heading">
        <h1>Places</h1>
        <a matButton="filled" routerLink="/places/new">Add place</a>
      </div>
      @if (problem(); as p) {
        <lo-problem-note [problem]="p" (retry)="load()" />
      }
      @if (places(); as all) {
        <ul>
          @for (place of all; track place.id) {
            <li>
              <a [routerLink]="['/places', place.id]">{{ place.name }}</a>
              <span class="lo-soft">{{ kinds[place.kind] }}</span>
              <span class="marks">{{ marksOf(place) }}</span>
            </li>
          } @empty {
            <li class="empty">
              No place yet. Add the first one: a name and the distance of one target are enough. With
              landmarks any line can be read in five seconds.
            </li>
          }
        </ul>
      } @else if (problem() === null) {
        <p class="lo-soft">Fetching the places …</p>
      }
    </div>
  `,
  styles: `
    .heading {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 16px;
      margin-bottom: 12px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
      border-top: 2px solid var(--lo-twine);
    }
    li {
      display: grid;
      grid-template-columns: minmax(160px, 1fr) 110px 3fr;
      align-items: center;
      gap: 4px 16px;
      min-height: 56px;
      padding: 4px 0;
      border-bottom: 1px solid var(--lo-line);
    }
    a:not([matButton]) {
      display: inline-flex;
      align-items: center;
      min-height: 44px;
      font-weight: 600;
      text-decoration-thickness: 1px;
      text-underline-offset: 4px;
    }
    .empty {
      display: block;
      padding: 16px 0;
    }
    @media (max-width: 40em) {
      li {
        grid-template-columns: 1fr auto;
      }
      .marks {
        grid-column: 1 / -1;
        padding-bottom: 8px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlacesView {
  protected readonly places = signal<readonly PlaceView[] | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly kinds = PLACE_KINDS;

  private readonly mirror = inject(Mirror);
  private readonly destroyed = inject(DestroyRef);
  private following?: Subscription;

  constructor() {
    inject(CurrentWorkStore).clear();
    this.load();
  }

  protected load(): void {
    this.problem.set(null);
    this.following?.unsubscribe();
    const all = this.mirror.list<PlaceView>(PLACE).pipe(takeUntilDestroyed(this.destroyed));
    this.following = all.subscribe({
      next: (places) => this.places.set(places),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected marksOf({ marks }: PlaceView): string {
    return marks.length === 0
      ? 'nothing to aim at yet'
      : marks.map((m) => `${m.name} ${Math.round(m.distanceM)} m`).join(' · ');
  }
}
