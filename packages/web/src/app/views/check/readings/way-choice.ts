import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { atHandOf, timesOf } from '@lotrecht/judging';
import {
  COVERAGE_FACTOR,
  DEFAULT_DECISION_LIMITS,
  degreesFromRadians,
  radiansFromDegrees,
  reachOf,
  waysOf,
} from '@lotrecht/core';
import { type LineKey } from '../../../words/words.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { wayTitle } from '@lotrecht/words';
import { type UsualWay } from '../../../lesson/usual-readings.ts';

const BORROWED_FACE_ROD_MM = 600;

/**
 * How a line can be read, each way with what it would give: whether one reading can decide, and its ±. Folded, the one
 * that is chosen stands alone, and the others are a tap further.
 */
@Component({
  selector: 'lo-way-choice',
  template: `
    @for (way of shown(); track way.title) {
      <button
        type="button"
        [attr.aria-pressed]="way.chosen"
        [attr.aria-label]="line() + ' ' + way.title + ', ' + way.said"
        (click)="choose(way.way)"
      >
        <span>{{ way.title }}</span>&ngsp;<span class="half">{{ way.said }}</span>
      </button>
    }
    @if (folds() && others() > 0) {
      <button
        class="others"
        type="button"
        [attr.aria-label]="
          unfolded() ? 'Fewer ways to read the ' + line() : others() + ' others to read the ' + line()
        "
        [attr.aria-expanded]="unfolded()"
        (click)="unfolded.set(!unfolded())"
      >
        {{ unfolded() ? 'Fewer' : others() + ' others' }}
      </button>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 4px;
    }
    button {
      display: grid;
      min-height: 44px;
      padding: 2px 9px;
      border: 1px solid var(--lo-line-strong);
      border-radius: 4px;
      background: var(--lo-paper);
      color: var(--lo-ink);
      font: inherit;
      line-height: 1.15;
      text-align: left;
    }
    button[aria-pressed='true'] {
      padding: 1px 8px;
      border: 2px solid var(--lo-twine);
      font-weight: 600;
    }
    .others {
      place-content: center;
      border-color: transparent;
      background: none;
      font-weight: 400;
      text-decoration: underline;
      text-underline-offset: 4px;
    }
    .half {
      font-size: 0.875rem;
      font-weight: 400;
      color: var(--lo-ink-soft);
    }
  `,
  host: { '[class.unfolded]': 'unfolded()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WayChoice {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  readonly line = input.required<LineKey>();
  readonly current = input.required<UsualWay>();
  /** Whether the ways that are not chosen hide until they are asked for. */
  readonly folds = input(false);
  readonly chosen = output<UsualWay>();

  protected readonly unfolded = signal(false);
  protected readonly shown = computed(() =>
    this.folds() && !this.unfolded() ? this.ways().filter((way) => way.chosen) : this.ways(),
  );
  protected readonly others = computed(() => this.ways().filter((way) => !way.chosen).length);

  private readonly ways = computed(() => {
    const line = this.line();
    const { distanceM } = this.ground.target();
    const current = this.current();
    // What is not noted as at hand may be borrowed: every way is offered, the noted ones as they are.
    const tools = { faceRodMm: BORROWED_FACE_ROD_MM, ...this.held.tools(), gauge: true };
    const possible = waysOf(line, atHandOf(tools, distanceM), timesOf(tools));
    const tolerance = this.ground.rules().tolerancesDeg[line];
    return possible.map(({ by, rod, measurementUncertaintyRad: u }) => {
      const half = COVERAGE_FACTOR * degreesFromRadians(u);
      const canSayIn =
        tolerance !== undefined &&
        reachOf({
          measurementUncertaintyRad: u,
          targetLineUncertaintyRad: radiansFromDegrees(this.ground.targetLineUncertaintyDeg()),
          tolerance: [radiansFromDegrees(tolerance[0]), radiansFromDegrees(tolerance[1])],
          limits: DEFAULT_DECISION_LIMITS,
        }).canSayIn;
      return {
        way: { by, rod },
        title: wayTitle(by, rod),
        said: `${tolerance === undefined ? '' : canSayIn ? 'can decide, ' : 'not alone, '}± ${half.toFixed(1)}°`,
        chosen: by === current.by && rod === current.rod,
      };
    });
  });

  /** The one that stands alone is the way to the others; of those that are shown one is chosen. */
  protected choose(way: UsualWay): void {
    if (this.folds() && !this.unfolded()) {
      this.unfolded.set(true);
      return;
    }
    this.unfolded.set(false);
    this.chosen.emit(way);
  }
}
