import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MatAccordion,
  MatExpansionPanel,
  MatExpansionPanelContent,
  MatExpansionPanelDescription,
  MatExpansionPanelHeader,
  MatExpansionPanelTitle,
} from '@angular/material/expansion';
import { composeTargetLine, type Moment } from '@lotrecht/judging';
import { RouterLink } from '@angular/router';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { type PlaceView, type TargetLineChoice } from '@lotrecht/records';
import { Caution } from '../../safety/caution.ts';
import { PLACE } from '../../data/kinds/place.ts';
import { Mirror } from '../../data/mirror.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { usualPlace } from '../../settings/usual-place.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { lineUncertaintyText, TargetLineFields } from '../../ui/target-line-fields.ts';
import { localDay } from '../../words/dates.ts';
import { AimPlan } from './aim-plan.ts';
import { AidCheck } from './aid-check.ts';
import { MarkPlanner } from './mark-planner.ts';
import { Sighting } from './sighting.ts';
import { StationPlanner } from './station-planner.ts';
import { keepDone, readDone, STATION_WORK, type StationWork } from './work-done.ts';

const RAIL_KINDS = ['rails', 'string'] as const;
const SQUARE_KINDS = ['square'] as const;

const WORK_WORDS: Readonly<Record<StationWork, { readonly title: string; readonly why: string }>> = {
  sight: {
    title: 'Sighting',
    why: 'Stand two to three metres behind the ball, and sight with the stronger eye.',
  },
  line: {
    title: 'Target line',
    why: 'No angle is better than the line it is read from. Lay it, go back, look again, correct it.',
  },
  rails: {
    title: 'Rails and string',
    why: 'Rods are laid wrong at the first try. Read the gap at both ends.',
  },
  square: {
    title: 'Square rod',
    why: 'It gives the face and the ball position. Its triangle tells whether it is square.',
  },
  mark: {
    title: 'Mark and gate',
    why: 'Plant a mark or the gate from behind the ball, never from the stance.',
  },
  plan: {
    title: 'Plan to lay by tape',
    why: 'Everything of a station at its place, scaled to the student, to lay and to print.',
  },
};

/** What is done before the student steps in: the target line, the eye that sights it, the mark, and the aids. */
@Component({
  selector: 'lo-station',
  imports: [
    Caution,
    AimPlan,
    AidCheck,
    MarkPlanner,
    MatAccordion,
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelContent,
    MatExpansionPanelDescription,
    MatExpansionPanelHeader,
    MatExpansionPanelTitle,
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
  protected readonly cautions: readonly Moment[] = ['rods', 'gate'];
  private readonly today = localDay(new Date());
  private readonly done = signal<readonly StationWork[]>(readDone(this.today));
  /** One thing at a time: at first what is not done yet. */
  protected readonly opened = signal<StationWork | null>(
    STATION_WORK.find((work) => !this.done().includes(work)) ?? null,
  );
  protected readonly railKinds = RAIL_KINDS;
  protected readonly squareKinds = SQUARE_KINDS;

  protected readonly settings = inject(SettingsStore);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly places = signal<readonly PlaceView[]>([]);
  /** The place the line is made at, or empty: as usual. */
  protected readonly placeId = signal('');
  /** What is seen from the place that the line is made at. */
  protected readonly marks = computed(
    () => this.places().find(({ id }) => id === this.placeId())?.marks ?? [],
  );
  protected readonly kept = signal(false);
  protected readonly eye = computed(() => this.settings.settings().dominantEye);
  protected readonly choice = linkedSignal((): TargetLineChoice =>
    this.settings.targetLineAt(this.placeId() || null),
  );

  protected readonly works = computed(() =>
    STATION_WORK.map((id) => ({
      id,
      ...WORK_WORDS[id],
      state: this.stateOf(id),
      done: this.done().includes(id),
    })),
  );
  protected readonly doneText = computed(() => {
    const left = STATION_WORK.filter((id) => !this.done().includes(id)).map((id) =>
      WORK_WORDS[id].title.toLowerCase(),
    );
    return left.length === 0
      ? 'All of it is done today.'
      : left.length === STATION_WORK.length
        ? 'Nothing is ticked off today.'
        : `Not done yet today: ${left.join(', ')}.`;
  });

  constructor() {
    inject(CurrentWorkStore).showStep('line');
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

  /** What is known of it without a tick. */
  private stateOf(work: StationWork): string {
    if (work === 'sight') return this.eye() === null ? 'eye not tested' : `${this.eye() ?? ''} eye`;
    if (work !== 'line') return 'to do';
    return lineUncertaintyText(composeTargetLine(this.choice()).budget.uncertaintyRad);
  }

  /** Done, and on to what is not. */
  protected tick(work: StationWork): void {
    const isDone = this.done().includes(work);
    this.done.update((done) => (isDone ? done.filter((other) => other !== work) : [...done, work]));
    keepDone(this.today, this.done());
    if (!isDone) this.opened.set(STATION_WORK.find((other) => !this.done().includes(other)) ?? null);
  }

  protected closed(work: StationWork): void {
    this.opened.update((opened) => (opened === work ? null : opened));
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
