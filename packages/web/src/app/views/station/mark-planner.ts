import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { SHIPPED_METHODS, USUAL_OF_CLUB } from '@lotrecht/judging';
import { type ClubGroup } from '@lotrecht/records';
import {
  degreesFromRadians,
  type MarkPlanInput,
  nearestMarkWithin,
  type PlannedMark,
  plannedMark,
  radiansFromDegrees,
  RefusedInput,
} from '@lotrecht/core';
import { SettingsStore } from '../../settings/settings.store.ts';
import { ThemeStore } from '../../device/theme.store.ts';
import { metresText } from '../../ui/bearings.ts';
import { NumberField } from '../../ui/number-field.ts';
import { CLUB_GROUPS } from '../../words/words.ts';
import { type MarkChart } from './mark-chart.ts';

const NEAREST_M = 0.05;
const FARTHEST_M = 20;
const STEPS = 60;

/** A mark ahead of the ball, near or far: what laying it inexactly costs, and how far aside it seems from address. */
@Component({
  selector: 'lo-mark-planner',
  imports: [MatFormField, MatLabel, MatOption, MatSelect, NumberField],
  templateUrl: './mark-planner.html',
  styleUrl: './mark-planner.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MarkPlanner {
  private readonly settings = inject(SettingsStore);
  private readonly theme = inject(ThemeStore);
  protected readonly groups = Object.entries(CLUB_GROUPS) as [ClubGroup, string][];
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);
  protected readonly lengthUnit = computed(() => this.settings.settings().lengthUnit);

  protected readonly layingMm = signal(5);
  protected readonly club = signal<ClubGroup>('mid-iron');
  protected readonly targetM = signal(150);
  protected readonly followedPercent = signal(10);
  protected readonly toleranceDeg = signal(1.5);
  protected readonly handedness = signal<'right' | 'left'>('right');
  protected readonly eyeInsideMm = computed(() => Math.round(USUAL_OF_CLUB[this.club()].eyesInsideM * 1000));

  private readonly input = computed((): MarkPlanInput => ({
    handedness: this.handedness(),
    layingErrorM: this.layingMm() / 1000,
    eyeInsideM: USUAL_OF_CLUB[this.club()].eyesInsideM,
    targetM: this.targetM(),
    followed: this.followedPercent() / 100,
    toleranceRad: radiansFromDegrees(this.toleranceDeg()),
  }));

  protected readonly nearestM = computed(() => nearestMarkWithin(this.input()));
  protected readonly nearestText = computed(() => {
    const nearest = this.nearestM();
    return nearest === null
      ? `No mark short of the target keeps the sum within ${this.toleranceDeg()}°.`
      : `From ${nearest.toFixed(nearest < 1 ? 2 : 1)} m on the sum stays within ${this.toleranceDeg()}°.`;
  });

  /** Where each method puts its mark, the nearest first. */
  protected readonly habits = computed(() => {
    const byDistance = new Map<number, string[]>();
    for (const { name, markM } of SHIPPED_METHODS) {
      byDistance.set(markM, [...(byDistance.get(markM) ?? []), name]);
    }
    return [...byDistance]
      .toSorted(([a], [b]) => a - b)
      .flatMap(([markM, methods]) => {
        const mark = this.plan(markM);
        return mark === null ? [] : [{ ...this.row(mark), methods: methods.join(', ') }];
      });
  });

  private readonly curve = computed((): readonly PlannedMark[] =>
    Array.from({ length: STEPS + 1 }, (_, i) => NEAREST_M * (FARTHEST_M / NEAREST_M) ** (i / STEPS)).flatMap(
      (markM) => this.plan(markM) ?? [],
    ),
  );

  private readonly place = viewChild.required<ElementRef<HTMLElement>>('chart');
  private chart: Promise<MarkChart> | undefined;

  constructor() {
    afterRenderEffect(() => {
      const drawing = {
        marks: this.curve(),
        toleranceDeg: this.toleranceDeg(),
        nearestM: this.nearestM(),
        habitsM: this.habits().map((h) => h.markM),
      };
      this.theme.theme();
      const element = this.place().nativeElement;
      this.chart ??= import('./mark-chart.ts').then((m) => new m.MarkChart(element));
      void this.chart.then((chart) => chart.draw(drawing));
    });
    inject(DestroyRef).onDestroy(() => void this.chart?.then((chart) => chart.remove()));
  }

  /** A mark at or beyond the target is left out of the curve. */
  private plan(markM: number): PlannedMark | null {
    try {
      return plannedMark(this.input(), markM);
    } catch (error) {
      if (error instanceof RefusedInput) return null;
      throw error;
    }
  }

  private row(mark: PlannedMark) {
    const deg = (rad: number): string => `${degreesFromRadians(rad).toFixed(rad < 0.0175 ? 2 : 1)}°`;
    return {
      markM: mark.markM,
      laying: deg(mark.layingTurnRad),
      layingAt: metresText(mark.layingAtTargetM, this.unit(), 'plain'),
      seeming: deg(mark.seemingRad),
      seemingAt: metresText(mark.seemingAtTargetM, this.unit()),
      sum: deg(mark.sumRad),
      within: degreesFromRadians(mark.sumRad) <= this.toleranceDeg(),
    };
  }
}
