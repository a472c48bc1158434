import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { type PlaceView, type TargetLineChoice } from '@lotrecht/records';
import { PLACE } from '../../data/kinds/place.ts';
import { Mirror } from '../../data/mirror.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { usualPlace } from '../../settings/usual-place.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { TargetLineFields } from '../../ui/target-line-fields.ts';
import { AidCheck } from './aid-check.ts';
import { MarkPlanner } from './mark-planner.ts';
import { Sighting } from './sighting.ts';
import { StationPlanner } from './station-planner.ts';

/** What is done before the student steps in: the target line, the eye that sights it, the mark, and the aids. */
@Component({
  selector: 'lo-station',
  imports: [
    AidCheck,
    MarkPlanner,
    MatButton,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    ProblemNote,
    RouterLink,
    Sighting,
    StationPlanner,
    TargetLineFields,
  ],
  templateUrl: './station.html',
  styleUrl: './station.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StationView {
  protected readonly settings = inject(SettingsStore);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly places = signal<readonly PlaceView[]>([]);
  /** The place the line is made at, or empty: as usual. */
  protected readonly placeId = signal('');
  protected readonly kept = signal(false);
  protected readonly eye = computed(() => this.settings.settings().dominantEye);
  protected readonly choice = linkedSignal((): TargetLineChoice =>
    this.settings.targetLineAt(this.placeId() || null),
  );

  constructor() {
    inject(CurrentWorkStore).clear();
    this.settings.load().subscribe({ error: (error: unknown) => this.problem.set(toProblem(error)) });
    inject(Mirror)
      .list<PlaceView>(PLACE)
      .pipe(takeUntilDestroyed())
      .subscribe({
        next: (places) => {
          const isFirst = this.places().length === 0;
          this.places.set(places);
          if (!isFirst) return;
          const usual = usualPlace();
          if (usual !== null && places.some((p) => p.id === usual)) this.placeId.set(usual);
        },
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
  }

  protected change(choice: TargetLineChoice): void {
    this.choice.set(choice);
    this.kept.set(false);
  }

  protected keep(): void {
    this.problem.set(null);
    this.settings.keepTargetLine(this.choice(), this.placeId() || null).subscribe({
      next: () => this.kept.set(true),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
