import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { type Drill, drillDrawing, type DrillSizes, toSvg } from '@lotrecht/paper';
import { SettingsStore } from '../settings/settings.store.ts';
import { SvgDrawing, themeColour } from '../ui/svg-drawing.ts';

/** A drill at somebody’s sizes: what is laid, what is done, how often. What can be done with it stands below. */
@Component({
  selector: 'lo-drill-card',
  imports: [NgTemplateOutlet, SvgDrawing],
  template: `
    <article [class.chosen]="chosen()" [attr.aria-label]="drill().name">
      @if (!folded()) {
        <lo-svg-drawing [svg]="svg()" />
      }
      <h3>{{ drill().name }}</h3>
      @if (why()) {
        <p class="lo-soft">{{ why() }}</p>
      }
      @if (folded()) {
        <details>
          <summary>How it is done</summary>
          <lo-svg-drawing [svg]="svg()" />
          <ng-container [ngTemplateOutlet]="how" />
        </details>
      } @else {
        <ng-container [ngTemplateOutlet]="how" />
      }
      <ng-content />
      <ng-template #how>
        <p>{{ drill().steps.join(' ') }}</p>
        <p class="lo-soft">
          {{ drill().dose.reps }} times, {{ drill().dose.minutes }} minutes,
          {{ drill().aid === 'practice' ? 'with aids of practice' : 'with nothing laid' }}.
        </p>
      </ng-template>
    </article>
  `,
  styles: `
    :host {
      display: grid;
    }
    article {
      display: grid;
      align-content: start;
      gap: 4px;
      padding: 8px;
      border: 1px solid var(--lo-line);
    }
    .chosen {
      padding: 7px;
      border: 2px solid var(--lo-twine);
    }
    h3,
    p {
      margin: 0;
    }
    summary {
      min-height: 44px;
      line-height: 44px;
    }
    h3 {
      font-size: 1.0625rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrillCard {
  readonly drill = input.required<Drill>();
  readonly sizes = input.required<DrillSizes>();
  readonly why = input('');
  readonly chosen = input(false);
  /** Drawing and steps are one tap further: many drills in a narrow column. */
  readonly folded = input(false);

  private readonly settings = inject(SettingsStore);
  protected readonly svg = computed(() => {
    const { lengthUnit, distanceUnit } = this.settings.settings();
    const units = { length: lengthUnit, distance: distanceUnit };
    return toSvg(drillDrawing(this.drill(), this.sizes(), units), {
      colour: themeColour,
      fontFamily: 'Barlow, sans-serif',
      label: this.drill().name,
    });
  });
}
