import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { composeTargetLine } from '@lotrecht/judging';
import { type TargetLineChoice } from '@lotrecht/records';
import { COVERAGE_FACTOR, degreesFromRadians } from '@lotrecht/core';
import { NumberField } from './number-field.ts';

/** Ways of making a target line as they are said. */
const MADE: Readonly<Record<TargetLineChoice['made'], string>> = {
  string: 'string',
  rod: 'rod on the ground',
  'ball-line': 'line on the ball',
  marks: 'marks on the ground',
};

/** How long a line usually is when it is made so, m. */
const USUAL_SEPARATION_M: Readonly<Record<TargetLineChoice['made'], number>> = {
  string: 6,
  rod: 1.22,
  'ball-line': 0.04,
  marks: 1,
};

/** A standard uncertainty of the target line as the half-width that covers 95 %. @example "± 1.0°" */
export function lineUncertaintyText(uncertaintyRad: number): string {
  return `± ${(COVERAGE_FACTOR * degreesFromRadians(uncertaintyRad)).toFixed(1)}°`;
}

/** How a target line is made and sighted, with what its uncertainty is made of and what would halve it. */
@Component({
  selector: 'lo-target-line-fields',
  imports: [MatFormField, MatLabel, MatOption, MatSelect, NumberField],
  template: `
    <div class="fields">
      <mat-form-field>
        <mat-label>Made of</mat-label>
        <mat-select [value]="choice().made" (valueChange)="make($event)">
          @for (way of ways; track way[0]) {
            <mat-option [value]="way[0]">{{ way[1] }}</mat-option>
          }
        </mat-select>
      </mat-form-field>
      <lo-number-field
        label="End to end"
        kind="m"
        [least]="0.03"
        [most]="100"
        [value]="choice().separationM"
        (valueChange)="change({ separationM: $event })"
      />
      <lo-number-field
        label="Each end laid to"
        kind="mm"
        [most]="100"
        [value]="choice().stakeMm"
        (valueChange)="change({ stakeMm: $event })"
      />
      <lo-number-field
        label="Beside the ball line"
        kind="mm"
        [least]="-3000"
        [most]="3000"
        [value]="choice().offsetMm"
        (valueChange)="change({ offsetMm: $event })"
      />
      <mat-form-field>
        <mat-label>Sighted</mat-label>
        <mat-select [value]="choice().aid" (valueChange)="change({ aid: $event })">
          <mat-option value="none">by eye</mat-option>
          <mat-option value="plumb-line"> over a hanging plumb line </mat-option>
        </mat-select>
      </mat-form-field>
      <lo-number-field
        label="From behind the ball"
        kind="m"
        [most]="20"
        [value]="choice().behindM"
        (valueChange)="change({ behindM: $event })"
      />
    </div>
    <p class="budget" role="status">
      <strong class="lo-figure">{{ uncertainty() }}</strong> for the target line, {{ parts() }}
    </p>
    <p class="lo-soft">{{ halving() }}</p>
    @if (choice().aid === 'none' && eye() === null) {
      <p class="lo-soft">
        Sight with your stronger eye. The other one is out by 6° over a rod held at arm’s length.
      </p>
    }
  `,
  styleUrl: './plain-fields.scss',
  styles: `
    .budget {
      margin-top: 10px;
    }
    .budget strong {
      font-size: 1.375rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TargetLineFields {
  readonly choice = model.required<TargetLineChoice>();
  /** The dominant eye of who sights, null while unknown. */
  readonly eye = input<'right' | 'left' | null>(null);

  protected readonly ways = Object.entries(MADE) as [TargetLineChoice['made'], string][];
  private readonly budget = computed(() => composeTargetLine(this.choice()).budget);
  protected readonly uncertainty = computed(() => lineUncertaintyText(this.budget().uncertaintyRad));

  protected readonly parts = computed(() => {
    const { stakesRad, sightingRad, dominatedBy } = this.budget();
    const of = (rad: number): string => lineUncertaintyText(rad);
    return `mostly from ${dominatedBy === 'stakes' ? 'its ends' : 'the sighting'} (ends ${of(stakesRad)}, sighting ${of(sightingRad)}).`;
  });

  protected readonly halving = computed(() => {
    const { separationM, sightingRad } = this.budget().halvedBy;
    if (separationM !== null) return `${separationM.toFixed(1)} m end to end would halve it.`;
    if (sightingRad === null) return 'Longer alone will not halve it, nor will sighting: it takes both.';
    const over = this.choice().aid === 'none' ? ': hang a plumb line and sight over it.' : '.';
    return `Sighting to ${lineUncertaintyText(sightingRad)} would halve it${over}`;
  });

  protected make(made: TargetLineChoice['made']): void {
    this.change({ made, separationM: USUAL_SEPARATION_M[made] });
  }

  protected change(part: Partial<TargetLineChoice>): void {
    this.choice.update((choice) => ({ ...choice, ...part }));
  }
}
